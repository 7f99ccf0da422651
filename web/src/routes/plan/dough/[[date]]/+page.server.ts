import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { addDays, localTime } from '@jovet/core/time';
import { latestOrder, nextDay, readDayRoom } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';

export const load = async ({ params, locals }) => {
  const db = database();
  const { actor } = locals;
  if (params.date !== undefined && !z.iso.date().safeParse(params.date).success) {
    error(404, 'This is not a day of the calendar.');
  }
  const date = params.date ?? (await dayToOpen());
  const { house, saved, logged } = await readDayRoom(db, actor, date);
  return { date, house, saved, logged, example: saved === null ? await latestOrder(db, actor) : null };

  /** Without a day in the address: the next van that is planned, or else tomorrow. */
  async function dayToOpen(): Promise<string> {
    const now = Date.now() / 1000;
    const today = localTime(now, actor.zone).date;
    return (await nextDay(db, actor, now, today)) ?? addDays(today, 1);
  }
};
