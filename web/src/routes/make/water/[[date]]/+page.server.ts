import { localTime } from '@jovet/core/time';
import { nextDay, readDay } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { droppedMixes, listMixes, readLog } from '$lib/server/database/mix';
import { dayOfPage } from '$lib/server/dates';

/** A dough that leaves within this time is mixed now, s. */
const SOON = 18 * 3600;

export const load = async ({ params, locals }) => {
  const db = database();
  const { actor } = locals;
  const now = Math.floor(Date.now() / 1000);
  const today = localTime(now, actor.zone).date;
  const date = dayOfPage(params.date) ?? (await dayToMix());
  const [house, day, mixes, dropped, log] = await Promise.all([
    readHouse(db, actor),
    readDay(db, actor, date),
    listMixes(db, actor, date),
    droppedMixes(db, actor, date),
    readLog(db, actor),
  ]);
  return { date, today, house, planned: day?.input ?? null, mixes, dropped, log, by: actor.name };

  /** The bake day whose van leaves within the night, or else today. */
  async function dayToMix(): Promise<string> {
    const next = await nextDay(db, actor, now, today);
    return next !== null && next <= localTime(now + SOON, actor.zone).date ? next : today;
  }
};
