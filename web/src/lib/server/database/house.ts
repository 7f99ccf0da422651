import { clockable } from '@jovet/core/day';
import { readBakehouse, type BakehouseNow } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { readFormulas, type PublishedFormula } from './formula.ts';

/** What stands in a bakehouse from day to day: its settings, resources and formulas. */
export interface House extends BakehouseNow {
  /** Revision of the bakehouse: what a change of it is based on. */
  readonly rev: number;
  readonly formulas: readonly PublishedFormula[];
}

/** A house as the Day line shows it: formulas whose clock it can follow, and the names of the others. */
export interface DayHouse extends House {
  readonly unclocked: readonly { readonly slug: string; readonly name: string }[];
}

const forDayLine = (house: House): DayHouse => ({
  ...house,
  formulas: house.formulas.filter(({ formula }) => clockable(formula).ok),
  unclocked: house.formulas
    .filter(({ formula }) => !clockable(formula).ok)
    .map(({ slug, formula }) => ({ slug, name: formula.doc.name })),
});

/** Houses as they were read last. Every change moves the revision of the bakehouse, so a stale one is never used. */
const read = new Map<string, { rev: number; house: House; text: string }>();

/** Reads the house as it stands now. */
export async function readHouse(db: Db | Tx, actor: Actor): Promise<House> {
  const { rev } = await db
    .selectFrom('bakehouse')
    .select('rev')
    .where('id', '=', actor.bakehouseId)
    .executeTakeFirstOrThrow();
  return (await houseAt(db, actor, rev)).house;
}

/** The house at a revision that was just read, with its JSON text for the Day line; read again only if the revision is a new one. */
export async function houseAt(
  db: Db | Tx,
  actor: Actor,
  rev: number,
): Promise<{ house: House; text: string }> {
  const known = read.get(actor.bakehouseId);
  if (known?.rev === rev) return known;
  const [now, formulas] = await Promise.all([readBakehouse(db, actor), readFormulas(db, actor)]);
  const house = { ...now, formulas, rev };
  const fresh = { rev, house, text: JSON.stringify(forDayLine(house)) };
  read.set(actor.bakehouseId, fresh);
  return fresh;
}
