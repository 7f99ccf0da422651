import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Build, Culture, type LoggedSign, type Sign } from '@jovet/core/culture';
import { must, problemsOf } from '../../core/test/demo.ts';
import { exportEverything } from '../src/lib/server/database/archive.ts';
import {
  addSign,
  changeBuild,
  changeCulture,
  dropBuild,
  feedCulture,
  keepCulture,
  listCultures,
  readCulture,
  retireCulture,
} from '../src/lib/server/database/culture.ts';
import { ensureBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

const NOW = 1_790_000_000;
const culture = (slug: string): Culture =>
  Culture.parse({
    schema: 1,
    slug,
    name: slug,
    ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
    vessel: { kind: 'glass', diameter: 0.12, height: 0.3 },
    place: { name: 'shelf', around: 23 },
  });
const build = (at: number): Build =>
  Build.parse({
    schema: 1,
    at,
    seed: 0.1,
    flour: 0.4,
    water: 0.4,
    temperature: 23,
    place: { name: 'shelf', around: 23 },
    vessel: { kind: 'glass', diameter: 0.12, height: 0.3 },
  });
const seen = (sign: Sign, corrects: string | null = null): LoggedSign => ({
  id: uuid(),
  at: NOW + 3600,
  sign,
  corrects,
});

test('what was seen of a feeding and read of a mix is found without reading all events', async () => {
  const planOf = async (view: 'culture_sign' | 'reading', key: string) => {
    const plan = await fresh.db.transaction().execute(async (tx) => {
      await sql`set local enable_seqscan = off`.execute(tx);
      return sql<{ 'QUERY PLAN': string }>`explain select * from ${sql.table(view)} where ${sql.ref(key)} = ${uuid()}`.execute(tx);
    });
    return plan.rows.map((row) => row['QUERY PLAN']).join(' ');
  };
  assert.match(await planOf('culture_sign', 'build_id'), /event_of_build/);
  assert.match(await planOf('reading', 'mix_id'), /event_of_mix/);
}); // prettier-ignore

test('the demo bakery has its cultures, by name', async () => {
  const { db, actor } = fresh;
  const all = await listCultures(db, actor);
  assert.deepEqual(
    all.map(({ culture: { slug }, builds }) => [slug, builds.length]),
    [
      ['quay-culture', 0],
      ['stiff-keeper', 0],
      ['tidewater-sour', 0],
    ],
  );
});

test('a culture is kept, fed and observed; sending again changes nothing; what is stale is refused', async () => {
  const { db } = fresh;
  // The demo bakery came after the bakehouse did: its head baker has another name now.
  const actor = await ensureBakehouse(db);
  const id = uuid();
  must(await keepCulture(db, actor, id, culture('one')));
  must(await keepCulture(db, actor, id, culture('one')));
  assert.match(problemsOf(await keepCulture(db, actor, uuid(), culture('one')))['culture.name'] ?? '', /already/); // prettier-ignore
  const first = { id: uuid(), parent: null, build: build(NOW) };
  must(await feedCulture(db, actor, id, first));
  const second = { id: uuid(), parent: first.id, build: build(NOW + 8 * 3600) };
  const fed = must(await feedCulture(db, actor, id, second));
  assert.deepEqual(must(await feedCulture(db, actor, id, second)), fed);
  assert.deepEqual(fed.builds.map(({ parent }) => parent), [null, first.id]); // prettier-ignore
  const strange = await feedCulture(db, actor, id, { ...second, id: uuid(), parent: uuid() });
  assert.match(problemsOf(strange)['parent'] ?? '', /not here/);

  const sign = seen({ kind: 'height', centimetres: 9 });
  must(await addSign(db, actor, first.id, sign));
  const corrected = seen({ kind: 'height', centimetres: 12 }, sign.id);
  const after = must(await addSign(db, actor, first.id, corrected));
  assert.deepEqual(must(await addSign(db, actor, first.id, corrected)), after);
  assert.deepEqual(
    after.builds[0]?.signs.map(({ sign: each, by }) => [each, by]),
    [
      [{ kind: 'height', centimetres: 9 }, actor.name],
      [{ kind: 'height', centimetres: 12 }, actor.name],
    ],
  );
  const twice = await addSign(db, actor, first.id, seen({ kind: 'discarded' }, sign.id));
  assert.equal(
    must(twice).builds[0]?.signs.length,
    3,
    'of two corrections the latest counts, and both are shown',
  );
  await assert.rejects(sql`update culture_sign set at = now()`.execute(db), /changed|immutable|never/i);

  const done = await changeBuild(db, actor, second.id, build(NOW + 9 * 3600), 1);
  assert.equal(done.kind, 'done');
  const stale = await changeBuild(db, actor, second.id, build(NOW), 1);
  assert.ok(stale.kind === 'stale' && stale.stands.builds[1]?.build.at === NOW + 9 * 3600);
  assert.equal((await dropBuild(db, actor, second.id, 2)).kind, 'done');
  assert.equal((await readCulture(db, actor, id))?.builds.length, 1);
  const renamed = await changeCulture(db, actor, id, { ...culture('one'), name: 'Renamed' }, 1);
  assert.ok(renamed.kind === 'done' && renamed.value.culture.name === 'Renamed');
  assert.equal((await changeCulture(db, actor, id, culture('one'), 1)).kind, 'stale');
  assert.equal((await retireCulture(db, actor, id, 2)).kind, 'done');
  assert.ok(!(await listCultures(db, actor)).some((each) => each.id === id));
  const elsewhere = { ...actor, bakehouseId: uuid() };
  assert.equal(await readCulture(db, elsewhere, id), null);
  assert.equal((await changeBuild(db, elsewhere, first.id, build(NOW), 1)).kind, 'missing');
});

test('everything goes out and comes in again: cultures, feedings, signs, also what was ended', async () => {
  const { db, actor } = fresh;
  const out = await exportEverything(db, actor);
  const empty = await freshDatabase(false);
  try {
    must(await importFile(empty.db, empty.actor, JSON.stringify(out)));
    const again = await exportEverything(empty.db, empty.actor);
    assert.deepEqual(again.cultures, out.cultures);
    assert.ok(out.cultures.some(({ retired, builds }) => retired && builds.some(({ dropped }) => dropped)));
  } finally {
    await empty.end();
  }
});
