import type { FormulaLine, SplitFormula } from './check.ts';

/** A formula over the flour added at the mix, with the levain as one line. All in percent of final-mix flour. */
export interface FinalMixBasis {
  readonly lines: readonly FormulaLine[];
  readonly levain: number;
  /** What 100 of levain is made of. */
  readonly levainParts: readonly FormulaLine[];
}

/** Restates a formula over the flour added at the mix. `overallBasis` is its exact inverse. */
export function finalMixBasis(split: SplitFormula): FinalMixBasis {
  const base = flourPercent(split.finalMix) / 100;
  const levain = split.levain.reduce((sum, line) => sum + line.percent, 0);
  return {
    lines: split.finalMix.map((line) => ({ ...line, percent: line.percent / base })),
    levain: levain / base,
    levainParts: split.levain.map((line) => ({ ...line, percent: (line.percent / levain) * 100 })),
  };
}

/** Restates a final-mix basis over all flour: overall percentages by ingredient, in order of first mention. */
export function overallBasis(basis: FinalMixBasis): FormulaLine[] {
  const sums = new Map<string, FormulaLine>();
  const levain = basis.levainParts.map((line) => ({ ...line, percent: (line.percent * basis.levain) / 100 }));
  for (const line of [...basis.lines, ...levain]) {
    const before = sums.get(line.ingredient.slug)?.percent ?? 0;
    sums.set(line.ingredient.slug, { ...line, percent: before + line.percent });
  }
  const total = flourPercent([...sums.values()]) / 100;
  return [...sums.values()].map((line) => ({ ...line, percent: line.percent / total }));
}

const flourPercent = (lines: readonly FormulaLine[]): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.kind === 'flour' ? line.percent : 0), 0);
