import { z } from 'zod';

/** A name for links and files: lower-case words joined by hyphens. */
export const Slug = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'Use lower-case letters, digits and hyphens.')
  .max(60);

const Name = z.string().trim().min(1).max(80);
const Percent = z.number().min(0).max(1000);

export const INGREDIENT_KINDS = [
  'flour', 'water', 'salt', 'yeast', 'liquid', 'fat', 'sweetener', 'egg', 'dairy', 'inclusion', 'seed', 'malt', 'spice',
] as const; // prettier-ignore

export const Ingredient = z.strictObject({
  schema: z.literal(1),
  slug: Slug,
  name: Name,
  kind: z.enum(INGREDIENT_KINDS),
  /** Share of whole grain in a flour, 0 to 1; sifted flours count in part. */
  wholeGrain: z.number().min(0).max(1).default(0),
  /** Smallest step of the scale it is weighed on, kg. */
  scaleStep: z.number().positive().max(1).default(0.001),
});
export type Ingredient = z.infer<typeof Ingredient>;

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

export const Levain = z.strictObject({
  name: Name,
  /** Prefermented flour: percent of all flour of the formula. */
  flourShare: z.number().positive().max(100),
  /** Flours of the levain in percent of its own flour; they sum to 100. */
  flours: z
    .array(z.strictObject({ ingredient: Slug, percent: Percent }))
    .min(1)
    .max(12),
  water: Slug,
  /** Build 1 : flour : water by mass; the seed is of the same composition as the levain. */
  ratio: z.strictObject({ flour: z.number().positive().max(100), water: z.number().positive().max(100) }),
  /** Seed kept for next time, kg. */
  keepBack: z.number().min(0).max(100).default(0),
  /** Percent lost on spoon and vessel while building. */
  loss: z.number().min(0).max(50).default(0),
  ripeness: RiseWindow,
});
export type Levain = z.infer<typeof Levain>;

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
  }),
  /** Core temperature at which the bread may be packed, °C. */
  packBelow: z.number().min(20).max(60),
});
export type Process = z.infer<typeof Process>;

export const FormulaDoc = z
  .strictObject({
    schema: z.literal(1),
    name: Name,
    /** Overall formula, percent of all flour; the flours sum to 100. */
    lines: z
      .array(z.strictObject({ ingredient: Slug, percent: Percent }))
      .min(2)
      .max(60),
    levain: Levain,
    /** Scaled weights in kg. */
    products: z
      .array(z.strictObject({ slug: Slug, name: Name, scaledWeight: z.number().positive().max(20) }))
      .min(1)
      .max(20),
    /** Percent of the dough that stays in bowl and tub. */
    processLoss: z.number().min(0).max(30),
    process: Process,
  })
  .superRefine((doc, context) => {
    const repeat = (path: 'lines' | 'products', names: string[]) => {
      names.forEach((name, index) => {
        if (names.indexOf(name) !== index) {
          context.addIssue({ code: 'custom', path: [path, index], message: `“${name}” stands here twice.` });
        }
      });
    };
    repeat('lines', doc.lines.map((line) => line.ingredient)); // prettier-ignore
    repeat('products', doc.products.map((product) => product.slug)); // prettier-ignore
  });
export type FormulaDoc = z.infer<typeof FormulaDoc>;

/** A formula with the ingredients that it names. */
export const Formula = z.strictObject({ doc: FormulaDoc, ingredients: z.array(Ingredient).min(2).max(60) });
export type Formula = z.infer<typeof Formula>;

/** What is to be made of one dough: pieces of one product at one scaled weight (kg). */
export const PieceOrder = z.strictObject({
  product: Slug,
  pieces: z.number().int().min(0).max(100_000),
  scaledWeight: z.number().positive().max(20),
});
export type PieceOrder = z.infer<typeof PieceOrder>;
