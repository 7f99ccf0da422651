import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatNumber } from '../units/index.ts';
import { splitFormula, type FormulaLine, type SplitFormula } from './check.ts';
import { weigh, type WeighedMass } from './rounding.ts';
import type { Formula, Ingredient, PieceOrder } from './schema.ts';

/** A mass of an ingredient, kg: exact, and as it will stand on the scale. */
export interface ScaledLine extends WeighedMass {
  readonly ingredient: Ingredient;
}

export interface ScaledFormula {
  readonly split: SplitFormula;
  /** All masses in kg. */
  readonly pieceMass: number;
  readonly dough: number;
  readonly flour: number;
  readonly levain: ScaledLevain;
  readonly finalMix: {
    readonly lines: readonly ScaledLine[];
    readonly flour: number;
    /** Levain that goes into this dough (the build without keep-back and loss). */
    readonly levain: WeighedMass;
    readonly total: number;
  };
  readonly facts: FormulaFacts;
  /** Sentences about lines whose percentage moves by more than 0.5 % of itself when weighed. */
  readonly drift: readonly string[];
}

export interface ScaledLevain {
  /** Levain that the dough needs. */
  readonly needed: number;
  /** Levain to build: what is needed, with keep-back and loss. */
  readonly build: number;
  readonly seed: WeighedMass;
  readonly flours: readonly ScaledLine[];
  readonly water: ScaledLine;
}

/** Read-outs in percent. */
export interface FormulaFacts {
  readonly hydration: number;
  readonly prefermentedFlour: number;
  /** Mass share of levain in the dough. */
  readonly inoculation: number;
  readonly salt: number;
  readonly wholeGrain: number;
  /** Over the flour added at the mix. */
  readonly saltOfFinalMix: number;
  readonly levainOfFinalMix: number;
}

/** Warn when rounding moves a percentage by more than this share of itself. Domain section 4. */
const DRIFT = 0.005;

/**
 * Scales a formula to pieces: D = Σ pieces × scaled weight / (1 − process loss), F = D / Σp, m = F·p.
 *
 * @param orders pieces and scaled weights (kg) of the products of this dough
 * @returns masses in kg by stage, or the problems of formula or order
 * @source textbook practice of baker's percentage
 */
export function scaleFormula(formula: Formula, orders: readonly PieceOrder[]): Result<ScaledFormula> {
  const split = splitFormula(formula);
  if (!split.ok) return split;
  const { doc } = formula;
  const pieceMass = orders.reduce((sum, order) => sum + order.pieces * order.scaledWeight, 0);
  if (pieceMass <= 0) {
    return bad(
      problem('order', 'Nothing is ordered of this dough.', 'Enter how many pieces of at least one product.'),
    );
  }
  const dough = pieceMass / (1 - doc.processLoss / 100);
  const flour = (dough / split.value.totalPercent) * 100;
  const massOf = (line: FormulaLine): ScaledLine => ({
    ingredient: line.ingredient,
    ...weigh((flour * line.percent) / 100, line.ingredient.scaleStep),
  });
  const finalLines = split.value.finalMix.map(massOf);
  const finalFlour = massOfKind(finalLines, 'flour');
  if (finalFlour <= 0) {
    return bad(
      problem('levain.flourShare', 'All the flour is in the levain.', 'Leave some flour for the final mix.'),
    );
  }
  const levain = scaleLevain(formula, split.value, flour);
  const levainMass = weigh(levain.needed, 0.001);
  return good({
    split: split.value,
    pieceMass,
    dough,
    flour,
    levain,
    finalMix: { lines: finalLines, flour: finalFlour, levain: levainMass, total: dough },
    facts: factsOf(formula, split.value, levain.needed / dough, finalLines, finalFlour, levain.needed),
    drift: [...finalLines, ...levain.flours, levain.water].flatMap(driftSentence),
  });
}

function scaleLevain({ doc }: Formula, split: SplitFormula, flour: number): ScaledLevain {
  const { ratio, keepBack, loss } = doc.levain;
  const needed = split.levain.reduce((sum, line) => sum + (flour * line.percent) / 100, 0);
  const build = (needed + keepBack) / (1 - loss / 100);
  const parts = 1 + ratio.flour + ratio.water;
  const newFlour = (build * ratio.flour) / parts;
  const flours = split.levain.filter((line) => line.ingredient.kind === 'flour');
  const water = split.levain.find((line) => line.ingredient.kind !== 'flour');
  if (!water) throw new Error('a split levain always has its water');
  return {
    needed,
    build,
    seed: weigh(build / parts, 0.001),
    flours: flours.map((line) => ({
      ingredient: line.ingredient,
      ...weigh((newFlour * line.percent) / doc.levain.flourShare, line.ingredient.scaleStep),
    })),
    water: {
      ingredient: water.ingredient,
      ...weigh((build * ratio.water) / parts, water.ingredient.scaleStep),
    },
  };
}

function factsOf(
  { doc }: Formula,
  split: SplitFormula,
  inoculation: number,
  finalLines: readonly ScaledLine[],
  finalFlour: number,
  levain: number,
): FormulaFacts {
  const sum = (kind: Ingredient['kind'], weight: (ingredient: Ingredient) => number = () => 1) =>
    split.overall.reduce(
      (total, { ingredient, percent }) =>
        total + (ingredient.kind === kind ? percent * weight(ingredient) : 0),
      0,
    );
  return {
    hydration: sum('water'),
    prefermentedFlour: doc.levain.flourShare,
    inoculation: inoculation * 100,
    salt: sum('salt'),
    wholeGrain: sum('flour', (ingredient) => ingredient.wholeGrain),
    saltOfFinalMix: (massOfKind(finalLines, 'salt') / finalFlour) * 100,
    levainOfFinalMix: (levain / finalFlour) * 100,
  };
}

/** Mass of all lines of one kind, kg. */
export const massOfKind = (lines: readonly ScaledLine[], kind: Ingredient['kind']): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.kind === kind ? line.mass : 0), 0);

function driftSentence(line: ScaledLine): string[] {
  if (line.mass === 0 || Math.abs(line.weighed / line.mass - 1) <= DRIFT) return [];
  const percent = formatNumber((line.weighed / line.mass - 1) * 100, 1);
  return [
    `${line.ingredient.name}: weighed in steps of ${formatNumber(line.ingredient.scaleStep * 1000, 0)} g it is ${percent} % off. Use a finer scale.`,
  ];
}
