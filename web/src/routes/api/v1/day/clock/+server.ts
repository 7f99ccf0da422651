import { planDough } from '@jovet/core/day';
import { place } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { clockAnswer } from '$lib/server/api/answers';
import { ClockRequest } from '$lib/server/api/schemas';
import { planInputFor } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';

export async function POST({ request, locals }) {
  const body = await readBody(request, ClockRequest);
  if (body instanceof Response) return body;
  const input = await planInputFor(database(), locals.actor, body.order);
  if (!input.ok) return refuse(422, input.problems.map((each) => place('order', each))); // prettier-ignore
  const plan = planDough(input.value);
  if (!plan.ok) return refuse(422, plan.problems.map((each) => place('order', each))); // prettier-ignore
  return answer(clockAnswer(plan.value, input.value, body.workings));
}

export const fallback = noSuchMethod;
