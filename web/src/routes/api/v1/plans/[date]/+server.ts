import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { missing } from '$lib/server/api/changed';
import { ChoosePlanRequest, SavePlanRequest } from '$lib/server/api/order-schemas';
import { database } from '$lib/server/database/connected';
import { notADate } from '$lib/server/dates';
import { chooseDayPlan, listDayPlans, readDayPlan, saveDayPlan } from '$lib/server/database/day-plan';

export async function GET({ params, url, locals: { actor } }) {
  const wrong = notADate(params.date);
  if (wrong) return wrong;
  const asked = Number(url.searchParams.get('n') ?? NaN);
  const [plan, all] = await Promise.all([
    readDayPlan(database(), actor, params.date, Number.isInteger(asked) ? asked : null),
    listDayPlans(database(), actor, params.date),
  ]);
  return plan ? json({ plan, all }) : missing();
}

export async function PUT({ params, request, locals: { actor } }) {
  const body = await readBody(request, SavePlanRequest);
  if (body instanceof Response) return body;
  if (body.input.date !== params.date)
    return refuse(422, [
      problem('input.date', 'This is another day than the address says.', `Use ${params.date} in both.`),
    ]);
  const { input, schedule, remedies, base } = body;
  const saved = await saveDayPlan(database(), actor, input, schedule, remedies, base);
  if (saved.kind === 'saved') return json({ date: params.date, n: saved.n });
  if (saved.kind === 'refused') return refuse(422, saved.problems);
  const { stands } = saved;
  return json(
    {
      problems: [
        problem(
          'base',
          `${stands.savedBy} saved another plan of this day since.`,
          'Look at it, or save yours beside it.',
        ),
      ],
      stands,
    },
    { status: 409 },
  );
}

export async function PATCH({ params, request, locals: { actor } }) {
  const wrong = notADate(params.date);
  if (wrong) return wrong;
  const body = await readBody(request, ChoosePlanRequest);
  if (body instanceof Response) return body;
  const chosen = await chooseDayPlan(database(), actor, params.date, body.n);
  return chosen ? json({ date: params.date, n: body.n }) : missing();
}

export const fallback = noSuchMethod;
