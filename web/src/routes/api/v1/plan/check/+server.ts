import { json } from '@sveltejs/kit';
import { judge } from '@jovet/core/plan/checker';
import { faultWords } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { place, problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { CheckPlanRequest } from '$lib/server/api/order-schemas';

/** Checks a plan against its day, wherever it comes from. */
export async function POST({ request }) {
  const body = await readBody(request, CheckPlanRequest);
  if (body instanceof Response) return body;
  const { input, schedule } = body;
  const network = networkOf(input);
  if (!network.ok) return refuse(422, network.problems.map((each) => place('input', each))); // prettier-ignore
  const { instance } = network.value;
  if (schedule.tasks.length !== instance.tasks.length || schedule.ways.length !== instance.arcs.length)
    return refuse(422, [
      problem(
        'schedule',
        `This day has ${instance.tasks.length} tasks and ${instance.arcs.length} waits; the plan has others.`,
        'Send the plan of this day.',
      ),
    ]);
  const { faults, cost } = judge(network.value, schedule);
  return json({
    holds: faults.length === 0,
    sentences: faults.map((fault) => faultWords(input, network.value, schedule, fault)),
    cost,
  });
}

export const fallback = noSuchMethod;
