import { readBakehouse, type BakehouseNow } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { readFormulas, type PublishedFormula } from './formula.ts';

/** What stands in a bakehouse from day to day: its settings, resources and formulas. */
export interface House extends BakehouseNow {
  /** Moves with every change of anything of the bakehouse, also of its formulas. */
  readonly rev: number;
  readonly formulas: readonly PublishedFormula[];
}

/** Houses as they were read last. Every change moves the revision of the bakehouse, so a stale one is never used. */
const read = new Map<string, House>();

/** Reads the house as it stands now; read again only if its revision is a new one. */
export async function readHouse(db: Db | Tx, actor: Actor): Promise<House> {
  const { rev } = await db
    .selectFrom('bakehouse')
    .select('rev')
    .where('id', '=', actor.bakehouseId)
    .executeTakeFirstOrThrow();
  const known = read.get(actor.bakehouseId);
  if (known?.rev === rev) return known;
  const [now, formulas] = await Promise.all([readBakehouse(db, actor), readFormulas(db, actor)]);
  const house = { ...now, formulas, rev };
  read.set(actor.bakehouseId, house);
  return house;
}
