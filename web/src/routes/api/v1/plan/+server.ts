import { json } from '@sveltejs/kit';
import { certificateWords, faultSentences, toldTasks } from '@jovet/core/plan/explain';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { PlanRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { dayInputFor } from '$lib/server/database/day-plan';
import { planFor } from '$lib/server/plan-for';

export async function POST({ request, locals }) {
  const body = await readBody(request, PlanRequest);
  if (body instanceof Response) return body;
  const input = await dayInputFor(database(), locals.actor, body.date, body.pins);
  if (!input.ok) return refuse(422, input.problems);
  const planned = await planFor(input.value, body.seed, body.seconds);
  if (!planned.ok) return refuse(422, planned.problems);
  const { network, answer } = planned.value;
  if (answer.verdict === 'impossible')
    return json({
      verdict: answer.verdict,
      sentences: [certificateWords(input.value, network, answer.certificate)],
      cost: null,
      tasks: [],
      schedule: null,
    });
  const { schedule } = answer;
  const faults = answer.verdict === 'planned' ? [] : answer.faults;
  return json({
    verdict: answer.verdict,
    sentences: faultSentences(input.value, network, schedule, faults),
    cost: answer.verdict === 'planned' ? answer.cost : null,
    tasks: toldTasks(input.value, network, schedule).map(({ id, note, what, start, end, local, people }) => ({
      id,
      kind: note.kind,
      what,
      start,
      end,
      local,
      people,
    })),
    schedule,
  });
}

export const fallback = noSuchMethod;
