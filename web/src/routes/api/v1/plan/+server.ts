import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import type { DayInput } from '@jovet/core/plan/demand';
import { shortWords } from '@jovet/core/plan/changes';
import { certificateWords, faultSentences, plannedDay, toldTasks } from '@jovet/core/plan/explain';
import { good, type Result } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { PlanRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import type { Actor } from '$lib/server/database/connection';
import { dayInputFor } from '$lib/server/database/day-plan';
import { planFor, remediesOf, type PlannedFor } from '$lib/server/plan-for';

/** Plans a day by its orders, or one that is given whole, with what is said of it in place of what is known. */
export async function POST({ request, locals: { actor } }) {
  const body = await readBody(request, PlanRequest);
  if (body instanceof Response) return body;
  const input = await inputOf(body, actor);
  if (!input.ok) return refuse(422, input.problems);
  const { seed, seconds, from = null } = body;
  const planned = await planFor(input.value, seed, seconds, from);
  if (!planned.ok) return refuse(422, planned.problems);
  return json({
    ...told(input.value, planned.value),
    input: input.value,
    remedies: await remediesOf(input.value, planned.value, seed, seconds),
  });
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

function told(input: DayInput, { network, answer }: PlannedFor) {
  const { verdict } = answer;
  if (verdict === 'impossible')
    return {
      verdict,
      sentences: [certificateWords(input, network, answer.certificate)],
      cost: null,
      tasks: [],
      schedule: null,
    };
  const { schedule } = answer;
  return {
    verdict,
    sentences:
      verdict === 'planned'
        ? [...shortWords(input, network), ...(plannedDay(input, network, schedule, false).cautions ?? [])]
        : faultSentences(input, network, schedule, answer.faults),
    cost: verdict === 'planned' ? answer.cost : null,
    tasks: toldTasks(input, network, schedule).map(({ id, note, what, start, end, local, people }) => ({
      id,
      kind: note.kind,
      what,
      start,
      end,
      local,
      people,
    })),
    schedule,
  };
}

export const fallback = noSuchMethod;
