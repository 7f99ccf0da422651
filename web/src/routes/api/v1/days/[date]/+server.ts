import { json } from '@sveltejs/kit';
import { place, problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { SaveRequest } from '$lib/server/api/schemas';
import { readDay, saveDay, staleSentence } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';
import { notADate } from '$lib/server/dates';

export async function GET({ params, locals }) {
  const wrong = notADate(params.date);
  if (wrong) return wrong;
  const day = await readDay(database(), locals.actor, params.date);
  return day
    ? json(day)
    : refuse(404, [problem('date', 'Nothing is saved for this day.', 'Choose another day.')]);
}

export async function PUT({ params, request, locals }) {
  const wrong = notADate(params.date);
  if (wrong) return wrong;
  const body = await readBody(request, SaveRequest);
  if (body instanceof Response) return body;
  if (body.order.dispatch.date !== params.date) {
    return refuse(422, [
      problem(
        'order.dispatch.date',
        'This is another day than the address says.',
        `Use ${params.date} in both.`,
      ),
    ]);
  }
  const saved = await saveDay(database(), locals.actor, body.order, body.base);
  switch (saved.kind) {
    case 'saved':
      return json({ date: saved.day.date, rev: saved.day.rev, plan: saved.day.plan });
    case 'refused':
      return refuse(422, saved.problems.map((each) => place('order', each))); // prettier-ignore
    case 'stale':
      return json(
        {
          problems: [problem('base', staleSentence(saved.stale), 'Open what stands there, or save over it.')],
          stands: saved.stale.stands,
          refused: saved.stale.refused,
        },
        { status: 409 },
      );
  }
}

export const fallback = noSuchMethod;
