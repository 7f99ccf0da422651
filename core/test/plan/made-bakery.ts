import type { Arc, Batch, Instance, Load, Mode, Task } from '@jovet/core/plan/instance';
import type { Table } from '@jovet/core/dough';
import { chanceFrom } from '@jovet/core/chance';

type Span = readonly [from: number, to: number];

/** A bakery made up at random with a plan that is known to hold. */
export interface MadeBakery {
  readonly instance: Instance;
  /** Batches that were planted, and their pieces at half a minute of shaping each. */
  readonly planted: number;
  readonly pieces: number;
}

const SLOTS = 432; // 36 hours
const SKILLS = ['mix', 'shape', 'oven'] as const;
const [MIX, SHAPE, OVEN] = [0, 1, 2];
const [MIXER, TUBS, BASKETS, COLD] = [0, 1, 2, 3];

/**
 * Plants batches one by one where they fit, then widens the waits around where they stand: so there is a plan, and its
 * waits are not at their best.
 *
 * @param seed of chance
 * @param wanted batches that there is time for
 * @param size people, mixers and decks for that many
 * @param most batches that are planted
 */
export function plantedBakery(
  seed: number,
  wanted: number,
  size: {
    readonly people: number;
    readonly mixers: number;
    readonly decks: number;
    readonly oneHeat?: boolean;
  },
  most = wanted,
): MadeBakery {
  const chance = chanceFrom(seed);
  const between = (from: number, to: number) => from + Math.floor(chance() * (to - from + 1));
  const used = new Map<string, Uint16Array>();
  const row = (name: string): Uint16Array => {
    const known = used.get(name) ?? new Uint16Array(SLOTS);
    used.set(name, known);
    return known;
  };
  const free = (name: string, limit: number, from: number, to: number) =>
    from >= 0 &&
    to <= SLOTS &&
    row(name)
      .subarray(from, to)
      .every((each) => each < limit);
  const take = (name: string, from: number, to: number) => {
    for (let slot = from; slot < to; slot += 1) row(name)[slot] = (row(name)[slot] ?? 0) + 1;
  };
  /** The mixers are at work for 0.8 of the slots in which mixing may begin. */
  const mixing = Math.ceil((wanted * 4.5) / (size.mixers * 0.8));
  // Shifts of ten hours that begin one after the other, so that nobody is there the whole day.
  const people = Array.from({ length: size.people }, (_, index) => {
    const from = Math.round((index * mixing) / Math.max(1, size.people - 1));
    return {
      name: `Hand ${index + 1}`,
      skills: index % 3 === 0 ? 0b111 : index % 3 === 1 ? 0b011 : 0b110,
      helps: 0,
      free: [[from, Math.min(SLOTS, from + 120)] as const],
    };
  });
  const handFor = (skill: number, from: number, to: number) =>
    people.findIndex(
      ({ skills, free: shifts }, person) =>
        (skills >> skill) & 1 &&
        shifts.some(([begin, end]) => begin <= from && to <= end) &&
        free(`hand ${person}`, 1, from, to),
    );

  const tables: Table[] = [];
  const tasks: Task[] = [];
  const arcs: Arc[] = [];
  const batches: Batch[] = [];
  /** A wait that allows what was planted, and is best somewhere near it. */
  const windowAround = (planted: number, loose: number): number => {
    const best = Math.max(1, planted + between(-loose, loose));
    const earliest = Math.max(0, Math.min(best, planted) - between(0, loose));
    const latest = Math.max(best, planted) + between(0, loose);
    tables.push({ earliest: [earliest], best: [best], latest: [latest] });
    return tables.length - 1;
  };
  const fixedWait = (slots: number): number => {
    tables.push({ earliest: [slots], best: [slots], latest: [slots] });
    return tables.length - 1;
  };

  for (let tries = 0; batches.length < most && tries < wanted * 400; tries += 1) {
    const bake = between(5, 9);
    const steps = [
      { kind: 'mix', slots: between(3, 6), skill: MIX, wait: between(24, 50), loose: 8, hold: TUBS },
      { kind: 'shape', slots: between(2, 5), skill: SHAPE, wait: between(14, 30), loose: 6, hold: BASKETS },
      { kind: 'load', slots: between(1, 2), skill: OVEN, wait: bake, loose: 0, hold: -1 },
      { kind: 'out', slots: 1, skill: OVEN, wait: between(12, 20), loose: -1, hold: -1 },
      { kind: 'pack', slots: between(1, 3), skill: SHAPE, wait: 0, loose: 0, hold: -1 },
    ] as const;
    const slotsOf = steps.reduce((sum, { slots, wait }) => sum + slots + wait, 0);
    let at = between(0, Math.min(mixing, SLOTS - slotsOf - 1));
    const [mix, shape, load, out, pack] = steps.map(({ slots, wait }): Span => {
      const from = at;
      at += slots + wait;
      return [from, from + slots];
    }) as [Span, Span, Span, Span, Span];
    const spans = [mix, shape, load, out, pack];
    const hands = steps.map(({ skill }, index) => handFor(skill, ...(spans[index] ?? mix)));
    const deckEnd = load[1] + bake + 2;
    const fits =
      hands.every((hand) => hand >= 0) &&
      free('mixer', size.mixers, ...mix) &&
      free('deck', size.decks, load[0], deckEnd) &&
      free('tub', size.mixers * 6, mix[1], shape[0]) &&
      free('basket', size.decks * 4, shape[1], load[0]);
    if (!fits) continue;
    take('mixer', ...mix);
    take('deck', load[0], deckEnd);
    take('tub', mix[1], shape[0]);
    take('basket', shape[1], load[0]);
    hands.forEach((hand, index) => take(`hand ${hand}`, ...(spans[index] ?? mix)));
    const batch = batches.length;
    const first = tasks.length;
    steps.forEach(({ kind, slots, skill, wait, loose, hold }, index) => {
      const modes: Mode[] = [
        {
          name: '',
          slots,
          people: 1,
          thing: null,
          cost: 0,
          uses: kind === 'mix' ? [{ resource: MIXER, amount: 1 }] : [],
          load:
            kind === 'load'
              ? { oven: 0, profile: batch % 3, fill: 1000, slots: slots + bake + 2, before: 0 }
              : null,
        },
      ];
      if (kind === 'shape' && slots > 2)
        modes.push({
          name: 'two',
          slots: Math.ceil(slots * 0.55),
          people: 2,
          uses: [],
          load: null,
          thing: null,
          cost: 0,
        });
      tasks.push({
        id: `${batch}.${kind}`, batch, kind, first: 0, last: SLOTS, modes, skill,
        due: kind === 'pack' ? Math.min(SLOTS - 1, pack[1] + between(0, 3)) : null, told: null,
      }); // prettier-ignore
      if (index === steps.length - 1) return;
      const table =
        loose === -1
          ? tables.push({ earliest: [wait], best: [wait], latest: [SLOTS] }) - 1
          : loose === 0
            ? fixedWait(wait)
            : windowAround(wait, loose);
      const ways = [
        {
          name: 'room',
          tables: [table],
          holds: hold < 0 ? [] : [{ resource: hold, amount: 1 }],
          cost: 0,
          weight: loose > 0 ? 1 : 0,
        },
      ];
      if (kind === 'shape')
        ways.push({
          name: 'cold',
          tables: [tables.push({ earliest: [60], best: [100], latest: [180] }) - 1],
          holds: [
            { resource: BASKETS, amount: 1 },
            { resource: COLD, amount: 1 },
          ],
          cost: 6,
          weight: loose > 0 ? 1 : 0,
        });
      arcs.push({
        from: first + index, to: first + index + 1, ways, levels: false,
      }); // prettier-ignore
    });
    batches.push({
      id: `batch-${batch}`, name: `Batch ${batch + 1}`, leaders: [],
      tasks: steps.map((_, index) => first + index),
    }); // prettier-ignore
  }
  const resource = (name: string, capacity: number) => ({ id: name, name, capacity, unit: '', out: [] });
  return {
    planted: batches.length,
    pieces: tasks.reduce(
      (sum, { kind, modes }) => sum + (kind === 'shape' ? (modes[0]?.slots ?? 0) * 10 : 0),
      0,
    ),
    instance: {
      origin: 0,
      slots: SLOTS,
      skills: [...SKILLS],
      people,
      resources: [
        resource('mixer', size.mixers),
        resource('tub', size.mixers * 6),
        resource('basket', size.decks * 4),
        resource('cold', size.decks * 2),
      ],
      ovens: [
        {
          id: 'oven',
          name: 'Oven',
          decks: size.decks,
          oneHeat: size.oneHeat ?? false,
          stones: null,
          reheat: 24,
          out: [],
        },
      ],
      tables,
      tasks,
      arcs,
      batches,
      begin: 0,
      night: [],
      weights: { night: 0, ovenIdle: 0.2, hot: 0, early: 0, told: 0, begin: 0 },
    },
  };
}

