import { addDays, localTime } from '@jovet/core/time';
import type { Actor } from './database/connection';
import { database } from './database/connected';
import { dayInputFor, listDayPlans, readDayPlan } from './database/day-plan';
import { dayOfPage } from './dates';
import { firstPlan } from './first-plan';

/**
 * A day for a room that plans it: as it stands now, as it was saved, and all its plans. Without a date it is tomorrow.
 *
 * @param oven its first plan comes with what stands on which deck
 */
export async function loadDay(wanted: string | undefined, actor: Actor, oven: boolean) {
  const db = database();
  const date = dayOfPage(wanted) ?? addDays(localTime(Date.now() / 1000, actor.zone).date, 1);
  const [now, saved, plans] = await Promise.all([
    dayInputFor(db, actor, date),
    readDayPlan(db, actor, date),
    listDayPlans(db, actor, date),
  ]);
  // Told as text: the room is drawn in the browser, and the planner gets it as it is.
  const input = saved?.input ?? (now.ok ? now.value : null);
  const planned = input && firstPlan(input, saved?.doc.schedule ?? null, oven);
  // What was saved by other tables may not be followed any more: the planner in the browser then says so.
  const first = planned?.then((day) => day && JSON.stringify(day)).catch(() => null) ?? null;
  return {
    date,
    now: JSON.stringify(now),
    saved: saved && JSON.stringify(saved),
    plans,
    first: Promise.resolve(first),
  };
}
