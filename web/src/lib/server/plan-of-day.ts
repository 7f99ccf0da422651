import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { dayToOpen, inOrderOf, type OpenedDay, type StandingDay } from '@jovet/core/plan';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { addDays, localTime } from '@jovet/core/time';
import type { Actor, Db } from './database/connection.ts';
import { dayInputFor, listDayPlans, readDayPlan } from './database/day-plan.ts';
import { readFoundPlan } from './database/found-plan.ts';
import { digestOf } from './database/ingredient.ts';
import { firstPlan } from './planning/first-plan.ts';

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
  if (saved) return planned(date, saved.n, saved.input, saved.doc.schedule, saved.shown?.view.tasks);
  const now = await dayInputFor(db, actor, date);
  if (!now.ok) return null;
  const found = await readFoundPlan(db, actor, now.value);
  const schedule = found ?? (await firstPlan(now.value, null, false))?.schedule;
  return schedule ? planned(date, null, now.value, schedule) : null;
}

/** @param kept its tasks as it numbers them, where it was saved */
function planned(
  date: string,
  n: number | null,
  input: DayInput,
  found: Schedule,
  kept: readonly { readonly id: string; readonly index: number }[] = [],
): PlanOfDay | null {
  const network = networkFor(input);
  const schedule = network && inOrderOf(network, found, kept);
  return network && schedule ? { date, n, input, network, schedule } : null;
}

/** So many days are looked at, today first: what is further away is planned later. */
const DAYS = 4;

/** The day that rooms open on: the one that is being worked on, else the first that can still be begun in time. */
export async function dayAtHand(db: Db, actor: Actor, now: number): Promise<OpenedDay> {
  const today = localTime(now, actor.zone).date;
  const days: StandingDay[] = [];
  for (let ahead = 0; ahead < DAYS; ahead += 1) {
    const day = await standingDay(db, actor, addDays(today, ahead));
    if (!day) continue;
    days.push(day);
    // What comes after a day that is opened for certain is not looked at.
    if (day.lastDrop > now && (day.firstHands > now || day.chosen)) break;
  }
  return dayToOpen(days, now, addDays(today, 1));
}

async function standingDay(db: Db, actor: Actor, date: string): Promise<StandingDay | null> {
  const chosen = (await listDayPlans(db, actor, date)).find((plan) => plan.chosen);
  if (chosen) return { date, chosen: true, firstHands: chosen.doc.firstHands, lastDrop: chosen.doc.lastDrop };
  const now = await dayInputFor(db, actor, date);
  const first = now.ok ? await firstPlan(now.value, await readFoundPlan(db, actor, now.value), false) : null;
  return first && { date, chosen: false, firstHands: first.view.firstHands, lastDrop: first.view.lastDrop };
}
