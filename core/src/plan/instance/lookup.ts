import type { Instance, Load, Placed, Task, Way } from './instance.ts';
import { levelOf, tableAt, type Table } from '../../dough/index.ts';

/**
 * The slot in which a task is over.
 *
 * @example
 * const mode = { name: 'one', slots: 3, people: 1, uses: [] };
 * assert.equal(endOf({ tasks: [{ modes: [mode] }] } as never, 0, { start: 10, mode: 0 }), 13);
 */
export const endOf = (
  { tasks }: Pick<Instance, 'tasks'>,
  task: number,
  { start, mode }: Pick<Placed, 'start' | 'mode'>,
): number => start + (tasks[task]?.modes[mode]?.slots ?? 0);

/** What goes into an oven by a task as it is placed; null: nothing. */
export const loadOf = (
  { tasks }: Pick<Instance, 'tasks'>,
  task: number,
  placed: Pick<Placed, 'mode'> | null | undefined,
): Load | null => (placed ? (tasks[task]?.modes[placed.mode]?.load ?? null) : null);

/** From when to when a load takes decks, if its task begins in a slot. */
export const decksTaken = ({ slots, before }: Pick<Load, 'slots' | 'before'>, start: number): readonly [from: number, to: number] => [
  Math.max(0, start - before), start + slots,
]; // prettier-ignore

/**
 * For how long a load needs decks whatever else goes on in the oven: not while they only cool for it, or get hot after it.
 *
 * @returns slots from its start, the first may be negative
 */
export const decksNeeded = ({ slots, before, warm }: Pick<Load, 'slots' | 'before' | 'warm'>): readonly [from: number, to: number] => [
  (warm?.cools ?? 0) - before, slots - (warm?.reheats ?? 0),
]; // prettier-ignore

/** What of two loads has to be alike, beside their start, for them to share decks. */
export const deckKey = ({ profile, slots, before }: Pick<Load, 'profile' | 'slots' | 'before'>): string =>
  `${profile} ${slots} ${before}`;

/** A task that loads an oven, by whichever of its modes. */
export const loads = ({ modes }: Task): boolean => modes.some(({ load }) => load !== null);

/** When something may follow what ended in a slot, in slots after that end. */
export interface WaitWindow {
  readonly earliest: number;
  readonly best: number;
  readonly latest: number;
}

/**
 * The window of a way to wait.
 *
 * @param level how far the dough was when its bulk ended
 * @param end slot in which the earlier task ends
 * @returns null: never from there
 */
export function windowAt(
  { tables }: Pick<Instance, 'tables'>,
  way: Way | undefined,
  level: number,
  end: number,
): WaitWindow | null {
  const table = tables[way?.tables[level] ?? way?.tables[0] ?? -1];
  const earliest = table ? tableAt(table.earliest, end) : -1;
  return table && earliest >= 0
    ? { earliest, best: tableAt(table.best, end), latest: tableAt(table.latest, end) }
    : null;
}

/** The day if the bulk of an arc ended at one level and no other. */
export function atLevel(instance: Instance, bulk: number, level: number): Instance {
  const tables = [...instance.tables];
  // What comes after this bulk; batches that are placed with it have bulks of their own.
  const after = new Set([instance.arcs[bulk]?.to ?? -1]);
  for (const task of after) for (const { from, to } of instance.arcs) if (from === task) after.add(to);
  const arcs = instance.arcs.map((arc, index) => {
    if (index !== bulk && !after.has(arc.from)) return arc;
    const ways = arc.ways.map((way) => ({
      ...way,
      tables:
        index === bulk
          ? way.tables.flatMap((each) => {
              const table = tables[each];
              return table ? [tables.push(onlyLevel(table, level)) - 1] : [];
            })
          : [way.tables[level] ?? way.tables[0] ?? -1],
    }));
    return { ...arc, ways };
  });
  return { ...instance, tables, arcs };
}

/** The waits of a table that lead to one level. */
function onlyLevel({ earliest, best, latest }: Table, level: number): Table {
  const waits = earliest.map((least, at): [number, number] => {
    const [aim, most] = [best[at] ?? -1, latest[at] ?? -1];
    let [first, last] = [-1, -1];
    for (let wait = least; least >= 0 && wait <= most; wait += 1)
      if (levelOf(wait, least, aim, most) === level) [first, last] = [first < 0 ? wait : first, wait];
    return [first, last];
  });
  const [from, to] = [waits.map(([first]) => first), waits.map(([, last]) => last)];
  return { earliest: from, best: from, latest: to };
}
