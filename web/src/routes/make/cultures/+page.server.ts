import { planDough } from '@jovet/core/day';
import { localTime } from '@jovet/core/time';
import { nextDay, readDay } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';
import { listCultures } from '$lib/server/database/culture';
import { readHouse } from '$lib/server/database/house';

/** What the next bake needs of a levain or sour, kg, and when it goes into the mix, epoch seconds. */
interface Need {
  readonly name: string;
  readonly kilograms: number;
  readonly at: number;
}

/** What is needed later than this is not fed yet, s. */
const AHEAD = 48 * 3600;

export const load = async ({ locals }) => {
  const db = database();
  const { actor } = locals;
  const now = Math.floor(Date.now() / 1000);
  const [cultures, house] = await Promise.all([listCultures(db, actor), readHouse(db, actor)]);
  return { cultures, house, now, needs: await needs(), by: actor.name };

  async function needs(): Promise<Need[]> {
    const date = await nextDay(db, actor, now, localTime(now, actor.zone).date);
    const day = date === null ? null : await readDay(db, actor, date);
    const plan = day && planDough(day.input);
    if (!plan?.ok) return [];
    const mix = plan.value.steps.find(({ key }) => key === 'mix')?.at ?? now;
    if (mix < now || mix > now + AHEAD) return [];
    return plan.value.scaled.parts
      .filter(({ slug }) => slug === plan.value.leaven.stage.slug)
      .map(({ name, needed }) => ({ name, kilograms: needed, at: mix }));
  }
};
