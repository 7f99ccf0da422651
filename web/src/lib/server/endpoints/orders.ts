import { z } from 'zod';
import { percentOver } from '@jovet/core/formula/way';
import { ordersOn, totalsOf } from '@jovet/core/plan/demand';
import { bad, good } from '@jovet/core/problem';
import { localTime } from '@jovet/core/time';
import { serverNow } from '../clock.ts';
import type { Actor, Db } from '../database/connection.ts';
import { keepCustomer, ordersInTheWay, retireCustomer } from '../database/customer.ts';
import { readHouse } from '../database/house.ts';
import { keepStanding, sayOrders } from '../database/order-lines.ts';
import { readOrderBook } from '../database/orders.ts';
import { endpoint } from './endpoint.ts';
import { CustomerRequest, OrdersAnswer, SayOrdersRequest, StandingRequest } from './order-schemas.ts';
import { Anything, AtRev, ByDate, BySlug, isSame } from './shapes.ts';

const inTheWay = (db: Db, actor: Actor, slug: string, staying: readonly string[]) =>
  ordersInTheWay(db, actor, slug, staying, localTime(serverNow(), actor.zone).date);

/** Who gets bread, every week and on a day. */
export const ORDERS = {
  'PUT /customers/{slug}': endpoint({
    right: 'order',
    summary: 'Keep a customer',
    description: 'A new one, or a known one as it is now.',
    params: BySlug,
    body: CustomerRequest,
    answer: Anything,
    run: async ({ db, actor, params: { slug }, body: { base, customer } }) => {
      const same = isSame('customer.slug', customer.slug, slug);
      if (!same.ok) return same;
      const ordered = await inTheWay(db, actor, slug, customer.drops);
      return ordered ? bad(ordered) : keepCustomer(db, actor, customer, base);
    },
  }),
  'DELETE /customers/{slug}': endpoint({
    right: 'order',
    summary: 'Take a customer off the list',
    description: 'What was ordered stays on record. It is refused while there are orders to come, unless they go too.',
    params: BySlug,
    query: AtRev.extend({ orders: z.literal('too').optional() }),
    answer: Anything,
    run: async ({ db, actor, params: { slug }, query: { rev, orders } }) => {
      const ordered = orders === 'too' ? null : await inTheWay(db, actor, slug, []);
      return ordered ? bad(ordered) : retireCustomer(db, actor, slug, rev);
    },
  }),
  'PUT /standing': endpoint({
    right: 'order',
    summary: 'Say what is ordered every week',
    description:
      'Pieces Monday first, and what they were when they were typed: each weekday is kept by itself. A line of nothing but zeros is taken off. All lines or none.',
    body: StandingRequest,
    answer: Anything,
    run: ({ db, actor, body: { lines } }) => keepStanding(db, actor, lines),
  }),
  'GET /orders/{date}': endpoint({
    right: 'read',
    summary: 'What is ordered on a day',
    description: 'Standing orders of the weekday with what was said of the day, and totals by product and drop.',
    params: ByDate,
    answer: OrdersAnswer,
    run: async ({ db, actor, params: { date } }) => {
      const [book, { bakehouse, formulas }] = await Promise.all([readOrderBook(db, actor, date), readHouse(db, actor)]);
      const { customers, products, standing, said } = book;
      const lines = ordersOn(date, customers, standing, said);
      const docs = formulas.map(({ formula }) => formula.doc);
      const over = (product: string) => percentOver(docs, product, bakehouse.floor.over);
      return good({ date, customers, products, standing, said, lines, totals: totalsOf(lines, over, customers) });
    },
  }),
  'PUT /orders/{date}': endpoint({
    right: 'order',
    summary: 'Say what is ordered on a day',
    description: 'Pieces, and what was said of the day when they were typed. All lines or none.',
    params: ByDate,
    body: SayOrdersRequest,
    answer: Anything,
    run: ({ db, actor, params: { date }, body: { lines } }) => sayOrders(db, actor, date, lines),
  }),
}; // prettier-ignore
