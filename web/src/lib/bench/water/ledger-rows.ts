import { HOLD_BACK, type MixAnswer } from '@jovet/core/mix';

/** A row of the heat ledger: what brings or takes heat, and how much. */
export interface LedgerRow {
  readonly key: string;
  readonly name: string;
  /** kg, where it is something that is weighed. */
  readonly mass: number | null;
  /** What is read for it; null where nothing is. */
  readonly factor: string | null;
  /** °C, where it has a temperature. */
  readonly celsius: number | null;
  /** Heat that it brings (+) or takes (−) on the way to the target, kJ. */
  readonly heat: number;
}

/** What brings less than this stands with the others, kJ, unless it has a reading of its own. */
const LITTLE = 4;

/** The rows of the ledger as they are gone round: what is read first, then what nobody reads; the water closes it. */
export function ledgerRows(answer: MixAnswer): LedgerRow[] {
  const { water, mix, masses, friction, temperatures, known } = answer;
  const heats = new Map(water.balance.ledger.map(({ name, heat }) => [name, heat]));
  const contents = masses.contents.filter(
    ({ slug }) => slug !== 'flour' && !masses.holds.some((hold) => hold.slug === slug),
  );
  const temperatureOf = (slug: string) =>
    mix.parts.find(({ name }) => name === slug)?.temperature ?? temperatures.room;
  const content = ({ slug, name, mass }: (typeof contents)[number]): LedgerRow => ({
    key: slug,
    name,
    mass,
    factor: slug,
    celsius: temperatureOf(slug),
    heat: heats.get(slug) ?? 0,
  });
  const own = contents.filter(
    ({ slug }) => Math.abs(heats.get(slug) ?? 0) >= LITTLE || known.get(slug)?.from === 'read',
  );
  const others = contents.filter((each) => !own.includes(each));
  const flour = masses.contents.find(({ slug }) => slug === 'flour');
  const rows: LedgerRow[] = [
    {
      key: 'flour',
      name: 'Flour',
      mass: flour?.mass ?? 0,
      factor: 'flour',
      celsius: temperatures.flour,
      heat: heats.get('flour') ?? 0,
    },
    ...masses.holds.flatMap(({ slug, name }): LedgerRow[] => {
      const held = masses.contents.find((each) => each.slug === slug);
      return held ? [{ ...content(held), name }] : [];
    }),
    ...(masses.autolyse
      ? [
          {
            key: 'autolyse',
            name: 'Autolyse',
            mass: masses.autolyse.flour + masses.autolyse.water,
            factor: 'autolyse',
            celsius: temperatureOf('autolyse'),
            heat: heats.get('autolyse') ?? 0,
          },
        ]
      : []),
    ...own.map(content),
    ...heldBack(answer),
    {
      key: 'room',
      name: 'Room',
      mass: null,
      factor: 'room',
      celsius: temperatures.room,
      heat: heats.get('room') ?? 0,
    },
    {
      key: 'bowl',
      name: 'Bowl',
      mass: null,
      factor: 'bowl',
      celsius: temperatures.bowl,
      heat: heats.get('bowl') ?? 0,
    },
    {
      key: 'wetting',
      name: 'Wetting the flour',
      mass: null,
      factor: null,
      celsius: null,
      heat: heats.get('wetting') ?? 0,
    },
    {
      key: 'friction',
      name: 'The mixer',
      mass: null,
      factor: null,
      celsius: friction.value,
      heat: heats.get('friction') ?? 0,
    },
  ];
  const little = others.reduce((sum, { slug }) => sum + (heats.get(slug) ?? 0), 0);
  return others.length === 0
    ? rows
    : [
        ...rows,
        {
          key: 'others',
          name: others.map(({ name }) => name).join(', '),
          mass: others.reduce((sum, { mass }) => sum + mass, 0),
          factor: null,
          celsius: null,
          heat: little,
        },
      ];
}

/** Hold-back water whose temperature was not read yet: it is poured with the rest until it is. */
function heldBack({ scaled, masses }: MixAnswer): LedgerRow[] {
  const mass = scaled.steps
    .filter(({ kind }) => kind === 'hold-back')
    .flatMap(({ lines }) => lines)
    .reduce((sum, line) => sum + (line.ingredient.kind === 'water' ? line.mass : 0), 0);
  if (mass === 0 || masses.contents.some(({ slug }) => slug === HOLD_BACK)) return [];
  return [{ key: HOLD_BACK, name: 'Hold-back water', mass, factor: HOLD_BACK, celsius: null, heat: 0 }];
}

/** The scale of the ledger: so many kJ from its middle to its edge, in round steps. */
export function ledgerReach(rows: readonly Pick<LedgerRow, 'heat'>[], water: number): number {
  const most = Math.max(20, Math.abs(water), ...rows.map(({ heat }) => Math.abs(heat)));
  const step = 10 ** Math.floor(Math.log10(most));
  return (Math.ceil(most / step / 0.5) * step) / 2;
}
