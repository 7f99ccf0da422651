import { actualsOf, skippedOf } from './actuals.ts';
import { type PlannedTask } from './open.ts';
import type { Event } from './event.ts';

/** A pre-ferment, dough or load of pieces that rises until something is done with it. */
export interface RisingDough {
  readonly of: 'preferment' | 'bulk' | 'proof';
  readonly name: string;
  /** Its dough, as the tasks name it. */
  readonly dough: string;
  /** Ids of the task after which it rises, and of the one that it must be ready for. */
  readonly from: string;
  readonly to: string;
  /** When it is, epoch seconds. */
  readonly ready: { readonly earliest: number; readonly best: number; readonly latest: number };
  /** Volumes of gas that are best then. */
  readonly wanted: number;
  readonly course: readonly { readonly at: number; readonly rise: number; readonly temperature: number }[];
  /** Of a dough in its tubs: the mix that a height is noted of, and cm when it is filled and when it is ready. */
  readonly tub: { readonly mix: string; readonly start: number; readonly ready: number } | null;
  /** Tubs, or pieces. */
  readonly count: number;
}

/** A dough that rises now. */
export interface OnBench extends RisingDough {
  /** Seconds until it is ready; below zero: since it was. */
  readonly left: number;
  readonly rise: number;
  /** °C */
  readonly temperature: number;
  /** cm, where it stands in a tub. */
  readonly height: number | null;
}

/** A task as somebody has to do it. */
export interface HandTask extends PlannedTask {
  readonly people: readonly string[];
}

/** What is to be done, for a person or for all. */
export interface AtHand<T> {
  /** Begun, and not over. */
  readonly begun: readonly T[];
  /** To be begun by now, the longest due first. */
  readonly due: readonly T[];
  /** What comes then. */
  readonly next: readonly T[];
}

/**
 * What is in somebody's hands, what is due and what is next.
 *
 * @param who a person of the plan; null: all of them
 *
 * @example
 * const task = { id: 'oat-tin.1.mix', start: 100, end: 400, people: ['Isk'] };
 * assert.deepEqual(atHand([task], [], 200, 'Isk').due, [task]);
 * assert.deepEqual(atHand([task], eventsOf([{ task: task.id, start: 150, end: null }]), 200, null).begun, [task]);
 */
export function atHand<T extends HandTask>(
  tasks: readonly T[],
  events: readonly Event[],
  now: number,
  who: string | null,
): AtHand<T> {
  const actuals = actualsOf(events);
  const own = tasks
    .filter(({ people }) => who === null || people.includes(who))
    .toSorted((a, b) => a.start - b.start);
  const open = own.filter(({ id }) => !actuals.has(id));
  return {
    begun: own.filter(({ id }) => actuals.get(id)?.end === null),
    due: open.filter(({ start }) => start <= now),
    next: open.filter(({ start }) => start > now),
  };
}

/** What nobody said anything of is taken to have been done so long after it should have been, s. */
const TAKEN_AS_DONE = 3600;

/**
 * What stands on the bench at a moment, what is ready first before the others.
 *
 * @param rising by the newest forecast
 * @param tasks as they are planned
 */
export function onBench(
  rising: readonly RisingDough[],
  tasks: readonly PlannedTask[],
  events: readonly Event[],
  now: number,
): OnBench[] {
  const actuals = actualsOf(events);
  const skipped = skippedOf(events);
  const planned = new Map(tasks.map((task) => [task.id, task]));
  const wasSkipped = ({ id, start }: PlannedTask): boolean => (skipped.get(id) ?? -Infinity) >= start;
  const isOver = (id: string): boolean => {
    const [actual, task] = [actuals.get(id), planned.get(id)];
    if (actual) return actual.end !== null && actual.end <= now;
    return task !== undefined && task.end <= now && !wasSkipped(task);
  };
  const isBegun = (id: string): boolean => {
    const task = planned.get(id);
    return actuals.has(id) || (task !== undefined && task.start < now - TAKEN_AS_DONE && !wasSkipped(task));
  };
  return rising
    .filter(({ from, to }) => isOver(from) && !isBegun(to))
    .map((each): OnBench => {
      const { rise, temperature } = momentAt(each.course, now);
      const { tub, wanted } = each;
      const height =
        tub && wanted > 0 ? tub.start + (tub.ready - tub.start) * (rise / wanted) : (tub?.start ?? null);
      return { ...each, left: each.ready.best - now, rise, temperature, height };
    })
    .sort((a, b) => a.left - b.left);
}

/** A course at a moment, by straight lines; beyond its end as it goes on. */
function momentAt(course: RisingDough['course'], now: number): { rise: number; temperature: number } {
  const at = course.findIndex((each) => each.at >= now);
  const index = Math.max(1, at < 0 ? course.length - 1 : at);
  const [before, after] = [course[index - 1], course[index]];
  if (!before || !after) return { rise: course[0]?.rise ?? 0, temperature: course[0]?.temperature ?? 0 };
  const share = after.at > before.at ? Math.max(0, (now - before.at) / (after.at - before.at)) : 0;
  // A dough that stands past its last moment goes on rising for a while; nobody knows how it falls.
  const far = Math.min(share, 2);
  return {
    rise: Math.max(0, before.rise + far * (after.rise - before.rise)),
    temperature: before.temperature + Math.min(1, share) * (after.temperature - before.temperature),
  };
}
