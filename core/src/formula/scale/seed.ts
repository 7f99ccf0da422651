import type { Ingredient } from '../ingredient.ts';
import { flourOf, percentOf, totalOf, type FormulaLine } from '../lines.ts';
import type { Part } from '../schema.ts';

/** The seed within a build, and what is added to it. Everything in percent of all flour of the formula. */
export interface SeedShare {
  readonly percent: number;
  /** What the seed is made of; sums to `percent`. */
  readonly lines: readonly FormulaLine[];
  /** What is weighed beside the seed; an ingredient below 0 cannot be made. */
  readonly added: readonly FormulaLine[];
}

/**
 * The seed of a build 1 : a by mass of new flour. With f the flour of the build and s_f the share of flour in the seed,
 * f = a·s + s_f·s, so that s = f / (a + s_f).
 *
 * @param lines what the build is made of, the seed with it
 * @param larder the ingredients that the make-up of the seed names
 * @source domain section 4: build by ratio seed : flour : water
 */
export function seedOf(
  part: Part,
  lines: readonly FormulaLine[],
  larder: ReadonlyMap<string, Ingredient>,
): SeedShare {
  const own = (part.seed?.lines ?? []).flatMap(({ ingredient: slug, percent }) => {
    const ingredient = larder.get(slug);
    return ingredient ? [{ ingredient, percent }] : [];
  });
  const makeUp = own.length > 0 ? own : lines;
  const whole = totalOf(makeUp);
  if (!part.seed || whole === 0) return { percent: 0, lines: [], added: lines };
  const percent = flourOf(lines) / (part.seed.flour + flourOf(makeUp) / whole);
  const inSeed = makeUp.map((line) => ({ ...line, percent: (line.percent / whole) * percent }));
  const unlisted = inSeed.filter(
    (line) => !lines.some((each) => each.ingredient.slug === line.ingredient.slug),
  );
  return {
    percent,
    lines: inSeed,
    added: [...lines, ...unlisted.map((line) => ({ ...line, percent: 0 }))].map((line) => ({
      ...line,
      percent: line.percent - percentOf(inSeed, line.ingredient.slug),
    })),
  };
}
