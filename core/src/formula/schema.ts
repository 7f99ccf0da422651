import { z } from 'zod';
import { profileProblems } from '../oven/index.ts';
import { place, refuse, type Problem } from '../problem/index.ts';
import { Ingredient, Name, Slug } from './ingredient.ts';
import { DOUGH_TYPES } from './kinds.ts';
import { RiseWindow } from './rise-window.ts';
import { wayProblems } from './way/index.ts';
import { Steps } from './way/step.ts';

const Percent = z.number().min(0).max(1000);
const Mass = z.number().min(0).max(10_000);

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
  first: z
    .array(z.strictObject({ celsius: z.number().min(0).max(60), hours: z.number().positive().max(240) }))
    .max(4)
    .default([])
    .describe('where it stands first, one after the other, before it stands at its temperature'),
  clock: z
    .strictObject({
      earliest: z.number().min(0).max(240),
      best: z.number().min(0).max(240),
      latest: z.number().min(0).max(240),
    })
    .refine(({ earliest, best, latest }) => earliest <= best && best <= latest, {
      message: 'Earliest, best and latest must follow one another.',
    })
    .nullable()
    .default(null)
    .describe('hours after which it is used, whatever its rise; null: it goes by its rise'),
});
export type Part = z.infer<typeof Part>;

export const ADDITION_KINDS = ['autolyse', 'hold-back', 'late'] as const;
export type AdditionKind = (typeof ADDITION_KINDS)[number];

/** Part of the final mix that goes in before or after the rest. What no addition takes is mixed together. */
export const Addition = z.strictObject({
  slug: StageSlug,
  name: Name,
  kind: z.enum(ADDITION_KINDS),
  lines: PartLines,
});
export type Addition = z.infer<typeof Addition>;

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
  scaledWeight: z.number().min(0.001).max(20).describe('dough in a piece, kg'),
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
  bakeLoss: z.number().min(0).max(60).nullable().default(null).describe('percent; null: that of its bake'),
  way: Steps.nullable().default(null).describe('from the cut on; null: that of all pieces'),
  over: z
    .number()
    .min(0)
    .max(100)
    .nullable()
    .default(null)
    .describe('percent made over what is ordered; null: as everywhere'),
});
export type Product = z.infer<typeof Product>;

export const FormulaDoc = z
  .strictObject({
    schema: z.literal(3),
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
    additions: z.array(Addition).max(8).default([]),
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
    way: Steps.describe('what the dough goes through, up to its cut'),
    pieces: Steps.describe('what its pieces go through from there on'),
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
    for (const each of [...wayProblems(doc), ...bakeProblems(doc)]) context.addIssue(refuse(each));
    repeat(['lines'], ingredients(doc.lines));
    doc.parts.forEach((part, index) => repeat(['parts', index, 'lines'], ingredients(part.lines)));
    doc.additions.forEach((addition, index) =>
      repeat(['additions', index, 'lines'], ingredients(addition.lines)),
    );
    doc.branches.forEach((branch, index) => repeat(['branches', index, 'lines'], ingredients(branch.lines)));
    repeat(['products'], slugs(doc.products));
    repeat(['branches'], slugs(doc.branches));
    repeat(['parts'], slugs(doc.parts));
    repeat(['additions'], slugs(doc.additions));
    doc.additions.forEach((addition, index) => {
      if (doc.parts.some((part) => part.slug === addition.slug))
        context.addIssue({
          code: 'custom',
          path: ['additions', index],
          message: `“${addition.slug}” stands here twice.`,
        });
    });
  });
export type FormulaDoc = z.infer<typeof FormulaDoc>;

/** Bakes whose moments do not follow one another, at their fields. */
const bakeProblems = (doc: Pick<FormulaDoc, 'pieces' | 'products'>): Problem[] =>
  [
    { list: 'pieces', steps: doc.pieces },
    ...doc.products.map(({ way }, index) => ({ list: `products.${index}.way`, steps: way ?? [] })),
  ].flatMap(({ list, steps }) =>
    steps.flatMap((step, index) =>
      step.kind === 'bake' ? profileProblems(step).map((each) => place(`${list}.${index}`, each)) : [],
    ),
  );

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
