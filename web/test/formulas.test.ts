import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import type { FormulaDoc } from '@jovet/core/formula';
import { draftOfFormula } from '@jovet/core/sheet';
import { demoFormula, demoMix, larder, must, problemsOf } from '../../core/test/demo.ts';
import { exportEverything } from '../src/lib/server/database/archive.ts';
import { dropDraft, listDrafts, readDraft, saveDraft } from '../src/lib/server/database/formula-draft.ts';
import { readFormulaRoom } from '../src/lib/server/database/formula-room.ts';
import { listFormulas, reindex } from '../src/lib/server/database/formula-search.ts';
import {
  listVersions,
  publishFormula,
  readVersion,
  retireFormula,
  type Publication,
} from '../src/lib/server/database/formula.ts';
import { importFile, previewFile } from '../src/lib/server/database/import.ts';
import { changeIngredient, readLarder, stockLarder } from '../src/lib/server/database/ingredient.ts';
import { addReading, beginMix } from '../src/lib/server/database/mix.ts';
import { done } from './done.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

const quay = demoFormula('quay-country');
/** The house loaf under another name, with other products, so that it can stand beside it. */
const loaf = (name: string, change: (doc: FormulaDoc) => void = () => undefined): FormulaDoc => {
  const doc = structuredClone(quay.doc);
  doc.name = name;
  const slug = name.toLowerCase().replace(/\W+/g, '-');
  doc.products = [
    {
      slug: `${slug}-loaf`,
      name,
      scaledWeight: 0.8,
      parts: [],
      extras: [],
      bakeLoss: null,
      way: null,
      over: null,
    },
  ];
  change(doc);
  return doc;
};
const published = async (publication: Publication) => {
  const kept = await publishFormula(fresh.db, fresh.actor, publication);
  return done(kept).version;
};
const shelved = async (slug: string) => {
  const found = (await readLarder(fresh.db, fresh.actor)).find(({ ingredient }) => ingredient.slug === slug);
  assert.ok(found, slug);
  return found;
};

test('a version is made with its note, the same text again makes none, and each opens as it was', async () => {
  const { db, actor } = fresh;
  assert.equal(await published({ slug: 'harbour', doc: loaf('Harbour'), note: 'first', base: 0 }), 1);
  assert.equal(await published({ slug: 'harbour', doc: loaf('Harbour'), note: 'same', base: 1 }), 1);
  const wetter = loaf('Harbour', (doc) => Object.assign(doc.lines[3] ?? {}, { percent: 78 }));
  assert.equal(await published({ slug: 'harbour', doc: wetter, note: 'wetter', base: 1 }), 2);
  assert.deepEqual((await readVersion(db, actor, 'harbour', 1))?.formula.doc, loaf('Harbour'));
  assert.deepEqual((await readVersion(db, actor, 'harbour'))?.formula.doc, wetter);
  assert.deepEqual(
    (await listVersions(db, actor, 'harbour')).map(({ version, note, by }) => [version, note, by]),
    [[2, 'wetter', 'Maren Tolley'], [1, 'first', 'Maren Tolley']], // prettier-ignore
  );
});

test('publishing over what someone published in between is refused with what stands there', async () => {
  const { db, actor } = fresh;
  await published({ slug: 'ferry', doc: loaf('Ferry'), note: '', base: 0 });
  const mine = loaf('Ferry', (doc) => (doc.processLoss = 3));
  const theirs = loaf('Ferry', (doc) => (doc.processLoss = 4));
  const both = await Promise.all(
    [mine, theirs].map((doc) => publishFormula(db, actor, { slug: 'ferry', doc, note: '', base: 1 })),
  );
  assert.deepEqual(both.map(({ kind }) => kind).sort(), ['done', 'stale']);
  const stale = both.find((each) => each.kind === 'stale');
  assert.ok(stale?.kind === 'stale' && stale.stands.version === 2);
  const again = await publishFormula(db, actor, { slug: 'ferry', doc: mine, note: '', base: 0 });
  assert.equal(again.kind, 'stale');
});

