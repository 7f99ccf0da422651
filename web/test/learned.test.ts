import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Build } from '@jovet/core/culture';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Actual, Event } from '@jovet/core/run';
import { eventsOfActual } from '@jovet/core/run';
import { demoMix, must } from '../../core/test/demo.ts';
import { planned } from '../../core/test/plan/planned.ts';
import { addSign, feedCulture, listCultures } from '../src/lib/server/database/culture.ts';
import { dayInputFor, readDayPlan, saveDayPlan } from '../src/lib/server/database/day-plan.ts';
import { addEvents } from '../src/lib/server/database/event.ts';
import { addReading, beginMix } from '../src/lib/server/database/mix.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

const [MONDAY, TUESDAY] = ['2027-02-01', '2027-02-02'];
const inputOf = async (date: string): Promise<DayInput> =>
  must(await dayInputFor(fresh.db, fresh.actor, date));
const note = async (events: readonly Event[]) =>
  must(await fresh.db.transaction().execute((tx) => addEvents(tx, fresh.actor, events)));
const paceOf = ({ learned }: DayInput, slug = 'oat-tin') =>
  learned.pace.find(({ formula }) => formula === slug);

test('before anything is recorded a day goes by defaults, and knows its cultures by name', async () => {
  const { learned } = await inputOf(MONDAY);
  assert.deepEqual([learned.friction, learned.pace], [[], []]);
  assert.ok(learned.vigour.some(({ slug, builds }) => slug === 'quay-culture' && builds.length === 0));
});

test('signs of a feeding teach its culture, and only its own', async () => {
  const { db, actor } = fresh;
  const [quay] = (await listCultures(db, actor)).filter(({ culture }) => culture.slug === 'quay-culture');
  assert.ok(quay);
  const id = uuid();
  const { vessel } = quay.culture;
  const build = Build.parse({
    schema: 1, at: 1_800_000_000, seed: 0.3, flour: 0.6, water: 0.6, temperature: 23, place: { name: 'bench', around: 23 }, vessel,
  }); // prettier-ignore
  must(await feedCulture(db, actor, quay.id, { id, parent: null, build }));
  const before = (await inputOf(MONDAY)).learned.vigour.find(({ slug }) => slug === 'quay-culture');
  assert.deepEqual(before?.builds, [], 'fed, and not looked at');
  must(await addSign(db, actor, id, { id: uuid(), at: build.at + 8 * 3600, sign: { kind: 'ripe', ripe: 'not-yet' }, corrects: null }));
  const { vigour } = (await inputOf(MONDAY)).learned;
  const quick = vigour.find(({ slug }) => slug === 'quay-culture');
  assert.ok(quick && quick.value < 0.9 && quick.least < quick.value && quick.value < quick.most);
  assert.deepEqual(quick.builds, [id]);
  assert.ok(vigour.filter(({ slug }) => slug !== 'quay-culture').every(({ builds }) => builds.length === 0));
}); // prettier-ignore

test('a logged mix teaches the friction of its mixer and programme, where the day mixes by it', async () => {
  const { db, actor } = fresh;
  const doc = demoMix();
  const id = uuid();
  must(await beginMix(db, actor, { id, date: '2027-01-20', doc }));
  must(
    await addReading(db, actor, id, {
      id: uuid(), factor: 'dough', value: doc.ddt + 2, at: 1_800_000_000, instrument: 'typed', spot: 'core', offset: 0, corrects: null,
    }),
  ); // prettier-ignore
  const { friction } = (await inputOf(MONDAY)).learned;
  assert.deepEqual(
    friction.map((each) => [each.id, each.mixer, each.programme]),
    [[id, doc.mixer.slug, doc.programme.slug]],
  );
});

