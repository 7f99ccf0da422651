import { mixesOf } from '@jovet/core/plan/explain';
import { localTime } from '@jovet/core/time';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { droppedMixes, listMixes, readLog } from '$lib/server/database/mix';
import { dayOfPage } from '$lib/server/dates';
import { serverNow } from '$lib/server/clock';
import { dayAtHand, planOfDay } from '$lib/server/plan-of-day';

export const load = async ({ params, locals }) => {
  const db = database();
  const { actor } = locals;
  const now = serverNow();
  const today = localTime(now, actor.zone).date;
  const date = dayOfPage(params.date) ?? (await dayAtHand(db, actor, now)).date;
  const [house, plan, mixes, dropped, log] = await Promise.all([
    readHouse(db, actor),
    planOfDay(db, actor, date),
    listMixes(db, actor, date),
    droppedMixes(db, actor, date),
    readLog(db, actor),
  ]);
  const planned = plan && { n: plan.n, mixes: mixesOf(plan.input, plan.network, plan.schedule) };
  return { date, today, house, planned, mixes, dropped, log, by: actor.name };
};
