import { json } from '@sveltejs/kit';
import { parseWith } from '@jovet/core/problem';
import { noSuchMethod, refuse } from '$lib/server/api/answer';
import { FormulaQuery } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import { listFormulas } from '$lib/server/database/formula-search';

const PAGE = 200;

export async function GET({ locals, url }) {
  const query = parseWith(FormulaQuery, Object.fromEntries(url.searchParams));
  if (!query.ok) return refuse(422, query.problems);
  const { from, to, ...filter } = Object.fromEntries(
    Object.entries(query.value).filter(([, value]) => value !== undefined),
  ) as typeof query.value;
  const hydration = {
    ...(from === undefined ? {} : { hydrationFrom: from }),
    ...(to === undefined ? {} : { hydrationTo: to }),
  };
  return json({
    formulas: await listFormulas(database(), locals.actor, { ...filter, ...hydration } as object, PAGE),
  });
}

export const fallback = noSuchMethod;
