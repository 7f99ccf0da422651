import { z } from 'zod';
import { Thing } from '../equipment/index.ts';
import { Around } from '../fermentation/forecast/index.ts';
import { Name, Slug } from '../formula/index.ts';
import { problem, refuse } from '../problem/index.ts';
import { equipmentOf } from './from-single.ts';
import { ClockSpan, Hand } from './people.ts';
import { SKILLS } from './skills.ts';

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

/** A room of the bakehouse, and its air. */
export const Room = z.strictObject({
  slug: Slug,
  name: Name,
  air: Around.nullable().default(null).describe('°C over the day; null: as it usually is'),
  humidity: z.number().min(5).max(100).default(60).describe('percent RH'),
  draught: z.boolean().default(false).describe('air moves over what stands open'),
  size: z
    .strictObject({ length: z.number().min(1).max(100), width: z.number().min(1).max(100) })
    .nullable()
    .default(null)
    .describe('m, as drawn'),
});
export type Room = z.infer<typeof Room>;

const Price = z.number().min(0).max(10_000).nullable().default(null);

/** What a piece of a product is sold for, and what somebody else sells it for; null: it is not said. */
const PiecePrice = z.strictObject({ product: Slug, sold: Price, bought: Price });

/** What work, energy and pieces cost, in the money of the bakehouse; null: it is not said. */
const Prices = z.strictObject({
  hour: Price.describe('an hour of work'),
  kilowattHour: Price.describe('a kWh'),
  cheap: ClockSpan.nullable().default(null).describe('hours in which a kWh costs something else'),
  cheapKilowattHour: Price.describe('a kWh in those hours; null: as ever'),
  pieces: z.array(PiecePrice).max(2000).default([]).describe('what a piece of a product brings, or is bought in for'),
}); // prettier-ignore

/** People and things of a bakehouse, and how many of them. */
const FloorNow = z
  .strictObject({
    rooms: z.array(Room).min(1).max(20),
    hands: z
      .array(Hand)
      .max(200)
      .default([{ name: 'Baker', skills: [...SKILLS], helps: [], learns: [], rota: [{ from: '02:00', to: '14:00', days: [0, 1, 2, 3, 4, 5, 6] }], breaks: [], away: [], dates: [] }]),
    equipment: z.array(Thing).max(200),
    tubs: z.number().int().min(0).max(1000).default(12),
    /** Outside the hours of the bakehouse: nothing should fall due. */
    quiet: ClockSpan.nullable().default(null),
    /** Percent that is baked over what is ordered. */
    over: z.number().min(0).max(100).default(0),
    /** Hours that bread may lie before it is packed, and packed before it leaves. Chosen for Jovet. */
    packWithin: z
      .strictObject({ rye: z.number().positive().max(240), other: z.number().positive().max(240) })
      .default({ rye: 24, other: 5 }),
    /** Hours of the longest shift, and of rest between two: no remedy goes beyond them. Chosen for Jovet; the law of a place may be stricter. */
    limits: z
      .strictObject({ shift: z.number().min(1).max(16), rest: z.number().min(0).max(23) })
      .default({ shift: 10, rest: 11 }),
    prices: Prices.prefault({}),
    weights: DayWeights.prefault({}),
  })
  .superRefine(({ rooms, equipment }, context) => {
    for (const [list, all] of [['rooms', rooms], ['equipment', equipment]] as const)
      all.forEach(({ slug, name }, index) => {
        if (all.findIndex((each) => each.slug === slug) < index)
          context.addIssue(refuse(problem(`${list}.${index}.slug`, `There are two things that are called ${name} here.`, 'Give one of them another name.')));
      });
    equipment.forEach(({ room, name }, index) => {
      if (room !== null && !rooms.some(({ slug }) => slug === room))
        context.addIssue(refuse(problem(`equipment.${index}.room`, `${name} stands in a room that is not here.`, 'Choose one of the rooms.')));
    });
  }); // prettier-ignore

/**
 * Formulas say how a dough is made; what a bakehouse of before said of it went over to them. One of before that had one
 * oven, one retarder and one proof box has them as rows.
 */
export const Floor = z.preprocess((floor) => {
  if (typeof floor !== 'object' || floor === null) return floor;
  const { products: _, doughs: __, ...there } = floor as Record<string, unknown>;
  return 'equipment' in there ? there : equipmentOf(there);
}, FloorNow);
export type Floor = z.infer<typeof FloorNow>;
