import { flourOf, gather, type FormulaLine } from '../lines.ts';
import { MIX } from '../schema.ts';
import type { PartStage, SplitFormula } from '../scale/split.ts';

/** A formula over the flour added at the mix, each pre-ferment and soaker as one line. In percent of final-mix flour. */
export interface FinalMixBasis {
  readonly lines: readonly FormulaLine[];
  readonly parts: readonly {
    readonly slug: string;
    readonly name: string;
    readonly percent: number;
    /** What 100 of it is made of. */
    readonly content: readonly FormulaLine[];
  }[];
}

/** Pre-ferments and soakers that go into the final mix themselves, not into a later stage. */
export const partsOfMix = (split: SplitFormula): PartStage[] =>
  split.parts.filter((part) => part.into === MIX || split.steps.some((step) => step.slug === part.into));

/**
 * Restates a formula over the flour added at the mix. `overallBasis` is its exact inverse.
 *
 * @returns null if all the flour is in the pre-ferments: then there is nothing to be a percentage of
 */
export function finalMixBasis(split: SplitFormula): FinalMixBasis | null {
  const base = flourOf(split.finalMix) / 100;
  if (base === 0) return null;
  return {
    lines: split.finalMix.map((line) => ({ ...line, percent: line.percent / base })),
    parts: partsOfMix(split)
      .filter(({ total }) => total > 0)
      .map(({ slug, name, total, content }) => ({
        slug,
        name,
        percent: total / base,
        content: content.map((line) => ({ ...line, percent: (line.percent / total) * 100 })),
      })),
  };
}

/** Restates a final-mix basis over all flour: overall percentages by ingredient, in order of first mention. */
export function overallBasis(basis: FinalMixBasis): FormulaLine[] {
  const inParts = basis.parts.flatMap((part) =>
    part.content.map((line) => ({ ...line, percent: (line.percent * part.percent) / 100 })),
  );
  const all = gather([...basis.lines, ...inParts]);
  const total = flourOf(all) / 100;
  return all.map((line) => ({ ...line, percent: line.percent / total }));
}
