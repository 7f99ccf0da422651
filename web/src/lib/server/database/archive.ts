import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Archive } from '@jovet/core/formats';
import { splitFormula } from '@jovet/core/formula/scale';
import { FormulaDoc, upcastFormulaDoc, type Ingredient } from '@jovet/core/formula';
import { FormulaDraft } from '@jovet/core/sheet';
import { upcastDraft } from '@jovet/core/sheet/way';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Event } from '@jovet/core/run';
import { replacePeople, replaceResources } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { saveProducts } from './formula.ts';
import { indexVersion } from './formula-search.ts';
import { digestOf } from './ingredient.ts';
import { culturesOf, restoreCultures } from './archive-cultures.ts';
import { dayPlansOf, ordersOf, restoreOrders, restorePlans } from './archive-orders.ts';
import { moment, seconds } from './epoch.ts';
import { addEvents, listEvents, NOT_SHOWN } from './event.ts';
import { eventOfReading, readingsOfMix, touchMixes } from './mix.ts';

/** Everything that the bakehouse holds, as one document. */
export async function exportEverything(db: Db, actor: Actor): Promise<Archive> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .execute(async (tx) =>
      Archive.parse({
        jovet: 'everything',
        schema: 1,
        ...(await bakehouseOf(tx, actor)),
        ingredients: await ingredientsOf(tx, actor),
        formulas: await formulasOf(tx, actor),
        drafts: await draftsOf(tx, actor),
        mixes: await mixesOf(tx, actor),
        cultures: await culturesOf(tx, actor),
        orders: await ordersOf(tx, actor),
        dayPlans: await dayPlansOf(tx, actor),
        events: await eventsOf(tx, actor),
      }),
    );
}

async function bakehouseOf(tx: Tx, { bakehouseId }: Actor) {
  const versions = await tx
    .selectFrom('bakehouse_version as version')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select(['version.n', 'version.doc', 'person.name as by', 'version.created_at'])
    .where('version.bakehouse_id', '=', bakehouseId)
    .orderBy('version.n')
    .execute();
  const people = await tx
    .selectFrom('person')
    .select(['name', 'skills'])
    .where('bakehouse_id', '=', bakehouseId)
    .where('retired_at', 'is', null)
    .orderBy('id')
    .execute();
  const resources = await tx
    .selectFrom('resource')
    .select(['kind', 'doc'])
    .where('bakehouse_id', '=', bakehouseId)
    .where('retired_at', 'is', null)
    .orderBy('id')
    .execute();
  const of = (kind: string) => resources.filter((each) => each.kind === kind).map((each) => each.doc);
  return {
    bakehouse: versions.map(({ n, doc, by, created_at }) => ({ n, doc, by, at: seconds(created_at) })),
    people,
    mixers: of('mixer'),
    tubs: of('tub'),
  };
}

async function ingredientsOf(tx: Tx, { bakehouseId }: Actor) {
  const rows = await tx
    .selectFrom('ingredient')
    .innerJoin('ingredient_version as version', 'version.ingredient_id', 'ingredient.id')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select([
      'ingredient.slug',
      'ingredient.retired_at',
      'version.n',
      'version.doc',
      'person.name as by',
      'version.created_at',
    ])
    .where('ingredient.bakehouse_id', '=', bakehouseId)
    .orderBy('ingredient.slug')
    .orderBy('version.n')
    .execute();
  return bySlug(rows, ({ n, doc, by, created_at }) => ({ n, doc, by, at: seconds(created_at) }));
}

