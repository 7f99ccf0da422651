import type { Arc, Task } from '../instance/index.ts';
import type { Table } from '../../dough/index.ts';

/**
 * The slot in which the longest chain of a day begins if each of its waits is as short as it can be at any time: no plan
 * has a reason to begin sooner but the shifts and what else is to be done.
 *
 * @param tasks with the slots by which some of them are due
 * @returns the last slot if nothing is due
 */
export function beginOf(tasks: readonly Task[], arcs: readonly Arc[], tables: readonly Table[]): number {
  const after = tasks.map((): number[] => []);
  arcs.forEach(({ from }, index) => after[from]?.push(index));
  const known = new Map<number, number>();
  const latest = (index: number): number => {
    const before = known.get(index);
    if (before !== undefined) return before;
    const task = tasks[index];
    if (!task) return Infinity;
    const shortest = Math.min(...task.modes.map(({ slots }) => slots));
    let last = Math.min(task.last, (task.due ?? Infinity) - shortest);
    for (const which of after[index] ?? []) {
      const { to = 0, ways = [] } = arcs[which] ?? {};
      last = Math.min(last, latest(to) - leastOf(ways, tables) - shortest);
    }
    known.set(index, last);
    return last;
  };
  return Math.max(0, Math.min(...tasks.map((task, index) => (task.skill === null ? Infinity : latest(index)))));
} // prettier-ignore

/** The shortest wait of any way at any time. */
function leastOf(ways: Arc['ways'], tables: readonly Table[]): number {
  let least = Infinity;
  for (const { tables: own } of ways)
    for (const each of own)
      for (const wait of tables[each]?.earliest ?? []) if (wait >= 0 && wait < least) least = wait;
  return least === Infinity ? 0 : least;
}
