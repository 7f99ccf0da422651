import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import type { Customer, OrderLine, StandingOrder } from '@jovet/core/plan/demand';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';
import { readHouse } from './house.ts';

/** A product that can be ordered. */
export interface Orderable {
  readonly slug: string;
  readonly name: string;
  /** Slug and name of the dough that it is made of. */
  readonly formula: string;
  readonly dough: string;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
  /** Whether a formula in use makes it: what is ordered and not made any more stays in sight. */
  readonly made: boolean;
}

/** Everything that the orders of a day come from. */
export interface OrderBook {
  readonly customers: readonly Customer[];
  readonly standing: readonly StandingOrder[];
  /** What was said of the day. */
  readonly said: readonly OrderLine[];
  readonly products: readonly Orderable[];
}

/** Reads what is ordered on a day, and what it comes from. */
export async function readOrderBook(db: Db | Tx, actor: Actor, date: string): Promise<OrderBook> {
  const [customers, standing, said, house] = await Promise.all([
    db
      .selectFrom('customer')
      .select('doc')
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('retired_at', 'is', null)
      .orderBy(sql`doc ->> 'name'`)
      .execute(),
    db
      .selectFrom('standing_order as line')
      .innerJoin('customer', 'customer.id', 'line.customer_id')
      .innerJoin('product', 'product.id', 'line.product_id')
      .select(['customer.slug as customer', 'product.slug as product', 'line.drop_at as drop'])
      .select(['line.weekdays', 'line.valid_from as from', 'line.valid_to as to'])
      .where('customer.bakehouse_id', '=', actor.bakehouseId)
      .where('customer.retired_at', 'is', null)
      .orderBy('customer.slug')
      .orderBy('product.slug')
      .execute(),
    db
      .selectFrom('order_said as line')
      .innerJoin('customer', 'customer.id', 'line.customer_id')
      .innerJoin('product', 'product.id', 'line.product_id')
      .select(['customer.slug as customer', 'product.slug as product', 'line.drop_at as drop', 'line.pieces'])
      .where('customer.bakehouse_id', '=', actor.bakehouseId)
      .where('customer.retired_at', 'is', null)
      .where('line.local_date', '=', date)
      .execute(),
    readHouse(db, actor),
  ]);
  const products = house.formulas.flatMap(({ slug: formula, formula: { doc } }) =>
    doc.products.map(({ slug, name, scaledWeight }) => ({
      slug,
      name,
      formula,
      dough: doc.name,
      scaledWeight,
      made: true,
    })),
  );
  const made = new Set(products.map(({ slug }) => slug));
  const unmade = [...standing, ...said].flatMap(({ product }) => (made.has(product) ? [] : [product]));
  return {
    customers: customers.map(({ doc }) => doc),
    standing,
    said,
    products: [...products, ...(await readUnmade(db, actor, unmade))],
  };
}

/** Products that are ordered and that no formula in use makes. */
async function readUnmade(db: Db | Tx, actor: Actor, slugs: readonly string[]): Promise<Orderable[]> {
  if (slugs.length === 0) return [];
  const rows = await db
    .selectFrom('product')
    .innerJoin('product_part as part', 'part.product_id', 'product.id')
    .innerJoin('formula', 'formula.id', 'part.formula_id')
    .innerJoin('formula_version as version', 'version.id', 'formula.head_version_id')
    .select(['product.slug', 'product.name', 'part.mass', 'formula.slug as formula'])
    .select(sql<string>`version.doc ->> 'name'`.as('dough'))
    .where('product.bakehouse_id', '=', actor.bakehouseId)
    .where('product.slug', 'in', [...new Set(slugs)])
    .orderBy('product.name')
    .execute();
  return rows.map(({ mass, ...row }) => ({ ...row, scaledWeight: mass, made: false }));
}

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

/** Keeps a customer under its slug: a new one, or a known one as it is now. */
export async function keepCustomer(db: Db | Tx, actor: Actor, customer: Customer): Promise<void> {
  const written = { updated_by: actor.personId, updated_at: new Date() };
  const doc = JSON.stringify(customer);
  await db
    .insertInto('customer')
    .values({
      id: uuid(),
      bakehouse_id: actor.bakehouseId,
      slug: customer.slug,
      doc,
      retired_at: null,
      ...written,
    })
    .onConflict((conflict) =>
      conflict
        .columns(['bakehouse_id', 'slug'])
        .doUpdateSet({ doc, retired_at: null, rev: sql`customer.rev + 1`, ...written }),
    )
    .execute();
}

