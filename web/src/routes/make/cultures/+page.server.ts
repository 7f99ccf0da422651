import { cultureFor } from '@jovet/core/learned';
import { buildsOf } from '@jovet/core/plan/explain';
import { database } from '$lib/server/database/connected';
import { listCultures } from '$lib/server/database/culture';
import { readHouse } from '$lib/server/database/house';
import { serverNow } from '$lib/server/clock';
import { dayAtHand, planOfDay } from '$lib/server/plan-of-day';

export const load = async ({ locals }) => {
  const db = database();
  const { actor } = locals;
  const now = serverNow();
  const { date } = await dayAtHand(db, actor, now);
  const [cultures, house, plan] = await Promise.all([
    listCultures(db, actor),
    readHouse(db, actor),
    planOfDay(db, actor, date),
  ]);
  const kept = cultures.map(({ culture }) => culture);
  const needs = (plan ? buildsOf(plan.network, plan.schedule) : []).map((build) => ({
    ...build,
    culture: cultureFor(build, kept)?.slug ?? null,
  }));
  return { cultures, house, now, day: plan && { date, n: plan.n }, needs, by: actor.name };
};
