import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import type { DoughOrder } from '@jovet/core/day';
import { DEMO_FORMULAS, problemsOf, thirtySixLoaves } from '../../core/test/demo.ts';
import {
  latestOrder,
  listDays,
  nextDay,
  planInputFor,
  readDay,
  saveDay,
} from '../src/lib/server/database/bake-day.ts';
import { readBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { readFormulas } from '../src/lib/server/database/formula.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { migrate, NewerDatabase } from '../src/lib/server/database/migrate.ts';
import { demoFile, freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

const on = (date: string, changes: Partial<DoughOrder> = {}): DoughOrder => ({
  ...thirtySixLoaves,
  dispatch: { date, time: '07:00' },
  ...changes,
});

test('the demo bakery comes in through the import and can be read back', async () => {
  const { db, actor } = fresh;
  const now = await readBakehouse(db, actor);
  assert.equal(now.bakehouse.name, 'Sorrel Quay Bakehouse');
  assert.deepEqual(now.mixers.map(({ slug }) => slug), ['big-mixer', 'small-mixer']); // prettier-ignore
  assert.deepEqual((await readFormulas(db, actor)).map(({ slug }) => slug), [...DEMO_FORMULAS]); // prettier-ignore
  const [quay] = await readFormulas(db, actor, 'quay-country');
  assert.equal(quay?.formula.doc.name, 'Quay Country');
  assert.equal(quay.formula.ingredients.find(({ slug }) => slug === 'rye')?.cost, 104);
});

test('a saved day opens as the same plan, and its revisions count', async () => {
  const { db, actor } = fresh;
  const first = await saveDay(db, actor, on('2026-12-01'), 0);
  assert.equal(first.kind, 'saved');
  const changed = on('2026-12-01', { readings: { ...thirtySixLoaves.readings, room: 17 } });
  const second = await saveDay(db, actor, changed, 1);
  assert.ok(second.kind === 'saved' && second.day.rev === 2 && second.day.plan === 2);
  const day = await readDay(db, actor, '2026-12-01');
  assert.deepEqual(day?.input.order, changed);
  assert.equal(day.savedBy, 'Maren Tolley');
  assert.deepEqual(day.orders, [on('2026-12-01'), changed]);
});

test('a stale save is refused with both orders, whether the day moved on or was made by another', async () => {
  const { db, actor } = fresh;
  const mine = on('2026-12-02');
  const theirs = on('2026-12-02', { ddt: 24 });
  await saveDay(db, actor, theirs, 0);
  for (const base of [0, 7]) {
    const stale = await saveDay(db, actor, mine, base);
    assert.ok(stale.kind === 'stale');
    assert.deepEqual([stale.stale.stands.input.order, stale.stale.refused], [theirs, mine]);
  }
});

test('of two saves at the same moment one wins and the other is told', async () => {
  const { db, actor } = fresh;
  await saveDay(db, actor, on('2026-12-03'), 0);
  const both = await Promise.all([24, 26].map((ddt) => saveDay(db, actor, on('2026-12-03', { ddt }), 1)));
  assert.deepEqual(both.map((each) => each.kind).sort(), ['saved', 'stale']);
});

test('what cannot be planned is refused and leaves nothing behind', async () => {
  const { db, actor } = fresh;
  const refused = await saveDay(db, actor, on('2026-12-04', { formula: 'nothing-like-it' }), 0);
  assert.ok(refused.kind === 'refused' && refused.problems[0]?.path === 'formula');
  const none = thirtySixLoaves.order.map((line) => ({ ...line, pieces: 0 }));
  const nothing = await saveDay(db, actor, on('2026-12-04', { order: none }), 0);
  assert.equal(nothing.kind, 'refused');
  assert.equal(await readDay(db, actor, '2026-12-04'), null);
});

test('days are listed the latest first, page by page', async () => {
  const { db, actor } = fresh;
  for (const date of ['2027-01-03', '2027-01-01', '2027-01-02']) await saveDay(db, actor, on(date), 0);
  const dates = async (limit: number, before?: string) =>
    (await listDays(db, actor, limit, before)).map((day) => day.date);
  assert.deepEqual(await dates(2), ['2027-01-03', '2027-01-02']);
  assert.deepEqual(await dates(1, '2027-01-02'), ['2027-01-01']);
  assert.equal((await latestOrder(db, actor))?.dispatch.date, '2027-01-03');
  const evening = Date.UTC(2027, 0, 1, 20) / 1000;
  assert.equal(await nextDay(db, actor, evening, '2027-01-01'), '2027-01-02');
  assert.equal(await nextDay(db, actor, evening, '2028-01-01'), null);
});

test('published rows never change: the database itself refuses', async () => {
  const { db, actor } = fresh;
  await saveDay(db, actor, on('2026-12-05'), 0);
  const attempts = [
    `update formula_version set note = 'x'`,
    `delete from formula_version_ingredient`,
    `update ingredient_version set doc = '{}'`,
    `delete from bakehouse_version`,
    `update plan set input = '{}'`,
    `delete from plan`,
  ];
  for (const attempt of attempts) {
    await assert.rejects(sql.raw(attempt).execute(db), /never changed or deleted/, attempt);
  }
  await assert.rejects(sql`update plan set chosen = true`.execute(db), /plan_chosen/);
});

test('a file is brought in whole or not at all', async () => {
  const { db, actor } = fresh;
  const file = JSON.parse(await demoFile('formulas/quay-country.json'));
  const spelt = structuredClone(file);
  spelt.slug = 'quay-spelt';
  spelt.formula.lines[2].ingredient = 'moon-dust';
  assert.match(
    problemsOf(await importFile(db, actor, JSON.stringify(spelt)))['formula.lines.2'] ?? '',
    /not in the larder/,
  );
  const twin = { ...file, slug: 'quay-twin' };
  assert.match(
    problemsOf(await importFile(db, actor, JSON.stringify(twin)))['formula.products.0.slug'] ?? '',
    /Another formula/,
  );
  assert.deepEqual((await readFormulas(db, actor)).map(({ slug }) => slug), [...DEMO_FORMULAS]); // prettier-ignore
});

test('a saved day keeps the formula it was planned with', async () => {
  const { db, actor } = fresh;
  await saveDay(db, actor, on('2026-12-06'), 0);
  const file = JSON.parse(await demoFile('formulas/quay-country.json'));
  file.formula.processLoss = 5;
  assert.ok((await importFile(db, actor, JSON.stringify(file))).ok);
  assert.equal((await readDay(db, actor, '2026-12-06'))?.input.formula.doc.processLoss, 2);
  const input = await planInputFor(db, actor, on('2026-12-06'));
  assert.equal(input.ok && input.value.formula.doc.processLoss, 5);
});

test('an empty bakehouse can be opened, and a database from a newer Jovet is refused', async () => {
  const empty = await freshDatabase(false);
  try {
    assert.equal((await readBakehouse(empty.db, empty.actor)).bakehouse.name, 'My bakehouse');
    assert.deepEqual(await readFormulas(empty.db, empty.actor), []);
    assert.equal(await migrate(empty.db), 0);
    await sql`insert into kysely_migration values ('9999-from-the-future', '2030-01-01')`.execute(empty.db);
    await assert.rejects(migrate(empty.db), NewerDatabase);
  } finally {
    await empty.end();
  }
});