/** Takes a customer off the list; what was ordered stays on record. */
export async function retireCustomer(db: Db, actor: Actor, slug: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('customer')
    .set((row) => ({
      retired_at: new Date(),
      rev: row('rev', '+', 1),
      updated_by: actor.personId,
      updated_at: new Date(),
    }))
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('slug', '=', slug)
    .where('retired_at', 'is', null)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

interface Keys {
  readonly customers: ReadonlyMap<string, { readonly id: string; readonly drops: readonly string[] }>;
  readonly products: ReadonlyMap<string, string>;
}

async function keysOf(tx: Tx, actor: Actor): Promise<Keys> {
  const customers = await tx
    .selectFrom('customer')
    .select(['id', 'slug', 'doc'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('retired_at', 'is', null)
    .execute();
  const products = await tx
    .selectFrom('product')
    .select(['id', 'slug'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .execute();
  return {
    customers: new Map(customers.map(({ id, slug, doc }) => [slug, { id, drops: doc.drops }])),
    products: new Map(products.map(({ id, slug }) => [slug, id])),
  };
}

/** The rows that a line of an order stands for, or what is wrong with it at `lines.<index>`. */
function keysOfLine(
  keys: Keys,
  line: Pick<OrderLine, 'customer' | 'product' | 'drop'>,
  index: number,
  away: boolean,
): { customer_id: string; product_id: string; drop_at: string } | Problem {
  const at = (field: string, text: string, remedy: string) => problem(`lines.${index}.${field}`, text, remedy);
  const customer = keys.customers.get(line.customer);
  const product = keys.products.get(line.product);
  if (!customer) return at('customer', `“${line.customer}” is no customer here.`, 'Add it first.');
  if (product === undefined)
    return at('product', `“${line.product}” is not made here.`, 'Choose a product of one of your formulas.');
  // What was ordered for a van that does not go any more can still be taken away.
  if (!away && !customer.drops.includes(line.drop))
    return at('drop', `Nothing leaves for ${line.customer} at ${line.drop}.`, `Use ${customer.drops.join(' or ')}.`);
  return { customer_id: customer.id, product_id: product, drop_at: line.drop };
} // prettier-ignore

/**
 * Says what is ordered on one day: a line without pieces (null) goes back to what is standing.
 *
 * @returns or the problem of each line that cannot be; then nothing is kept
 */
export async function sayOrders(
  db: Db,
  actor: Actor,
  date: string,
  lines: readonly (Omit<OrderLine, 'pieces'> & { readonly pieces: number | null })[],
): Promise<Result<null>> {
  return db.transaction().execute(async (tx) => {
    const keys = await keysOf(tx, actor);
    const rows = lines.map((line, index) => ({
      pieces: line.pieces,
      key: keysOfLine(keys, line, index, !line.pieces),
    }));
    const problems = rows.flatMap(({ key }) => ('problem' in key ? [key] : []));
    if (problems.length > 0) return bad(...problems);
    for (const { key, pieces } of rows) {
      if ('problem' in key) continue;
      if (pieces === null)
        await tx
          .deleteFrom('order_said')
          .where('local_date', '=', date)
          .where('customer_id', '=', key.customer_id)
          .where('product_id', '=', key.product_id)
          .where('drop_at', '=', key.drop_at)
          .execute();
      else {
        const written = { pieces, updated_by: actor.personId, updated_at: new Date() };
        await tx
          .insertInto('order_said')
          .values({ local_date: date, ...key, ...written })
          .onConflict((conflict) =>
            conflict
              .columns(['local_date', 'customer_id', 'product_id', 'drop_at'])
              .doUpdateSet({ ...written, rev: sql`order_said.rev + 1` }),
          )
          .execute();
      }
    }
    return good(null);
  });
}

/** Says what somebody gets every week; a line of nothing but zeros is taken off. */
export async function keepStanding(
  tx: Tx,
  actor: Actor,
  lines: readonly StandingOrder[],
): Promise<Result<null>> {
  const keys = await keysOf(tx, actor);
  const problems: Problem[] = [];
  for (const [index, line] of lines.entries()) {
    const key = keysOfLine(
      keys,
      line,
      index,
      line.weekdays.every((pieces) => pieces === 0),
    );
    if ('problem' in key) {
      problems.push(key);
      continue;
    }
    const written = {
      weekdays: line.weekdays,
      valid_from: line.from,
      valid_to: line.to,
      updated_by: actor.personId,
      updated_at: new Date(),
    };
    if (line.weekdays.every((pieces) => pieces === 0))
      await tx
        .deleteFrom('standing_order')
        .where('customer_id', '=', key.customer_id)
        .where('product_id', '=', key.product_id)
        .where('drop_at', '=', key.drop_at)
        .execute();
    else
      await tx
        .insertInto('standing_order')
        .values({ ...key, ...written })
        .onConflict((conflict) =>
          conflict
            .columns(['customer_id', 'product_id', 'drop_at'])
            .doUpdateSet({ ...written, rev: sql`standing_order.rev + 1` }),
        )
        .execute();
  }
  return problems.length > 0 ? bad(...problems) : good(null);
}
