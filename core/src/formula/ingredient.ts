import { z } from 'zod';

/** A name for links and files: lower-case words joined by hyphens. */
export const Slug = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'Use lower-case letters, digits and hyphens.')
  .max(60);

/** A name for links and files: `Tidewater Rye` becomes `tidewater-rye`. */
export const slugOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60)
    .replace(/-$/, '');

export const Name = z.string().trim().min(1).max(80);

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

const Share = z.number().min(0).max(1);

export const Ingredient = z
  .strictObject({
    schema: z.literal(2),
    slug: Slug,
    name: Name,
    kind: z.enum(INGREDIENT_KINDS),
    water: Share.default(0).describe('share of water, 0 to 1; plain water is all water whatever stands here'),
    fat: Share.default(0).describe('share of fat, 0 to 1'),
    sugar: Share.default(0).describe('share of sugars, 0 to 1'),
    salt: Share.default(0).describe('share of salt, 0 to 1; salt itself is all salt'),
    flour: Share.default(0).describe('share of flour in a culture that stands as an ingredient, 0 to 1'),
    wholeGrain: Share.default(0).describe('credit as whole grain, 0 to 1; sifted flours count in part'),
    grain: z.enum(GRAINS).nullable().default(null),
    instant: z
      .number()
      .positive()
      .max(2)
      .nullable()
      .default(null)
      .describe('of a yeast: instant yeast that one part stands for; null: 0.33 if it is fresh, else 1'),
    absorption: z
      .number()
      .min(0)
      .max(400)
      .nullable()
      .default(null)
      .describe('water that a flour takes for a usual dough, percent of its mass'),
    specificHeat: z
      .number()
      .positive()
      .max(6)
      .nullable()
      .default(null)
      .describe('kJ/kg·K; null: mixed from its water, fat, sugar and the rest'),
    density: z
      .number()
      .positive()
      .max(3)
      .nullable()
      .default(null)
      .describe('as poured into a measure, kg/l; only to read household measures'),
    allergens: z.array(z.enum(ALLERGENS)).max(ALLERGENS.length).default([]),
    cost: z
      .number()
      .int()
      .min(0)
      .max(10_000_000)
      .nullable()
      .default(null)
      .describe('for one kg as bought, in the smallest coin'),
    pack: z.number().positive().max(10_000).nullable().default(null).describe('kg in a pack as bought'),
    scaleStep: z
      .number()
      .positive()
      .max(1)
      .default(0.001)
      .describe('smallest step of the scale it is weighed on, kg'),
    yield: z
      .number()
      .positive()
      .max(1)
      .default(1)
      .describe('usable share of what is bought, such as seeds after roasting'),
    source: z.string().max(300).default('').describe('where these figures come from'),
  })
  .refine((each) => each.water + each.fat + each.sugar + each.salt + each.flour <= 1 + 1e-9, {
    path: ['water'],
    message: 'Water, fat, sugar, salt and flour together are more than the whole.',
  });
export type Ingredient = z.infer<typeof Ingredient>;

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
