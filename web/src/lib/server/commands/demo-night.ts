import { v7 as uuid } from 'uuid';
import type { Build } from '@jovet/core/culture';
import { planAtPace } from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import { cultureFor } from '@jovet/core/learned';
import { buildsOf, type PlannedBuild } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { addDays, localTime } from '@jovet/core/time';
import type { Actor, Db } from '../database/connection.ts';
import { feedCulture, listCultures, type StoredCulture } from '../database/culture.ts';
import { dayInputFor, saveDayPlan } from '../database/day-plan.ts';
import { within } from '../planning/in-slices.ts';

/** The search for a plan of a demo day ends after so many rounds, which take about a second; and at the latest, s. */
const [ROUNDS, MOST] = [120, 4];
/** Hours before now from which cultures were fed. */
const FED = 40;

/**
 * The demo bakery at work: the plans of today, while a van is still to come, and of tomorrow are chosen, so that what
 * should have begun before now has begun, and its cultures were fed as these plans wanted.
 *
 * @param now epoch seconds
 */
export async function beginDemoNights(db: Db, actor: Actor, now: number): Promise<void> {
  const today = localTime(now, actor.zone).date;
  for (const date of [today, addDays(today, 1)]) {
    const input = await dayInputFor(db, actor, date);
    if (!input.ok) continue;
    const planned = await planOnce(input.value);
    if (!planned || planned.lastDrop <= now) continue;
    await saveDayPlan(db, actor, input.value, planned.schedule, [], 0);
    const cultures = await listCultures(db, actor);
    for (const build of planned.builds)
      if (build.feedAt <= now && build.feedAt > now - FED * 3600)
        await feed(db, actor, cultures, build, date);
  }
}

async function planOnce(input: DayInput) {
  const network = networkOf(input);
  if (!network.ok) return null;
  const { over, breathe } = within(MOST);
  const answer = await planAtPace(network.value, input.seed, {
    breathe,
    over: (found, rounds) => (found?.verdict === 'planned' && rounds > ROUNDS) || over(found, rounds),
  });
  const schedule = answer?.verdict === 'planned' ? answer.schedule : null;
  if (!schedule) return null;
  const lots = network.value.doughs.flatMap(({ batches }) => batches.flatMap((batch) => batch.lots));
  const lastDrop = Math.max(...lots.map(({ drop }) => drop));
  return { schedule, lastDrop, builds: buildsOf(network.value, schedule) };
}

/** Notes that a culture was fed as a plan wanted it. */
async function feed(
  db: Db,
  actor: Actor,
  cultures: readonly StoredCulture[],
  build: PlannedBuild,
  date: string,
): Promise<void> {
  const kept = cultures.map(({ culture }) => culture);
  const stored = cultures.find(({ culture }) => culture === cultureFor(build, kept));
  if (!stored) return;
  const { culture } = stored;
  const needed = (build.kilograms + culture.keepBack) / (1 - culture.loss / 100);
  const seed = needed / (1 + build.flour * (1 + culture.hydration));
  const fed: Build = {
    schema: 1,
    at: build.feedAt,
    seed,
    flour: seed * build.flour,
    water: seed * build.flour * culture.hydration,
    temperature: build.stands,
    place: culture.place,
    vessel: culture.vessel,
    seedPopulation: 0.7,
    wanted: build.at,
    note: '',
    plan: { date, task: build.task },
  };
  await feedCulture(db, actor, stored.id, {
    id: uuid(),
    parent: stored.builds.at(-1)?.id ?? null,
    build: fed,
  });
}
