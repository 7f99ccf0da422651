import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Formula } from '@jovet/core/formula';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { FORMULA_CALCULATIONS } from '$lib/server/api/calculations/formula';
import { database } from '$lib/server/database/connected';
import { readFormulas } from '$lib/server/database/formula';

export async function POST({ params, request, locals }) {
  const calculation = FORMULA_CALCULATIONS[params.calculation];
  if (!calculation)
    return refuse(404, [problem('', 'There is no such calculation.', 'See /api for those that there are.')]);
  const body = await readBody(request, calculation.request);
  if (body instanceof Response) return body;
  const known = namesIn(body).length > 0 ? await readFormulas(database(), locals.actor) : [];
  const named = (formula: string | Formula): Result<Formula> => {
    if (typeof formula !== 'string') return good(formula);
    const found = known.find(({ slug }) => slug === formula);
    return found
      ? good(found.formula)
      : bad(
          problem(
            'formula',
            'This formula is not known here.',
            'Name one of this bakehouse, or send a whole formula.',
          ),
        );
  };
  return answer(calculation.run(body, named));
}

/** Formulas that a body names instead of bringing them. */
const namesIn = (body: unknown): string[] =>
  Object.entries(body as Record<string, unknown>).flatMap(([field, value]) =>
    ['formula', 'a', 'b'].includes(field) && typeof value === 'string' ? [value] : [],
  );

export const fallback = noSuchMethod;
