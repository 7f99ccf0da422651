import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Customer } from '@jovet/core/plan/demand';
import { problem, type Problem } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';
import { inTransaction, lockOf, type Kept } from './kept.ts';

/**
 * What a customer still gets at vans that are to be taken away: it would go out of sight.
 *
 * @param staying the vans that stay
 * @param today local date: what was ordered before it is past
 * @returns the problem that names the orders, or null
 */
export async function ordersInTheWay(
  db: Db,
  actor: Actor,
  slug: string,
  staying: readonly string[],
  today: string,
): Promise<Problem | null> {
  const lines = await db
    .selectFrom('customer')
    .innerJoin(
      (from) =>
        from
          .selectFrom('standing_order')
          .select(['customer_id', 'drop_at', sql<boolean>`true`.as('weekly')])
          .where(sql<boolean>`0 < any(weekdays) and (valid_to is null or valid_to >= ${today})`)
          .unionAll(
            from
              .selectFrom('order_said')
              .select(['customer_id', 'drop_at', sql<boolean>`false`.as('weekly')])
              .where('pieces', '>', 0)
              .where('local_date', '>=', today),
          )
          .as('line'),
      (join) => join.onRef('line.customer_id', '=', 'customer.id'),
    )
    .select(['line.drop_at as drop', 'line.weekly'])
    .where('customer.bakehouse_id', '=', actor.bakehouseId)
    .where('customer.slug', '=', slug)
    .where('customer.retired_at', 'is', null)
    .execute();
  const hidden = lines.filter(({ drop }) => !staying.includes(drop));
  if (hidden.length === 0) return null;
  const drops = [...new Set(hidden.map(({ drop }) => drop))].sort();
  const weekly = hidden.filter((each) => each.weekly).length;
  const counted = [
    ...(weekly > 0 ? [`${weekly} every week`] : []),
    ...(hidden.length > weekly ? [`${hidden.length - weekly} of single days`] : []),
  ];
  return problem(
    'customer.drops',
    `Orders leave at ${drops.join(', ')}: ${counted.join(' and ')}.`,
    'Take these orders away first, or take them off together with the customer.',
  );
}

/** A customer as it stands, and the revision that a change of it names. */
export type KeptCustomer = Customer & { readonly rev: number };

const customerRow = (tx: Tx, actor: Actor, slug: string) =>
  tx
    .selectFrom('customer')
    .select(['doc', 'rev', 'retired_at'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('slug', '=', slug)
    .forUpdate()
    .executeTakeFirst();

/**
 * Keeps a customer under its slug: a new one, or a known one as it is now.
 *
 * @param base the revision that the change was made on; 0: there is none yet
 */
export async function keepCustomer(db: Db, actor: Actor, customer: Customer, base: number): Promise<Kept<KeptCustomer>> {
  return inTransaction(db, async (tx) => {
    await lockOf(tx, actor, 'customers');
    const row = await customerRow(tx, actor, customer.slug);
    const standing = row && row.retired_at === null ? row : null;
    if ((standing?.rev ?? 0) !== base)
      return standing ? { kind: 'stale', stands: { ...Customer.parse(standing.doc), rev: standing.rev } } : { kind: 'missing' };
    return { kind: 'done', value: { ...customer, rev: await writeCustomer(tx, actor, customer) } };
  });
} // prettier-ignore

/** Writes a customer over what stands there. @returns its revision */
export async function writeCustomer(tx: Tx, actor: Actor, customer: Customer): Promise<number> {
  const written = { updated_by: actor.personId, updated_at: new Date() };
  const doc = JSON.stringify(customer);
  const { rev } = await tx
    .insertInto('customer')
    .values({ id: uuid(), bakehouse_id: actor.bakehouseId, slug: customer.slug, doc, retired_at: null, ...written })
    .onConflict((conflict) =>
      conflict
        .columns(['bakehouse_id', 'slug'])
        .doUpdateSet({ doc, retired_at: null, rev: sql`customer.rev + 1`, ...written }),
    )
    .returning('rev')
    .executeTakeFirstOrThrow();
  return rev;
} // prettier-ignore

/** Takes a customer off the list; what was ordered stays on record. */
export async function retireCustomer(db: Db, actor: Actor, slug: string, base: number): Promise<Kept<{ readonly slug: string }, KeptCustomer>> {
  return inTransaction(db, async (tx) => {
    const row = await customerRow(tx, actor, slug);
    if (!row || row.retired_at !== null) return { kind: 'missing' };
    if (row.rev !== base) return { kind: 'stale', stands: { ...Customer.parse(row.doc), rev: row.rev } };
    await tx
      .updateTable('customer')
      .set({ retired_at: new Date(), rev: row.rev + 1, updated_by: actor.personId, updated_at: new Date() })
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('slug', '=', slug)
      .execute();
    return { kind: 'done', value: { slug } };
  });
} // prettier-ignore
