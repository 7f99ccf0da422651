import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { EventsRequest } from '$lib/server/api/event-schemas';
import { serverNow } from '$lib/server/clock';
import { database } from '$lib/server/database/connected';
import { addEvents, listEvents } from '$lib/server/database/event';

const Since = z.coerce.number().int().min(0);

/** Events in the order in which they were kept: `?day=` those of a day, `?since=` all after a place. */
export async function GET({ url, locals: { actor } }) {
  const day = z.iso.date().safeParse(url.searchParams.get('day'));
  const since = Since.safeParse(url.searchParams.get('since') ?? NaN);
  if (!day.success && !since.success)
    return refuse(422, [
      problem(
        'day',
        'Neither a day nor a place is named.',
        'Ask with ?day=year-month-day, or ?since= a place.',
      ),
    ]);
  const wanted = day.success ? { day: day.data } : { since: since.data ?? 0 };
  return json({ events: await listEvents(database(), actor, wanted) });
}

/** Notes what happened. All of it is kept or none; what is there already is left. */
export async function POST({ request, locals: { actor } }) {
  const body = await readBody(request, EventsRequest);
  if (body instanceof Response) return body;
  const { events, device, sentAt } = body;
  const skew = sentAt === null ? 0 : sentAt - serverNow();
  const added = await database()
    .transaction()
    .execute((tx) => addEvents(tx, actor, events, { device, skew }));
  return added.ok ? json({ seq: added.value }) : refuse(422, added.problems);
}

export const fallback = noSuchMethod;
