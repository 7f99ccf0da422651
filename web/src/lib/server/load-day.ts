import { addDays, localTime } from '@jovet/core/time';
import type { Actor } from './database/connection';
import { database } from './database/connected';
import { dayInputFor, listDayPlans, readDayPlan } from './database/day-plan';
import { dayOfPage } from './dates';

/** A day for a room that plans it: as it stands now, as it was saved, and all its plans. Without a date it is tomorrow. */
export async function loadDay(wanted: string | undefined, actor: Actor) {
  const db = database();
  const date = dayOfPage(wanted) ?? addDays(localTime(Date.now() / 1000, actor.zone).date, 1);
  const [now, saved, plans] = await Promise.all([
    dayInputFor(db, actor, date),
    readDayPlan(db, actor, date),
    listDayPlans(db, actor, date),
  ]);
  // Told as text: the room is drawn in the browser, and the planner gets it as it is.
  return { date, now: JSON.stringify(now), saved: saved && JSON.stringify(saved), plans };
}
