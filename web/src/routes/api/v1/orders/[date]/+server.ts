import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { ordersOn, totalsOf } from '@jovet/core/orders';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { SayOrdersRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { readOrderBook, sayOrders } from '$lib/server/database/orders';

const isDate = (date: string) => z.iso.date().safeParse(date).success;
const noDay = (date: string) =>
  refuse(422, [problem('date', `“${date}” is not a day of the calendar.`, 'Write it as year-month-day.')]);

export async function GET({ params: { date }, locals: { actor } }) {
  if (!isDate(date)) return noDay(date);
  const [book, { bakehouse }] = await Promise.all([
    readOrderBook(database(), actor, date),
    readHouse(database(), actor),
  ]);
  const lines = ordersOn(date, book.customers, book.standing, book.said);
  const { floor } = bakehouse;
  const over = (product: string) =>
    floor.products.find((each) => each.product === product)?.over ?? floor.over;
  const { customers, products, standing } = book;
  return json({ date, customers, products, standing, lines, totals: totalsOf(lines, over) });
}

export async function PUT({ params: { date }, request, locals: { actor } }) {
  if (!isDate(date)) return noDay(date);
  const body = await readBody(request, SayOrdersRequest);
  if (body instanceof Response) return body;
  const said = await sayOrders(database(), actor, date, body.lines);
  return said.ok ? json({ date, lines: body.lines.length }) : refuse(422, said.problems);
}

export const fallback = noSuchMethod;
