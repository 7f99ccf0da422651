import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import {
  FormulaDoc,
  sameMakeUp,
  type Stood,
  upcastFormulaDoc,
  type Formula,
  type Ingredient,
} from '@jovet/core/formula';
import { namedIngredients, splitFormula, type SplitFormula } from '@jovet/core/formula/scale';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import { touchBakehouse } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { indexVersion } from './formula-search.ts';
import { digestOf, ingredientOf, newestVersions } from './ingredient.ts';
import { inTransaction, lockOf, type Kept } from './kept.ts';

/** What is to be published. */
export interface Publication {
  readonly slug: string;
  readonly doc: FormulaDoc;
  readonly note: string;
  /** The version that it was written on, 0 for a new formula; left out: whatever stands there. */
  readonly base?: number;
  /** Ingredients whose newer version is taken over; those of the base stay pinned otherwise. Left out: all. */
  readonly adopt?: readonly string[];
}

export type Published = Kept<{ readonly slug: string; readonly version: number }, FormulaVersion>;

/** Publishes a formula as a version that never changes. The same text again makes no new version. */
export async function publishFormula(db: Db, actor: Actor, publication: Publication): Promise<Published> {
  try {
    return await inTransaction(db, (tx) => publishIn(tx, actor, publication));
  } catch (error) {
    if (error instanceof ProductTaken) return { kind: 'refused', problems: error.problems };
    throw error;
  }
}

/** Publishes within a transaction that brings in more than one formula. */
export async function publishIn(tx: Tx, actor: Actor, publication: Publication): Promise<Published> {
  const { slug, doc, note, base, adopt } = publication;
  // Two formulas never have one product.
  await lockOf(tx, actor, 'formulas');
  const known = await tx
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.id', 'formula.head_version_id')
    .select(['formula.id', 'formula.retired_at', 'version.id as versionId', 'version.n', 'version.digest'])
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where('formula.slug', '=', slug)
    .forUpdate('formula')
    .executeTakeFirst();
  if (base !== undefined && (known?.n ?? 0) !== base) {
    const stands = await readVersion(tx, actor, slug);
    if (stands) return { kind: 'stale', stands };
  }
  const pins = await pinsFor(tx, actor, doc, known?.versionId, adopt);
  if (!pins.ok) return { kind: 'refused', problems: pins.problems };
  const formula = { doc, ingredients: pins.value.map((pin) => pin.doc) };
  const split = splitFormula(formula);
  if (!split.ok) return { kind: 'refused', problems: split.problems };

  const digest = digestOf({ doc, ingredients: pins.value.map((pin) => pin.id).sort() });
  if (known?.digest === digest && known.retired_at === null)
    return { kind: 'done', value: { slug, version: known.n } };
  const version = (known?.n ?? 0) + 1;
  const place = { id: known?.id ?? uuid(), isNew: known === undefined, version, slug };
  const versionId = await addVersion(tx, actor, place, {
    formula,
    split: split.value,
    digest,
    note,
    pins: pins.value,
  });
  const sold = await saveProducts(tx, actor, place.id, doc);
  if (!sold.ok) throw new ProductTaken(sold.problems);
  await tx
    .deleteFrom('formula_draft')
    .where('formula_id', '=', place.id)
    .where('person_id', '=', actor.personId)
    .execute();
  await indexVersion(tx, actor, versionId, formula, split.value);
  await touchBakehouse(tx, actor);
  return { kind: 'done', value: { slug, version } };
}

/** A product belongs to another formula: what was written so far must be rolled back. */
export class ProductTaken extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super('a product belongs to another formula');
  }
}

interface Pin {
  readonly id: string;
  readonly doc: Ingredient;
}

