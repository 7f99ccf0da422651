import { createHash } from 'node:crypto';
import type { PlannedDay } from '@jovet/core/plan/explain';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { inPool } from './pool.ts';

/** Seconds after which a day without a plan is left to the planner in the browser. */
const MOST = 2;
/** Days that were planned lately: rooms are opened again and again. */
const kept = new Map<string, PlannedDay>();
const MOST_KEPT = 12;

/**
 * The first plan of a day, or one that was saved, ready to be shown while the planner in the browser still wakes up: the
 * same that it finds first.
 *
 * @param oven it comes with what stands on which deck
 * @returns null where there is none at once
 */
export async function firstPlan(
  input: DayInput,
  saved: Schedule | null,
  oven: boolean,
): Promise<PlannedDay | null> {
  const key = createHash('sha256')
    .update(JSON.stringify([input, saved, oven]))
    .digest('base64');
  const known = kept.get(key);
  if (known !== undefined) return known;
  const ended = await inPool('first', { input, saved, oven, seconds: MOST }, 2 * MOST);
  if ('refused' in ended) return null;
  const day = ended.done;
  // What was not found for want of time may be found the next time.
  if (!day) return null;
  const [oldest] = kept.keys();
  if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  kept.set(key, day);
  return day;
}
