import { tableAt, type Instance, type Placed, type Way } from './instance.ts';

/** The slot in which a task is over. */
export const endOf = (
  { tasks }: Pick<Instance, 'tasks'>,
  task: number,
  { start, mode }: Pick<Placed, 'start' | 'mode'>,
): number => start + (tasks[task]?.modes[mode]?.slots ?? 0);

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
