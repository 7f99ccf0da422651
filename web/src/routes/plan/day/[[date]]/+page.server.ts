import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { addDays, localTime } from '@jovet/core/time';
import { listDays, readDay, readOrders } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';
import { readFormulas } from '$lib/server/database/formula';

const LISTED = 30;

export const load = async ({ params, locals, parent }) => {
  const { date } = params;
  if (date !== undefined && !z.iso.date().safeParse(date).success)
    error(404, 'This is not a day of the calendar.');
  const db = database();
  const { actor } = locals;
  const [formulas, days, { now }] = await Promise.all([
    readFormulas(db, actor),
    listDays(db, actor, LISTED),
    parent(),
  ]);
  const seconds = Date.now() / 1000;
  // Today's room opens on the next van that is planned; without one, on a new plan for tomorrow.
  const next = days.findLast((day) => day.doc.dispatch > seconds);
  const opened = date ?? next?.date ?? addDays(localTime(seconds, now.bakehouse.zone).date, 1);
  const latest = days[0]?.date;
  const [saved, orders, example] = await Promise.all([
    readDay(db, actor, opened),
    readOrders(db, actor, opened),
    latest === undefined ? null : readDay(db, actor, latest),
  ]);
  return {
    date: opened,
    formulas,
    days,
    saved,
    orders,
    example: saved ? null : (example?.input.order ?? null),
  };
};
