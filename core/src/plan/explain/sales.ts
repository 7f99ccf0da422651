import { costOf } from '../../formula/facts/index.ts';
import { scaleFormula } from '../../formula/scale/index.ts';
import { coinsIn } from '../../units/index.ts';
import type { DayInput } from '../demand/index.ts';
import { notMadeOf } from '../mishaps/index.ts';

type Piece = Pick<DayInput['demand'][number], 'formula' | 'product' | 'scaledWeight'>;

/** What pieces that are not made here come to, in the money of the bakehouse. */
export interface Sales {
  /** For pieces that others bake; null: nothing says what they cost. */
  readonly paidBought: number | null;
  /** What pieces that are left out would have brought, beyond what is in them; null: nothing says what they bring. */
  readonly forgone: number | null;
}

/**
 * What a piece brings beyond what is in it, in the money of the bakehouse.
 *
 * @returns null: nobody said what it is sold for
 */
export function marginOf({ formulas, bakehouse }: DayInput, line: Piece): number | null {
  const sold = bakehouse.floor.prices.pieces.find(({ product }) => product === line.product)?.sold ?? null;
  const formula = formulas.find(({ slug }) => slug === line.formula)?.formula;
  if (sold === null || !formula) return sold;
  const scaled = scaleFormula(formula, [
    { product: line.product, pieces: 1, scaledWeight: line.scaledWeight },
  ]);
  const costs = scaled.ok ? costOf(formula, scaled.value).pieces : [];
  const coins = costs.find(({ product }) => product.slug === line.product)?.piece ?? 0;
  return sold - coins / coinsIn(bakehouse.currency);
}

/** Adds up what is bought in, and what is not earned. */
export function salesOf(day: DayInput): Sales {
  let paidBought: number | null = null;
  let forgone: number | null = null;
  for (const each of notMadeOf(day)) {
    const bought = day.bakehouse.floor.prices.pieces.find(({ product }) => product === each.product)?.bought ?? null;
    if (each.bought > 0 && bought !== null) paidBought = (paidBought ?? 0) + each.bought * bought;
    const margin = each.left > 0 ? marginOf(day, each) : null;
    if (margin !== null) forgone = (forgone ?? 0) + each.left * margin;
  }
  return { paidBought, forgone };
} // prettier-ignore
