import type { FormulaDoc } from '../schema.ts';

type Coatings = FormulaDoc['coatings'];

/** What is folded into the whole dough after it is mixed, kg for a kg of dough: the fat of a lock-in. */
export const foldedIn = ({ coatings }: Pick<FormulaDoc, 'coatings'>): Coatings =>
  coatings.filter(({ use }) => use === 'filling');

/**
 * What a piece weighs as it is loaded, kg: its dough, what is folded into that, its filling and what lies on top.
 *
 * @param scaledWeight dough in the piece, kg
 *
 * @example
 * assert.equal(pieceMass(demoFormula('butter-crescents').doc, 'butter-crescent', 0.1).toFixed(3), '0.127');
 */
export function pieceMass(
  doc: Pick<FormulaDoc, 'coatings' | 'products'>,
  product: string,
  scaledWeight: number,
): number {
  const folded = foldedIn(doc).reduce((sum, { perKilogram }) => sum + perKilogram, 0);
  const extras = doc.products.find(({ slug }) => slug === product)?.extras ?? [];
  return extras.reduce(
    (sum, { use, mass }) => (use === 'filling' || use === 'topping' ? sum + mass : sum),
    scaledWeight * (1 + folded),
  );
}
