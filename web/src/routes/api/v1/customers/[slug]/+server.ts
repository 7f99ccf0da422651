import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { missing } from '$lib/server/api/changed';
import { CustomerRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { keepCustomer, retireCustomer } from '$lib/server/database/orders';

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, CustomerRequest);
  if (body instanceof Response) return body;
  if (body.customer.slug !== params.slug)
    return refuse(422, [
      problem('customer.slug', 'This is another customer than the address says.', 'Use one slug in both.'),
    ]);
  await keepCustomer(database(), locals.actor, body.customer);
  return json(body.customer);
}

export async function DELETE({ params, locals }) {
  return (await retireCustomer(database(), locals.actor, params.slug))
    ? json({ slug: params.slug })
    : missing();
}

export const fallback = noSuchMethod;
