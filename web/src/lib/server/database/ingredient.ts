import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Ingredient, upcastIngredient } from '@jovet/core/formula';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';
import { inTransaction, lockOf, type Kept } from './kept.ts';

/** An ingredient as it stands in the larder. */
export interface Shelved {
  readonly ingredient: Ingredient;
  readonly version: number;
  /** Moves with every change; a stale change is refused. */
  readonly rev: number;
  readonly retired: boolean;
}

/** Adds ingredients to the larder; a changed one gets a new version, an unchanged one stays as it is. */
export async function saveIngredients(
  tx: Tx,
  actor: Actor,
  ingredients: readonly Ingredient[],
): Promise<void> {
  const known = new Map((await readLarder(tx, actor)).map((each) => [each.ingredient.slug, each]));
  for (const ingredient of ingredients) {
    const before = known.get(ingredient.slug);
    if (before && !before.retired && digestOf(before.ingredient) === digestOf(ingredient)) continue;
    const id = await claimIngredient(tx, actor, ingredient.slug, before === undefined);
    await tx
      .insertInto('ingredient_version')
      .values({
        id: uuid(),
        ingredient_id: id,
        n: (before?.version ?? 0) + 1,
        schema: ingredient.schema,
        doc: JSON.stringify(ingredient),
        created_by: actor.personId,
      })
      .execute();
  }
}

/** The row of an ingredient, made or moved on by one revision. */
async function claimIngredient(tx: Tx, actor: Actor, slug: string, isNew: boolean): Promise<string> {
  if (isNew) {
    const id = uuid();
    await tx
      .insertInto('ingredient')
      .values({ id, bakehouse_id: actor.bakehouseId, slug, updated_by: actor.personId })
      .execute();
    return id;
  }
  const { id } = await tx
    .updateTable('ingredient')
    .set((row) => ({
      rev: row('rev', '+', 1),
      retired_at: null,
      updated_by: actor.personId,
      updated_at: new Date(),
    }))
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('slug', '=', slug)
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Adds those ingredients of the starting larder that this bakehouse has never had. */
export async function stockLarder(tx: Tx, actor: Actor, ingredients: readonly Ingredient[]): Promise<number> {
  const known = new Set((await readLarder(tx, actor)).map(({ ingredient }) => ingredient.slug));
  const missing = ingredients.filter(({ slug }) => !known.has(slug));
  await saveIngredients(tx, actor, missing);
  return missing.length;
}

/**
 * Changes one ingredient, or takes it out of use.
 *
 * @param base the revision that the change was made on; 0 for a new ingredient
 * @returns the ingredient as it stands, or a problem if someone changed it since
 */
export async function changeIngredient(
  db: Db,
  actor: Actor,
  change: { readonly ingredient: Ingredient; readonly retired: boolean },
  base: number,
): Promise<Kept<Shelved>> {
  const { slug, name } = change.ingredient;
  return inTransaction(db, async (tx) => {
    await lockOf(tx, actor, 'larder');
    const larder = await readLarder(tx, actor);
    const stands = larder.find(({ ingredient }) => ingredient.slug === slug);
    if ((stands?.rev ?? 0) !== base) return stands ? { kind: 'stale', stands } : { kind: 'missing' };
    const same = larder.some(
      ({ ingredient }) => ingredient.slug !== slug && ingredient.name.toLowerCase() === name.toLowerCase(),
    );
    if (same)
      return {
        kind: 'refused',
        problems: [
          problem('ingredient.name', `“${name}” is in the larder already.`, 'Give it another name.'),
        ],
      };
    await saveIngredients(tx, actor, [change.ingredient]);
    if (change.retired) await retire(tx, actor, slug);
    const now = (await readLarder(tx, actor)).find(({ ingredient }) => ingredient.slug === slug);
    if (!now) throw new Error(`the ingredient ${slug} was not written`);
    return { kind: 'done', value: now };
  });
}

async function retire(tx: Tx, actor: Actor, slug: string): Promise<void> {
  await tx
    .updateTable('ingredient')
    .set((row) => ({ retired_at: new Date(), rev: row('rev', '+', 1), updated_by: actor.personId }))
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('slug', '=', slug)
    .execute();
}

/** The larder as it stands: the newest version of every ingredient, by name; those out of use are marked. */
export async function readLarder(db: Db | Tx, actor: Actor): Promise<Shelved[]> {
  const rows = await db
    .selectFrom('ingredient')
    .innerJoin('ingredient_version as version', 'version.ingredient_id', 'ingredient.id')
    .distinctOn('ingredient.id')
    .select(['version.doc', 'version.n', 'ingredient.rev', 'ingredient.retired_at'])
    .where('ingredient.bakehouse_id', '=', actor.bakehouseId)
    .orderBy('ingredient.id')
    .orderBy('version.n', 'desc')
    .execute();
  return rows
    .map((row) => ({
      ingredient: ingredientOf(row.doc),
      version: row.n,
      rev: row.rev,
      retired: row.retired_at !== null,
    }))
    .sort((a, b) => a.ingredient.name.localeCompare(b.ingredient.name, 'en'));
}

/** Sets prices and packs; an ingredient that is not in the larder is a problem. */
export async function savePrices(
  tx: Tx,
  actor: Actor,
  prices: readonly (Pick<Ingredient, 'cost' | 'pack'> & { readonly ingredient: string })[],
): Promise<Result<number>> {
  const larder = new Map(
    (await readLarder(tx, actor)).map((each) => [each.ingredient.slug, each.ingredient]),
  );
  const missing = prices.flatMap(({ ingredient: slug }, index) =>
    larder.has(slug)
      ? []
      : [
          problem(
            `prices.${index}.ingredient`,
            `“${slug}” is not in the larder.`,
            'Add it first, or take it out.',
          ),
        ],
  );
  if (missing.length > 0) return bad(...missing);
  const priced = prices.flatMap(({ ingredient: slug, cost, pack }) => {
    const known = larder.get(slug);
    return known ? [{ ...known, cost, pack }] : [];
  });
  await saveIngredients(tx, actor, priced);
  return good(priced.length);
}

/** A stored ingredient, brought to the schema of today. */
export const ingredientOf = (doc: unknown): Ingredient => Ingredient.parse(upcastIngredient(doc));

/** A digest that does not depend on the order of keys, which jsonb does not keep. */
export function digestOf(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value, sorted)).digest('hex');
}

const sorted = (_key: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** Newest versions by slug, with their ids: what a formula is pinned to when it is published. */
export async function newestVersions(tx: Tx, actor: Actor, slugs: readonly string[]) {
  const rows = await tx
    .selectFrom('ingredient')
    .innerJoin('ingredient_version as version', 'version.ingredient_id', 'ingredient.id')
    .distinctOn('ingredient.id')
    .select(['version.id', 'version.doc', 'ingredient.slug'])
    .select(sql<boolean>`ingredient.retired_at is not null`.as('retired'))
    .where('ingredient.bakehouse_id', '=', actor.bakehouseId)
    .where('ingredient.slug', 'in', [...slugs])
    .orderBy('ingredient.id')
    .orderBy('version.n', 'desc')
    .execute();
  return rows.map((row) => ({ ...row, doc: ingredientOf(row.doc) }));
}
