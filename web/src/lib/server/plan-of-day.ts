import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { addDays, localTime } from '@jovet/core/time';
import type { Actor, Db } from './database/connection.ts';
import { dayInputFor, dayWorkedAt, readDayPlan } from './database/day-plan.ts';
import { readFoundPlan } from './database/found-plan.ts';
import { digestOf } from './database/ingredient.ts';
import { firstPlan } from './first-plan.ts';

/** The plan that every room of a day hangs on. */
export interface PlanOfDay {
  readonly date: string;
  /** Number of the chosen plan; null: the newest that was found, which nobody has saved. */
  readonly n: number | null;
  readonly input: DayInput;
  readonly network: Network;
  readonly schedule: Schedule;
}

/** Networks of plans that were looked at lately, by the digest of their input. */
const networks = new Map<string, Network>();
const MOST_KEPT = 6;

function networkFor(input: DayInput): Network | null {
  const digest = digestOf(input);
  const known = networks.get(digest);
  if (known) return known;
  const network = networkOf(input);
  if (!network.ok) return null;
  const [oldest] = networks.keys();
  if (networks.size >= MOST_KEPT && oldest !== undefined) networks.delete(oldest);
  networks.set(digest, network.value);
  return network.value;
}

/**
 * The chosen plan of a day, or else the best that was found for it as it stands.
 *
 * @returns null where nothing is ordered, or nothing was found at once
 */
export async function planOfDay(db: Db, actor: Actor, date: string): Promise<PlanOfDay | null> {
  const saved = await readDayPlan(db, actor, date);
  if (saved) return planned(date, saved.n, saved.input, saved.doc.schedule);
  const now = await dayInputFor(db, actor, date);
  if (!now.ok) return null;
  const found = await readFoundPlan(db, actor, now.value);
  const schedule = found ?? (await firstPlan(now.value, null, false))?.schedule;
  return schedule ? planned(date, null, now.value, schedule) : null;
}

function planned(date: string, n: number | null, input: DayInput, schedule: Schedule): PlanOfDay | null {
  const network = networkFor(input);
  return network && schedule.tasks.length === network.instance.tasks.length
    ? { date, n, input, network, schedule }
    : null;
}

/** A day that begins within this time is worked on now, s. */
const SOON = 18 * 3600;

/** The day that is being worked on: whose chosen plan has begun or soon does, and has a van to come; or else tomorrow. */
export async function dayAtWork(db: Db, actor: Actor, now: number): Promise<string> {
  const worked = await dayWorkedAt(db, actor, now, now + SOON);
  return worked ?? addDays(localTime(now, actor.zone).date, 1);
}
