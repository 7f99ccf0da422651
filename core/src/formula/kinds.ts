/** What an ingredient is in a dough. The flours make the 100 %. */
export const INGREDIENT_KINDS = [
  'flour', 'water', 'liquid', 'salt', 'yeast', 'culture', 'fat', 'sweetener', 'egg', 'dairy', 'inclusion', 'seed', 'malt',
  'spice', 'coating', 'processing',
] as const; // prettier-ignore
export type IngredientKind = (typeof INGREDIENT_KINDS)[number];

export const GRAINS = [
  'wheat', 'spelt', 'durum', 'rye', 'barley', 'oat', 'maize', 'rice', 'buckwheat', 'millet', 'other',
] as const; // prettier-ignore

/** The groups that many food laws want named on a label. Local law decides what is written there. */
export const ALLERGENS = [
  'gluten', 'crustaceans', 'egg', 'fish', 'peanut', 'soya', 'milk', 'nuts', 'celery', 'mustard', 'sesame', 'sulphites',
  'lupin', 'molluscs',
] as const; // prettier-ignore
export type Allergen = (typeof ALLERGENS)[number];

/** Types of dough: they set what is usual and the first windows of a new formula. */
export const DOUGH_TYPES = [
  'hearth', 'baguette', 'durum', 'tin', 'enriched', 'laminated', 'rye', 'rolls',
] as const; // prettier-ignore
export type DoughType = (typeof DOUGH_TYPES)[number];
