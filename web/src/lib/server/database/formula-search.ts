import { sql } from 'kysely';
import { allergensOfFormula, factsOf } from '@jovet/core/formula/facts';
import type { Formula } from '@jovet/core/formula';
import { type SplitFormula, splitFormula } from '@jovet/core/formula/scale';
import type { Actor, Db, Tx } from './connection.ts';
import { inTransaction } from './kept.ts';

/** How the search columns are derived; raised when they are derived otherwise, so that they are made anew. */
const DERIVED = 1;

/** Writes down what a version is searched by. */
export async function indexVersion(
  tx: Tx,
  actor: Actor,
  versionId: string,
  formula: Formula,
  split: SplitFormula,
): Promise<void> {
  const { doc } = formula;
  const used = split.overall.filter(({ percent }) => percent > 0).map(({ ingredient }) => ingredient);
  const preferments = split.parts.map((part) => part.kind);
  const row = {
    bakehouse_id: actor.bakehouseId,
    derived: DERIVED,
    name: doc.name,
    words: [doc.name, ...[...doc.products, ...doc.branches, ...formula.ingredients].map(({ name }) => name)]
      .join(' ')
      .toLowerCase(),
    type: doc.type,
    grains: [...new Set(used.flatMap(({ grain }) => grain ?? []))],
    preferments: [...new Set(preferments)],
    allergens: allergensOfFormula(formula).map(({ allergen }) => allergen as string),
    hydration: factsOf(split).trueHydration,
  };
  await tx
    .insertInto('formula_search')
    .values({ formula_version_id: versionId, ...row })
    .onConflict((conflict) => conflict.column('formula_version_id').doUpdateSet(row))
    .execute();
}

/** Makes the search columns anew for versions that have none, or old ones. Run at start. */
export async function reindex(
  db: Db,
  actor: Actor,
  read: (slug: string, n: number) => Promise<{ formula: Formula } | null>,
): Promise<number> {
  const missing = await db
    .selectFrom('formula_version as version')
    .innerJoin('formula', 'formula.id', 'version.formula_id')
    .leftJoin('formula_search as search', 'search.formula_version_id', 'version.id')
    .select(['version.id', 'version.n', 'formula.slug'])
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where((where) => where.or([where('search.derived', 'is', null), where('search.derived', '<', DERIVED)]))
    .execute();
  for (const { id, n, slug } of missing) {
    const version = await read(slug, n);
    if (version) await indexIfMade(db, actor, id, version.formula);
  }
  return missing.length;
}

async function indexIfMade(db: Db, actor: Actor, id: string, formula: Formula): Promise<void> {
  const split = splitFormula(formula);
  if (split.ok) await inTransaction(db, (tx) => indexVersion(tx, actor, id, formula, split.value));
}

/** What the list of formulas can be narrowed by. */
export interface FormulaFilter {
  readonly words?: string;
  readonly grain?: string;
  readonly preferment?: string;
  /** Only formulas without this allergen. */
  readonly without?: string;
  readonly hydrationFrom?: number;
  readonly hydrationTo?: number;
  readonly retired?: boolean;
  /** Only formulas whose name comes after this one: the next page. */
  readonly after?: string;
}

/** A line of the list of formulas. */
export interface FormulaLine {
  readonly slug: string;
  readonly name: string;
  readonly type: string;
  readonly version: number;
  readonly grains: readonly string[];
  readonly preferments: readonly string[];
  readonly allergens: readonly string[];
  readonly hydration: number;
  readonly by: string;
  /** Epoch seconds. */
  readonly at: number;
}

/** Lists formulas at their newest versions, by name. */
export async function listFormulas(
  db: Db,
  actor: Actor,
  filter: FormulaFilter,
  limit: number,
): Promise<FormulaLine[]> {
  let query = db
    .selectFrom('formula')
    .innerJoin('formula_search as search', 'search.formula_version_id', 'formula.head_version_id')
    .innerJoin('formula_version as version', 'version.id', 'formula.head_version_id')
    .innerJoin('person', 'person.id', 'version.created_by')
    .select(['formula.slug', 'search.name', 'search.type', 'version.n as version', 'search.grains'])
    .select(['search.preferments', 'search.allergens', 'search.hydration', 'person.name as by'])
    .select(sql<number>`floor(extract(epoch from version.created_at))::int`.as('at'))
    .where('formula.bakehouse_id', '=', actor.bakehouseId)
    .where('formula.retired_at', filter.retired === true ? 'is not' : 'is', null)
    .orderBy('search.name')
    .orderBy('formula.slug')
    .limit(limit);
  for (const word of (filter.words ?? '').toLowerCase().split(/\s+/).filter(Boolean))
    query = query.where('search.words', 'like', `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  if (filter.grain !== undefined) query = query.where(sql<boolean>`search.grains @> array[${filter.grain}]`);
  if (filter.preferment !== undefined)
    query = query.where(sql<boolean>`search.preferments @> array[${filter.preferment}]`);
  if (filter.without !== undefined)
    query = query.where(sql<boolean>`not search.allergens @> array[${filter.without}]`);
  if (filter.hydrationFrom !== undefined) query = query.where('search.hydration', '>=', filter.hydrationFrom);
  if (filter.hydrationTo !== undefined) query = query.where('search.hydration', '<=', filter.hydrationTo);
  if (filter.after !== undefined) query = query.where('search.name', '>', filter.after);
  return query.execute();
}
