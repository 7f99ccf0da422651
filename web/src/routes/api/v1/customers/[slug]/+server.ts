import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { missing } from '$lib/server/api/changed';
import { CustomerRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { localTime } from '@jovet/core/time';
import { serverNow } from '$lib/server/clock';
import type { Actor } from '$lib/server/database/connection';
import { keepCustomer, ordersInTheWay, retireCustomer } from '$lib/server/database/orders';

const inTheWay = (actor: Actor, slug: string, staying: readonly string[]) =>
  ordersInTheWay(database(), actor, slug, staying, localTime(serverNow(), actor.zone).date);

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, CustomerRequest);
  if (body instanceof Response) return body;
  if (body.customer.slug !== params.slug)
    return refuse(422, [
      problem('customer.slug', 'This is another customer than the address says.', 'Use one slug in both.'),
    ]);
  const ordered = await inTheWay(locals.actor, params.slug, body.customer.drops);
  if (ordered) return refuse(422, [ordered]);
  await keepCustomer(database(), locals.actor, body.customer);
  return json(body.customer);
}

export async function DELETE({ params, url, locals }) {
  const together = url.searchParams.get('orders') === 'too';
  const ordered = together ? null : await inTheWay(locals.actor, params.slug, []);
  if (ordered) return refuse(422, [ordered]);
  return (await retireCustomer(database(), locals.actor, params.slug))
    ? json({ slug: params.slug })
    : missing();
}

export const fallback = noSuchMethod;
