import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { IngredientRequest } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import { changeIngredient } from '$lib/server/database/ingredient';

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, IngredientRequest);
  if (body instanceof Response) return body;
  if (body.ingredient.slug !== params.slug)
    return refuse(422, [
      problem(
        'ingredient.slug',
        'This is another name than the address says.',
        `Use ${params.slug} in both.`,
      ),
    ]);
  const { base, ...change } = body;
  const changed = await changeIngredient(database(), locals.actor, change, base);
  if (changed.ok) return json(changed.value);
  return refuse(changed.problems.some(({ path }) => path === '') ? 409 : 422, changed.problems);
}

export const fallback = noSuchMethod;