async function formulasOf(tx: Tx, { bakehouseId }: Actor) {
  const rows = await tx
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.formula_id', 'formula.id')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select([
      'formula.slug',
      'formula.stood',
      'formula.retired_at',
      'version.n',
      'version.note',
      'version.doc',
      'person.name as by',
      'version.created_at',
    ])
    .select(
      sql<Record<string, number>>`(select jsonb_object_agg(ingredient.slug, pinned.n)
        from formula_version_ingredient as pin
        join ingredient_version as pinned on pinned.id = pin.ingredient_version_id
        join ingredient on ingredient.id = pinned.ingredient_id
        where pin.formula_version_id = version.id)`.as('pins'),
    )
    .where('formula.bakehouse_id', '=', bakehouseId)
    .orderBy('formula.slug')
    .orderBy('version.n')
    .execute();
  return bySlug(rows, ({ slug, stood, n, note, doc, pins, by, created_at }) => ({
    n,
    note,
    doc: FormulaDoc.parse(upcastFormulaDoc(doc, slug, stood)),
    pins,
    by,
    at: seconds(created_at),
  }));
}

function bySlug<R extends { slug: string; retired_at: Date | null }, V>(
  rows: readonly R[],
  version: (row: R) => V,
): { slug: string; retired: boolean; versions: V[] }[] {
  const all = new Map<string, { slug: string; retired: boolean; versions: V[] }>();
  for (const row of rows) {
    const known = all.get(row.slug) ?? { slug: row.slug, retired: row.retired_at !== null, versions: [] };
    known.versions.push(version(row));
    all.set(row.slug, known);
  }
  return [...all.values()];
}

async function draftsOf(tx: Tx, { bakehouseId }: Actor) {
  const rows = await tx
    .selectFrom('formula_draft as draft')
    .innerJoin('person', 'person.id', 'draft.person_id')
    .leftJoin('formula', 'formula.id', 'draft.formula_id')
    .select([
      'formula.slug as formula',
      'formula.stood',
      'draft.base_n',
      'draft.doc',
      'draft.updated_at',
      'person.name as by',
    ])
    .where('draft.bakehouse_id', '=', bakehouseId)
    .orderBy('draft.id')
    .execute();
  return rows.map(({ formula, stood, base_n, doc, updated_at, by }) => ({
    formula,
    base: base_n,
    doc: FormulaDraft.parse(upcastDraft(doc, formula ?? '', stood)),
    by,
    at: seconds(updated_at),
  }));
}

async function mixesOf(tx: Tx, { bakehouseId }: Actor) {
  const rows = await tx
    .selectFrom('mix')
    .innerJoin('person', 'person.id', 'mix.updated_by')
    .select(['mix.id', 'mix.local_date as date', 'mix.dropped_at', 'mix.doc', 'mix.updated_at'])
    .select('person.name as by')
    .select(readingsOfMix.as('readings'))
    .where('mix.bakehouse_id', '=', bakehouseId)
    .orderBy('mix.local_date')
    .orderBy('mix.place')
    .execute();
  return rows.map(({ dropped_at, updated_at, ...mix }) => ({
    ...mix,
    dropped: dropped_at !== null,
    at: seconds(updated_at),
  }));
}

/**
 * Makes an empty Jovet the bakehouse that was exported: every version with its number, its author and its time. What an
 * empty one begins with, its blank bakehouse and starting larder, makes room.
 *
 * @returns what came in, in words, or a problem if this Jovet is not empty
 */
export async function restoreArchive(tx: Tx, actor: Actor, archive: Archive): Promise<Result<string>> {
  const filled = await tx
    .selectFrom('formula')
    .select('id')
    .where('bakehouse_id', '=', actor.bakehouseId)
    .unionAll(tx.selectFrom('day_plan').select('id').where('bakehouse_id', '=', actor.bakehouseId))
    .unionAll(tx.selectFrom('event').select('id').where('bakehouse_id', '=', actor.bakehouseId))
    .unionAll(tx.selectFrom('mix').select('id').where('bakehouse_id', '=', actor.bakehouseId))
    .limit(1)
    .executeTakeFirst();
  if (filled)
    return bad(
      problem(
        '',
        'This Jovet already holds formulas or days, and everything comes into an empty one only.',
        'Start one with another data folder: ./jovet start --data DIR --no-demo.',
      ),
    );
  await sql`select clear_bakehouse(${actor.bakehouseId})`.execute(tx);
  const people = await restoreBakehouse(tx, actor, archive);
  const by = (name: string): string => people.get(name) ?? actor.personId;
  const versions = await restoreIngredients(tx, actor, archive, by);
  for (const formula of archive.formulas) {
    const restored = await restoreFormula(tx, actor, formula, versions, by);
    if (!restored.ok) return restored;
  }
  await restoreDrafts(tx, actor, archive, by);
  await restoreMixes(tx, actor, archive, by);
  await touchMixes(tx, actor);
  await restoreCultures(tx, actor, archive.cultures, uuid, by);
  for (const { by: author, ...event } of archive.events)
    must(await addEvents(tx, authorOf(actor, author, by), [event]));
  await restoreOrders(tx, actor, archive, by);
  await restorePlans(tx, actor, archive, by);
  return good(
    `the bakehouse ${archive.bakehouse.at(-1)?.doc.name ?? ''} with ${archive.formulas.length} formulas, ${archive.ingredients.length} ingredients and ${archive.dayPlans.length + archive.days.length} plans`,
  );
}

