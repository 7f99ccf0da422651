import { percentOver } from '@jovet/core/formula/way';
import { serverNow } from '$lib/server/clock';
import { database } from '$lib/server/database/connected';
import { dayInputFor } from '$lib/server/database/day-plan';
import { readHouse } from '$lib/server/database/house';
import { readOrderBook } from '$lib/server/database/orders';
import { dayOfPage } from '$lib/server/dates';
import { dayAtHand } from '$lib/server/plan-of-day';

export const load = async ({ params, locals: { actor } }) => {
  const db = database();
  const date = dayOfPage(params.date) ?? (await dayAtHand(db, actor, serverNow())).date;
  const [book, house, input] = await Promise.all([
    readOrderBook(db, actor, date),
    readHouse(db, actor),
    dayInputFor(db, actor, date),
  ]);
  const docs = house.formulas.map(({ formula }) => formula.doc);
  const over = Object.fromEntries(
    book.products.map(({ slug }) => [slug, percentOver(docs, slug, house.bakehouse.floor.over)]),
  );
  return { date, book, over, input: JSON.stringify(input) };
};