test('what cannot be made, or takes the product of another formula, is refused and leaves nothing', async () => {
  const { db, actor } = fresh;
  const dry = await publishFormula(db, actor, { slug: 'dry', doc: loaf('Dry', (doc) => Object.assign(doc.lines[3] ?? {}, { percent: 5 })), note: '' }); // prettier-ignore
  assert.ok(dry.kind === 'refused' && dry.problems[0]?.path === 'mix.water');
  const taken = await publishFormula(db, actor, { slug: 'twin', doc: quay.doc, note: '' });
  assert.ok(taken.kind === 'refused' && taken.problems[0]?.path === 'products.0.slug');
  assert.equal(await readVersion(db, actor, 'twin'), null);
  assert.equal(await readVersion(db, actor, 'dry'), null);
});

test('a correction in the larder changes no published formula until it is adopted', async () => {
  const { db, actor } = fresh;
  const doc = loaf('Jetty', (each) => each.lines.push({ ingredient: 'butter', percent: 10, group: '' }));
  await published({ slug: 'jetty', doc, note: '', base: 0 });
  const { ingredient, rev } = await shelved('butter');
  done(
    await changeIngredient(db, actor, { ingredient: { ...ingredient, water: 0.18 }, retired: false }, rev),
  );
  const butter = async () =>
    (await readVersion(db, actor, 'jetty'))?.formula.ingredients.find(({ slug }) => slug === 'butter')?.water;
  assert.equal(await butter(), 0.16);
  const more = (loss: number) => ({ ...doc, processLoss: loss });
  assert.equal(await published({ slug: 'jetty', doc: more(3), note: '', base: 1, adopt: [] }), 2);
  assert.equal(await butter(), 0.16);
  assert.equal(await published({ slug: 'jetty', doc: more(3), note: '', base: 2, adopt: ['butter'] }), 3);
  assert.equal(await butter(), 0.18);
  // A price is no correction: the same text at another price is no new version.
  const now = await shelved('butter');
  done(
    await changeIngredient(
      db,
      actor,
      { ingredient: { ...now.ingredient, cost: 999 }, retired: false },
      now.rev,
    ),
  );
  assert.equal(await published({ slug: 'jetty', doc: more(3), note: '', base: 3, adopt: ['butter'] }), 3);
});

test('an ingredient out of use stays where it was and does not come in; a stale change is refused', async () => {
  const { db, actor } = fresh;
  const doc = loaf('Slip', (each) => each.lines.push({ ingredient: 'walnuts', percent: 10, group: '' }));
  await published({ slug: 'slip', doc, note: '', base: 0 });
  const { ingredient, rev } = await shelved('walnuts');
  assert.equal(done(await changeIngredient(db, actor, { ingredient, retired: true }, rev)).retired, true);
  const stale = await changeIngredient(db, actor, { ingredient, retired: false }, rev);
  assert.ok(
    stale.kind === 'stale' && stale.stands.retired && stale.stands.rev > rev,
    'what stands there is told',
  );
  assert.equal(
    await published({ slug: 'slip', doc: { ...doc, processLoss: 4 }, note: '', base: 1, adopt: [] }),
    2,
  );
  const other = await publishFormula(db, actor, { slug: 'mole', doc: loaf('Mole', (each) => each.lines.push({ ingredient: 'walnuts', percent: 5, group: '' })), note: '' }); // prettier-ignore
  assert.ok(other.kind === 'refused' && /Walnuts is out of use/.test(other.problems[0]?.problem ?? ''));
  await assert.rejects(sql`delete from ingredient where slug = 'walnuts'`.execute(db));
  const twin = { ...ingredient, slug: 'butter-two', name: 'BUTTER' };
  const taken = await changeIngredient(db, actor, { ingredient: twin, retired: false }, 0);
  assert.ok(taken.kind === 'refused' && /already/.test(taken.problems[0]?.problem ?? ''));
  // The starting larder is added to, never over what is there.
  assert.equal(await db.transaction().execute((tx) => stockLarder(tx, actor, larder)), 0);
  assert.equal((await shelved('walnuts')).retired, true);
});

