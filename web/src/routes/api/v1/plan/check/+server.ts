import { json } from '@sveltejs/kit';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { CheckPlanRequest } from '$lib/server/api/order-schemas';
import { inPool } from '$lib/server/planning/pool';

/** Seconds after which checking is ended. */
const MOST = 10;

/** Checks a plan against its day, wherever it comes from. */
export async function POST({ request }) {
  const body = await readBody(request, CheckPlanRequest);
  if (body instanceof Response) return body;
  const ended = await inPool('check', body, MOST, request.signal);
  if ('refused' in ended) return refuse(ended.status, [ended.refused]);
  return ended.done.ok ? json(ended.done.value) : refuse(422, ended.done.problems);
}

export const fallback = noSuchMethod;
