import { sql } from 'kysely';
import { Customer, type OrderLine, type StandingOrder } from '@jovet/core/plan/demand';
import type { Actor, Db, Tx } from './connection.ts';
import type { KeptCustomer } from './customer.ts';
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
  readonly customers: readonly KeptCustomer[];
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
      .select(['doc', 'rev'])
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
    customers: customers.map(({ doc, rev }) => ({ ...Customer.parse(doc), rev })),
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
