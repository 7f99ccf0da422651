import { v7 as uuid } from 'uuid';
import { dayPlanOf, shownOfPlan } from '../../../../migrations/0007-shown.ts';
import type { Archive } from '@jovet/core/formats';
import type { Actor, Tx } from './connection.ts';
import { moment, seconds } from './epoch.ts';
import { digestOf } from './ingredient.ts';

/** Customers, also those that were taken off, what they get every week, and what was said of single days. */
export async function ordersOf(tx: Tx, { bakehouseId }: Actor): Promise<Archive['orders']> {
  const customers = await tx
    .selectFrom('customer')
    .innerJoin('person', 'person.id', 'customer.updated_by')
    .select(['customer.doc', 'customer.retired_at', 'customer.updated_at', 'person.name as by'])
    .where('customer.bakehouse_id', '=', bakehouseId)
    .orderBy('customer.slug')
    .execute();
  const standing = await tx
    .selectFrom('standing_order as line')
    .innerJoin('customer', 'customer.id', 'line.customer_id')
    .innerJoin('product', 'product.id', 'line.product_id')
    .innerJoin('person', 'person.id', 'line.updated_by')
    .select(['customer.slug as customer', 'product.slug as product', 'line.drop_at as drop', 'line.weekdays'])
    .select(['line.valid_from as from', 'line.valid_to as to', 'person.name as by', 'line.updated_at'])
    .where('customer.bakehouse_id', '=', bakehouseId)
    .orderBy('customer.slug')
    .orderBy('product.slug')
    .orderBy('line.drop_at')
    .execute();
  const said = await tx
    .selectFrom('order_said as line')
    .innerJoin('customer', 'customer.id', 'line.customer_id')
    .innerJoin('product', 'product.id', 'line.product_id')
    .innerJoin('person', 'person.id', 'line.updated_by')
    .select(['line.local_date as date', 'customer.slug as customer', 'product.slug as product'])
    .select(['line.drop_at as drop', 'line.pieces', 'person.name as by', 'line.updated_at'])
    .where('customer.bakehouse_id', '=', bakehouseId)
    .orderBy('line.local_date')
    .orderBy('customer.slug')
    .orderBy('product.slug')
    .orderBy('line.drop_at')
    .execute();
  return {
    customers: customers.map(({ retired_at, updated_at, ...each }) => ({
      ...each,
      retired: retired_at !== null,
      at: seconds(updated_at),
    })),
    standing: standing.map(({ updated_at, ...each }) => ({ ...each, at: seconds(updated_at) })),
    said: said.map(({ updated_at, ...each }) => ({ ...each, at: seconds(updated_at) })),
  };
}

/** Every plan of every day. */
export async function dayPlansOf(tx: Tx, { bakehouseId }: Actor): Promise<unknown[]> {
  const rows = await tx
    .selectFrom('day_plan as plan')
    .innerJoin('person', 'person.id', 'plan.created_by')
    .select(['plan.local_date as date', 'plan.n', 'plan.chosen', 'plan.verdict', 'plan.cost', 'plan.input', 'plan.doc', 'plan.shown'])
    .select(['person.name as by', 'plan.created_at'])
    .where('plan.bakehouse_id', '=', bakehouseId)
    .orderBy('plan.local_date')
    .orderBy('plan.n')
    .execute();
  return rows.map(({ created_at, ...plan }) => ({ ...plan, at: seconds(created_at) }));
} // prettier-ignore

/** Brings orders and plans back as they were; the formulas that they name stand already. */
export async function restoreOrders(
  tx: Tx,
  { bakehouseId }: Actor,
  { orders }: Pick<Archive, 'orders'>,
  by: (name: string) => string,
): Promise<void> {
  const written = (author: string, at: number) => ({ updated_by: by(author), updated_at: moment(at) });
  const customers = new Map<string, string>();
  for (const { doc, retired, by: author, at } of orders.customers) {
    const id = uuid();
    customers.set(doc.slug, id);
    await tx
      .insertInto('customer')
      .values({
        id,
        bakehouse_id: bakehouseId,
        slug: doc.slug,
        doc: JSON.stringify(doc),
        retired_at: retired ? moment(at) : null,
        ...written(author, at),
      })
      .execute();
  }
  const known = await tx
    .selectFrom('product')
    .select(['id', 'slug'])
    .where('bakehouse_id', '=', bakehouseId)
    .execute();
  const products = new Map(known.map(({ id, slug }) => [slug, id]));
  const keyOf = (line: { customer: string; product: string; drop: string }) => ({
    customer_id: customers.get(line.customer) ?? '',
    product_id: products.get(line.product) ?? '',
    drop_at: line.drop,
  });
  for (const line of orders.standing)
    await tx
      .insertInto('standing_order')
      .values({
        ...keyOf(line),
        weekdays: line.weekdays,
        valid_from: line.from,
        valid_to: line.to,
        ...written(line.by, line.at),
      })
      .execute();
  for (const line of orders.said)
    await tx
      .insertInto('order_said')
      .values({ local_date: line.date, ...keyOf(line), pieces: line.pieces, ...written(line.by, line.at) })
      .execute();
}

/** Brings the plans of days back as they were, and plans of one dough that an older version kept behind them. */
export async function restorePlans(
  tx: Tx,
  { bakehouseId }: Actor,
  { dayPlans, days }: Pick<Archive, 'dayPlans' | 'days'>,
  by: (name: string) => string,
): Promise<void> {
  const keep = (plan: {
    date: string;
    n: number;
    chosen: boolean;
    verdict: 'planned' | 'not-found';
    cost: number;
    input: unknown;
    doc: unknown;
    shown: unknown;
    by: string;
    at: number;
  }) =>
    tx
      .insertInto('day_plan')
      .values({
        id: uuid(),
        bakehouse_id: bakehouseId,
        local_date: plan.date,
        n: plan.n,
        chosen: plan.chosen,
        verdict: plan.verdict,
        cost: plan.cost,
        input: JSON.stringify(plan.input),
        input_digest: digestOf(plan.input),
        doc: JSON.stringify(plan.doc),
        shown: plan.shown === null ? null : JSON.stringify(plan.shown),
        created_by: by(plan.by),
        created_at: moment(plan.at),
      })
      .execute();
  const most = new Map<string, number>();
  for (const plan of dayPlans) {
    most.set(plan.date, Math.max(plan.n, most.get(plan.date) ?? 0));
    await keep({ ...plan, shown: plan.shown ?? shownOfPlan(plan.input, plan.doc.schedule) });
  }
  for (const { date, plans } of days)
    for (const { input, by: author, at } of plans) {
      const n = (most.get(date) ?? 0) + 1;
      most.set(date, n);
      const plan = { date, n, chosen: false, verdict: 'planned' as const, cost: 0, by: author, at };
      await keep({ ...plan, ...dayPlanOf(input) });
    }
}
