import { z } from 'zod';
import { ADDITION_KINDS, DOUGH_TYPES, EXTRA_USES, PART_KINDS, type PartKind } from '../formula/index.ts';
import { StepDrafts } from './way/draft.ts';

const Text = z.string().max(300);
const Short = z.string().max(80);

/** Key under which a row keeps what was typed into the mix column and cannot be read yet. */
export const MIX_CELL = 'mix';

const Rise = z.strictObject({ earliest: Text, best: Text, latest: Text });
export type RiseDraft = z.infer<typeof Rise>;

export const SheetRow = z.strictObject({
  id: Short,
  /** Name or slug of an ingredient, as typed. */
  ingredient: Text,
  group: Text,
  /** Percent of all flour; empty: what the stages sum to. */
  total: Text,
  /** Percent of all flour by slug of the stage. */
  cells: z.record(Short, Text),
});
export type SheetRow = z.infer<typeof SheetRow>;

export const SheetStage = z.strictObject({
  slug: Short,
  name: Text,
  kind: z.enum([...PART_KINDS, ...ADDITION_KINDS]),
  into: Short,
  /** Parts of new flour to 1 of seed; empty: no seed. */
  seed: Text,
  seedLines: z.array(z.strictObject({ ingredient: Text, percent: Text })).max(12),
  keepBack: Text,
  loss: Text,
  temperature: Text,
  hours: Text,
  ripeness: Rise,
  /** Where it stands first: `4 h at 24 °C; 2 h at 18 °C`. */
  first: Text.default(''),
  /** `yes`: its ripeness is in hours. */
  byClock: Text.default(''),
});
export type SheetStage = z.infer<typeof SheetStage>;

export const SheetProduct = z.strictObject({
  id: Short,
  slug: Short,
  name: Text,
  scaledWeight: Text,
  bakeLoss: Text,
  parts: z
    .array(z.strictObject({ dough: Short, role: z.enum(['whole', 'core', 'wrapper']), percent: Text }))
    .max(6),
  extras: z.array(z.strictObject({ use: z.enum(EXTRA_USES), ingredient: Text, mass: Text })).max(20),
  /** From the cut on; null: as all pieces. */
  way: StepDrafts.nullable().default(null),
  over: Text.default(''),
});
export type SheetProduct = z.infer<typeof SheetProduct>;

export const SheetBranch = z.strictObject({
  slug: Short,
  name: Text,
  lines: z.array(z.strictObject({ ingredient: Text, percent: Text })).max(30),
});

/** A formula as it stands in the sheet, half-typed or wrong: nothing that was typed is lost. */
export const FormulaDraft = z.strictObject({
  name: Text,
  type: z.enum(DOUGH_TYPES),
  rows: z.array(SheetRow).max(80),
  stages: z.array(SheetStage).max(20),
  branches: z.array(SheetBranch).max(8),
  coatings: z.array(z.strictObject({ use: z.enum(EXTRA_USES), ingredient: Text, perKilogram: Text })).max(12),
  products: z.array(SheetProduct).max(20),
  processLoss: Text,
  /** What the dough goes through up to its cut, and its pieces from there on. */
  way: StepDrafts,
  pieces: StepDrafts,
});
export type FormulaDraft = z.infer<typeof FormulaDraft>;

/** Whether a stage is made before the mix: a pre-ferment, soaker or scald. */
export const isPart = (kind: SheetStage['kind']): kind is PartKind =>
  (PART_KINDS as readonly string[]).includes(kind);
