import type { OnBench } from '@jovet/core/run';
import type { ViewTask } from '@jovet/core/plan/explain';

/** A sentence begins with a capital. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Minutes from which on time is told in days. */
const DAYS = 36 * 60;

/** Time left as it is read across the room: `33 min`, `1:10 h`, `5 min ago`, `3 days`. */
export function leftWords(seconds: number): string {
  const minutes = Math.round(Math.abs(seconds) / 60);
  const text =
    minutes < 100
      ? `${minutes} min`
      : minutes >= DAYS
        ? `${Math.round(minutes / 1440)} days`
        : `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')} h`;
  return seconds < -30 ? `${text} ago` : text;
}

/** How a task stands: due, begun, or to come. */
export function whenWords({ start }: ViewTask, begun: number | null, now: number): string {
  if (begun !== null) return `in your hands for ${leftWords(now - begun)}`;
  const late = now - start;
  if (late >= 60) return `due ${leftWords(-late)}`;
  return late >= -60 ? 'due now' : `next, in ${leftWords(-late)}`;
}

/** Which of its kind a task is, where a batch has several: `2 of 3`. */
export function whichOf(task: ViewTask, tasks: readonly ViewTask[]): string {
  const alike = tasks.filter(
    ({ note }) =>
      note.kind === task.note.kind &&
      note.dough === task.note.dough &&
      note.batch === task.note.batch &&
      note.name === task.note.name,
  );
  return alike.length > 1 ? `${alike.findIndex(({ id }) => id === task.id) + 1} of ${alike.length}` : '';
}

/** What a dough on the bench gets ready for. */
export const readyFor = (of: OnBench['of'], task: ViewTask | undefined): string =>
  of === 'preferment'
    ? 'to ripe'
    : of === 'proof'
      ? 'to the oven'
      : task?.note.kind === 'lock-in'
        ? 'to the lock-in'
        : 'to the cut';
