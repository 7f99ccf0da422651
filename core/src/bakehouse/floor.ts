import { z } from 'zod';
import { Around } from '../fermentation/forecast/index.ts';
import { Name, Slug } from '../formula/index.ts';
import { STONE, STONE_DEPTH } from '../oven/index.ts';
import { SKILLS } from './skills.ts';

/** A time on the bakehouse clock. */
export const WallClock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as HH:MM.');

/** From one time on the clock to another; past midnight where the second is not later. */
export const ClockSpan = z.strictObject({ from: WallClock, to: WallClock });
export type ClockSpan = z.infer<typeof ClockSpan>;

export const Hand = z.strictObject({
  name: Name,
  skills: z.array(z.enum(SKILLS)).min(1).max(SKILLS.length),
  shift: ClockSpan,
  breaks: z.array(ClockSpan).max(6).default([]),
});
export type Hand = z.infer<typeof Hand>;

/** What pieces proof in or on: baskets, couches, tins, trays, boards, pots. */
export const Holder = z.strictObject({
  slug: Slug,
  name: Name,
  count: z.number().int().min(0).max(10_000),
  /** It goes into the oven with them, as a tin, a tray or a pot does. */
  bakes: z.boolean().default(false),
  /** m, of what goes into the oven; null: its pieces are reckoned as if they stood free. */
  size: z
    .strictObject({ length: z.number().positive().max(5), width: z.number().positive().max(5) })
    .nullable()
    .default(null),
});
export type Holder = z.infer<typeof Holder>;

/** Where the steam of an oven comes from. */
export const STEAM = ['built-in', 'pan', 'spray', 'ice', 'lid', 'none'] as const;

export const HOT_SIDES = ['none', 'left', 'right', 'back'] as const;

/** Prices of what is not as it should be, each for five minutes. */
export const DayWeights = z.strictObject({
  /** One person’s work in the quiet hours. */
  night: z.number().min(0).max(100).default(1),
  /** Oven on with nothing in it, between its first load and its last. */
  ovenIdle: z.number().min(0).max(100).default(0.1),
  /** A stone ten kelvin hotter than its bread wants it; once, not for five minutes. */
  hot: z.number().min(0).max(100).default(1),
  /** Bread ready before it has to be. */
  early: z.number().min(0).max(100).default(0.1),
  /** A task moved from where people were told it is. */
  told: z.number().min(0).max(100).default(0.25),
  /** Work begun sooner than the longest dough of the day needs it. */
  begin: z.number().min(0).max(100).default(0.05),
  /** A dough away from its best. */
  dough: z.number().min(0).max(100).default(1),
  /** A pre-ferment away from its best. */
  preferment: z.number().min(0).max(100).default(0.5),
});

export type DayWeights = z.infer<typeof DayWeights>;

/** A deck that was kept by its area alone is six long and five deep. */
const sidesOfArea = (oven: unknown): unknown => {
  if (typeof oven !== 'object' || oven === null || !('area' in oven) || typeof oven.area !== 'number')
    return oven;
  const { area, ...rest } = oven;
  return { width: Math.sqrt(area * 1.2), depth: Math.sqrt(area / 1.2), ...rest };
};

/** People and things of a bakehouse, and how many of them. */
const FloorNow = z.strictObject({
  /** °C of the room over the day; null: as it usually is. */
  room: Around.nullable().default(null),
  hands: z
    .array(Hand)
    .max(60)
    .default([
      {
        name: 'Baker',
        skills: [...SKILLS],
        shift: { from: '02:00', to: '14:00' },
        breaks: [],
      },
    ]),
  /** Metres of bench. */
  bench: z.number().min(0).max(500).default(6),
  tubs: z.number().int().min(0).max(1000).default(12),
  holders: z.array(Holder).max(40).default([]),
  proofBox: z
    .strictObject({
      dough: z.number().positive().max(10_000).describe('kg of pieces'),
      /** °C of all of it; null: it has chambers, and each dough has the warmth that its formula asks for. */
      temperature: z.number().min(15).max(45).nullable().default(null),
    })
    .nullable()
    .default(null),
  retarder: z
    .strictObject({
      temperature: z.number().min(-5).max(15).describe('°C of its air'),
      dough: z.number().positive().max(10_000).describe('kg of pieces'),
      /** Hours that nothing may stay longer. */
      most: z.number().positive().max(72).default(18),
    })
    .nullable()
    .default(null),
  /** Where bread cools; null: there is always room. */
  racks: z
    .strictObject({
      count: z.number().int().min(0).max(1000),
      bread: z.number().positive().max(1000).describe('kg of dough that is baked, on one'),
    })
    .nullable()
    .default(null),
  oven: z
    .preprocess(
      sidesOfArea,
      z.strictObject({
        decks: z.number().int().min(0).max(60),
        /** m of the floor of one deck, or of one tray of a rack. */
        width: z.number().positive().max(10).default(1.2),
        depth: z.number().positive().max(10).default(1),
        /** kW that heat a square metre of deck. */
        heater: z.number().positive().max(50).default(STONE.power),
        /** cm of stone under the bread; 0: none, it bakes on trays in hot air. */
        stone: z.number().min(0).max(30).default(STONE_DEPTH),
        /** All decks share one heat, as the trays of a rack do: only bakes that are alike are in at one time. */
        shared: z.boolean().default(false),
        /** It has a fan. */
        fan: z.boolean().default(false),
        /** A loader sets a deck at once; a peel piece by piece. */
        loader: z.boolean().default(false),
        /** Minutes from the last piece out until the stone is hot again; null: as its heater and the load say. */
        recovery: z.number().min(0).max(120).nullable().default(10),
        steam: z.enum(STEAM).default('built-in'),
        /** The side that bakes faster, so that pieces are turned during their bake. */
        hotSide: z.enum(HOT_SIDES).default('none'),
      }),
    )
    .prefault({ decks: 4 }),
  /** Outside the hours of the bakehouse: nothing should fall due. */
  quiet: ClockSpan.nullable().default(null),
  /** Percent that is baked over what is ordered. */
  over: z.number().min(0).max(100).default(0),
  /** Hours that bread may lie before it is packed, and packed before it leaves. Chosen for Jovet. */
  packWithin: z
    .strictObject({ rye: z.number().positive().max(240), other: z.number().positive().max(240) })
    .default({ rye: 24, other: 5 }),
  weights: DayWeights.prefault({}),
});

/** Formulas say how a dough is made; what a bakehouse of before said of it went over to them. */
export const Floor = z.preprocess((floor) => {
  if (typeof floor !== 'object' || floor === null) return floor;
  const { products: _, doughs: __, ...there } = floor as Record<string, unknown>;
  return there;
}, FloorNow);
export type Floor = z.infer<typeof FloorNow>;
