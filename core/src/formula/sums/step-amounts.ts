import { formatMass, formatNumber } from '../../units/index.ts';
import { partsOfPiece } from '../scale/pieces.ts';
import type { ExtraUse, Formula, Product } from '../schema.ts';
import type { Step, StepOf } from '../way/index.ts';
import { bathOf } from './bath.ts';

/** kg of a bath at least, and for each piece, so that it covers what is dipped. House. */
const BATH = { least: 3, each: 0.02 } as const;

/** A bath for so many pieces: how much is made, what they carry off, and what it has left when water fills it up again. */
export interface BathFor {
  readonly kilograms: number;
  readonly carried: number;
  /** Percent of what is dissolved in the solution: as it is made, and at the end if only water is filled up. */
  readonly percent: number;
  readonly weakened: number;
}

/**
 * The bath that a dip asks for.
 *
 * @source what a piece carries off: dough-way section 1; filled up piece by piece a bath of mass M weakens as e^(−carried/M)
 *
 * @example
 * const [dip] = demoFormula('skipper-twists').doc.pieces.filter((step) => step.kind === 'dip');
 * assert.ok(dip?.kind === 'dip');
 * const bath = bathFor(dip, 100);
 * assert.deepEqual([bath.kilograms, bath.carried.toFixed(1), bath.weakened.toFixed(2)], [3, '0.2', '3.27']);
 */
export function bathFor({ percent, per, carried }: StepOf<'dip'>, pieces: number): BathFor {
  const kilograms = Math.max(BATH.least, BATH.each * pieces);
  const own = per === 'solution' ? percent : (100 * percent) / (100 + percent);
  const off = carried * pieces;
  return { kilograms, carried: off, percent: own, weakened: own * Math.exp(-off / kilograms) };
}

const grams = (kilograms: number) => formatMass(kilograms, 'g', 0);

/** How a bath is made, in words. */
export function bathWords(step: StepOf<'dip'>, pieces: number): string[] {
  const { kilograms, carried, weakened } = bathFor(step, pieces);
  const what = step.solution === 'brine' ? 'salt' : 'pure lye';
  const made = bathOf({ basis: step.per, percent: step.percent, purity: 1, given: 'solution', mass: kilograms });
  return [
    ...(made.ok && step.solution !== 'water' ? [`${grams(made.value.agent)} of ${what} into ${grams(made.value.water)} of water.`] : []),
    `${pieces} pieces carry off ${grams(carried)} of the bath.`,
    ...(step.solution === 'water' ? [] : [`Filled up with water it weakens to ${formatNumber(weakened, 1)} %: fill it up with more of the bath.`]),
  ];
} // prettier-ignore

const USED: Readonly<Partial<Record<Step['kind'], ExtraUse>>> = {
  fill: 'filling',
  top: 'topping',
  wash: 'wash',
  glaze: 'glaze',
  dust: 'dusting',
};

/**
 * What of each thing goes into the pieces of a step: cores and wrappers, filling, what lies on top, the bath.
 *
 * @param pieces of the product, each of so many kg of dough
 *
 * @example
 * const knots = demoFormula('cardamom-knots');
 * const two = knots.doc.products.find(({ slug }) => slug === 'cocoa-knot');
 * assert.ok(two);
 * const words = stepAmounts(knots, two, { kind: 'assemble' }, 24, 0.09);
 * assert.equal(words[0], '24 cores of 54 g of Cardamom Knots, 24 wrappers of 36 g of Cocoa dough: 48 cuts.');
 */
export function stepAmounts(
  { doc, ingredients }: Formula,
  product: Product,
  step: Step | { readonly kind: 'assemble' },
  pieces: number,
  scaledWeight: number,
): string[] {
  if (step.kind === 'dip') return bathWords(step, pieces);
  if (step.kind === 'assemble') {
    const parts = partsOfPiece(product).filter(({ role }) => role !== 'whole');
    const name = (dough: string) => doc.branches.find(({ slug }) => slug === dough)?.name ?? doc.name;
    const each = parts.map(({ dough, role, percent }) => `${pieces} ${role}s of ${grams((scaledWeight * percent) / 100)} of ${name(dough)}`);
    return parts.length > 0 ? [`${each.join(', ')}: ${pieces * parts.length} cuts.`] : [];
  }
  const use = USED[step.kind];
  const used = product.extras.filter((extra) => extra.use === use && extra.mass > 0);
  if (use === undefined || used.length === 0) return [];
  const nameOf = (ingredient: string) => ingredients.find(({ slug }) => slug === ingredient)?.name ?? ingredient;
  const all = used.reduce((sum, { mass }) => sum + mass, 0);
  const lines = used.map(({ ingredient, mass }) => `${nameOf(ingredient)} ${grams(mass)}`);
  return [`A piece takes ${lines.join(', ')}: ${grams(all * pieces)} in all.`];
} // prettier-ignore
