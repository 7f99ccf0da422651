import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { effectiveReadings, type MixReading } from '@jovet/core/mix';
import { demoMix, must, problemsOf } from '../../core/test/demo.ts';
import {
  changeBakehouse,
  readBakehouse,
  chooseWaterMethod,
  touchBakehouse,
} from '../src/lib/server/database/bakehouse.ts';
import {
  addReading,
  beginMix,
  changeMix,
  dropMix,
  droppedMixes,
  listMixes,
  readLog,
} from '../src/lib/server/database/mix.ts';
import { done } from './done.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

const doc = demoMix();
let clock = 1_790_000_000;
const reading = (factor: string, value: number, changes: Partial<MixReading> = {}): MixReading => ({
  id: uuid(),
  factor,
  value,
  at: (clock += 60),
  instrument: 'typed',
  spot: 'core',
  offset: 0,
  corrects: null,
  ...changes,
});

test('a mix is begun once however often it is sent, and mixes keep their order', async () => {
  const { db, actor } = fresh;
  const [first, second] = [uuid(), uuid()];
  const begun = [first, second, first].map((id) => beginMix(db, actor, { id, date: '2026-12-01', doc }));
  await Promise.all(begun);
  const mixes = await listMixes(db, actor, '2026-12-01');
  assert.deepEqual(new Set(mixes.map(({ id }) => id)), new Set([first, second]));
  assert.deepEqual(mixes[0]?.doc, doc);
});

test('a stale change is refused with what stands there; a dropped mix is gone and not offered again', async () => {
  const { db, actor } = fresh;
  const id = uuid();
  must(await beginMix(db, actor, { id, date: '2026-12-02', doc }));
  const salted = { ...doc, gates: { salt: true, keepBack: false } };
  assert.equal((await changeMix(db, actor, id, salted, 1)).kind, 'done');
  const stale = await changeMix(db, actor, id, { ...doc, ddt: 24 }, 1);
  assert.ok(stale.kind === 'stale' && stale.stands.doc.gates.salt && stale.stands.rev === 2);
  assert.equal((await dropMix(db, actor, id, 2)).kind, 'done');
  assert.deepEqual(await listMixes(db, actor, '2026-12-02'), []);
  assert.deepEqual(await droppedMixes(db, actor, '2026-12-02'), [id]);
  assert.equal((await changeMix(db, actor, id, doc, 3)).kind, 'missing');
  assert.match(problemsOf(await beginMix(db, actor, { id, date: '2026-12-02', doc }))['id'] ?? '', /dropped/);
});

test('readings are only ever added: a correction keeps the old value, and of two the latest counts', async () => {
  const { db, actor } = fresh;
  const id = uuid();
  must(await beginMix(db, actor, { id, date: '2026-12-03', doc }));
  const wrong = reading('flour', 91);
  must(await addReading(db, actor, id, wrong));
  const mended = reading('flour', 19, {
    corrects: wrong.id,
    at: wrong.at,
    instrument: 'probe',
    offset: -0.4,
  });
  must(await addReading(db, actor, id, mended));
  const { readings } = must(await addReading(db, actor, id, mended));
  assert.deepEqual(readings, [
    { ...wrong, by: 'Maren Tolley' },
    { ...mended, by: 'Maren Tolley' },
  ]);
  const other = must(
    await addReading(db, actor, id, reading('flour', 18, { corrects: wrong.id, at: wrong.at })),
  );
  assert.deepEqual(
    other.readings.map(({ value }) => value),
    [91, 19, 18],
    'both corrections are shown',
  );
  assert.equal(effectiveReadings(other.readings).get('flour')?.value, 18);
  const foreign = await addReading(db, actor, id, reading('flour', 18, { corrects: uuid() }));
  assert.match(problemsOf(foreign)['corrects'] ?? '', /not of this mix/);
  assert.match(problemsOf(await addReading(db, actor, uuid(), reading('room', 20)))['mix'] ?? '', /not here/);
  await assert.rejects(
    sql`update event set happened = '{}' where id = ${wrong.id}`.execute(db),
    /never changed/,
  );
  await assert.rejects(sql`delete from reading where id = ${wrong.id}`.execute(db), /never changed/);
});

test('closed mixes teach friction, each forecast with what was known before it', async () => {
  const { db, actor } = fresh;
  for (let day = 10; day < 18; day += 1) {
    const [id, date] = [uuid(), `2026-12-${day}`];
    must(await beginMix(db, actor, { id, date, doc }));
    clock += 86_400;
    for (const [factor, value] of [
      ['flour', 19],
      ['room', 20],
      ['levain', 23],
      ['bowl', 20],
    ] as const)
      must(await addReading(db, actor, id, reading(factor, value)));
    // Always poured at 21.2 °C, and always a kelvin too warm: friction is some 1.2 K more than the default.
    must(await addReading(db, actor, id, reading('water', 21.2)));
    must(await addReading(db, actor, id, reading('dough', 26)));
  }
  const log = (await readLog(db, actor)).filter(({ date }) => date >= '2026-12-10');
  assert.equal(log.length, 8);
  assert.equal(log[0]?.expected, 3);
  const [first, last] = [log[0], log.at(-1)];
  assert.ok(first && last);
  assert.ok(Math.abs(first.outcome.missed - 1) < 0.02 && Math.abs(first.outcome.record.friction - 4.2) < 0.2);
  assert.ok(Math.abs(last.outcome.missed) < 0.2, `after seven mixes it is off by ${last.outcome.missed}`);
  assert.ok(last.expected > first.expected + 0.9);
});

test('settings of the bakehouse are changed on the version that was seen, whatever becomes of its formulas', async () => {
  const { db, actor } = fresh;
  const before = await readBakehouse(db, actor);
  const [mixer] = before.mixers;
  assert.ok(mixer);
  const mixers = [{ ...mixer, kind: 'fork' as const, speeds: [90, 180] }];
  const base = before.version;
  await db.transaction().execute((tx) => touchBakehouse(tx, actor));
  assert.equal(done(await changeBakehouse(db, actor, base, { mixers })).version, base + 1);
  const stale = await changeBakehouse(db, actor, base, { mixers: before.mixers });
  assert.ok(stale.kind === 'stale' && stale.stands.mixers[0]?.kind === 'fork', 'what stands there is told');
  const was = before.bakehouse.waterMethod;
  assert.equal(
    (await chooseWaterMethod(db, actor, was === 'base' ? 'sum' : 'base', 'balance')).kind,
    was === 'balance' ? 'done' : 'stale',
  );
  done(await chooseWaterMethod(db, actor, was, 'sum'));
  const now = await readBakehouse(db, actor);
  assert.deepEqual([now.mixers, now.bakehouse.waterMethod], [mixers, 'sum']);
});