test('a draft is kept as it was typed; of two windows the second is told', async () => {
  const { db, actor } = fresh;
  const id = uuid();
  const sheet = draftOfFormula(quay, '°C');
  const typed = {
    ...sheet,
    rows: sheet.rows.map((row, index) => (index === 0 ? { ...row, total: '80..' } : row)),
  };
  const first = await saveDraft(db, actor, id, { formula: 'quay-country', base: 1, doc: typed }, 0);
  assert.ok(first.kind === 'done' && first.value.rev === 1);
  assert.deepEqual((await readDraft(db, actor, id))?.doc, typed);
  const second = await saveDraft(db, actor, id, { formula: 'quay-country', base: 1, doc: sheet }, 1);
  assert.ok(second.kind === 'done' && second.value.rev === 2);
  const stale = await saveDraft(db, actor, id, { formula: 'quay-country', base: 1, doc: typed }, 1);
  assert.ok(stale.kind === 'stale' && stale.stands?.rev === 2);
  const anotherWindow = await saveDraft(
    db,
    actor,
    uuid(),
    { formula: 'quay-country', base: 1, doc: typed },
    0,
  );
  assert.ok(anotherWindow.kind === 'stale' && anotherWindow.stands?.id === id);
  assert.equal((await readFormulaRoom(db, actor, 'quay-country'))?.draft?.id, id);
  assert.equal(await dropDraft(db, actor, id, 1), false);
  assert.equal(await dropDraft(db, actor, id, 2), true);
});

test('publishing ends the draft, and a draft begun on an older version opens against that version', async () => {
  const { db, actor } = fresh;
  await published({ slug: 'buoy', doc: loaf('Buoy'), note: '', base: 0 });
  const sheet = draftOfFormula({ ...quay, doc: loaf('Buoy') }, '°C');
  await saveDraft(db, actor, uuid(), { formula: 'buoy', base: 1, doc: sheet }, 0);
  await sql`update formula_draft set person_id = (select id from person where name = 'Odo Fenwright') where base_n = 1`.execute(db); // prettier-ignore
  await published({ slug: 'buoy', doc: loaf('Buoy', (doc) => (doc.processLoss = 6)), note: '', base: 1 });
  const odo = await db
    .selectFrom('person')
    .select('id')
    .where('name', '=', 'Odo Fenwright')
    .executeTakeFirstOrThrow();
  const room = await readFormulaRoom(db, { ...actor, personId: odo.id }, 'buoy');
  assert.deepEqual([room?.version?.version, room?.head, room?.draft?.base], [1, 2, 1]);
  assert.deepEqual(await listDrafts(db, actor), []);
});

test('the list is narrowed by words, grain, pre-ferment, allergen and hydration', async () => {
  const { db, actor } = fresh;
  const names = async (filter: Parameters<typeof listFormulas>[2]) =>
    (await listFormulas(db, actor, filter, 100)).map(({ name }) => name);
  assert.deepEqual(await names({ words: 'cocoa knot' }), ['Cardamom Knots']);
  assert.deepEqual(await names({ words: 'sunflower' }), ['Tidewater Rye']);
  assert.deepEqual(await names({ words: '100%_\\' }), []);
  assert.deepEqual(await names({ grain: 'oat' }), ['Oat Tin']);
  assert.deepEqual(await names({ preferment: 'poolish' }), ['Lantern Baguette']);
  assert.ok(!(await names({ without: 'milk' })).some((name) => /Oat|Cardamom|Twists|Crescents/.test(name)));
  assert.deepEqual(await names({ hydrationFrom: 90, hydrationTo: 92 }), ['Tidewater Rye']);
  assert.ok((await names({ after: 'Oat Tin' })).every((name) => name > 'Oat Tin'));
  const oat = (await readVersion(db, actor, 'oat-tin'))?.version ?? 0;
  assert.equal(
    (await retireFormula(db, actor, 'oat-tin', true, oat + 1)).kind,
    'stale',
    'somebody published since',
  );
  done(await retireFormula(db, actor, 'oat-tin', true, oat));
  assert.deepEqual(await names({ grain: 'oat' }), []);
  assert.deepEqual(await names({ grain: 'oat', retired: true }), ['Oat Tin']);
  done(await retireFormula(db, actor, 'oat-tin', false, oat));
});

