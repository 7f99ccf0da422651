import { parseWith } from '@jovet/core/problem';
import { FormulaQuery, filterOf } from '$lib/server/endpoints/formula-schemas';
import { database } from '$lib/server/database/connected';
import { listDrafts } from '$lib/server/database/formula-draft';
import { listFormulas } from '$lib/server/database/formula-search';

export const load = async ({ locals, url }) => {
  const asked = parseWith(
    FormulaQuery,
    Object.fromEntries([...url.searchParams].filter(([, value]) => value !== '')),
  );
  const query = asked.ok ? asked.value : {};
  const [formulas, drafts] = await Promise.all([
    listFormulas(database(), locals.actor, filterOf(query), 200),
    listDrafts(database(), locals.actor),
  ]);
  return {
    formulas,
    drafts: drafts.map(({ id, formula, doc, at }) => ({ id, formula, name: doc.name, at })),
    query,
    zone: locals.actor.zone,
  };
};
