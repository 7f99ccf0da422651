import { z } from 'zod';
import { Formula, FormulaDoc, Ingredient, Slug } from '@jovet/core/formula';
import { FormulaDraft } from '@jovet/core/sheet';
import type { FormulaFilter } from '../database/formula-search.ts';

const Epoch = z.number().describe('seconds since 1970');
const Rev = z.number().int().min(0).max(1_000_000);

/** What the list of formulas can be asked, in the address. */
export const FormulaQuery = z.strictObject({
  words: z.string().max(200).optional().describe('name, products and ingredients'),
  grain: z.string().max(40).optional(),
  preferment: z.string().max(40).optional(),
  without: z.string().max(40).optional().describe('an allergen that it must not have'),
  from: z.coerce.number().min(0).max(300).optional().describe('true hydration, at least'),
  to: z.coerce.number().min(0).max(300).optional().describe('true hydration, at most'),
  retired: z.stringbool().optional(),
  after: z.string().max(80).optional().describe('the last name of the page before'),
});

/** The question to the list, as the database takes it. */
export function filterOf({ from, to, ...asked }: z.infer<typeof FormulaQuery>): FormulaFilter {
  const all = { ...asked, hydrationFrom: from, hydrationTo: to };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined));
}

export const FormulasAnswer = z.object({
  formulas: z.array(
    z.object({
      slug: z.string(),
      name: z.string(),
      type: z.string(),
      version: z.number(),
      grains: z.array(z.string()),
      preferments: z.array(z.string()),
      allergens: z.array(z.string()),
      hydration: z.number(),
      by: z.string(),
      at: Epoch,
    }),
  ),
});

export const VersionAnswer = z.object({
  slug: z.string(),
  version: z.number(),
  note: z.string(),
  by: z.string(),
  at: Epoch,
  retired: z.boolean(),
  formula: Formula,
});

export const VersionsAnswer = z.object({
  versions: z.array(z.object({ version: z.number(), note: z.string(), by: z.string(), at: Epoch })),
});

export const PublishRequest = z.strictObject({
  doc: FormulaDoc,
  base: Rev.describe('the version it was written on; 0 for a new formula'),
  note: z.string().trim().max(500).default(''),
  adopt: z
    .array(Slug)
    .max(200)
    .default([])
    .describe('ingredients whose newer version is taken over; the others stay pinned'),
});
/** What is said beside a sheet that is sent as a table, in the address. */
export const PublishTable = z.strictObject({
  base: z.coerce.number().pipe(Rev),
  note: PublishRequest.shape.note,
});
export const PublishAnswer = z.object({ slug: z.string(), version: z.number() });

export const RetireRequest = z.strictObject({
  retired: z.boolean(),
  base: Rev.describe('its newest version as it was known'),
});

export const DraftRequest = z.strictObject({
  formula: Slug.nullable(),
  base: Rev,
  doc: FormulaDraft,
  rev: Rev.describe('the revision it was typed on; 0 for a first time'),
});
export const DraftAnswer = z.object({
  id: z.string(),
  formula: z.string().nullable(),
  base: z.number(),
  rev: z.number(),
  at: Epoch,
  doc: FormulaDraft,
});

export const IngredientRequest = z.strictObject({
  ingredient: Ingredient,
  retired: z.boolean().default(false),
  base: Rev.describe('the revision it was changed on; 0 for a new one'),
});
export const ShelvedAnswer = z.object({
  ingredient: Ingredient,
  version: z.number(),
  rev: z.number(),
  retired: z.boolean(),
});

const ImportProblem = z.object({ path: z.string(), problem: z.string(), remedy: z.string() });
export const ImportAnswer = z.object({
  brought: z.string(),
  items: z.array(
    z.object({ name: z.string(), problems: z.array(ImportProblem), notes: z.array(z.string()) }),
  ),
  draft: z.string().nullable().describe('the sheet that waits to be finished'),
});
