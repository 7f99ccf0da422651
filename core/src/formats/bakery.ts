import { z } from 'zod';
import { Archive } from './archive.ts';
import { Bakehouse, takenTwice, Tub } from '../bakehouse/index.ts';
import { Mixer } from '../mix/index.ts';
import { Culture } from '../culture/index.ts';
import {
  FormulaDoc,
  Ingredient,
  Slug,
  stoodOn,
  upcastFormulaDoc,
  upcastIngredient,
} from '../formula/index.ts';
import { upcastDraft } from '../sheet/way/index.ts';
import { Customer, StandingOrder } from '../plan/demand/index.ts';
import { bad, parseWith, problem, refuse, type Result } from '../problem/index.ts';

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
  z
    .strictObject({
      jovet: z.literal('bakehouse'),
      schema: z.literal(1),
      bakehouse: Bakehouse,
      people: z
        .array(z.strictObject({ name: z.string().trim().min(1).max(80), skills: z.array(Slug).max(20) }))
        .min(1)
        .max(100),
      mixers: z.array(Mixer).min(1).max(50),
      tubs: z.array(Tub).min(1).max(50),
      stood: z
        .number()
        .int()
        .min(0)
        .default(0)
        .describe('lines of an older file that say how doughs are made; formulas say that now'),
    })
    .superRefine(({ bakehouse, mixers }, context) => {
      for (const each of takenTwice(mixers, bakehouse.floor)) context.addIssue(refuse(each));
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

/** What a file holds of an older schema, brought to that of today. */
function upcastFile(data: unknown): unknown {
  if (data === null || typeof data !== 'object') return data;
  const file = data as Record<string, unknown>;
  switch (file.jovet) {
    case 'ingredients':
      return Array.isArray(file.ingredients)
        ? { ...file, ingredients: file.ingredients.map(upcastIngredient) }
        : file;
    case 'formula':
      return { ...file, formula: upcastFormulaDoc(file.formula) };
    case 'bakehouse': {
      const { doughs, products } = stoodOn((file.bakehouse as { floor?: unknown } | undefined)?.floor);
      return { ...file, stood: doughs.length + products.length };
    }
    case 'everything':
      return upcastEverything(file);
    default:
      return file;
  }
}

/** In an archive the bakehouse of that time says how its doughs were made, if their formulas do not. */
function upcastEverything(file: Record<string, unknown>): unknown {
  const versions = file.bakehouse as { doc?: { floor?: unknown } }[] | undefined;
  const stood = stoodOn(Array.isArray(versions) ? versions.at(-1)?.doc?.floor : undefined);
  const formulas = file.formulas as { slug?: unknown; versions?: { doc?: unknown }[] }[] | undefined;
  const drafts = file.drafts as { formula?: unknown; doc?: unknown }[] | undefined;
  if (!Array.isArray(formulas) || !Array.isArray(drafts)) return file;
  return {
    ...file,
    formulas: formulas.map((formula) => ({
      ...formula,
      versions: formula.versions?.map((each) => ({
        ...each,
        doc: upcastFormulaDoc(each.doc, String(formula.slug), stood),
      })),
    })),
    drafts: drafts.map((draft) => ({ ...draft, doc: upcastDraft(draft.doc, String(draft.formula), stood) })),
  };
}
