import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { actualsOf, effectiveEvents, Event, eventsOfActual } from '@jovet/core/run';
import { exportEverything } from '../src/lib/server/database/archive.ts';
import { ensureBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { feedCulture, listCultures } from '../src/lib/server/database/culture.ts';
import { dayInputFor } from '../src/lib/server/database/day-plan.ts';
import { addEvents, eventsOfDay, listEvents } from '../src/lib/server/database/event.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { addReading, beginMix, changeMix } from '../src/lib/server/database/mix.ts';
import { demoMix, must, problemsOf } from '../../core/test/demo.ts';
import { dumpedDatabase, freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
  fresh.actor = await ensureBakehouse(fresh.db);
});
after(() => fresh.end());

const DATE = '2026-12-10';
const event = (changes: Partial<Event> = {}): Event =>
  Event.parse({
    id: uuid(),
    day: DATE,
    subject: { kind: 'task', id: 'quay-country.1.mix' },
    happened: { kind: 'began' },
    at: 1_796_850_000,
    ...changes,
  });
const add = (events: readonly Event[]) =>
  fresh.db.transaction().execute((tx) => addEvents(tx, fresh.actor, events));

test('events are kept once however often they are sent, in one order without gaps, by many at the same time', async () => {
  const { db, actor } = fresh;
  const all = Array.from({ length: 40 }, () => event());
  await Promise.all([...all, ...all.slice(0, 20)].map((each) => add([each]).then(must)));
  const kept = await listEvents(db, actor, { since: 0 });
  assert.deepEqual(new Set(kept.map(({ id }) => id)), new Set(all.map(({ id }) => id)));
  assert.deepEqual(kept.map(({ seq }) => seq), kept.map((_, index) => index + 1));
  const middle = kept[19]?.seq ?? 0;
  assert.deepEqual(await listEvents(db, actor, { since: middle }), kept.slice(20));
  assert.equal(kept[0]?.by, 'Maren Tolley');
}); // prettier-ignore

test('two corrections of one event both arrive and the latest counts; one of nothing is refused with all beside it', async () => {
  const first = event({ subject: { kind: 'task', id: 'oat-tin.1.mix' } });
  must(await add([first]));
  const corrected = [1_796_850_060, 1_796_850_120].map((at) => event({ subject: first.subject, at, corrects: first.id }));
  await Promise.all(corrected.map((each) => add([each]).then(must)));
  const kept = await listEvents(fresh.db, fresh.actor, { day: DATE });
  const own = kept.filter(({ subject }) => subject.id === 'oat-tin.1.mix');
  assert.equal(own.length, 3);
  assert.equal(actualsOf(own).get('oat-tin.1.mix')?.start, own.at(-1)?.at);
  const beside = event({ subject: { kind: 'task', id: 'beside' } });
  const refused = await add([beside, event({ corrects: uuid() })]);
  assert.match(problemsOf(refused)['events.1.corrects'] ?? '', /not here/);
  assert.ok(!(await listEvents(fresh.db, fresh.actor, { day: DATE })).some(({ id }) => id === beside.id));
}); // prettier-ignore

test('an event is never changed, by no way', async () => {
  const kept = event();
  must(await add([kept]));
  for (const attempt of ['update event set seq = 0', 'delete from event'])
    await assert.rejects(sql.raw(attempt).execute(fresh.db), /never changed or deleted/, attempt);
});

test('a mix of the plan that was read in Water, and a build that was fed in Cultures, happened in the plan', async () => {
  const { db, actor } = fresh;
  const id = uuid();
  const task = 'quay-country.1.mix';
  must(await beginMix(db, actor, { id, date: '2026-12-11', doc: { ...demoMix(), task } }));
  const at = 1_796_930_000;
  const dough = { id: uuid(), factor: 'dough', value: 24, at, instrument: 'probe', spot: 'core' as const, offset: 0.2, corrects: null };
  must(await addReading(db, actor, id, dough));
  const quay = (await listCultures(db, actor)).find(({ culture }) => culture.slug === 'quay-culture');
  assert.ok(quay);
  const { place, vessel } = quay.culture;
  const build = {
    schema: 1 as const, at: at - 30_000, seed: 1, flour: 4, water: 4, temperature: 23, place, vessel, seedPopulation: 0.7,
    wanted: null, note: '', plan: { date: '2026-12-11', task: 'quay-country.levain' },
  };
  must(await feedCulture(db, actor, quay.id, { id: uuid(), parent: null, build }));
  const actuals = actualsOf(await eventsOfDay(db, actor, '2026-12-11'));
  assert.deepEqual(
    [...actuals.keys()].sort(),
    ['quay-country.1.mix', 'quay-country.levain'],
  );
  assert.deepEqual(
    [actuals.get(task)?.end, actuals.get(task)?.temperature, actuals.get('quay-country.levain')?.start],
    [at, 24.2, at - 30_000],
  );
  const input = must(await dayInputFor(db, actor, '2026-12-11'));
  assert.deepEqual([...actualsOf(input.events).keys()].sort(), [...actuals.keys()].sort());
  assert.deepEqual((await eventsOfDay(db, actor, '2026-12-12')), []);
}); // prettier-ignore

test('what happened goes out with an export and comes in again', async () => {
  const { db, actor } = fresh;
  const out = await exportEverything(db, actor);
  assert.ok(out.events.length > 40 && out.events.every(({ subject }) => subject.kind === 'task'));
  const empty = await freshDatabase(false);
  try {
    must(await importFile(empty.db, empty.actor, JSON.stringify(out)));
    const again = await exportEverything(empty.db, empty.actor);
    assert.deepEqual(again.events, out.events);
    assert.deepEqual(again.mixes, out.mixes);
  } finally {
    await empty.end();
  }
});

