import { json } from '@sveltejs/kit';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { FoundPlanRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { dayInputFor } from '$lib/server/database/day-plan';
import { keepFoundPlan } from '$lib/server/database/found-plan';
import { notADate } from '$lib/server/dates';

/** Keeps the best plan that was found for a day as it stands now, so that it is shown when the day is opened again. */
export async function PUT({ params, request, locals: { actor } }) {
  const wrong = notADate(params.date);
  if (wrong) return wrong;
  const body = await readBody(request, FoundPlanRequest);
  if (body instanceof Response) return body;
  const input = await dayInputFor(database(), actor, params.date);
  if (!input.ok) return refuse(422, input.problems);
  return json({ kept: await keepFoundPlan(database(), actor, input.value, body.schedule) });
}

export const fallback = noSuchMethod;
