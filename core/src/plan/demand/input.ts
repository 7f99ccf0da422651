import { z } from 'zod';
import { Formula, Name, Slug } from '../../formula/index.ts';
import { Mixer } from '../../mix/index.ts';
import { WallClock, Bakehouse, Tub } from '../../bakehouse/index.ts';

/** Pieces of a product that leave at a time of the day. */
export const Demand = z.strictObject({
  formula: Slug,
  product: Slug,
  pieces: z.number().int().min(0).max(100_000),
  /** Dough of a piece, kg. */
  scaledWeight: z.number().positive().max(20),
  drop: WallClock,
});
export type Demand = z.infer<typeof Demand>;

/** A task that somebody holds at a moment. */
export const Pin = z.strictObject({ task: z.string().max(200), at: z.number().int() });
export type Pin = z.infer<typeof Pin>;

const Deck = z.number().int().min(0).max(59);

/** Where a piece of a load, its tin or its tray was laid by hand: its middle, m from the left and from the door. */
export const HandLaid = z.strictObject({
  task: z.string().max(200),
  deck: Deck,
  x: z.number().min(0).max(10),
  y: z.number().min(0).max(10),
  turned: z.boolean(),
});
export type HandLaid = z.infer<typeof HandLaid>;

/** Decks that a load is to stand on, from 0, the fullest first, as far as they are free then; by its first task. */
export const Stand = z.strictObject({
  task: z.string().max(200),
  decks: z.array(Deck).max(60),
  /** All its pieces, where they were laid by hand. */
  pieces: z.array(HandLaid).max(2000).default([]),
});
export type Stand = z.infer<typeof Stand>;

/** What really happened to a task. */
export const Actual = z.strictObject({
  task: z.string().max(200),
  /** Epoch seconds. */
  start: z.number().int(),
  /** Null while it goes on. */
  end: z.number().int().nullable().default(null),
  /** °C of the dough at the end of its mix, as it was measured. */
  temperature: z.number().min(-5).max(60).nullable().default(null),
  /** How high a mixed dough was seen to stand in its tub since, cm, and when. */
  seen: z
    .strictObject({ at: z.number().int(), height: z.number().positive().max(200) })
    .nullable()
    .default(null),
  /** Minutes that a load bakes longer than was planned. */
  longer: z.number().min(0).max(120).optional(),
  /** kg of dough that there really was to divide. */
  mass: z.number().positive().max(10_000).nullable().default(null),
});
export type Actual = z.infer<typeof Actual>;

/** What a plan of a day depends on; kept with the plan, so that it opens the same for ever. */
export const DayInput = z.strictObject({
  schema: z.literal(1),
  /** The day on which the bread leaves. */
  date: z.iso.date(),
  bakehouse: Bakehouse,
  mixers: z.array(Mixer).min(1).max(20),
  tub: Tub,
  formulas: z.array(z.strictObject({ slug: Slug, name: Name.optional(), formula: Formula })).max(200),
  demand: z.array(Demand).max(5000),
  pins: z.array(Pin).max(2000).default([]),
  stands: z.array(Stand).max(500).default([]),
  /** What happened so far. */
  actuals: z.array(Actual).max(2000).default([]),
  /** Epoch seconds before which nothing can begin any more; null: the day has not begun. */
  now: z.number().int().nullable().default(null),
  /** Where people were told that tasks are, epoch seconds. */
  told: z.array(Pin).max(2000).default([]),
  /** Of the search: the same seed gives the same plans. */
  seed: z.number().int().min(0).max(4_294_967_295).default(1),
});
export type DayInput = z.infer<typeof DayInput>;