async function addVersion(
  tx: Tx,
  actor: Actor,
  place: { id: string; isNew: boolean; version: number; slug: string },
  made: { formula: Formula; split: SplitFormula; digest: string; note: string; pins: readonly Pin[] },
): Promise<string> {
  const versionId = uuid();
  const head = { head_version_id: versionId, updated_by: actor.personId, updated_at: new Date() };
  if (place.isNew) {
    await tx
      .insertInto('formula')
      .values({ id: place.id, bakehouse_id: actor.bakehouseId, slug: place.slug, ...head })
      .execute();
  } else {
    await tx
      .updateTable('formula')
      .set((row) => ({ ...head, rev: row('rev', '+', 1), retired_at: null }))
      .where('id', '=', place.id)
      .execute();
  }
  await tx
    .insertInto('formula_version')
    .values({
      id: versionId,
      formula_id: place.id,
      n: place.version,
      schema: made.formula.doc.schema,
      doc: JSON.stringify(made.formula.doc),
      digest: made.digest,
      note: made.note,
      created_by: actor.personId,
    })
    .execute();
  await tx
    .insertInto('formula_version_ingredient')
    .values(made.pins.map((pin) => ({ formula_version_id: versionId, ingredient_version_id: pin.id })))
    .execute();
  return versionId;
}

/**
 * The ingredient versions that a formula is pinned to: those of its newest version, unless newer ones are adopted; the
 * newest for all others. One out of use may stay where it was, but not come in.
 *
 * @param adopt slugs whose newer version is taken over; undefined: all of them
 */
async function pinsFor(
  tx: Tx,
  actor: Actor,
  doc: FormulaDoc,
  head: string | undefined,
  adopt: readonly string[] | undefined,
): Promise<Result<Pin[]>> {
  const places = namedIngredients(doc);
  const newest = await newestVersions(tx, actor, [...places.keys()]);
  const held = head === undefined ? [] : await pinsOf(tx, head);
  const missing: Problem[] = [];
  const pins = [...places].flatMap(([slug, path]): Pin[] => {
    const before = held.find((pin) => pin.doc.slug === slug);
    const now = newest.find((each) => each.slug === slug);
    const adopted = adopt === undefined || adopt.includes(slug);
    if (before && (!now || !adopted || sameMakeUp(before.doc, now.doc))) return [before];
    if (now && (!now.retired || before)) return [now];
    missing.push(
      now
        ? problem(
            path,
            `${now.doc.name} is out of use.`,
            'Take it into use again in the larder, or choose another.',
          )
        : problem(
            path,
            `The ingredient “${slug}” is not in the larder.`,
            'Bring in a file with this ingredient first, or correct the name.',
          ),
    );
    return [];
  });
  return missing.length > 0 ? bad(...missing) : good(pins);
}

async function pinsOf(tx: Tx, versionId: string): Promise<Pin[]> {
  const rows = await tx
    .selectFrom('formula_version_ingredient as pin')
    .innerJoin('ingredient_version as version', 'version.id', 'pin.ingredient_version_id')
    .select(['version.id', 'version.doc'])
    .where('pin.formula_version_id', '=', versionId)
    .execute();
  return rows.map((row) => ({ id: row.id, doc: ingredientOf(row.doc) }));
}

/** Writes down which products a formula makes; a product belongs to one formula. */
export async function saveProducts(
  tx: Tx,
  actor: Actor,
  formulaId: string,
  doc: FormulaDoc,
): Promise<Result<null>> {
  const written = { updated_by: actor.personId, updated_at: new Date() };
  for (const [index, { slug, name, scaledWeight }] of doc.products.entries()) {
    const known = await tx
      .selectFrom('product')
      .innerJoin('product_part as part', 'part.product_id', 'product.id')
      .select(['product.id', 'part.formula_id as formulaId'])
      .where('product.bakehouse_id', '=', actor.bakehouseId)
      .where('product.slug', '=', slug)
      .executeTakeFirst();
    if (known && known.formulaId !== formulaId) {
      return bad(
        problem(
          `products.${index}.slug`,
          `Another formula already makes “${slug}”.`,
          'Give this product another name.',
        ),
      );
    }
    if (known) {
      await tx
        .updateTable('product')
        .set((row) => ({ name, retired_at: null, rev: row('rev', '+', 1), ...written }))
        .where('id', '=', known.id)
        .execute();
      await tx
        .updateTable('product_part')
        .set({ mass: scaledWeight })
        .where('product_id', '=', known.id)
        .execute();
    } else {
      const id = uuid();
      await tx
        .insertInto('product')
        .values({ id, bakehouse_id: actor.bakehouseId, slug, name, ...written })
        .execute();
      await tx
        .insertInto('product_part')
        .values({ product_id: id, formula_id: formulaId, role: 'whole', mass: scaledWeight })
        .execute();
    }
  }
  return good(null);
}

