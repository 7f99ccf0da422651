import type { Formula } from '../formula/index.ts';
import { ferments, splitFormula } from '../formula/scale/index.ts';
import type { Learned, LearnedPace, LearnedVigour } from './learned.ts';
import { seenVigour } from './vigour.ts';

/** What is known of a dough that a plan makes, and what is only taken to be so. */
export interface KnownDough {
  readonly formula: string;
  readonly name: string;
  /** The cultures that its pre-ferments are fed from, as far as they were looked at. */
  readonly cultures: readonly LearnedVigour[];
  /** It has a culture of which nothing was seen yet. */
  readonly usual: boolean;
  readonly pace: LearnedPace | null;
}

/**
 * What a plan goes by for each of its doughs: learned, or a default.
 *
 * @example
 * const [first] = knownDoughs([{ slug: 'quay-country', formula: quayCountry }], NOTHING_LEARNED);
 * assert.deepEqual([first?.cultures, first?.usual, first?.pace], [[], true, null]);
 */
export const knownDoughs = (
  formulas: readonly { readonly slug: string; readonly formula: Formula }[],
  { vigour, pace }: Pick<Learned, 'vigour' | 'pace'>,
): KnownDough[] =>
  formulas.map(({ slug, formula }) => {
    const split = splitFormula(formula);
    const seeded = split.ok
      ? split.value.parts.filter(({ kind, seed, lines }) =>
          ferments(kind) && (seed !== null || lines.some(({ ingredient }) => ingredient.kind === 'culture')))
      : [];
    const fedFrom = seeded.map((stage) => seenVigour(stage, vigour));
    return {
      formula: slug,
      name: formula.doc.name,
      cultures: [...new Set(fedFrom)].flatMap((each) => each ?? []),
      usual: fedFrom.includes(null),
      pace: pace.find((each) => each.formula === slug) ?? null,
    };
  }); // prettier-ignore