test('readings and signs of an older database are events under their ids, corrections after what they correct', async () => {
  const old = await dumpedDatabase('0006-orders');
  try {
    const events = await listEvents(old.db, old.actor, { since: 0 });
    const count = (kind: string) => events.filter(({ happened }) => happened.kind === kind).length;
    assert.deepEqual([count('reading'), count('sign')], [7, 5]);
    const places = new Map(events.map(({ id, seq }) => [id, seq]));
    for (const { corrects, seq } of events) if (corrects !== null) assert.ok((places.get(corrects) ?? Infinity) < seq);
    assert.deepEqual(events.map(({ seq }) => seq), events.map((_, index) => index + 1));
    const next = event();
    must(await old.db.transaction().execute((tx) => addEvents(tx, old.actor, [next])));
    assert.equal((await listEvents(old.db, old.actor, { day: DATE })).at(-1)?.seq, events.length + 1);
  } finally {
    await old.end();
  }
}); // prettier-ignore

test('a day takes so many events and no more: the rest is refused with its day, and a plan still takes what is there', async () => {
  const day = '2026-12-24';
  for (let batch = 0; batch < 8; batch += 1)
    must(await add(Array.from({ length: 500 }, () => event({ day }))));
  const { events: refused = '' } = problemsOf(await add([event({ day })]));
  assert.match(refused, /2026-12-24 has 4000 events/);
  must(await add([event({ day: '2026-12-23' })]));
  assert.equal(must(await dayInputFor(fresh.db, fresh.actor, day)).events.length, 4000);
}); // prettier-ignore

test('what is entered of a mix is noted as events: corrected, taken back, and told of its task once the dough is read', async () => {
  const { db, actor } = fresh;
  const [id, day, task] = [uuid(), '2027-03-04', 'quay-country.1.mix'];
  const doc = { ...demoMix(), task };
  must(await beginMix(db, actor, { id, date: day, doc }));
  const ofMix = async () => {
    const all = await listEvents(db, actor, { mix: id });
    return effectiveEvents(all).flatMap(({ happened }) => (happened.kind === 'reading' ? [] : [happened]));
  };
  const water = { name: 'tap', kind: 'water' as const, temperature: 14, mass: 8.2 };
  const entered = { ...doc, poured: [water], added: [{ ingredient: 'water', mass: 0.3 }], lot: 'M 41', gates: { salt: true, keepBack: true }, note: 'slack' };
  assert.equal((await changeMix(db, actor, id, entered, 1)).kind, 'done');
  assert.deepEqual(await ofMix(), [
    { kind: 'added', what: 'tap', mass: 8.2, temperature: 14 },
    { kind: 'added', what: 'water', mass: 0.3, temperature: null },
    { kind: 'lot', lot: 'M 41' },
    { kind: 'confirmed', gate: 'salt' },
    { kind: 'confirmed', gate: 'keep-back' },
    { kind: 'note', text: 'slack' },
  ]);
  const kept = (await listEvents(db, actor, { mix: id })).length;
  assert.equal((await changeMix(db, actor, id, { ...entered, ddt: 25 }, 2)).kind, 'done');
  assert.equal((await listEvents(db, actor, { mix: id })).length, kept, 'what stands is not said again');
  const changed = { ...entered, poured: [{ ...water, mass: 8 }], gates: { salt: true, keepBack: false }, note: '' };
  assert.equal((await changeMix(db, actor, id, changed, 3)).kind, 'done');
  assert.deepEqual(new Set((await ofMix()).map(({ kind }) => kind)), new Set(['added', 'lot', 'confirmed']));
  assert.ok((await ofMix()).some((each) => each.kind === 'added' && each.mass === 8));
  const all = await listEvents(db, actor, { mix: id });
  assert.equal(all.length, kept + 3, 'the old value stays, and a correction names it');
  assert.equal((await changeMix(db, actor, id, changed, 1)).kind, 'stale');
  assert.equal((await listEvents(db, actor, { mix: id })).length, all.length, 'a stale change enters nothing');

  const reading = { id: uuid(), factor: 'dough', value: 25, at: 1_804_000_000, instrument: 'typed', spot: 'core' as const, offset: 0, corrects: null };
  must(await addReading(db, actor, id, reading));
  const mixed = actualsOf(await eventsOfDay(db, actor, day)).get(task);
  assert.equal(mixed?.temperature, 25);
  assert.deepEqual(mixed?.confirmed, ['salt']);
}); // prettier-ignore

test('what follows from a reading in Water can be noted otherwise: it is kept then, with its correction', async () => {
  const { db, actor } = fresh;
  const [id, day, task] = [uuid(), '2027-03-11', 'quay-country.1.mix'];
  must(await beginMix(db, actor, { id, date: day, doc: { ...demoMix(), task } }));
  const at = 1_804_700_000;
  must(await addReading(db, actor, id, { id: uuid(), factor: 'dough', value: 25, at, instrument: 'typed', spot: 'core', offset: 0, corrects: null }));
  const before = await eventsOfDay(db, actor, day);
  const mixed = actualsOf(before).get(task);
  assert.ok(mixed?.end === at);
  const noted = eventsOfActual({ ...mixed, end: at + 600 }, day, uuid, before);
  assert.ok(noted.length > 0 && noted.every(({ corrects }) => corrects !== null));
  must(await add(noted));
  const after = await eventsOfDay(db, actor, day);
  assert.equal(new Set(after.map((each) => each.id)).size, after.length, 'nothing is there twice');
  assert.equal(actualsOf(after).get(task)?.end, at + 600);
  assert.equal(actualsOf(after).get(task)?.temperature, 25);
}); // prettier-ignore
