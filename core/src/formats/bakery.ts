import { z } from 'zod';
import { Archive } from './archive.ts';
import { Bakehouse, Tub } from '../bakehouse/index.ts';
import { Mixer } from '../mix/index.ts';
import { Culture } from '../culture/index.ts';
import { FormulaDoc, Ingredient, Slug, upcastFormulaDoc, upcastIngredient } from '../formula/index.ts';
import { Customer, StandingOrder } from '../plan/demand/index.ts';
import { bad, parseWith, problem, type Result } from '../problem/index.ts';

/** A formula as a file of its own. Its schema is published at /api/v1/schemas/formula.json. */
export const FormulaFile = z.strictObject({
  jovet: z.literal('formula'),
  schema: z.literal(1),
  slug: Slug,
  note: z.string().max(500).default(''),
  formula: FormulaDoc,
});

/** The open file format of Jovet: one JSON document that says what it holds. See docs/formats.md. */
export const BakeryFile = z.discriminatedUnion('jovet', [
  z.strictObject({
    jovet: z.literal('bakehouse'),
    schema: z.literal(1),
    bakehouse: Bakehouse,
    people: z
      .array(z.strictObject({ name: z.string().trim().min(1).max(80), skills: z.array(Slug).max(20) }))
      .min(1)
      .max(100),
    mixers: z.array(Mixer).min(1).max(50),
    tubs: z.array(Tub).min(1).max(50),
  }),
  z.strictObject({
    jovet: z.literal('ingredients'),
    schema: z.literal(1),
    ingredients: z.array(Ingredient).min(1).max(1000),
  }),
  z.strictObject({
    jovet: z.literal('prices'),
    schema: z.literal(1),
    prices: z
      .array(z.strictObject({ ingredient: Slug, cost: Ingredient.shape.cost, pack: Ingredient.shape.pack }))
      .min(1)
      .max(2000),
  }),
  z.strictObject({
    jovet: z.literal('cultures'),
    schema: z.literal(1),
    cultures: z.array(Culture).min(1).max(100),
  }),
  z.strictObject({
    jovet: z.literal('orders'),
    schema: z.literal(1),
    customers: z.array(Customer).max(500),
    standing: z.array(StandingOrder).max(20_000),
  }),
  FormulaFile,
  Archive,
]);
export type BakeryFile = z.infer<typeof BakeryFile>;

/**
 * Reads a file of a bakery.
 *
 * @param text the content of the file
 * @returns what it holds, or problems with their place in the file
 *
 * @example
 * assert.ok(!readBakeryFile('hello').ok);
 */
export function readBakeryFile(text: string): Result<BakeryFile> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return bad(
      problem('', 'This is not a JSON file.', 'Choose a file that Jovet or its format page describes.'),
    );
  }
  return parseWith(BakeryFile, upcastFile(data));
}

/** Ingredients and formulas of an older schema, brought to that of today. */
function upcastFile(data: unknown): unknown {
  if (data === null || typeof data !== 'object') return data;
  const file = data as { jovet?: unknown; ingredients?: unknown; formula?: unknown };
  if (file.jovet === 'ingredients' && Array.isArray(file.ingredients))
    return { ...file, ingredients: file.ingredients.map(upcastIngredient) };
  return file.jovet === 'formula' ? { ...file, formula: upcastFormulaDoc(file.formula) } : data;
}
