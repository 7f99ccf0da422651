import type { Culture } from '../culture/index.ts';
import { followBuilds, type KeptBuild } from '../culture/followed/index.ts';
import { flourOf, type FormulaLine } from '../formula/index.ts';
import type { PartStage } from '../formula/scale/index.ts';
import type { LearnedVigour } from './learned.ts';

/** What a pre-ferment is made of, as far as it tells which culture it is fed from. */
export interface SeededFlour {
  /** Share of its flour that is rye, that is whole grain, and water over flour. */
  readonly rye: number;
  readonly wholeGrain: number;
  readonly hydration: number;
}

export function seededFlourOf({ content }: Pick<PartStage, 'content'>): SeededFlour {
  const flour = flourOf(content);
  const share = (of: (line: FormulaLine) => number) =>
    flour > 0 ? content.reduce((all, line) => all + of(line), 0) / flour : 0;
  return {
    rye: share(({ ingredient, percent }) => (ingredient.grain === 'rye' ? percent : 0)),
    wholeGrain: share(({ ingredient, percent }) => percent * ingredient.wholeGrain),
    hydration: share(({ ingredient, percent }) => (ingredient.kind === 'water' ? percent : 0)),
  };
}

/**
 * The culture that a pre-ferment is fed from: of the same grain, and then as stiff.
 *
 * @returns null where none fits
 */
export function cultureFor<C extends Pick<Culture, 'of' | 'hydration'>>(
  { rye, wholeGrain, hydration }: SeededFlour,
  cultures: readonly C[],
): C | null {
  const wanted = (culture: C): number => {
    if (culture.of === 'no-flour' || (culture.of === 'rye') !== rye > 0.5) return Infinity;
    const grain = (culture.of === 'whole-wheat') === wholeGrain > 0.75 ? 0 : 1;
    return grain + Math.abs(culture.hydration - hydration);
  };
  const [best] = cultures.toSorted((a, b) => wanted(a) - wanted(b));
  return best && wanted(best) < Infinity ? best : null;
}

/**
 * What the builds of the cultures of a bakehouse say of them. One of which nothing was seen is there too, so that what
 * is fed from it is not taken to be fed from another.
 *
 * @param hourOf hour of the day, 0 to 24, at epoch seconds
 *
 * @example
 * const [vigour] = vigoursOf([{ culture: demoCultures[0], builds: [] }], () => 12);
 * assert.deepEqual(vigour?.builds, []);
 */
export const vigoursOf = (
  kept: readonly { readonly culture: Culture; readonly builds: readonly KeptBuild[] }[],
  hourOf: (epoch: number) => number,
): LearnedVigour[] =>
  kept.map(({ culture, builds }) => {
    const { vigour, builds: followed } = followBuilds(culture, builds, hourOf);
    const { slug, name, of, hydration } = culture;
    const { value, spread, least, most, trend, history, count } = vigour;
    const seen = count === 0 ? [] : followed.filter(({ signs }) => signs.length > 0).map(({ id }) => id);
    return { slug, name, of, hydration, value, spread, least, most, trend, builds: seen, history: [...history] };
  }); // prettier-ignore

/** The culture that a pre-ferment is fed from, if anything was seen of it. */
export function seenVigour(
  stage: Pick<PartStage, 'content'>,
  learned: readonly LearnedVigour[],
): LearnedVigour | null {
  const culture = cultureFor(seededFlourOf(stage), learned);
  return culture && culture.builds.length > 0 ? culture : null;
}

/** v of the culture that a pre-ferment is fed from: learned, or what the bakehouse takes it to be. */
export const vigourFor =
  (learned: readonly LearnedVigour[], usual: number) =>
  (stage: Pick<PartStage, 'content'>): number =>
    seenVigour(stage, learned)?.value ?? usual;
