import { json } from '@sveltejs/kit';
import { percentOver } from '@jovet/core/formula/way';
import { ordersOn, totalsOf } from '@jovet/core/plan/demand';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { SayOrdersRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { readOrderBook, sayOrders } from '$lib/server/database/orders';
import { notADate } from '$lib/server/dates';

export async function GET({ params: { date }, locals: { actor } }) {
  const wrong = notADate(date);
  if (wrong) return wrong;
  const [book, { bakehouse, formulas }] = await Promise.all([
    readOrderBook(database(), actor, date),
    readHouse(database(), actor),
  ]);
  const lines = ordersOn(date, book.customers, book.standing, book.said);
  const { customers, products, standing } = book;
  const docs = formulas.map(({ formula }) => formula.doc);
  return json({
    date,
    customers,
    products,
    standing,
    lines,
    totals: totalsOf(lines, (product) => percentOver(docs, product, bakehouse.floor.over)),
  });
}

export async function PUT({ params: { date }, request, locals: { actor } }) {
  const wrong = notADate(date);
  if (wrong) return wrong;
  const body = await readBody(request, SayOrdersRequest);
  if (body instanceof Response) return body;
  const said = await sayOrders(database(), actor, date, body.lines);
  return said.ok ? json({ date, lines: body.lines.length }) : refuse(422, said.problems);
}

export const fallback = noSuchMethod;
