import { sql, type Kysely } from 'kysely';

/**
 * Formulas say how they are made.
 *
 * Until now the bakehouse said how a dough stands between its mix and its cut (the cold, folds by rise, turns) and what
 * its products proof and bake in. That is what `formula.stood` keeps of the newest bakehouse, as it was written there:
 * versions and drafts of a formula are never changed, so those that were written before there were steps are read with
 * it. Saved plans carry the bakehouse of their day inside.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const ofFormula = (list: string) => `coalesce((
    select jsonb_agg(line) from jsonb_array_elements(newest.doc -> 'floor' -> '${list}') as line
    where line ->> 'formula' = formula.slug), '[]'::jsonb)`;

const STATEMENTS = [
  `alter table formula add column stood jsonb`,
  `update formula set stood = jsonb_build_object('doughs', ${ofFormula('doughs')}, 'products', ${ofFormula('products')})
    from (select distinct on (bakehouse_id) bakehouse_id, doc from bakehouse_version order by bakehouse_id, n desc) as newest
    where newest.bakehouse_id = formula.bakehouse_id`,
];
