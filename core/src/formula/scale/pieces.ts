import { bad, good, problem, type Result } from '../../problem/index.ts';
import { totalOf, type FormulaLine } from '../lines.ts';
import { weighLine, type ScaledLine } from './rounding.ts';
import type { Branch, Formula, PieceOrder, Product } from '../schema.ts';
import type { SplitFormula } from './split.ts';

/** A branch as it is made: so much of the base dough, and its additions, kg. */
export interface ScaledBranch {
  readonly slug: string;
  readonly name: string;
  readonly base: number;
  readonly lines: readonly ScaledLine[];
  /** Base and additions together. */
  readonly mass: number;
}

/** The doughs that pieces need, kg. */
export interface Doughs {
  readonly pieceMass: number;
  /** Base dough to mix, also that of the branches. */
  readonly dough: number;
  readonly branches: readonly ScaledBranch[];
}

/** The lines of a branch with their ingredients; percent of the flour in the branch. */
export const branchLines = ({ ingredients }: Formula, branch: Branch): FormulaLine[] =>
  branch.lines.flatMap(({ ingredient: slug, percent }) => {
    const ingredient = ingredients.find((each) => each.slug === slug);
    return ingredient ? [{ ingredient, percent }] : [];
  });

/** What a piece is made of; the whole of it is base dough unless it says otherwise. */
export const partsOfPiece = (product: Product | undefined): Product['parts'] =>
  product && product.parts.length > 0 ? product.parts : [{ dough: 'base', role: 'whole', percent: 100 }];

/**
 * Adds up the dough that pieces need. A branch of mass b holds b·P/(P + A) of base dough, with P the percentages of
 * the formula and A those of its additions. The process loss is divided out once.
 *
 * @returns kg, or a problem at `order.<n>.product` for a product that the formula has not
 */
export function doughsOf(
  formula: Formula,
  split: SplitFormula,
  orders: readonly PieceOrder[],
): Result<Doughs> {
  const { doc } = formula;
  const kept = 1 - doc.processLoss / 100;
  const needs = new Map<string, number>();
  let pieceMass = 0;
  for (const [index, order] of orders.entries()) {
    const product = doc.products.find(({ slug }) => slug === order.product);
    if (!product && order.pieces > 0) {
      return bad(
        problem(
          `order.${index}.product`,
          `${doc.name} has no product “${order.product}”.`,
          `Choose from: ${doc.products.map(({ slug }) => slug).join(', ')}.`,
        ),
      );
    }
    const mass = order.pieces * order.scaledWeight;
    pieceMass += mass;
    for (const { dough, percent } of partsOfPiece(product)) {
      needs.set(dough, (needs.get(dough) ?? 0) + (mass * percent) / 100 / kept);
    }
  }
  const branches = doc.branches
    .filter((branch) => (needs.get(branch.slug) ?? 0) > 0)
    .map((branch): ScaledBranch => {
      const mass = needs.get(branch.slug) ?? 0;
      const lines = branchLines(formula, branch);
      const base = (mass * split.totalPercent) / (split.totalPercent + totalOf(lines));
      const flour = (base / split.totalPercent) * 100;
      return {
        slug: branch.slug,
        name: branch.name,
        mass,
        base,
        lines: lines.map(({ ingredient, percent }) => weighLine(ingredient, (flour * percent) / 100)),
      };
    });
  const dough = branches.reduce((sum, branch) => sum + branch.base, needs.get('base') ?? 0);
  return good({ pieceMass, dough, branches });
}
