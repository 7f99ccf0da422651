import { json } from '@sveltejs/kit';
import { parseWith } from '@jovet/core/problem';
import { noSuchMethod, refuse } from '$lib/server/api/answer';
import { filterOf, FormulaQuery } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import { listFormulas } from '$lib/server/database/formula-search';

const PAGE = 200;

export async function GET({ locals, url }) {
  const query = parseWith(FormulaQuery, Object.fromEntries(url.searchParams));
  if (!query.ok) return refuse(422, query.problems);
  return json({ formulas: await listFormulas(database(), locals.actor, filterOf(query.value), PAGE) });
}

export const fallback = noSuchMethod;