/** A formula that can be chosen: the newest version with the ingredients it is pinned to. */
export interface PublishedFormula {
  readonly slug: string;
  readonly version: number;
  readonly formula: Formula;
}

export async function readFormulas(db: Db | Tx, actor: Actor, slug?: string): Promise<PublishedFormula[]> {
  let query = versions(db, actor).whereRef('version.id', '=', 'formula.head_version_id');
  query = query.where('formula.retired_at', 'is', null).orderBy('formula.slug');
  if (slug !== undefined) query = query.where('formula.slug', '=', slug);
  const rows = await query.execute();
  return rows.map((row) => ({ slug: row.slug, version: row.n, formula: formulaOf(row) }));
}

/** One version of a formula, with who wrote it and when (epoch seconds). */
export interface FormulaVersion extends PublishedFormula {
  readonly note: string;
  readonly by: string;
  readonly at: number;
  readonly retired: boolean;
}

/** Reads one version of a formula; the newest if none is named. */
export async function readVersion(
  db: Db | Tx,
  actor: Actor,
  slug: string,
  n?: number,
): Promise<FormulaVersion | null> {
  const query = versions(db, actor).where('formula.slug', '=', slug);
  const row = await (
    n === undefined
      ? query.whereRef('version.id', '=', 'formula.head_version_id')
      : query.where('version.n', '=', n)
  ).executeTakeFirst();
  return row
    ? {
        slug,
        version: row.n,
        formula: formulaOf(row),
        note: row.note,
        by: row.by,
        at: Math.floor(row.created_at.getTime() / 1000),
        retired: row.retired_at !== null,
      }
    : null;
}

/** The versions of a formula, the newest first, without their texts. */
export async function listVersions(db: Db, actor: Actor, slug: string) {
  const rows = await db
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.formula_id', 'formula.id')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select(['version.n', 'version.note', 'person.name as by', 'version.created_at'])
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where('formula.slug', '=', slug)
    .orderBy('version.n', 'desc')
    .limit(200)
    .execute();
  return rows.map(({ n, note, by, created_at }) => ({
    version: n,
    note,
    by,
    at: Math.floor(created_at.getTime() / 1000),
  }));
}

/**
 * Takes a formula out of use, or back into it. It is never deleted: plans and records point at it.
 *
 * @param base its newest version as it was known
 */
export async function retireFormula(db: Db, actor: Actor, slug: string, retired: boolean, base: number): Promise<Kept<{ readonly slug: string; readonly retired: boolean }, FormulaVersion>> {
  return inTransaction(db, async (tx) => {
    await lockOf(tx, actor, 'formulas');
    const stands = await readVersion(tx, actor, slug);
    if (!stands) return { kind: 'missing' };
    if (stands.version !== base) return { kind: 'stale', stands };
    await tx
      .updateTable('formula')
      .set((row) => ({
        retired_at: retired ? new Date() : null,
        rev: row('rev', '+', 1),
        updated_by: actor.personId,
        updated_at: new Date(),
      }))
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('slug', '=', slug)
      .execute();
    await touchBakehouse(tx, actor);
    return { kind: 'done', value: { slug, retired } };
  });
} // prettier-ignore

const versions = (db: Db | Tx, actor: Actor) =>
  db
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.formula_id', 'formula.id')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select([
      'formula.slug',
      'formula.stood',
      'formula.retired_at',
      'version.n',
      'version.doc',
      'version.note',
      'version.created_at',
    ])
    .select('person.name as by')
    .select(
      sql<unknown[]>`(select jsonb_agg(ingredient.doc) from formula_version_ingredient as pin
        join ingredient_version as ingredient on ingredient.id = pin.ingredient_version_id
        where pin.formula_version_id = version.id)`.as('ingredients'),
    )
    .where('formula.bakehouse_id', '=', actor.bakehouseId);

/** A stored formula, brought to the schema of today. */
const formulaOf = (row: {
  slug: string;
  stood: Stood | null;
  doc: unknown;
  ingredients: readonly unknown[];
}): Formula => ({
  doc: FormulaDoc.parse(upcastFormulaDoc(row.doc, row.slug, row.stood)),
  ingredients: row.ingredients.map(ingredientOf),
});
