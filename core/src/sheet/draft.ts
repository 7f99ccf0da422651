import { z } from 'zod';
import { DOUGH_TYPES, EXTRA_USES, PART_KINDS, STEP_KINDS, type PartKind } from '../formula/index.ts';

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
  kind: z.enum([...PART_KINDS, ...STEP_KINDS]),
  into: Short,
  /** Parts of new flour to 1 of seed; empty: no seed. */
  seed: Text,
  seedLines: z.array(z.strictObject({ ingredient: Text, percent: Text })).max(12),
  keepBack: Text,
  loss: Text,
  temperature: Text,
  hours: Text,
  minutes: Text,
  ripeness: Rise,
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
  process: z.strictObject({
    ddt: Text,
    programme: Text,
    bulk: Rise,
    folds: Text,
    foldEvery: Text,
    gasKept: Text,
    benchRest: Text,
    shape: z.enum(['round', 'long', 'baguette', 'roll']),
    proof: Rise,
    around: Text,
    bakeMass: Text,
    bakeMinutes: Text,
    loadAt: Text,
    steam: Text,
    bakeLoss: Text,
    look: Text.default(''),
    turn: Text.default(''),
    core: Text.default(''),
    stages: z
      .array(z.strictObject({ from: Text, top: Text, bottom: Text, fan: Text }))
      .max(8)
      .default([]),
    packBelow: Text,
  }),
});
export type FormulaDraft = z.infer<typeof FormulaDraft>;

/** Whether a stage is made before the mix: a pre-ferment, soaker or scald. */
export const isPart = (kind: SheetStage['kind']): kind is PartKind =>
  (PART_KINDS as readonly string[]).includes(kind);

/** A number as it stands in a cell: at most ten decimals, and never as a power of ten. */
export const cellText = (value: number): string =>
  value
    .toFixed(10)
    .replace(/\.?0+$/, '')
    .replace(/^-0$/, '0');
