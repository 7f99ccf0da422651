import type { Ingredient } from '../ingredient.ts';

/** What can be asked of an ingredient's make-up. */
export type Component = 'water' | 'fat' | 'sugar' | 'salt' | 'flour';

/** Kinds that are nothing but what they are called; a fat such as butter is not. */
const PURE: ReadonlySet<string> = new Set(['water', 'salt', 'flour']);

/** Share of a component in an ingredient, 0 to 1. Water, salt and flour are all of their own kind. */
export const componentOf = (ingredient: Ingredient, component: Component): number =>
  ingredient.kind === component && PURE.has(component) ? 1 : ingredient[component];

/** Specific heats of what mixtures are made of, kJ/kg·K. Domain section 5, default. */
const PARTS_HEAT = { water: 4.18, fat: 2.0, sugar: 1.25, salt: 0.88 } as const;
const DRY_HEAT = 1.8;

/**
 * Specific heat of an ingredient: its own figure, or mixed by mass from water, fat, sugar, salt and the rest.
 *
 * @returns kJ/kg·K
 * @source domain section 5; flour, water, salt and sugar from engineering tables
 */
export function specificHeatOf(ingredient: Ingredient): number {
  if (ingredient.specificHeat !== null) return ingredient.specificHeat;
  let known = 0;
  let heat = 0;
  for (const component of ['water', 'fat', 'sugar', 'salt'] as const) {
    const share = componentOf(ingredient, component);
    known += share;
    heat += share * PARTS_HEAT[component];
  }
  return heat + (1 - known) * DRY_HEAT;
}