test('what is searched by can be made anew, for every version', async () => {
  const { db, actor } = fresh;
  const before = await listFormulas(db, actor, {}, 100);
  await sql`truncate formula_search`.execute(db);
  assert.deepEqual(await listFormulas(db, actor, {}, 100), []);
  const made = await reindex(db, actor, (slug, n) => readVersion(db, actor, slug, n));
  assert.ok(made >= before.length);
  assert.deepEqual(await listFormulas(db, actor, {}, 100), before);
  assert.equal(await reindex(db, actor, (slug, n) => readVersion(db, actor, slug, n)), 0);
});

test('a file is looked into without keeping anything; its good part comes in if asked for', async () => {
  const { db, actor } = fresh;
  const file = 'name,kind,allergens\nSea lettuce,inclusion,\nMoon dust,powder,\n';
  const look = must(await previewFile(db, actor, file));
  assert.deepEqual(look.items.map(({ name, problems }) => [name, problems.length]), [['Sea lettuce', 0], ['Moon dust', 1]]); // prettier-ignore
  const has = async () =>
    (await readLarder(db, actor)).some(({ ingredient }) => ingredient.name === 'Sea lettuce');
  assert.equal(await has(), false);
  assert.match(problemsOf(await importFile(db, actor, file))['line.3.kind'] ?? '', /choices/);
  assert.equal(await has(), false);
  must(await importFile(db, actor, file, 'good'));
  assert.equal(await has(), true);
  const json = { jovet: 'ingredients', schema: 1, ingredients: [{ schema: 2, slug: 'kelp', name: 'Kelp', kind: 'spice' }, { slug: 1 }] }; // prettier-ignore
  assert.equal(must(await previewFile(db, actor, JSON.stringify(json))).items[1]?.problems[0]?.path, 'ingredients.1.schema'); // prettier-ignore
  const recipe = {
    '@type': 'Recipe',
    name: 'Supper',
    recipeIngredient: ['500 g bread flour', '2 tsp salt', 'hope'],
  };
  const sheet = must(await importFile(db, actor, JSON.stringify(recipe), 'good'));
  assert.equal((await readDraft(db, actor, sheet.draft ?? ''))?.doc.name, 'Supper');
  assert.match(problemsOf(await importFile(db, actor, 'hello'))[''] ?? '', /neither a JSON file nor a table/);
});

test('everything exported comes into an empty Jovet as the same data, and into no other', async () => {
  const { db, actor } = fresh;
  const doc = demoMix();
  const mixId = uuid();
  must(await beginMix(db, actor, { id: mixId, date: '2026-12-09', doc }));
  const read = {
    id: uuid(),
    factor: 'flour',
    value: 91,
    at: 1_790_000_000,
    instrument: 'typed',
    spot: 'core' as const,
    offset: 0,
    corrects: null,
  };
  must(await addReading(db, actor, mixId, read));
  must(await addReading(db, actor, mixId, { ...read, id: uuid(), value: 19, corrects: read.id }));
  const everything = await exportEverything(db, actor);
  assert.equal(everything.mixes[0]?.readings.length, 2);
  assert.ok(everything.formulas.length > 8 && everything.drafts.length > 0);
  const empty = await freshDatabase(false);
  try {
    const spoilt = structuredClone(everything);
    const [pinned] = spoilt.formulas[0]?.versions ?? [];
    Object.assign(pinned?.pins ?? {}, { 'moon-dust': 1 });
    const refused = problemsOf(await importFile(empty.db, empty.actor, JSON.stringify(spoilt)));
    assert.match(Object.values(refused).join(), /pinned to ingredients that are not in this file/);
    assert.equal((await readLarder(empty.db, empty.actor)).length, larder.length);
    must(await importFile(empty.db, empty.actor, JSON.stringify(everything)));
    assert.deepEqual(await exportEverything(empty.db, empty.actor), everything);
    const lines = async (at: typeof fresh) => (await listFormulas(at.db, at.actor, {}, 100)).map(({ at: _, ...line }) => line); // prettier-ignore
    assert.deepEqual(await lines(empty), await lines(fresh));
    const again = await importFile(empty.db, empty.actor, JSON.stringify(everything));
    assert.match(problemsOf(again)[''] ?? '', /already holds formulas/);
  } finally {
    await empty.end();
  }
});
