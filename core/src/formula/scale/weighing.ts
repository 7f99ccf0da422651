import type { Ingredient } from '../ingredient.ts';
import type { IngredientKind } from '../kinds.ts';

/** Dry before wet, large before small; what others must not meet by accident comes last. */
const ORDER: readonly IngredientKind[] = [
  'flour', 'malt', 'sweetener', 'seed', 'inclusion', 'spice', 'fat', 'water', 'liquid', 'dairy', 'egg', 'culture', 'salt', 'yeast',
  'coating', 'processing',
]; // prettier-ignore

/**
 * Lines in the order in which they are weighed: dry, fat, wet, then salt and yeast apart; within that what brings
 * allergens beside gluten after what does not.
 *
 * @source practice of the scaling table; the order of additions is the formula's own
 */
export const inWeighingOrder = <L extends { readonly ingredient: Ingredient }>(lines: readonly L[]): L[] =>
  lines.toSorted((a, b) => rank(a.ingredient) - rank(b.ingredient));

const rank = ({ kind, allergens }: Ingredient): number =>
  ORDER.indexOf(kind) + (allergens.some((allergen) => allergen !== 'gluten') ? ORDER.length : 0);
