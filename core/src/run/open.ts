import { actualsOf, skippedOf } from './actuals.ts';
import { effectiveEvents, type Event } from './event.ts';

/** A task as a plan has it; epoch seconds. */
export interface PlannedTask {
  readonly id: string;
  readonly start: number;
  readonly end: number;
}

/** Seconds by which something may be beside its plan and still be as planned: a slot. */
const AS_PLANNED = 300;

/** Tasks that should have begun by now and of which nobody has said anything, in the order of time. */
export function unnoted<T extends PlannedTask>(
  tasks: readonly T[],
  events: readonly Event[],
  now: number,
): T[] {
  const actuals = actualsOf(events);
  const skipped = skippedOf(events);
  return tasks
    .filter(({ id, start }) => start < now && !actuals.has(id) && (skipped.get(id) ?? -Infinity) < start)
    .sort((a, b) => a.start - b.start);
}

/** What was noted that a plan has not seen and that is not just as it was planned. */
export function newsFor(
  tasks: readonly PlannedTask[],
  seen: readonly Event[],
  events: readonly Event[],
): Event[] {
  const known = new Set(seen.map(({ id }) => id));
  const planned = new Map(tasks.map((task) => [task.id, task]));
  return effectiveEvents(events).filter(({ id, subject, happened, at }) => {
    if (known.has(id)) return false;
    if (happened.kind === 'mishap') return true;
    if (subject.kind !== 'task') return false;
    const task = planned.get(subject.id);
    const wanted =
      happened.kind === 'began' ? task?.start : happened.kind === 'ended' ? task?.end : undefined;
    return wanted === undefined || Math.abs(at - wanted) > AS_PLANNED;
  });
}

/** That tasks went as they were planned, as the events that say it. */
export const asPlanned = (tasks: readonly PlannedTask[], day: string, makeId: () => string): Event[] =>
  tasks.flatMap(({ id, start, end }) => [
    said(id, day, makeId(), start, { kind: 'began' }),
    said(id, day, makeId(), end, { kind: 'ended' }),
  ]);

/** That a task was not done when it was to be. */
export const notDone = (task: string, day: string, id: string, at: number): Event =>
  said(task, day, id, at, { kind: 'skipped' });

const said = (task: string, day: string, id: string, at: number, happened: Event['happened']): Event => ({
  id, day, subject: { kind: 'task', id: task }, happened, at, instrument: 'typed', spot: 'core', offset: 0, corrects: null,
}); // prettier-ignore
