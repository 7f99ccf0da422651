import type { OvenDay, OvenItem, OvenLoad, ViewTask } from '@jovet/core/day';

/** Something to do at the oven at a time. */
export interface OvenMoment {
  /** The same for ever, so that what was done stays done. */
  readonly id: string;
  readonly kind: 'load' | 'vent' | 'look' | 'turn' | 'out';
  readonly at: number;
  readonly load: OvenLoad;
  readonly items: readonly OvenItem[];
}

/** Share of a bake after which pieces are turned where a side is hotter. Chosen for Jovet. */
export const TURN = 0.6;

/** What is to be done at the oven by a plan, in the order of time. */
export function ovenMoments(oven: OvenDay, tasks: readonly ViewTask[]): OvenMoment[] {
  const idOf = (task: number) => tasks.find(({ index }) => index === task)?.id ?? String(task);
  const looks = new Map(tasks.filter(({ note }) => note.kind === 'look').map(({ id, start }) => [id, start]));
  const lookOf = ({ load }: OvenItem): number[] => {
    const at = looks.get(idOf(load).replace(/load$/, 'look'));
    return at === undefined ? [] : [at];
  };
  const moments = oven.loads.flatMap((load): OvenMoment[] => {
    const [first] = load.items;
    if (!first) return [];
    const all = { load, items: load.items };
    const steamed = load.items.filter(({ steam, minutes }) => steam > 0 && steam < minutes);
    const vent = Math.max(0, ...steamed.map(({ steam }) => steam));
    return [
      { ...all, id: `load ${idOf(first.load)}`, kind: 'load', at: load.at },
      ...(vent > 0
        ? [{ load, items: steamed, id: `vent ${idOf(first.load)}`, kind: 'vent' as const, at: load.at + vent * 60 }]
        : []),
      ...load.items.flatMap((item): OvenMoment[] => [
        ...lookOf(item).map((at) => ({ load, items: [item], id: `look ${idOf(item.load)}`, kind: 'look' as const, at })),
        ...(oven.hotSide === 'none'
          ? []
          : [{ load, items: [item], id: `turn ${idOf(item.load)}`, kind: 'turn' as const, at: item.inAt + item.minutes * 60 * TURN }]),
        { load, items: [item], id: `out ${idOf(item.out)}`, kind: 'out', at: item.outAt },
      ]),
    ];
  }); // prettier-ignore
  return moments.sort((a, b) => a.at - b.at);
}

/** What a moment asks for, in words. */
export const MOMENT_WORDS: Readonly<Record<OvenMoment['kind'], string>> = {
  load: 'Load',
  vent: 'Let the steam out',
  look: 'First look',
  turn: 'Turn round',
  out: 'Take out',
};

/** Pieces by name: `26 Oat tin and 12 Quay small`. */
export const itemWords = (items: readonly OvenItem[]): string =>
  items.map(({ pieces, name }) => `${pieces} ${name}`).join(' and ');

/** Decks as people count them: `deck 1`, `decks 1, 2`. */
export function deckWords(load: OvenLoad, item?: OvenItem): string {
  const lot = item ? load.items.indexOf(item) : -1;
  const decks = load.decks
    .filter(({ pieces }) => lot < 0 || pieces.some((each) => each.lot === lot))
    .map(({ deck }) => deck + 1);
  return decks.length === 0 ? 'no deck' : `${decks.length === 1 ? 'deck' : 'decks'} ${decks.join(', ')}`;
}
