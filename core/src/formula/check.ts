import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { formatNumber } from '../units/index.ts';
import type { Formula, Ingredient } from './schema.ts';

/** One line of the overall formula with its ingredient and its percent of all flour. */
export interface FormulaLine {
  readonly ingredient: Ingredient;
  readonly percent: number;
}

/** A formula that can be made: split into levain and final mix, everything in percent of all flour. */
export interface SplitFormula {
  readonly overall: readonly FormulaLine[];
  readonly levain: readonly FormulaLine[];
  readonly finalMix: readonly FormulaLine[];
  /** Sum of the overall percentages: dough per 100 of flour. */
  readonly totalPercent: number;
}

const SUM_TOLERANCE = 1e-6;
/** Subtracting percentages leaves dust; this much of a percent is nothing. */
const DUST = 1e-9;

/**
 * Splits the overall formula: final mix = overall − levain, ingredient by ingredient.
 *
 * @returns percentages of all flour, or problems that name the ingredient and the levain: an ingredient that the
 *   formula does not bring, flours that do not sum to 100, a final mix that would need a negative amount
 */
export function splitFormula({ doc, ingredients }: Formula): Result<SplitFormula> {
  const larder = new Map(ingredients.map((ingredient) => [ingredient.slug, ingredient]));
  const problems: Problem[] = [];
  const named = (path: string, slug: string): Ingredient | undefined => {
    const found = larder.get(slug);
    if (!found)
      problems.push(
        problem(path, `The ingredient “${slug}” is not in the larder.`, 'Add it, or correct the name.'),
      );
    return found;
  };

  const overall = doc.lines.flatMap(({ ingredient: slug, percent }, index) => {
    const ingredient = named(`lines.${index}`, slug);
    return ingredient ? [{ ingredient, percent }] : [];
  });
  const flours = overall.filter((line) => line.ingredient.kind === 'flour');
  problems.push(...notHundred('lines', 'The flours of the formula', flours));

  const levainFlours = doc.levain.flours.flatMap(({ ingredient: slug, percent }, index) => {
    const ingredient = named(`levain.flours.${index}`, slug);
    return ingredient ? [{ ingredient, percent }] : [];
  });
  problems.push(...notHundred('levain.flours', `The flours of ${doc.levain.name}`, levainFlours));
  levainFlours.forEach(({ ingredient }, index) => {
    if (ingredient.kind !== 'flour') {
      problems.push(
        problem(`levain.flours.${index}`, `${ingredient.name} is not a flour.`, 'Name a flour here.'),
      );
    }
  });
  const water = named('levain.water', doc.levain.water);
  if (problems.length > 0 || !water) return bad(...problems);

  const { flourShare, ratio } = doc.levain;
  const levain: FormulaLine[] = [
    ...levainFlours.map(({ ingredient, percent }) => ({ ingredient, percent: (flourShare * percent) / 100 })),
    { ingredient: water, percent: (flourShare * ratio.water) / ratio.flour },
  ];
  const finalMix = overall.map((line) => ({
    ingredient: line.ingredient,
    percent: remainder(line.percent, percentOf(levain, line.ingredient.slug)),
  }));
  // Only what the levain takes can fall below zero, whether or not the formula lists it.
  const negative = levain.filter(
    ({ ingredient }) => percentOf(overall, ingredient.slug) - percentOf(levain, ingredient.slug) < -DUST,
  );
  if (negative.length > 0) {
    return bad(
      ...negative.map(({ ingredient }) => negativeProblem(ingredient, doc.levain.name, overall, levain)),
    );
  }
  return good({
    overall,
    levain,
    finalMix: finalMix.filter((line) => line.percent > 0),
    totalPercent: overall.reduce((sum, line) => sum + line.percent, 0),
  });
}

/** Percent of an ingredient among lines; 0 where it does not stand. */
export const percentOf = (lines: readonly FormulaLine[], slug: string): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.slug === slug ? line.percent : 0), 0);

/** What is left of an ingredient for the final mix, without the dust that subtracting leaves. */
function remainder(overall: number, inLevain: number): number {
  const left = overall - inLevain;
  return inLevain > 0 && Math.abs(left) < DUST ? 0 : left;
}

function notHundred(path: string, whose: string, flours: readonly FormulaLine[]): Problem[] {
  const sum = flours.reduce((total, line) => total + line.percent, 0);
  if (Math.abs(sum - 100) < SUM_TOLERANCE) return [];
  const off = formatNumber(Math.abs(100 - sum), 2);
  return [
    problem(
      path,
      `${whose} sum to ${formatNumber(sum, 2)} %, not 100 %.`,
      sum < 100 ? `Add ${off} % of flour.` : `Take away ${off} % of flour.`,
    ),
  ];
}

function negativeProblem(
  ingredient: Ingredient,
  levainName: string,
  overall: readonly FormulaLine[],
  levain: readonly FormulaLine[],
): Problem {
  const has = percentOf(overall, ingredient.slug);
  const takes = percentOf(levain, ingredient.slug);
  return problem(
    `lines.${ingredient.slug}`,
    `The final mix would need ${formatNumber(has - takes, 2)} % ${ingredient.name}: ${levainName} alone holds ${formatNumber(takes, 2)} % and the formula only ${formatNumber(has, 2)} %.`,
    `Give the formula more ${ingredient.name}, or ${levainName} less flour.`,
  );
}
