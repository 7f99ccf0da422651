import { z } from 'zod';
import { STONE, STONE_DEPTH } from '../oven/index.ts';
import { Dial } from './dial.ts';
import { thing } from './outage.ts';

/** A time on the bakehouse clock. */
export const WallClock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as HH:MM.');

/** Where the steam of an oven comes from. */
export const STEAM = ['built-in', 'pan', 'spray', 'ice', 'lid', 'none'] as const;

export const HOT_SIDES = ['none', 'left', 'right', 'back'] as const;

const Kilograms = z.number().positive().max(10_000).describe('kg of dough');
const Celsius = z.number().min(-5).max(45);
const Places = z
  .number()
  .int()
  .min(1)
  .max(10_000)
  .nullable()
  .default(null)
  .describe('baskets, tins, trays, boards that find a place; null: as many as its dough');

/** How many of what is alike are drawn and booked as one. */
const count = z.number().int().min(0).max(10_000);

export const Thing = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('oven'),
    ...thing,
    decks: z.number().int().min(0).max(60),
    /** m of the floor of one deck, or of one tray of a rack. */
    width: z.number().positive().max(10).default(1.2),
    depth: z.number().positive().max(10).default(1),
    heater: z.number().positive().max(50).default(STONE.power).describe('kW for a square metre of deck'),
    stone: z.number().min(0).max(30).default(STONE_DEPTH).describe('cm under the bread; 0: none, it bakes on trays in hot air'),
    shared: z.boolean().default(false).describe('all decks share one heat, as the trays of a rack do'),
    fan: z.boolean().default(false),
    loader: z.boolean().default(false).describe('a loader sets a deck at once; a peel piece by piece'),
    recovery: z.number().min(0).max(120).nullable().default(10).describe('minutes from the last piece out until the stone is hot again; null: as heater and load say'),
    steam: z.enum(STEAM).default('built-in'),
    hotSide: z.enum(HOT_SIDES).default('none').describe('the side that bakes faster, so that pieces are turned'),
    preheat: z.number().min(0).max(600).nullable().default(null).describe('minutes; null: as the bakehouse says'),
    dial: Dial.describe('what it really has at a setting; none: what it says'),
  }),
  z.strictObject({
    kind: z.literal('retarder'),
    ...thing,
    dough: Kilograms,
    places: Places,
    temperature: Celsius.max(15).describe('°C of its air'),
    most: z.number().positive().max(72).default(18).describe('hours that nothing may stay longer'),
    programme: z
      .array(z.strictObject({ at: WallClock, celsius: Celsius }))
      .max(12)
      .default([])
      .describe('of a retarder that proofs as well: from a time of the clock on, every day; none: always as cold'),
  }),
  z.strictObject({
    kind: z.literal('proof-box'),
    ...thing,
    dough: Kilograms,
    places: Places,
    temperature: z.number().min(15).max(45).nullable().default(null).describe('°C of all of it; null: chambers, each as warm as its dough asks for'),
    humidity: z.number().min(10).max(100).nullable().default(null).describe('percent RH; null: not known'),
  }),
  z.strictObject({ kind: z.literal('freezer'), ...thing, dough: Kilograms, places: Places, temperature: z.number().min(-40).max(0).default(-18) }),
  z.strictObject({ kind: z.literal('rack'), ...thing, count: count.max(1000), bread: z.number().positive().max(1000).describe('kg of dough that is baked, on one'), places: Places.describe('trays and tins on one; null: as many as its bread') }),
  z.strictObject({ kind: z.literal('bench'), ...thing, metres: z.number().min(0).max(500) }),
  z.strictObject({ kind: z.literal('divider'), ...thing, heads: z.number().int().min(1).max(200).default(1).describe('pieces at a stroke'), each: z.number().min(0).max(600).nullable().default(null).describe('seconds a stroke; null: 20') }),
  z.strictObject({ kind: z.literal('sheeter'), ...thing, kilogram: z.number().min(0).max(600).nullable().default(null).describe('seconds for each kg; null: as by hand') }),
  z.strictObject({ kind: z.literal('moulder'), ...thing, each: z.number().min(0).max(600).nullable().default(null).describe('seconds a piece; null: as by hand') }),
  z.strictObject({
    kind: z.literal('holder'),
    ...thing,
    count,
    bakes: z.boolean().default(false).describe('it goes into the oven with its pieces, as a tin, a tray or a pot does'),
  }),
]); // prettier-ignore
/** A piece of equipment. */
export type Thing = z.infer<typeof Thing>;
export type ThingKind = Thing['kind'];
export type ThingOf<Kind extends ThingKind> = Extract<Thing, { kind: Kind }>;
export type Oven = ThingOf<'oven'>;
export type Retarder = ThingOf<'retarder'>;
/** What pieces proof in or on: baskets, couches, tins, trays, boards, pots. */
export type Holder = ThingOf<'holder'>;

/**
 * Things of one kind, in the order in which they are listed.
 *
 * @example
 * assert.equal(ofKind(demoHouse().bakehouse.floor, 'oven')[0]?.slug, 'oven');
 */
export const ofKind = <Kind extends ThingKind>(
  { equipment }: { readonly equipment: readonly Thing[] },
  kind: Kind,
): ThingOf<Kind>[] => equipment.filter((each): each is ThingOf<Kind> => each.kind === kind);

/** Things with one changed. */
export const withThing = <T extends { readonly equipment: readonly Thing[] }>(
  floor: T,
  slug: string,
  change: (thing: Thing) => Thing,
): T => ({ ...floor, equipment: floor.equipment.map((each) => (each.slug === slug ? change(each) : each)) });
