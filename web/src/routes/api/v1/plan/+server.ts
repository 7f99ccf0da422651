import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import type { DayInput } from '@jovet/core/plan/demand';
import { good, type Result } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { PlanRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import type { Actor } from '$lib/server/database/connection';
import { dayInputFor } from '$lib/server/database/day-plan';
import { inPool } from '$lib/server/planning/pool';
import { inTurn, turnTold } from '$lib/server/planning/turn';

/** Seconds beyond those for the plan, half as many for the nearest and as many for remedies, after which it is ended. */
const MORE = 4;

/** Plans a day by its orders, or one that is given whole, with what is said of it in place of what is known. */
export async function POST({ request, locals: { actor } }) {
  const body = await readBody(request, PlanRequest);
  if (body instanceof Response) return body;
  const input = await inputOf(body, actor);
  if (!input.ok) return refuse(422, input.problems);
  const { seed, seconds, from = null } = body;
  const job = { input: input.value, seed, seconds, from };
  const turn = { bakehouseId: actor.bakehouseId, date: input.value.date };
  const turned = await inTurn(turn, request.signal, () =>
    inPool('plan', job, 2.5 * seconds + MORE, request.signal),
  );
  const ended = 'done' in turned ? turned.done : turned;
  if ('refused' in ended) return refuse(ended.status, [ended.refused]);
  if (!ended.done.ok) return refuse(422, ended.done.problems);
  return json(
    { ...ended.done.value, input: input.value },
    { headers: 'waited' in turned ? turnTold(turned.waited) : {} },
  );
}

async function inputOf(body: z.infer<typeof PlanRequest>, actor: Actor): Promise<Result<DayInput>> {
  const { date = '', input: given, goals, pins, events, now, told: known, learned, seed } = body;
  const base = given ? good(given) : await dayInputFor(database(), actor, date);
  if (!base.ok) return base;
  const { bakehouse } = base.value;
  const said = Object.entries({ pins, events, now, told: known, learned }).filter(
    ([, each]) => each !== undefined,
  );
  const weights = goals ?? bakehouse.floor.weights;
  return good({
    ...base.value,
    ...Object.fromEntries(said),
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights } },
    seed,
  });
}

export const fallback = noSuchMethod;
