import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { splitFormula, type Formula, type FormulaDoc, type Ingredient } from '@jovet/core/formula';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';

/** Adds ingredients to the larder; a changed one gets a new version, an unchanged one stays as it is. */
export async function saveIngredients(
  tx: Tx,
  actor: Actor,
  ingredients: readonly Ingredient[],
): Promise<void> {
  for (const ingredient of ingredients) {
    const known = await tx
      .selectFrom('ingredient')
      .innerJoin('ingredient_version as version', 'version.ingredient_id', 'ingredient.id')
      .select(['ingredient.id', 'version.n', 'version.doc'])
      .where('ingredient.bakehouse_id', '=', actor.bakehouseId)
      .where('ingredient.slug', '=', ingredient.slug)
      .orderBy('version.n', 'desc')
      .limit(1)
      .executeTakeFirst();
    if (known && digestOf(known.doc) === digestOf(ingredient)) continue;
    const id = known?.id ?? uuid();
    if (!known) {
      await tx
        .insertInto('ingredient')
        .values({ id, bakehouse_id: actor.bakehouseId, slug: ingredient.slug, updated_by: actor.personId })
        .execute();
    }
    await tx
      .insertInto('ingredient_version')
      .values({
        id: uuid(),
        ingredient_id: id,
        n: (known?.n ?? 0) + 1,
        schema: ingredient.schema,
        doc: JSON.stringify(ingredient),
        created_by: actor.personId,
      })
      .execute();
  }
}

/**
 * Publishes a formula, pinned to the ingredients as they are now. The same text again makes no new version.
 *
 * @returns the id of the version, or why the formula cannot be made
 */
export async function publishFormula(
  tx: Tx,
  actor: Actor,
  slug: string,
  doc: FormulaDoc,
  note: string,
): Promise<Result<string>> {
  const named = await ingredientsOf(tx, actor, doc);
  if (!named.ok) return named;
  const split = splitFormula({ doc, ingredients: named.value.map((version) => version.doc) });
  if (!split.ok) return split;

  const digest = digestOf({ doc, ingredients: named.value.map((version) => version.id).sort() });
  const known = await tx
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.id', 'formula.head_version_id')
    .select(['formula.id', 'version.id as versionId', 'version.n', 'version.digest'])
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where('formula.slug', '=', slug)
    .forUpdate('formula')
    .executeTakeFirst();
  if (known?.digest === digest) return good(known.versionId);

  const formulaId = known?.id ?? uuid();
  const versionId = uuid();
  const head = { head_version_id: versionId, updated_by: actor.personId, updated_at: new Date() };
  if (known) {
    await tx
      .updateTable('formula')
      .set((row) => ({ ...head, rev: row('rev', '+', 1), retired_at: null }))
      .where('id', '=', formulaId)
      .execute();
  } else {
    await tx
      .insertInto('formula')
      .values({ id: formulaId, bakehouse_id: actor.bakehouseId, slug, ...head })
      .execute();
  }
  await tx
    .insertInto('formula_version')
    .values({
      id: versionId,
      formula_id: formulaId,
      n: (known?.n ?? 0) + 1,
      schema: doc.schema,
      doc: JSON.stringify(doc),
      digest,
      note,
      created_by: actor.personId,
    })
    .execute();
  await tx
    .insertInto('formula_version_ingredient')
    .values(
      named.value.map((version) => ({ formula_version_id: versionId, ingredient_version_id: version.id })),
    )
    .execute();
  const sold = await saveProducts(tx, actor, formulaId, doc);
  return sold.ok ? good(versionId) : sold;
}

interface IngredientVersion {
  readonly id: string;
  readonly doc: Ingredient;
}

async function ingredientsOf(tx: Tx, actor: Actor, doc: FormulaDoc): Promise<Result<IngredientVersion[]>> {
  const places = new Map<string, string>([
    [doc.levain.water, 'formula.levain.water'],
    ...doc.levain.flours.map(
      ({ ingredient }, index) => [ingredient, `formula.levain.flours.${index}`] as const,
    ),
    ...doc.lines.map(({ ingredient }, index) => [ingredient, `formula.lines.${index}`] as const),
  ]);
  const versions = await tx
    .selectFrom('ingredient')
    .innerJoin('ingredient_version as version', 'version.ingredient_id', 'ingredient.id')
    .distinctOn('ingredient.id')
    .select(['version.id', 'version.doc'])
    .where('ingredient.bakehouse_id', '=', actor.bakehouseId)
    .where('ingredient.retired_at', 'is', null)
    .where('ingredient.slug', 'in', [...places.keys()])
    .orderBy('ingredient.id')
    .orderBy('version.n', 'desc')
    .execute();
  const missing: Problem[] = [...places]
    .filter(([slug]) => !versions.some((version) => version.doc.slug === slug))
    .map(([slug, path]) =>
      problem(
        path,
        `The ingredient “${slug}” is not in the larder.`,
        'Bring in a file with this ingredient first, or correct the name.',
      ),
    );
  return missing.length > 0 ? bad(...missing) : good(versions);
}

async function saveProducts(tx: Tx, actor: Actor, formulaId: string, doc: FormulaDoc): Promise<Result<null>> {
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
          `formula.products.${index}.slug`,
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
  let query = db
    .selectFrom('formula')
    .innerJoin('formula_version as version', 'version.id', 'formula.head_version_id')
    .innerJoin('formula_version_ingredient as pin', 'pin.formula_version_id', 'version.id')
    .innerJoin('ingredient_version as ingredient', 'ingredient.id', 'pin.ingredient_version_id')
    .select(['formula.slug', 'version.n', 'version.doc'])
    .select(sql<Ingredient[]>`jsonb_agg(ingredient.doc)`.as('ingredients'))
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where('formula.retired_at', 'is', null)
    .groupBy(['formula.slug', 'version.n', 'version.doc'])
    .orderBy('formula.slug');
  if (slug !== undefined) query = query.where('formula.slug', '=', slug);
  const rows = await query.execute();
  return rows.map((row) => ({
    slug: row.slug,
    version: row.n,
    formula: { doc: row.doc, ingredients: row.ingredients },
  }));
}

/** A digest that does not depend on the order of keys, which jsonb does not keep. */
export function digestOf(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value, sorted)).digest('hex');
}

const sorted = (_key: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
