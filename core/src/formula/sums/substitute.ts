import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';
import type { Ingredient } from '../ingredient.ts';
import type { Formula, FormulaDoc } from '../schema.ts';
import { setWater, waterLines } from './what-if.ts';

/** One flour in place of another, and the water that it asks for. */
export interface Substitution {
  /** The formula with the other flour and the same water. */
  readonly formula: Formula;
  /** Plain water now and as the absorptions ask for it, percent; null if an absorption is not known. */
  readonly water: { readonly now: number; readonly asked: number } | null;
  readonly sentence: string;
}

/**
 * Puts one flour in place of another, in every stage in the same proportion, and asks for water again:
 * Δwater = moved × (absorption of the new − absorption of the old).
 *
 * @param percent of all flour to move; at most what the formula has of the old flour
 * @returns the changed formula with its water untouched, and the water that the new flour asks for
 */
export function substituteFlour(
  { doc, ingredients }: Formula,
  from: string,
  to: Ingredient,
  percent: number,
): Result<Substitution> {
  const old = ingredients.find(({ slug }) => slug === from);
  const has = doc.lines.find((line) => line.ingredient === from)?.percent ?? 0;
  if (!old || has === 0)
    return bad(problem('from', `“${from}” is not in this formula.`, 'Choose one of its flours.'));
  if (to.kind !== 'flour' || old.kind !== 'flour')
    return bad(problem('to', 'Only a flour takes the place of a flour.', 'Choose a flour.'));
  if (!(percent > 0) || percent > has + 1e-9)
    return bad(
      problem(
        'percent',
        `There is ${formatNumber(has, 1)} % of ${old.name} to replace.`,
        'Enter up to that.',
      ),
    );
  const moved = percent / has;
  const formula: Formula = {
    doc: moveEverywhere(doc, from, to.slug, moved),
    ingredients: ingredients.some(({ slug }) => slug === to.slug) ? ingredients : [...ingredients, to],
  };
  const now = waterLines(formula).reduce((sum, line) => sum + line.percent, 0);
  if (old.absorption === null || to.absorption === null) {
    const unknown = old.absorption === null ? old.name : to.name;
    return good({
      formula,
      water: null,
      sentence: `The absorption of ${unknown} is not known: enter it in the larder, or find the water by feel.`,
    });
  }
  const asked = now + (percent * (to.absorption - old.absorption)) / 100;
  return good({
    formula,
    water: { now, asked },
    sentence: `${to.name} takes ${formatNumber(to.absorption, 0)} % water where ${old.name} takes ${formatNumber(old.absorption, 0)} %: ${formatNumber(now, 1)} % becomes ${formatNumber(asked, 1)} %.`,
  });
}

/** The formula with the water that a substitution asks for. */
export const withAskedWater = ({ formula, water }: Substitution): Formula =>
  water ? setWater(formula, water.asked) : formula;

function moveEverywhere(doc: FormulaDoc, from: string, to: string, share: number): FormulaDoc {
  const move = <L extends { ingredient: string; percent: number }>(lines: readonly L[]): L[] => {
    const old = lines.find((line) => line.ingredient === from);
    if (!old) return [...lines];
    const amount = old.percent * share;
    const there = lines.some((line) => line.ingredient === to);
    return lines.flatMap((line) => {
      if (line.ingredient === to) return [{ ...line, percent: line.percent + amount }];
      if (line !== old) return [line];
      const rest = share > 1 - 1e-9 ? [] : [{ ...line, percent: line.percent - amount }];
      return there ? rest : [...rest, { ...line, ingredient: to, percent: amount }];
    });
  };
  return {
    ...doc,
    lines: move(doc.lines),
    parts: doc.parts.map((part) => ({
      ...part,
      lines: move(part.lines),
      seed: part.seed && { ...part.seed, lines: move(part.seed.lines) },
    })),
    additions: doc.additions.map((addition) => ({ ...addition, lines: move(addition.lines) })),
  };
}