/** Whose a note is, and whether that was only said. */
function authorOf(actor: Actor, author: string, by: (name: string) => string): Actor {
  const { unverified: _, ...known } = actor;
  if (!author.endsWith(NOT_SHOWN)) return { ...known, personId: by(author) };
  return { ...known, personId: by(author.slice(0, -NOT_SHOWN.length)), unverified: true };
}

/** What was noted of days and tasks; readings stand with their mixes, signs with their builds. */
/** Readings of a mix and signs of a build come with them. */
const isWithIts = ({ subject, happened }: Event): boolean =>
  (subject.kind === 'mix' && happened.kind === 'reading') ||
  (subject.kind === 'build' && happened.kind === 'sign');

async function eventsOf(tx: Tx, actor: Actor): Promise<Archive['events']> {
  const found: Archive['events'] = [];
  for (let since = 0; ;) {
    const next = await listEvents(tx, actor, { since });
    const last = next.at(-1);
    if (!last) return found;
    since = last.seq;
    for (const { seq: _, recordedAt: __, ...event } of next) if (!isWithIts(event)) found.push(event);
  }
}

/** An export says nothing that cannot be: if it does, all of it is refused. */
function must(result: Result<unknown>): void {
  if (!result.ok) throw new Error(result.problems.map((each) => `${each.path}: ${each.problem}`).join(' '));
}

