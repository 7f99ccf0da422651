import { z } from 'zod';
import { Name, RiseWindow, Slug } from '../formula/index.ts';
import { Around, type Body } from '../fermentation/forecast/index.ts';
import { HEAT_TRANSFER } from '../fermentation/index.ts';
import { RIPE_POPULATION } from '../fermentation/rates/index.ts';

const Metres = z.number().positive().max(3);
const Kilograms = z.number().min(0).max(2000);
const Celsius = z.number().min(-10).max(60);
const Epoch = z.number().int().min(0).max(32_503_680_000);

/** What a culture stands in; m inside. */
export const Vessel = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('glass'), diameter: Metres, height: Metres }),
  z.strictObject({ kind: z.literal('tub'), length: Metres, width: Metres, height: Metres }),
]);
export type Vessel = z.infer<typeof Vessel>;

/** The body of so many kg in a vessel. */
export const bodyIn = (vessel: Vessel, mass: number): Body =>
  vessel.kind === 'glass'
    ? { kind: 'glass', mass, diameter: vessel.diameter, h: HEAT_TRANSFER.lidded }
    : { kind: 'tub', mass, length: vessel.length, width: vessel.width, h: HEAT_TRANSFER.lidded };

/** Hours of the day in which nothing may fall due, HH:MM. */
const Clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as HH:MM.');

/** The time in which a culture is raised from flour and water alone: begun, and a culture since; epoch seconds. */
export const Nursery = z.strictObject({ from: Epoch, until: Epoch.nullable().default(null) });
export type Nursery = z.infer<typeof Nursery>;

/** A culture that is kept. */
export const Culture = z.strictObject({
  schema: z.literal(1),
  slug: Slug,
  name: Name,
  /** What it is fed with. Fruit or flower water is not of flour: then only observed times count. */
  of: z.enum(['wheat', 'whole-wheat', 'rye', 'other-flour', 'no-flour']).default('wheat'),
  flour: z.string().trim().max(80).default('').describe('the flour it is fed, in words'),
  /** Water over flour in what it is fed. */
  hydration: z.number().min(0.3).max(3).default(1),
  ripeness: RiseWindow,
  vessel: Vessel,
  /** Where it stands, and how warm that is over the day, °C. */
  place: z.strictObject({ name: Name, around: Around }),
  /** Where it waits when it is early, and where it hurries when it is late, °C. */
  cold: Celsius.default(4),
  warm: Celsius.default(27),
  /** Flour to 1 of seed, as it is usually fed. */
  ratio: z.number().positive().max(100).default(2),
  keepBack: Kilograms.default(0.1).describe('kept for next time, kg'),
  loss: z.number().min(0).max(50).default(2).describe('percent that stays on spoon and vessel'),
  quiet: z.strictObject({ from: Clock, to: Clock }).nullable().default(null),
  /** Hours that it takes, for a culture that is not of flour. */
  hours: z.number().positive().max(2000).nullable().default(null),
  /** Slug of the culture that it was built from; null for one that began by itself. */
  parent: Slug.nullable().default(null),
  began: z.iso.date().nullable().default(null),
  nursery: Nursery.nullable().default(null),
});
export type Culture = z.infer<typeof Culture>;

/** One feeding. Masses in kg. */
export const Build = z.strictObject({
  schema: z.literal(1),
  /** Epoch seconds at which flour met seed. */
  at: Epoch,
  /** 0 only on the first day of a culture from nothing. */
  seed: Kilograms,
  flour: z.number().positive().max(2000),
  water: Kilograms,
  /** °C of the mixed build. */
  temperature: Celsius,
  place: z.strictObject({ name: Name, around: Around }),
  vessel: Vessel,
  /** N of the seed if it did not come from the build before. */
  seedPopulation: z.number().positive().max(1).default(RIPE_POPULATION),
  /** When it is wanted, epoch seconds. */
  wanted: Epoch.nullable().default(null),
  note: z.string().max(500).default(''),
  /** What the plan of a day calls it, if it is a build of one. */
  plan: z
    .strictObject({ date: z.iso.date(), task: z.string().max(200) })
    .nullable()
    .default(null),
});
export type Build = z.infer<typeof Build>;

/** What is seen, felt or smelt of a build, each a piece of evidence for how lively it is. */
export const Sign = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('height'), centimetres: z.number().positive().max(300) }),
  z.strictObject({ kind: z.literal('at-line'), rise: z.number().positive().max(10) }),
  z.strictObject({ kind: z.literal('float'), floats: z.boolean() }),
  z.strictObject({ kind: z.literal('flow'), flow: z.enum(['pours', 'resists']) }),
  z.strictObject({ kind: z.literal('surface'), surface: z.enum(['domed', 'flat', 'sunken']) }),
  z.strictObject({ kind: z.literal('smell'), smell: z.enum(['flour', 'mild', 'ripe', 'sharp']) }),
  z.strictObject({ kind: z.literal('ripe'), ripe: z.enum(['not-yet', 'ripe', 'past']) }),
  z.strictObject({ kind: z.literal('temperature'), celsius: Celsius }),
  z.strictObject({ kind: z.literal('moved'), place: z.strictObject({ name: Name, around: Around }) }),
  z.strictObject({
    kind: z.literal('health'),
    health: z.enum(['well', 'hooch', 'grey', 'mould', 'pink']),
  }),
  z
    .strictObject({
      kind: z.literal('diary'),
      seen: z.enum(['stirred', 'quiet', 'bubbles', 'bad-smell', 'fruit-smell', 'doubled']),
    })
    .describe('of a culture that is raised from nothing; says nothing of vigour'),
  z.strictObject({ kind: z.literal('discarded') }),
  z.strictObject({ kind: z.literal('used') }),
  z.strictObject({ kind: z.literal('nothing') }).describe('in place of a sign that was taken back'),
]);
export type Sign = z.infer<typeof Sign>;

export const LoggedSign = z.strictObject({
  id: z.uuid(),
  at: Epoch,
  sign: Sign,
  corrects: z.uuid().nullable().default(null),
});
export type LoggedSign = z.infer<typeof LoggedSign>;
