import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { addDays, localTime } from '@jovet/core/time';
import { database } from '$lib/server/database/connected';
import { dayInputFor, listDayPlans, readDayPlan } from '$lib/server/database/day-plan';

export const load = async ({ params, locals: { actor } }) => {
  const db = database();
  if (params.date !== undefined && !z.iso.date().safeParse(params.date).success)
    error(404, 'This is not a day of the calendar.');
  const date = params.date ?? addDays(localTime(Date.now() / 1000, actor.zone).date, 1);
  const [now, saved, plans] = await Promise.all([
    dayInputFor(db, actor, date),
    readDayPlan(db, actor, date),
    listDayPlans(db, actor, date),
  ]);
  // Told as text: the room is drawn in the browser, and the planner gets it as it is.
  return { date, now: JSON.stringify(now), saved: saved && JSON.stringify(saved), plans };
};
