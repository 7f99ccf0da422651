import { z } from 'zod';
import type { Ingredient } from './ingredient.ts';
import { INGREDIENT_KINDS } from './kinds.ts';
import { Process, RiseWindow, type FormulaDoc } from './schema.ts';

/** An ingredient as it was first written: nothing but its kind and its whole grain. */
const IngredientOne = z.looseObject({
  schema: z.literal(1),
  slug: z.string(),
  name: z.string(),
  kind: z.enum(INGREDIENT_KINDS),
  wholeGrain: z.number().default(0),
  scaleStep: z.number().default(0.001),
});

const Lines = z.array(z.strictObject({ ingredient: z.string(), percent: z.number() }));

/** A formula as it was first written: one levain by ratio, and the mix. */
const FormulaOne = z.looseObject({
  schema: z.literal(1),
  name: z.string(),
  lines: Lines,
  levain: z.strictObject({
    name: z.string(),
    flourShare: z.number(),
    flours: Lines,
    water: z.string(),
    ratio: z.strictObject({ flour: z.number().positive(), water: z.number() }),
    keepBack: z.number().default(0),
    loss: z.number().default(0),
    ripeness: RiseWindow,
  }),
  products: z.array(z.strictObject({ slug: z.string(), name: z.string(), scaledWeight: z.number() })),
  processLoss: z.number(),
  process: Process,
});

/** Reads an ingredient of any schema as one of today; what is not one comes back as it is, for the parser to refuse. */
export function upcastIngredient(data: unknown): unknown {
  const first = IngredientOne.safeParse(data);
  if (!first.success) return data;
  const { slug, name, kind, wholeGrain, scaleStep, ...unknown } = first.data;
  const today: Ingredient = {
    schema: 2,
    slug,
    name,
    kind,
    water: 0,
    fat: 0,
    sugar: 0,
    salt: 0,
    flour: 0,
    wholeGrain,
    grain: null,
    instant: null,
    absorption: null,
    specificHeat: null,
    density: null,
    allergens: [],
    cost: null,
    pack: null,
    scaleStep,
    yield: 1,
    source: '',
  };
  return { ...unknown, ...today };
}

/** Reads a formula of any schema as one of today; what is not one comes back as it is, for the parser to refuse. */
export function upcastFormulaDoc(data: unknown): unknown {
  const first = FormulaOne.safeParse(data);
  if (!first.success) return data;
  const { levain, lines, products, processLoss, process, name, ...unknown } = first.data;
  const share = levain.flourShare;
  const today: FormulaDoc = {
    schema: 2,
    name,
    type: 'hearth',
    lines: lines.map(({ ingredient, percent }) => ({ ingredient, percent, group: '' })),
    parts: [
      {
        slug: 'levain',
        name: levain.name,
        kind: 'levain',
        into: 'mix',
        lines: [
          ...levain.flours.map(({ ingredient, percent }) => ({
            ingredient,
            percent: (share * percent) / 100,
          })),
          { ingredient: levain.water, percent: (share * levain.ratio.water) / levain.ratio.flour },
        ],
        seed: { flour: levain.ratio.flour, lines: [] },
        keepBack: levain.keepBack,
        loss: levain.loss,
        temperature: null,
        hours: null,
        ripeness: levain.ripeness,
      },
    ],
    steps: [],
    branches: [],
    coatings: [],
    products: products.map((product) => ({ ...product, parts: [], extras: [], bakeLoss: null })),
    processLoss,
    process,
  };
  return { ...unknown, ...today };
}

/** A formula with its ingredients, each brought to the schema of today. */
export function upcastFormula(data: unknown): unknown {
  if (data === null || typeof data !== 'object') return data;
  const { doc, ingredients } = data as { doc?: unknown; ingredients?: unknown };
  return {
    ...data,
    doc: upcastFormulaDoc(doc),
    ingredients: Array.isArray(ingredients) ? ingredients.map(upcastIngredient) : ingredients,
  };
}
