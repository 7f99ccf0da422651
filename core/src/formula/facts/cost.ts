import type { Ingredient } from '../ingredient.ts';
import { pieceMass } from '../scale/piece-mass.ts';
import { branchLines, partsOfPiece } from '../scale/pieces.ts';
import type { Formula, Product } from '../schema.ts';
import { bakeLossOf } from '../way/index.ts';
import { totalOf, type FormulaLine } from '../lines.ts';
import type { ScaledFormula } from '../scale/scale.ts';

/** What a piece costs in ingredients, in the smallest coin. */
export interface PieceCost {
  readonly product: Product;
  /** In the dough, its branches too, with what is lost on the way. */
  readonly dough: number;
  /** Fillings, toppings, dusting, washes and its share of coatings of the whole dough. */
  readonly extras: number;
  readonly piece: number;
  /** For one kg of baked bread, without what is lost in the oven. */
  readonly perKilogram: number;
}

export interface FormulaCost {
  /** For one kg of base dough that reaches a piece. */
  readonly doughPerKilogram: number;
  readonly pieces: readonly PieceCost[];
  /** Ingredients without a price: they count as nothing. */
  readonly unpriced: readonly Ingredient[];
}

/** Price of one kg of an ingredient as used: what is bought ÷ yield. Water and unpriced things count as nothing. */
export const pricePerKilogram = (ingredient: Ingredient): number => (ingredient.cost ?? 0) / ingredient.yield;

/**
 * Ingredient cost of every product at its own scaled weight. What builds lose on spoon and vessel is paid for, the
 * keep-back is not: it comes back as the next seed.
 *
 * @param scaled the formula at any size; only proportions count
 * @returns amounts in the smallest coin, with fractions
 */
export function costOf(formula: Formula, scaled: ScaledFormula): FormulaCost {
  const { doc } = formula;
  const kept = 1 - doc.processLoss / 100;
  const perPercent = (lines: readonly FormulaLine[]) =>
    lines.reduce((sum, line) => sum + line.percent * pricePerKilogram(line.ingredient), 0);
  const lost = scaled.parts.reduce((sum, { stage, build }) => {
    const loss = doc.parts.find((part) => part.slug === stage.slug)?.loss ?? 0;
    return stage.total > 0 ? sum + (((build * loss) / 100) * perPercent(stage.content)) / stage.total : sum;
  }, 0);
  const { totalPercent, overall } = scaled.split;
  const mixed = perPercent(overall) / totalPercent + lost / scaled.dough;
  const priceOf = (slug: string): number => {
    const branch = doc.branches.find((each) => each.slug === slug);
    if (!branch) return mixed / kept;
    const lines = branchLines(formula, branch);
    return (mixed * totalPercent + perPercent(lines)) / (totalPercent + totalOf(lines)) / kept;
  };
  const ingredient = (slug: string) => formula.ingredients.find((each) => each.slug === slug);
  const price = (slug: string) => {
    const found = ingredient(slug);
    return found ? pricePerKilogram(found) : 0;
  };
  const coating = doc.coatings.reduce((sum, each) => sum + each.perKilogram * price(each.ingredient), 0);
  const pieces = doc.products.map((product): PieceCost => {
    const dough = partsOfPiece(product).reduce(
      (sum, part) => sum + (product.scaledWeight * part.percent * priceOf(part.dough)) / 100,
      0,
    );
    const extras =
      product.extras.reduce((sum, each) => sum + each.mass * price(each.ingredient), 0) +
      coating * product.scaledWeight;
    const piece = dough + extras;
    return { product, dough, extras, piece, perKilogram: piece / bakedMass(formula, product) };
  });
  return {
    doughPerKilogram: mixed / kept,
    pieces,
    unpriced: formula.ingredients.filter((each) => each.cost === null && each.kind !== 'water'),
  };
}

/** What a piece weighs when it is baked, with what is folded into it, filled in and on top, kg. */
export const bakedMass = ({ doc }: Formula, { slug, scaledWeight }: Product): number =>
  pieceMass(doc, slug, scaledWeight) * (1 - bakeLossOf(doc, slug) / 100);