/** One of the small days whose best is proved: five batches of five tasks for three people. */
export const provedDay = (seed: number): Instance =>
  plantedBakery(seed, 5, { people: 3, mixers: 1, decks: 2 }).instance;

/**
 * A bakery that has no plan by construction: bread due sooner than its waits add up to, or more to mix, shape or bake
 * within a stretch than fits.
 */
export function impossibleBakery(seed: number): Instance {
  const { instance } = plantedBakery(seed, 4, { people: 4, mixers: 1, decks: 2 });
  const shortest = (task: Task) => Math.min(...task.modes.map(({ slots }) => slots));
  const kind = ['late', 'mix', 'shape', 'load'][seed % 4] ?? 'late';
  if (kind === 'late') {
    const chain = instance.batches[seed % instance.batches.length]?.tasks ?? [];
    const work = chain.reduce((sum, index) => sum + shortest(instance.tasks[index] ?? NO_TASK), 0);
    const waits = instance.arcs
      .filter(({ from }) => chain.includes(from))
      .map(({ ways }) =>
        Math.min(...ways.map(({ tables: [each = 0] }) => instance.tables[each]?.earliest[0] ?? 0)),
      );
    const due = work + waits.reduce((sum, wait) => sum + wait, 0) - 1;
    return {
      ...instance,
      tasks: instance.tasks.map((task, index) => (index === chain.at(-1) ? { ...task, due } : task)),
    };
  }
  // All that is of this kind must lie within a stretch that is a slot too short for it.
  const own = instance.tasks.filter((task) => task.kind === kind);
  const amount = (task: Task) =>
    loadOf(task)
      ? ((loadOf(task)?.fill ?? 0) / 1000) * (loadOf(task)?.slots ?? 0)
      : shortest(task) * (kind === 'shape' ? (task.modes[0]?.people ?? 1) : 1);
  const need = own.reduce((sum, task) => sum + amount(task), 0);
  const width = kind === 'load' ? (instance.ovens[0]?.decks ?? 0) : 1;
  const from = 60;
  const to = from + Math.ceil(need / width) - 1;
  const people =
    kind === 'shape'
      ? instance.people.map((each, index) => (index === 0 ? each : { ...each, skills: each.skills & ~2 }))
      : instance.people;
  return {
    ...instance,
    people,
    tasks: instance.tasks.map((task) =>
      task.kind === kind
        ? { ...task, first: from, last: to - (loadOf(task)?.slots ?? shortest(task)) }
        : { ...task, due: null },
    ),
  };
}

const loadOf = (task: Task): Load | null => task.modes[0]?.load ?? null;

const NO_TASK: Task = {
  id: '', batch: 0, kind: '', first: 0, last: 0, modes: [], skill: null, due: null, told: null,
}; // prettier-ignore
