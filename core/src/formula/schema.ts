import { z } from 'zod';
import { profileProblems } from '../oven/index.ts';
import { Ingredient, Name, Slug } from './ingredient.ts';

const Percent = z.number().min(0).max(1000);
const Mass = z.number().min(0).max(10_000);

/** Three rises, in volumes of gas per volume of dough: usable from, best at, usable until. */
export const RiseWindow = z
  .strictObject({
    earliest: z.number().positive().max(6),
    best: z.number().positive().max(6),
    latest: z.number().positive().max(6),
  })
  .refine((rise) => rise.earliest <= rise.best && rise.best <= rise.latest, {
    message: 'Earliest, best and latest must follow one another.',
  });
export type RiseWindow = z.infer<typeof RiseWindow>;

/** Types of dough: they set what is usual and the first windows of a new formula. */
export const DOUGH_TYPES = [
  'hearth', 'baguette', 'durum', 'tin', 'enriched', 'laminated', 'rye', 'rolls',
] as const; // prettier-ignore
export type DoughType = (typeof DOUGH_TYPES)[number];

/** What is made before the mix. The first six ferment and hold prefermented flour; soakers and scalds do not. */
export const PART_KINDS = [
  'levain', 'sour', 'poolish', 'biga', 'sponge', 'old-dough', 'soaker', 'scald',
] as const; // prettier-ignore
export type PartKind = (typeof PART_KINDS)[number];

/** Where a pre-ferment or soaker goes unless it says otherwise: the bowl of the final mix. */
export const MIX = 'mix';

const PartLine = z.strictObject({
  ingredient: Slug,
  percent: Percent.describe('percent of all flour of the formula'),
});
const PartLines = z.array(PartLine).max(60);

export const Seed = z.strictObject({
  flour: z.number().positive().max(1000).describe('parts of new flour to 1 part of seed, by mass'),
  lines: z
    .array(
      z.strictObject({ ingredient: Slug, percent: Percent.describe('percent of the flour in the seed') }),
    )
    .max(12)
    .default([])
    .describe('make-up of the seed; empty: the same as the build'),
});
export type Seed = z.infer<typeof Seed>;

/** A slug of a stage; the mix itself has its own. */
const StageSlug = Slug.refine((slug) => slug !== MIX, { message: 'This name is taken by the mix itself.' });

export const Part = z.strictObject({
  slug: StageSlug,
  name: Name,
  kind: z.enum(PART_KINDS),
  into: Slug.default(MIX).describe('“mix”, or the slug of an autolyse or of the next stage of a sour'),
  lines: PartLines.describe(
    'what is added at this stage, the seed with it; earlier stages have their own lines',
  ),
  seed: Seed.nullable().default(null),
  keepBack: Mass.default(0).describe('kept for next time, kg'),
  loss: z.number().min(0).max(50).default(0).describe('percent lost on spoon and vessel, or steamed off'),
  temperature: z.number().min(0).max(100).nullable().default(null).describe('where it stands, °C'),
  hours: z.number().positive().max(240).nullable().default(null).describe('how long it stands, as a guide'),
  ripeness: RiseWindow.nullable().default(null),
});
export type Part = z.infer<typeof Part>;

