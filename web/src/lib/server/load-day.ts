import type { Actor } from './database/connection';
import { database } from './database/connected';
import { dayInputFor, listDayPlans, readDayPlan } from './database/day-plan';
import { dayOfPage } from './dates';
import { dayAtHand } from './plan-of-day';
import { serverNow } from './clock';
import { readFoundPlan } from './database/found-plan';
import { firstPlan } from './planning/first-plan';

/**
 * A day for a room that plans it: as it stands now, as it was saved, and all its plans. Without a date it is the day at hand.
 *
 * Told as text: the room is drawn in the browser, and the planner gets it as it is.
 *
 * @param oven its first plan comes with what stands on which deck
 */
export async function loadDay(wanted: string | undefined, actor: Actor, oven: boolean) {
  const db = database();
  const asked = dayOfPage(wanted);
  const opened = asked === undefined ? await dayAtHand(db, actor, serverNow()) : null;
  const date = asked ?? opened?.date ?? '';
  const [now, saved, plans] = await Promise.all([
    dayInputFor(db, actor, date),
    readDayPlan(db, actor, date),
    listDayPlans(db, actor, date),
  ]);
  // A saved plan shows what it showed; a day without one what was found for it before, or the first that is found.
  const found = saved || !now.ok ? null : await readFoundPlan(db, actor, now.value);
  const planned = saved || !now.ok ? null : firstPlan(now.value, found, oven);
  const first = planned?.then((day) => day && JSON.stringify(day)).catch(() => null) ?? null;
  return {
    date,
    /** Why this day was opened, where none was asked for. */
    why: opened?.why ?? null,
    now: JSON.stringify(now),
    saved: saved && JSON.stringify(saved),
    plans,
    found: found && JSON.stringify(found),
    first: Promise.resolve(first),
  };
}
