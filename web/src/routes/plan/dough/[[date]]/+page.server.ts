import { addDays, localTime } from '@jovet/core/time';
import { latestOrder, nextDay, readDayRoom } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';
import { dayOfPage } from '$lib/server/dates';

export const load = async ({ params, locals }) => {
  const db = database();
  const { actor } = locals;
  const date = dayOfPage(params.date) ?? (await dayToOpen());
  const { house, saved, logged } = await readDayRoom(db, actor, date);
  return { date, house, saved, logged, example: saved === null ? await latestOrder(db, actor) : null };

  /** Without a day in the address: the next van that is planned, or else tomorrow. */
  async function dayToOpen(): Promise<string> {
    const now = Date.now() / 1000;
    const today = localTime(now, actor.zone).date;
    return (await nextDay(db, actor, now, today)) ?? addDays(today, 1);
  }
};
