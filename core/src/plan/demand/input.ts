import { Event, eventsOfActual, MOST_MISHAPS, type Actual } from '../../run/index.ts';
import { z } from 'zod';
import { Formula, Name, Slug, stoodOn, upcastFormula } from '../../formula/index.ts';
import { Learned, NOTHING_LEARNED } from '../../learned/index.ts';
import { Mixer } from '../../mix/index.ts';
import { Bakehouse, Tub } from '../../bakehouse/index.ts';
import { WallClock } from '../../equipment/index.ts';

/** Pieces of a product that leave at a time of the day. */
export const Demand = z.strictObject({
  formula: Slug,
  product: Slug,
  pieces: z.number().int().min(0).max(100_000),
  /** Dough of a piece, kg. */
  scaledWeight: z.number().positive().max(20),
  drop: WallClock,
  /** Of the pieces, those that are left out before all others where not all can be made, and those that are left out last. */
  first: z.number().int().min(0).max(100_000).optional(),
  last: z.number().int().min(0).max(100_000).optional(),
}); // prettier-ignore
export type Demand = z.infer<typeof Demand>;

/** A product of a formula. */
export const Product = z.strictObject({ formula: Slug, product: Slug });

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

/** A task of a plan that people were told of: when, and what it makes. */
export const Told = Pin.extend({
  end: z.number().int().optional(),
  note: z
    .strictObject({
      kind: z.string().max(20),
      dough: z.string().max(200),
      batch: z.number().int().min(1).max(1000).nullable(),
      name: z.string().max(200),
      /** kg */
      mass: z.number().min(0).max(100_000).nullable(),
      pieces: z.number().int().min(0).max(100_000).nullable(),
      /** Of its dough; what it goes into the oven with, and when that leaves, epoch seconds. Earlier plans do not say. */
      formula: Slug.optional(),
      load: z.string().max(200).nullish(),
      drop: z.number().int().nullish(),
      /** The oven or mixer that it is done in. */
      thing: Slug.optional(),
    })
    .optional(),
});
export type Told = z.infer<typeof Told>;

/** Inputs of the first form had what happened gathered by task; formulas say how they are made since there are steps. */
function upcastDayInput(data: unknown): unknown {
  if (data === null || typeof data !== 'object') return data;
  const { actuals, ...rest } = data as { actuals?: unknown; date?: unknown; bakehouse?: unknown; formulas?: unknown };
  const stood = stoodOn((rest.bakehouse as { floor?: unknown } | undefined)?.floor);
  const formulas = Array.isArray(rest.formulas)
    ? (rest.formulas as { slug?: unknown; formula?: unknown }[]).map((each) => ({ ...each, formula: upcastFormula(each.formula, String(each.slug), stood) }))
    : rest.formulas;
  const today = { ...rest, formulas };
  return Array.isArray(actuals) ? { events: eventsFrom(actuals as Partial<Actual>[], String(rest.date)), ...today } : today;
} // prettier-ignore

function eventsFrom(actuals: readonly Partial<Actual>[], date: string): Event[] {
  let made = 0;
  const makeId = () => `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`;
  const blank = { end: null, temperature: null, seen: null, longer: 0, mass: null, confirmed: [] };
  return actuals.flatMap((actual) =>
    eventsOfActual({ ...blank, task: '', start: 0, ...actual }, date, makeId),
  );
}

/** The newest form of what a plan of a day depends on. */
export const DayInputNow = z.strictObject({
  schema: z.literal(1),
  /** The day on which the bread leaves. */
  date: z.iso.date(),
  bakehouse: Bakehouse,
  mixers: z.array(Mixer).min(1).max(50),
  tub: Tub,
  formulas: z.array(z.strictObject({ slug: Slug, name: Name.optional(), formula: Formula })).max(200),
  demand: z.array(Demand).max(5000),
  /** What records teach of cultures, doughs and mixers, as it was known when this was planned. */
  learned: Learned.default(NOTHING_LEARNED),
  pins: z.array(Pin).max(2000).default([]),
  stands: z.array(Stand).max(500).default([]),
  /** What happened so far, in the order in which it was kept. */
  events: z
    .array(Event)
    .max(5000)
    .refine(
      (events) => events.filter(({ happened }) => happened.kind === 'mishap').length <= 2 * MOST_MISHAPS,
      {
        message: 'So much does not go wrong on one day. Leave out what was taken back.',
      },
    )
    .default([]),
  /** Epoch seconds before which nothing can begin any more; null: the day has not begun. */
  now: z.number().int().nullable().default(null),
  /** Where people were told that tasks are, epoch seconds. */
  told: z.array(Told).max(2000).default([]),
  /** Formulas of which a second dough is made for what the first, begun already, is not enough for. */
  again: z.array(Slug).max(200).default([]),
  /** Formulas whose dough is parted into so many batches at least. */
  parted: z
    .array(z.strictObject({ formula: Slug, batches: z.number().int().min(2).max(50) }))
    .max(100)
    .default([]),
  /** Where a batch is more than an oven takes, it may be made smaller, so that the oven is loaded less often. */
  fullOvens: z.boolean().default(false),
  /** Formulas of which one dough is made for all vans of the day. */
  together: z.array(Slug).max(200).default([]),
  /** So many percent of a formula's pieces are left out, each in its turn. */
  fewer: z
    .array(z.strictObject({ formula: Slug, percent: z.number().gt(0).max(100) }))
    .max(100)
    .default([]),
  /** Products that somebody else bakes on this day. */
  bought: z.array(Product).max(200).default([]),
  /** Of the search: the same seed gives the same plans. */
  seed: z.number().int().min(0).max(4_294_967_295).default(1),
});
/** What a plan of a day depends on; kept with the plan, so that it opens the same for ever. */
export const DayInput = z.preprocess(upcastDayInput, DayInputNow);
export type DayInput = z.infer<typeof DayInputNow>;
