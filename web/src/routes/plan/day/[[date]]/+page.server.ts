import { addDays, localTime } from '@jovet/core/time';
import { database } from '$lib/server/database/connected';
import { dayInputFor, listDayPlans, readDayPlan } from '$lib/server/database/day-plan';
import { dayOfPage } from '$lib/server/dates';

export const load = async ({ params, locals: { actor } }) => {
  const db = database();
  const date = dayOfPage(params.date) ?? addDays(localTime(Date.now() / 1000, actor.zone).date, 1);
  const [now, saved, plans] = await Promise.all([
    dayInputFor(db, actor, date),
    readDayPlan(db, actor, date),
    listDayPlans(db, actor, date),
  ]);
  // Told as text: the room is drawn in the browser, and the planner gets it as it is.
  return { date, now: JSON.stringify(now), saved: saved && JSON.stringify(saved), plans };
};
