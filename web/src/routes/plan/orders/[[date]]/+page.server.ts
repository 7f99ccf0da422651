import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { addDays, localTime } from '@jovet/core/time';
import { database } from '$lib/server/database/connected';
import { dayInputFor } from '$lib/server/database/day-plan';
import { readHouse } from '$lib/server/database/house';
import { readOrderBook } from '$lib/server/database/orders';

export const load = async ({ params, locals: { actor } }) => {
  const db = database();
  if (params.date !== undefined && !z.iso.date().safeParse(params.date).success)
    error(404, 'This is not a day of the calendar.');
  const date = params.date ?? addDays(localTime(Date.now() / 1000, actor.zone).date, 1);
  const [book, house, input] = await Promise.all([
    readOrderBook(db, actor, date),
    readHouse(db, actor),
    dayInputFor(db, actor, date),
  ]);
  const { floor } = house.bakehouse;
  const over = Object.fromEntries(
    book.products.map(({ slug }) => [
      slug,
      floor.products.find(({ product }) => product === slug)?.over ?? floor.over,
    ]),
  );
  return { date, book, over, input: JSON.stringify(input) };
};
