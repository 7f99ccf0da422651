import { z } from 'zod';
import { ALLERGENS, GRAINS, INGREDIENT_KINDS } from './kinds.ts';

/** A name for links and files: lower-case words joined by hyphens. */
export const Slug = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'Use lower-case letters, digits and hyphens.')
  .max(60);

/**
 * A name for links and files: `Tidewater Rye` becomes `tidewater-rye`.
 *
 * @example
 * assert.equal(slugOf('Tidewater Rye'), 'tidewater-rye');
 */
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
