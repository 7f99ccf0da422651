import { json } from '@sveltejs/kit';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { StandingRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { keepStanding } from '$lib/server/database/orders';

export async function PUT({ request, locals }) {
  const body = await readBody(request, StandingRequest);
  if (body instanceof Response) return body;
  const kept = await database()
    .transaction()
    .execute((tx) => keepStanding(tx, locals.actor, body.lines));
  return kept.ok ? json({ lines: body.lines.length }) : refuse(422, kept.problems);
}

export const fallback = noSuchMethod;
