import type { Ingredient } from './ingredient.ts';

/** What trade and weighing change about an ingredient, but never its make-up: a formula is not pinned to it. */
const TRADE = ['cost', 'pack', 'scaleStep', 'source'] as const;

/** Whether two versions of an ingredient make the same dough: prices and scales aside. */
export function sameMakeUp(a: Ingredient, b: Ingredient): boolean {
  const keys = (Object.keys(a) as (keyof Ingredient)[]).filter(
    (key) => !(TRADE as readonly string[]).includes(key),
  );
  return keys.every((key) => JSON.stringify(a[key]) === JSON.stringify(b[key]));
}

/**
 * The larder as a formula sees it: the ingredients it was pinned to as they were then, at the prices and on the scales
 * of today; everything else as it is now.
 *
 * @param newest the larder of today
 * @param pinned the ingredients of the published version
 * @param adopted slugs whose newer version is taken over
 */
export function pinnedLarder(
  newest: readonly Ingredient[],
  pinned: readonly Ingredient[],
  adopted: ReadonlySet<string>,
): Ingredient[] {
  const held = new Map(pinned.map((each) => [each.slug, each]));
  const now = newest.map((each): Ingredient => {
    const before = held.get(each.slug);
    if (!before || adopted.has(each.slug)) return each;
    return { ...before, cost: each.cost, pack: each.pack, scaleStep: each.scaleStep, source: each.source };
  });
  const gone = pinned.filter((each) => !newest.some(({ slug }) => slug === each.slug));
  return [...now, ...gone];
}

/** Pinned ingredients whose make-up was corrected since, as they are now. */
export const correctedSince = (newest: readonly Ingredient[], pinned: readonly Ingredient[]): Ingredient[] =>
  newest.filter((each) => pinned.some((before) => before.slug === each.slug && !sameMakeUp(before, each)));
