import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { demoDay, DEMO_FORMULAS, problemsOf } from '../../core/test/demo.ts';
import { planned } from '../../core/test/plan/planned.ts';
import { saveDayPlan } from '../src/lib/server/database/day-plan.ts';
import { readBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { readFormulas } from '../src/lib/server/database/formula.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { faultOf } from '../src/lib/server/database/connection.ts';
import { migrate, NewerDatabase } from '../src/lib/server/database/migrate.ts';
import { demoFile, freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

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

test('a connection that is ended in the middle of a transaction ends nothing else, and is told as what it is', async () => {
  const { db } = fresh;
  const cut = db.transaction().execute(async (tx) => {
    const { rows } = await sql<{ pid: number }>`select pg_backend_pid() as pid`.execute(tx);
    await sql`select pg_terminate_backend(${rows[0]?.pid})`.execute(db);
    for (let turn = 0; turn < 100; turn += 1) await sql`select pg_sleep(0.01)`.execute(tx);
  });
  await assert.rejects(cut, (error) => faultOf(error) === 'gone');
  assert.equal((await sql<{ one: number }>`select 1 as one`.execute(db)).rows[0]?.one, 1);
  for (const wrong of [sql`select ${'a\u0000b'}::text`, sql`select ${String(2 ** 40)}::int`, sql`select '0000-13-01'::date`])
    await assert.rejects(wrong.execute(db), (error) => faultOf(error) === 'not-kept');
}); // prettier-ignore

test('published rows never change: the database itself refuses', async () => {
  const { db, actor } = fresh;
  await saveDayPlan(db, actor, demoDay(), planned(demoDay()).answer.schedule, [], 0);
  const attempts = [
    `update formula_version set note = 'x'`,
    `delete from formula_version_ingredient`,
    `update ingredient_version set doc = '{}'`,
    `delete from bakehouse_version`,
    `update day_plan set input = '{}'`,
    `update day_plan set shown = '{}'`,
    `delete from day_plan`,
  ];
  for (const attempt of attempts) {
    await assert.rejects(sql.raw(attempt).execute(db), /never changed or deleted/, attempt);
  }
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

test('what waits too long for somebody else, or runs too long, is given up and told as too much at once', async () => {
  const { db, end } = await freshDatabase(false);
  try {
    for (const [setting, statement] of [['statement_timeout', 'select pg_sleep(5)'], ['lock_timeout', 'select pg_advisory_xact_lock(77)']] as const)
      await db.transaction().execute(async (holder) => {
        await sql`select pg_advisory_xact_lock(77)`.execute(holder);
        const tried = db.transaction().execute(async (tx) => {
          await sql.raw(`set local ${setting} = 60`).execute(tx);
          await sql.raw(statement).execute(tx);
        });
        await assert.rejects(tried, (error) => faultOf(error) === 'overloaded');
      });
    const { rows } = await sql<{ limit: string }>`select current_setting('lock_timeout') as limit`.execute(db);
    assert.deepEqual(rows, [{ limit: '8s' }]);
  } finally {
    await end();
  }
}); // prettier-ignore
