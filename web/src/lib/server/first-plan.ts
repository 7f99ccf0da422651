import { createHash } from 'node:crypto';
import { setImmediate as rest } from 'node:timers/promises';
import { networkOf } from '@jovet/core/plan/network';
import { plannedDay, type PlannedDay } from '@jovet/core/plan/explain';
import { planAtPace } from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { within } from './in-slices.ts';

/** Seconds after which a day without a plan is left to the planner in the browser. */
const MOST = 2;
/** Days that were planned lately: rooms are opened again and again. */
const kept = new Map<string, PlannedDay | null>();
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
  await rest();
  const day = await planned(input, saved, oven);
  const [oldest] = kept.keys();
  if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  kept.set(key, day);
  return day;
}

async function planned(input: DayInput, saved: Schedule | null, oven: boolean): Promise<PlannedDay | null> {
  const network = input.demand.some(({ pieces }) => pieces > 0) ? networkOf(input) : null;
  if (!network?.ok) return null;
  if (saved) return plannedDay(input, network.value, saved, oven);
  const { over, breathe } = within(MOST);
  const answer = await planAtPace(network.value, input.seed, {
    breathe,
    over: (found, rounds) => found !== null || over(found, rounds),
  });
  return answer?.verdict === 'planned' ? plannedDay(input, network.value, answer.schedule, oven) : null;
}