test('a height noted on one day teaches the days after it, and not that day itself; a correction counts', async () => {
  const { db, actor } = fresh;
  const input = await inputOf(MONDAY);
  const { network, answer } = planned(input);
  assert.equal((await saveDayPlan(db, actor, input, answer.schedule, [], 0)).kind, 'done');
  const shown = (await readDayPlan(db, actor, MONDAY))?.shown;
  const mix = shown?.view.tasks.find(({ id }) => id === 'oat-tin.1.mix');
  const tub = shown?.labels.find(({ dough }) => dough === 'Oat Tin');
  assert.ok(mix && tub && network.instance.tasks.length > 50);
  const halfway = mix.end + (tub.over - mix.end) / 2;
  const actual = (height: number): Actual => ({
    task: mix.id, start: mix.start, end: mix.end, temperature: null, seen: { at: Math.round(halfway), height }, longer: 0, mass: null, confirmed: [],
  }); // prettier-ignore
  const low = eventsOfActual(actual(tub.start * 1.02), MONDAY, uuid);
  await note(low);
  assert.equal(paceOf(await inputOf(MONDAY)), undefined, 'a day does not learn from itself');
  const slow = paceOf(await inputOf(TUESDAY));
  assert.ok(slow && slow.value < 0.9, JSON.stringify(slow));
  assert.deepEqual(slow.records.map(({ day, task }) => [day, task]), [[MONDAY, 'oat-tin.1.mix']]);
  assert.deepEqual(paceOf(await inputOf(TUESDAY)), slow, 'it is learned once');
  assert.equal(paceOf(await inputOf(TUESDAY), 'quay-country'), undefined);
  await note(eventsOfActual(actual(tub.height), MONDAY, uuid, low));
  const quick = paceOf(await inputOf(TUESDAY));
  assert.ok(quick && quick.value > 1.05, JSON.stringify(quick));
  // What was planned before keeps what it knew then.
  const kept = await readDayPlan(db, actor, MONDAY);
  assert.deepEqual(kept?.input.learned, input.learned);
}); // prettier-ignore

test('work that was begun and ended under the hands teaches how long it takes; what is noted from memory does not', async () => {
  const { db, actor } = fresh;
  const [day, next] = ['2027-02-08', '2027-02-09'];
  const input = await inputOf(day);
  assert.equal((await saveDayPlan(db, actor, input, planned(input).answer.schedule, [], 0)).kind, 'done');
  const tasks = ((await readDayPlan(db, actor, day))?.shown?.view.tasks ?? []).filter(({ note: { kind } }) => kind === 'shape');
  assert.ok(tasks.length > 4 && tasks.every(({ note: { work = 0 } }) => work > 0));
  const event = (task: string, kind: 'began' | 'ended', at: number): Event => ({
    id: uuid(), day, subject: { kind: 'task', id: task }, happened: { kind }, at: Math.round(at), instrument: 'typed', spot: 'core', offset: 0, corrects: null,
  });
  const shape = async () => (await inputOf(next)).learned.rates.find(({ kind }) => kind === 'shape');
  /** Notes something at the time at which it happens. */
  const press = async ({ id, subject, happened, at }: Event) => {
    const { events_seq } = await db.updateTable('bakehouse').set({ events_seq: sql`events_seq + 1` }).where('id', '=', actor.bakehouseId).returning('events_seq').executeTakeFirstOrThrow();
    await sql`insert into event (id, bakehouse_id, seq, local_date, subject_kind, subject_id, kind, happened, at, recorded_at, instrument, spot, "offset", person_id, schema)
      values (${id}, ${actor.bakehouseId}, ${events_seq}, ${day}, 'task', ${subject.id}, ${happened.kind}, ${JSON.stringify(happened)}, to_timestamp(${at}), to_timestamp(${at + 5}), 'typed', 'core', 0, ${actor.personId}, 1)`.execute(db);
  };
  const reckoned = ({ note: { work = 0 }, people }: (typeof tasks)[number]) => work * (people.length > 1 ? 0.55 : 1);
  for (const task of tasks) await note([event(task.id, 'began', task.start), event(task.id, 'ended', task.start + 3 * reckoned(task))]);
  assert.equal(await shape(), undefined, 'noted from memory');
  for (const task of tasks.slice(0, 4)) {
    await press(event(task.id, 'began', task.start));
    await press(event(task.id, 'ended', task.start + 1.5 * reckoned(task)));
  }
  const learned = await shape();
  assert.deepEqual(learned?.records.map(({ task }) => task), tasks.slice(0, 4).map(({ id }) => id));
  for (const [index, { real }] of (learned?.records ?? []).entries()) assert.ok(Math.abs(real - 1.5 * reckoned(tasks[index] ?? assert.fail())) <= 1);
  assert.ok(learned && learned.value > 1.2 && learned.value < 1.5, String(learned?.value));
  assert.deepEqual((await inputOf(day)).learned.rates, [], 'a day does not learn from itself');
}); // prettier-ignore
