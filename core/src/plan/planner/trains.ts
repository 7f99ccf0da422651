import type { Instance } from '../instance/index.ts';

/** Loads of one batch that cannot all be in the oven together: they follow one another as the waggons of a train. */
export interface Train {
  /** Slots by which each load comes after the first, by its task. */
  readonly after: ReadonlyMap<number, number>;
  /** Slots from one waggon to the next. */
  readonly cadence: number;
}

/** The train of a batch: its loads in the order in which they leave, as many in a waggon as go in together; null where all do. */
export function trainOf({ tasks, ovens, batches, arcs }: Instance, batch: number): Train | null {
  const bakes = (index: number) => tasks[index]?.modes.some(({ load }) => load && !load.warm) ?? false;
  const own = (batches[batch]?.tasks ?? []).filter(bakes);
  if (own.length < 2) return null;
  // What leaves first is baked first: a load goes by what is packed of it.
  const dueOf = (index: number): number => {
    const after = arcs.filter(({ from }) => from === index).map(({ to }) => to);
    return Math.min(tasks[index]?.due ?? Infinity, ...after.map(dueOf));
  };
  const ordered = own.map((index) => ({ index, due: dueOf(index) })).sort((a, b) => a.due - b.due);
  const after = new Map<number, number>();
  let [waggon, fill, cadence] = [0, 0, 0];
  for (const { index } of ordered) {
    const modes = tasks[index]?.modes ?? [];
    // The oven in which it takes the smallest share is the one that it is reckoned by.
    const shares = modes.flatMap(({ load }) => (load ? [Math.ceil(load.fill / 1000) / Math.max(1, ovens[load.oven]?.decks ?? 1)] : []));
    const share = Math.min(1, ...shares);
    if (fill + share > 1 + 1e-9) [waggon, fill] = [waggon + 1, 0];
    fill += share;
    after.set(index, waggon);
    cadence = Math.max(cadence, ...modes.map(({ load }) => (load ? load.slots + Math.max(0, load.before) : 0)));
  }
  return waggon === 0 ? null : { after: new Map([...after].map(([index, n]) => [index, n * cadence])), cadence };
} // prettier-ignore
