import { componentOf } from '../scale/component.ts';
import { componentPercent, flourOf, totalOf, type FormulaLine } from '../lines.ts';
import { partsOfMix } from '../sums/basis.ts';
import { ferments, type PartStage, type SplitFormula } from '../scale/split.ts';

/** Read-outs in percent, over all flour unless they say otherwise. */
export interface FormulaFacts {
  /** Plain water added. */
  readonly hydration: number;
  /** With the water inside eggs, milk, butter, cultures … */
  readonly trueHydration: number;
  readonly prefermentedFlour: number;
  /** Mass share of culture-leavened pre-ferment in the dough. */
  readonly inoculation: number;
  readonly salt: number;
  readonly fat: number;
  readonly sugar: number;
  /** Of all flour and grain, each with its credit. */
  readonly wholeGrain: number;
  /** Everything together: dough for 100 of flour. */
  readonly yield: number;
  /** Over the flour added at the mix; null if that is none. */
  readonly saltOfFinalMix: number | null;
  readonly prefermentOfFinalMix: number | null;
}

/**
 * The read-outs of a formula.
 *
 * @example
 * const split = splitFormula(quayCountry);
 * assert.ok(split.ok && factsOf(split.value).salt > 1.8);
 */
export function factsOf(split: SplitFormula): FormulaFacts {
  const { overall, finalMix, folded } = split;
  const flour = trueFlour(overall);
  const mixFlour = flourOf(finalMix);
  const overMix = (percent: number) => (mixFlour > 0 ? (percent / mixFlour) * 100 : null);
  const inMix = partsOfMix(split);
  const grains = overall.map((line) => ({ ...line, percent: grainPercent(line) }));
  return {
    hydration: plainWater(overall),
    trueHydration: (componentPercent(overall, 'water') * 100) / flour,
    prefermentedFlour: (prefermentedFlour(split) * 100) / flour,
    inoculation: (together(inMix.filter((part) => risesByCulture(part, split))) / split.totalPercent) * 100,
    salt: componentPercent(overall, 'salt'),
    fat: componentPercent([...overall, ...folded], 'fat'),
    sugar: componentPercent(overall, 'sugar'),
    wholeGrain:
      (grains.reduce((sum, { ingredient, percent }) => sum + percent * ingredient.wholeGrain, 0) /
        totalOf(grains)) *
      100,
    yield: split.totalPercent,
    saltOfFinalMix: overMix(componentPercent(finalMix, 'salt')),
    prefermentOfFinalMix: overMix(together(inMix.filter((part) => ferments(part.kind)))),
  };
}

/** Flour and grain in a line, percent of all flour; of a culture its flour. */
export const grainPercent = ({ ingredient, percent }: FormulaLine): number => {
  if (ingredient.kind === 'culture') return percent * ingredient.flour;
  return ingredient.kind === 'flour' || ingredient.grain !== null ? percent : 0;
};

/** Flour with that inside cultures that stand as an ingredient; 100 where there is none. */
export const trueFlour = (overall: readonly FormulaLine[]): number => componentPercent(overall, 'flour');

/** Plain water among lines, percent. */
export const plainWater = (lines: readonly FormulaLine[]): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.kind === 'water' ? line.percent : 0), 0);

/** Flour in pre-ferments, and in cultures that stand as an ingredient of the mix, percent of all flour. */
export function prefermentedFlour(split: SplitFormula): number {
  const fermenting = split.parts.filter((part) => ferments(part.kind));
  const inCultures = split.finalMix.reduce(
    (sum, { ingredient, percent }) =>
      sum + (ingredient.kind === 'culture' ? percent * componentOf(ingredient, 'flour') : 0),
    0,
  );
  return fermenting.reduce((sum, part) => sum + componentPercent(part.lines, 'flour'), inCultures);
}

/** Whether a culture makes a pre-ferment rise: a seed, a culture among its lines, or an earlier stage that has one. */
export function risesByCulture(part: PartStage, split: SplitFormula): boolean {
  return (
    part.seed !== null ||
    part.lines.some((line) => line.ingredient.kind === 'culture' && line.percent > 0) ||
    split.parts.some((earlier) => earlier.into === part.slug && risesByCulture(earlier, split))
  );
}

const together = (parts: readonly PartStage[]): number => parts.reduce((sum, part) => sum + part.total, 0);