async function restoreBakehouse(tx: Tx, actor: Actor, archive: Archive): Promise<Map<string, string>> {
  await replacePeople(tx, actor, archive.people);
  await replaceResources(tx, actor, 'mixer', archive.mixers);
  await replaceResources(tx, actor, 'tub', archive.tubs);
  const rows = await tx
    .selectFrom('person')
    .select(['id', 'name'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .execute();
  const people = new Map(rows.map(({ id, name }) => [name, id]));
  const newest = archive.bakehouse.at(-1)?.doc;
  if (newest)
    await tx
      .updateTable('bakehouse')
      .set({ name: newest.name, zone: newest.zone })
      .where('id', '=', actor.bakehouseId)
      .execute();
  await tx
    .insertInto('bakehouse_version')
    .values(
      archive.bakehouse.map(({ n, doc, by, at }) => ({
        bakehouse_id: actor.bakehouseId,
        n,
        doc: JSON.stringify(doc),
        created_by: people.get(by) ?? actor.personId,
        created_at: moment(at),
      })),
    )
    .execute();
  return people;
}

type Versions = ReadonlyMap<string, { readonly id: string; readonly doc: Ingredient }>;

async function restoreIngredients(
  tx: Tx,
  actor: Actor,
  archive: Archive,
  by: (name: string) => string,
): Promise<Versions> {
  const versions = new Map<string, { id: string; doc: Ingredient }>();
  for (const { slug, retired, versions: written } of archive.ingredients) {
    const id = uuid();
    await tx
      .insertInto('ingredient')
      .values({
        id,
        bakehouse_id: actor.bakehouseId,
        slug,
        retired_at: retired ? new Date() : null,
        updated_by: actor.personId,
      })
      .execute();
    for (const { n, doc, by: author, at } of written) {
      const versionId = uuid();
      versions.set(`${slug} ${n}`, { id: versionId, doc });
      await tx
        .insertInto('ingredient_version')
        .values({
          id: versionId,
          ingredient_id: id,
          n,
          schema: doc.schema,
          doc: JSON.stringify(doc),
          created_by: by(author),
          created_at: moment(at),
        })
        .execute();
    }
  }
  return versions;
}

async function restoreFormula(
  tx: Tx,
  actor: Actor,
  { slug, retired, versions: written }: Archive['formulas'][number],
  ingredients: Versions,
  by: (name: string) => string,
): Promise<Result<null>> {
  const id = uuid();
  const rows = written.map((version) => ({ ...version, id: uuid() }));
  const head = rows.at(-1);
  if (!head) return good(null);
  await tx
    .insertInto('formula')
    .values({
      id,
      bakehouse_id: actor.bakehouseId,
      slug,
      head_version_id: head.id,
      retired_at: retired ? new Date() : null,
      updated_by: actor.personId,
    })
    .execute();
  for (const { id: versionId, n, note, doc, pins, by: author, at } of rows) {
    const pinned = Object.entries(pins).flatMap(
      ([name, version]) => ingredients.get(`${name} ${version}`) ?? [],
    );
    if (pinned.length < Object.keys(pins).length)
      return bad(
        problem(
          `formulas.${slug}`,
          `${doc.name} is pinned to ingredients that are not in this file.`,
          'Export it again.',
        ),
      );
    await tx
      .insertInto('formula_version')
      .values({
        id: versionId,
        formula_id: id,
        n,
        schema: doc.schema,
        doc: JSON.stringify(doc),
        digest: digestOf({ doc, ingredients: pinned.map((pin) => pin.id).sort() }),
        note,
        created_by: by(author),
        created_at: moment(at),
      })
      .execute();
    await tx
      .insertInto('formula_version_ingredient')
      .values(pinned.map((pin) => ({ formula_version_id: versionId, ingredient_version_id: pin.id })))
      .execute();
    const formula = { doc, ingredients: pinned.map((pin) => pin.doc) };
    const split = splitFormula(formula);
    if (split.ok) await indexVersion(tx, actor, versionId, formula, split.value);
  }
  return saveProducts(tx, actor, id, head.doc);
}

async function restoreDrafts(
  tx: Tx,
  actor: Actor,
  archive: Archive,
  by: (name: string) => string,
): Promise<void> {
  for (const { formula, base, doc, by: author, at } of archive.drafts) {
    const row =
      formula === null
        ? undefined
        : await tx
            .selectFrom('formula')
            .select('id')
            .where('bakehouse_id', '=', actor.bakehouseId)
            .where('slug', '=', formula)
            .executeTakeFirst();
    await tx
      .insertInto('formula_draft')
      .values({
        id: uuid(),
        bakehouse_id: actor.bakehouseId,
        formula_id: row?.id ?? null,
        person_id: by(author),
        base_n: row ? base : 0,
        doc: JSON.stringify(doc),
        updated_at: moment(at),
      })
      .execute();
  }
}

async function restoreMixes(
  tx: Tx,
  actor: Actor,
  archive: Archive,
  by: (name: string) => string,
): Promise<void> {
  const places = new Map<string, number>();
  for (const { id, date, dropped, doc, readings, by: author, at } of archive.mixes) {
    const place = (places.get(date) ?? 0) + 1;
    places.set(date, place);
    await tx
      .insertInto('mix')
      .values({
        id,
        bakehouse_id: actor.bakehouseId,
        local_date: date,
        place,
        doc: JSON.stringify(doc),
        dropped_at: dropped ? moment(at) : null,
        updated_by: by(author),
        updated_at: moment(at),
      })
      .execute();
    for (const { by: reader, ...reading } of readings)
      must(await addEvents(tx, { ...actor, personId: by(reader) }, [eventOfReading(id, date, reading)]));
  }
}
