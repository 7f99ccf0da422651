import { scaleFormula } from '@jovet/core/formula';
import { problem } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { scaleAnswer } from '$lib/server/api/answers';
import { ScaleRequest } from '$lib/server/api/schemas';
import { database } from '$lib/server/database/connected';
import { readFormulas } from '$lib/server/database/formula';

export async function POST({ request, locals }) {
  const body = await readBody(request, ScaleRequest);
  if (body instanceof Response) return body;
  const formula =
    typeof body.formula === 'string'
      ? (await readFormulas(database(), locals.actor, body.formula))[0]?.formula
      : body.formula;
  if (!formula)
    return refuse(422, [
      problem(
        'formula',
        'This formula is not known here.',
        'Name one of this bakehouse, or send a whole formula.',
      ),
    ]);
  const scaled = scaleFormula(formula, body.order);
  return answer(scaled.ok ? { ok: true, value: scaleAnswer(scaled.value) } : scaled);
}

export const fallback = noSuchMethod;
