import { SLOT } from '../../dough/index.ts';
import { endOf, levelsOf, windowAt, type Instance, type Schedule } from '../instance/index.ts';

/** What a task waits for: the narrowest of its waits. */
export interface TaskWait {
  /** Index of the task before it, and when that is over; epoch seconds. */
  readonly from: number;
  readonly end: number;
  /** When it could be after that. */
  readonly window: { readonly earliest: number; readonly best: number; readonly latest: number };
  /** What five minutes from its best cost. */
  readonly weight: number;
}

/** For each task of a plan what it waits for; nothing where it is the first. */
export function waitsOf(instance: Instance, schedule: Schedule): (TaskWait | undefined)[] {
  const levels = levelsOf(instance, schedule);
  const found: (TaskWait | undefined)[] = instance.tasks.map(() => undefined);
  instance.arcs.forEach(({ to }, index) => {
    const wait = windowOf(instance, schedule, levels, index);
    const known = found[to]?.window;
    if (wait && (!known || wait.window.latest - wait.window.earliest < known.latest - known.earliest))
      found[to] = wait;
  });
  return found;
}

/**
 * When what an arc leads to could be, after what it comes from.
 *
 * @param levels how far each dough is when its bulk ends
 * @returns null where there is no such arc, or no such time
 */
export function windowOf(
  instance: Instance,
  schedule: Schedule,
  levels: ReturnType<typeof levelsOf>,
  index: number,
): TaskWait | null {
  const arc = instance.arcs[index];
  const earlier = schedule.tasks[arc?.from ?? -1];
  const way = arc?.ways[schedule.ways[index] ?? 0];
  if (!arc || !earlier || !way) return null;
  const end = endOf(instance, arc.from, earlier);
  const wait = windowAt(instance, way, levels[arc.from] ?? 0, end);
  if (!wait) return null;
  const at = (slots: number) => instance.origin + (end + slots) * SLOT;
  // What has to be over by a time is not begun later than it takes.
  const { due = null } = instance.tasks[arc.to] ?? {};
  const placed = schedule.tasks[arc.to];
  const last = due === null || !placed ? Infinity : due - (endOf(instance, arc.to, placed) - placed.start);
  const latest = Math.max(wait.earliest, Math.min(wait.latest, last - end));
  const window = { earliest: at(wait.earliest), best: at(Math.min(wait.best, latest)), latest: at(latest) };
  return { from: arc.from, end: at(0), window, weight: way.weight };
}