export const STEP_KINDS = ['autolyse', 'hold-back', 'late'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Part of the final mix that goes in before or after the rest. What no step takes is mixed together. */
export const Step = z.strictObject({
  slug: StageSlug,
  name: Name,
  kind: z.enum(STEP_KINDS),
  lines: PartLines,
  minutes: z.number().min(0).max(2880).nullable().default(null).describe('rest after it, for an autolyse'),
});
export type Step = z.infer<typeof Step>;

/** Part of the dough that gets additions of its own, after the mix. */
export const Branch = z.strictObject({
  slug: Slug.refine((slug) => slug !== 'base', { message: 'This name is taken by the dough itself.' }),
  name: Name,
  lines: z
    .array(
      z.strictObject({
        ingredient: Slug,
        percent: Percent.describe('percent of the flour in this branch'),
      }),
    )
    .min(1)
    .max(30),
});
export type Branch = z.infer<typeof Branch>;

export const EXTRA_USES = ['filling', 'topping', 'dusting', 'tray-fat', 'glaze', 'wash', 'bath'] as const;
export type ExtraUse = (typeof EXTRA_USES)[number];

export const Product = z.strictObject({
  slug: Slug,
  name: Name,
  scaledWeight: z.number().positive().max(20).describe('dough in a piece, kg'),
  parts: z
    .array(
      z.strictObject({
        dough: Slug.describe('“base”, or the slug of a branch'),
        role: z.enum(['whole', 'core', 'wrapper']),
        percent: z.number().positive().max(100).describe('percent of the scaled weight'),
      }),
    )
    .max(6)
    .default([])
    .describe('empty: the whole piece is of the base dough'),
  extras: z
    .array(
      z.strictObject({
        use: z.enum(EXTRA_USES),
        ingredient: Slug,
        mass: z.number().min(0).max(5).describe('for one piece, kg'),
      }),
    )
    .max(20)
    .default([]),
  bakeLoss: z.number().min(0).max(60).nullable().default(null).describe('percent; null: that of the process'),
});
export type Product = z.infer<typeof Product>;

/** How an oven is set from a minute of a bake on. */
export const BakeStage = z.strictObject({
  from: z.number().min(0).max(240).describe('minutes since it was loaded'),
  top: z.number().min(50).max(400).nullable().describe('°C from above; null: off'),
  bottom: z.number().min(50).max(400).nullable().describe('°C from below; null: off'),
  fan: z.number().min(0).max(100).default(0).describe('percent of the fan'),
});

export const Process = z.strictObject({
  /** Desired dough temperature, °C. */
  ddt: z.number().min(5).max(40),
  programme: Slug,
  bulk: RiseWindow,
  folds: z.strictObject({ count: z.number().int().min(0).max(8), every: z.number().min(5).max(180) }),
  /** Share of the gas that survives dividing and shaping. */
  gasKept: z.number().min(0).max(1),
  /** Minutes of bench rest between pre-shape and shape. */
  benchRest: z.number().min(0).max(120),
  shape: z.enum(['round', 'long', 'baguette', 'roll']),
  /** Proof: rise when loaded, and the temperature around the pieces (null: the room), °C. */
  proof: z.strictObject({ rise: RiseWindow, around: z.number().min(0).max(45).nullable() }),
  /** Bake of a piece of `mass` kg of dough: minutes, loading temperature on the stone, minutes of steam. */
  bake: z.strictObject({
    mass: z.number().positive().max(20),
    minutes: z.number().positive().max(240),
    loadAt: z.number().min(100).max(400),
    steam: z.number().min(0).max(240),
    /** Percent of the scaled weight lost while baking. */
    loss: z.number().min(0).max(40),
    /** Minutes of the first look and of turning pieces round; null: where it is usual. */
    look: z.number().min(0).max(240).nullable().default(null),
    turn: z.number().min(0).max(240).nullable().default(null),
    /** Core at which the bread is done, °C; null: as its type has it. */
    core: z.number().min(60).max(100).nullable().default(null),
    /** Where the heat changes on the way; none: it stays at `loadAt`. */
    stages: z.array(BakeStage).max(8).default([]),
  }),
  /** Core temperature at which the bread may be packed, °C. */
  packBelow: z.number().min(20).max(60),
});
export type Process = z.infer<typeof Process>;

export const FormulaDoc = z
  .strictObject({
    schema: z.literal(2),
    name: Name,
    type: z.enum(DOUGH_TYPES),
    lines: z
      .array(
        z.strictObject({
          ingredient: Slug,
          percent: Percent,
          group: z.string().trim().max(40).default('').describe('heading under which the line stands'),
        }),
      )
      .min(2)
      .max(60)
      .describe('overall formula, percent of all flour; the flours sum to 100'),
    parts: z
      .array(Part)
      .max(12)
      .default([])
      .describe('pre-ferments, soakers and scalds, the first made first'),
    steps: z.array(Step).max(8).default([]),
    branches: z.array(Branch).max(8).default([]),
    coatings: z
      .array(
        z.strictObject({
          use: z.enum(EXTRA_USES),
          ingredient: Slug,
          perKilogram: z.number().min(0).max(1).describe('kg for one kg of dough'),
        }),
      )
      .max(12)
      .default([])
      .describe('outside the 100 %, for the whole dough: bench flour, bath'),
    products: z.array(Product).min(1).max(20),
    /** Percent of the dough that stays in bowl and tub. */
    processLoss: z.number().min(0).max(30),
    process: Process,
  })
  .superRefine((doc, context) => {
    const repeat = (path: (string | number)[], names: readonly string[]) => {
      names.forEach((name, index) => {
        if (names.indexOf(name) !== index) {
          context.addIssue({
            code: 'custom',
            path: [...path, index],
            message: `“${name}” stands here twice.`,
          });
        }
      });
    };
    const ingredients = (lines: readonly { ingredient: string }[]) => lines.map((line) => line.ingredient);
    const slugs = (all: readonly { slug: string }[]) => all.map((each) => each.slug);
    for (const { path, problem, remedy } of profileProblems(doc.process.bake))
      context.addIssue({
        code: 'custom',
        path: ['process', 'bake', ...path.split('.')],
        message: `${problem} ${remedy}`,
      });
    repeat(['lines'], ingredients(doc.lines));
    doc.parts.forEach((part, index) => repeat(['parts', index, 'lines'], ingredients(part.lines)));
    doc.steps.forEach((step, index) => repeat(['steps', index, 'lines'], ingredients(step.lines)));
    doc.branches.forEach((branch, index) => repeat(['branches', index, 'lines'], ingredients(branch.lines)));
    repeat(['products'], slugs(doc.products));
    repeat(['branches'], slugs(doc.branches));
    repeat(['parts'], slugs(doc.parts));
    repeat(['steps'], slugs(doc.steps));
    doc.steps.forEach((step, index) => {
      if (doc.parts.some((part) => part.slug === step.slug))
        context.addIssue({
          code: 'custom',
          path: ['steps', index],
          message: `“${step.slug}” stands here twice.`,
        });
    });
  });
export type FormulaDoc = z.infer<typeof FormulaDoc>;

/** A formula with the ingredients that it names. */
export const Formula = z.strictObject({ doc: FormulaDoc, ingredients: z.array(Ingredient).min(1).max(200) });
export type Formula = z.infer<typeof Formula>;

/** What is to be made of one dough: pieces of one product at one scaled weight (kg). */
export const PieceOrder = z.strictObject({
  product: Slug,
  pieces: z.number().int().min(0).max(100_000),
  scaledWeight: z.number().positive().max(20),
});
export type PieceOrder = z.infer<typeof PieceOrder>;
