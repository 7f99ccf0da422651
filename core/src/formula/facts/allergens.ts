import type { Ingredient } from '../ingredient.ts';
import { ALLERGENS, type Allergen } from '../kinds.ts';
import { partsOfPiece } from '../scale/pieces.ts';
import type { Formula, Product } from '../schema.ts';

/** An allergen and the ingredients that bring it. */
export interface AllergenSource {
  readonly allergen: Allergen;
  readonly from: readonly Ingredient[];
}

/**
 * Allergens of one product: of its doughs with their branches, fillings, toppings, dusting, tray fat and washes.
 *
 * @returns in the order of the list of allergens
 */
export function allergensOf(formula: Formula, product: Product): AllergenSource[] {
  const { doc } = formula;
  const branches = new Set(partsOfPiece(product).map(({ dough }) => dough));
  return sourcesAmong(formula, [
    ...doc.lines.filter((line) => line.percent > 0),
    ...doc.branches.filter(({ slug }) => branches.has(slug)).flatMap((branch) => branch.lines),
    ...doc.coatings,
    ...product.extras,
  ]);
}

/** Allergens of everything that a formula names: what stands around while it is made. */
export const allergensOfFormula = (formula: Formula): AllergenSource[] =>
  sourcesAmong(formula, [
    ...formula.doc.lines,
    ...formula.doc.branches.flatMap((branch) => branch.lines),
    ...formula.doc.coatings,
    ...formula.doc.products.flatMap((product) => product.extras),
  ]);

function sourcesAmong(
  { ingredients }: Formula,
  named: readonly { readonly ingredient: string }[],
): AllergenSource[] {
  const slugs = new Set(named.map(({ ingredient }) => ingredient));
  const there = ingredients.filter(({ slug }) => slugs.has(slug));
  return ALLERGENS.flatMap((allergen) => {
    const from = there.filter((ingredient) => ingredient.allergens.includes(allergen));
    return from.length > 0 ? [{ allergen, from }] : [];
  });
}

/** What stands on a label, as a start: `gluten (wheat, rye), milk`. Local law decides the words. */
export const allergenText = (sources: readonly AllergenSource[]): string =>
  sources
    .map(({ allergen, from }) => {
      const grains = [...new Set(from.flatMap(({ grain }) => grain ?? []))];
      return allergen === 'gluten' && grains.length > 0 ? `gluten (${grains.join(', ')})` : allergen;
    })
    .join(', ');
