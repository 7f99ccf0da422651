import { z } from 'zod';
import type { Ingredient } from './ingredient.ts';
import { INGREDIENT_KINDS } from './kinds.ts';
import { RiseWindow } from './rise-window.ts';
import { DoughStood, piecesOfProcess, Process, ProductStood, wayOfProcess } from './way/from-process.ts';

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

/** A formula as it was written before there were steps: a process of one fixed shape, what goes into the mix called steps. */
const FormulaTwo = z.looseObject({
  schema: z.literal(2),
  steps: z
    .array(
      z.looseObject({ slug: z.string(), kind: z.string(), minutes: z.number().nullable().default(null) }),
    )
    .default([]),
  products: z.array(z.looseObject({ slug: z.string() })),
  process: Process,
});

/** What a bakehouse said of how its doughs are made, before the formulas said it. */
export interface Stood {
  readonly doughs: readonly DoughStood[];
  readonly products: readonly ProductStood[];
}

/** What a bakehouse of before says of how doughs are made. @param floor people and things as they were kept */
export function stoodOn(floor: unknown): Stood {
  const list = (key: 'doughs' | 'products'): unknown[] => {
    const all = (floor as Partial<Record<typeof key, unknown>> | null | undefined)?.[key];
    return Array.isArray(all) ? all : [];
  };
  const read = <T>(parser: z.ZodType<T>, all: unknown[]): T[] =>
    all.flatMap((each) => parser.safeParse(each).data ?? []);
  return { doughs: read(DoughStood, list('doughs')), products: read(ProductStood, list('products')) };
}

/**
 * Reads a formula of any schema as one of today; what is not one comes back as it is, for the parser to refuse.
 *
 * @param slug of the formula, and what its bakehouse said of it; a formula of today says it itself
 */
export function upcastFormulaDoc(data: unknown, slug = '', stood: Stood | null = null): unknown {
  const second = FormulaTwo.safeParse(fromOne(data));
  if (!second.success) return data;
  const { steps, process, products, ...rest } = second.data;
  const wetted = steps.find(({ kind, minutes }) => kind === 'autolyse' && minutes !== null);
  const dough = stood?.doughs.find(({ formula }) => formula === slug) ?? null;
  const ways = products.map((product) => {
    const own =
      stood?.products.find((each) => each.formula === slug && each.product === product.slug) ?? null;
    return { product, own, pieces: piecesOfProcess(process, own) };
  });
  // What most products do stands once.
  const texts = ways.map(({ pieces }) => JSON.stringify(pieces));
  const [most] = [...new Set(texts)].sort((a, b) => count(texts, b) - count(texts, a));
  const shared = ways[texts.indexOf(most ?? '')]?.pieces ?? piecesOfProcess(process, null);
  return {
    ...rest,
    schema: 3,
    additions: steps.map(({ minutes: _, ...addition }) => addition),
    way: wayOfProcess(process, wetted ? { slug: wetted.slug, minutes: wetted.minutes ?? 0 } : null, dough),
    pieces: shared,
    products: ways.map(({ product, own, pieces }, index) => ({
      ...product,
      way: texts[index] === most ? null : pieces,
      over: own?.over ?? null,
    })),
  };
}

const count = (all: readonly string[], one: string): number => all.filter((each) => each === one).length;

/** The first form as the second. */
function fromOne(data: unknown): unknown {
  const first = FormulaOne.safeParse(data);
  if (!first.success) return data;
  const { levain, lines, products, processLoss, process, name, ...unknown } = first.data;
  const share = levain.flourShare;
  return {
    ...unknown,
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
}

/** A formula with its ingredients, each brought to the schema of today. @see upcastFormulaDoc */
export function upcastFormula(data: unknown, slug = '', stood: Stood | null = null): unknown {
  if (data === null || typeof data !== 'object') return data;
  const { doc, ingredients } = data as { doc?: unknown; ingredients?: unknown };
  return {
    ...data,
    doc: upcastFormulaDoc(doc, slug, stood),
    ingredients: Array.isArray(ingredients) ? ingredients.map(upcastIngredient) : ingredients,
  };
}
