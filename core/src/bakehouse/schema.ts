import { z } from 'zod';
import { Slug } from '../formula/index.ts';
import { Programme, USUAL_SOURCES, WaterSources } from '../mix/index.ts';
import { isZone } from '../time/index.ts';
import { WATER_METHODS } from '../water/index.ts';
import { Floor } from './floor.ts';

const Celsius = z.number().min(-30).max(60);
const Name = z.string().trim().min(1).max(80);

const Seconds = z.number().min(0).max(14_400);

/** Temperatures read before the mix, °C. The levain ripens at its temperature and goes into the mix with it. */
export const ReadingsSchema = z.strictObject({
  flour: Celsius,
  room: Celsius,
  levain: Celsius,
  bowl: Celsius,
});

/** What the hands do, seconds a piece unless the name says otherwise. Defaults of domain section 11 and dough-way section 1; assemble, fill and what is not in them: chosen for Jovet. */
export const WorkRates = z.strictObject({
  weighBase: Seconds.default(240),
  weighIngredient: Seconds.default(40),
  foldBase: Seconds.default(60),
  /** Seconds for each kg of dough. */
  foldKilogram: Seconds.default(6),
  /** Seconds to lock fat in or fold a sheet: to begin with, and for each kg. */
  turnBase: Seconds.default(180),
  turnKilogram: Seconds.default(30),
  divide: Seconds.default(8),
  preshape: Seconds.default(7),
  shape: z
    .strictObject({
      round: Seconds,
      long: Seconds,
      baguette: Seconds,
      roll: Seconds,
      oval: Seconds.default(14),
      knot: Seconds.default(22),
      twist: Seconds.default(22),
      crescent: Seconds.default(14),
      tin: Seconds.default(12),
      sheet: Seconds.default(30),
      flat: Seconds.default(20),
      filled: Seconds.default(30),
    })
    .prefault({ round: 10, long: 18, baguette: 22, roll: 4 }),
  assemble: Seconds.default(20),
  fill: Seconds.default(20),
  cut: Seconds.default(3),
  load: Seconds.default(8),
  score: Seconds.default(3),
  dip: Seconds.default(6),
  /** To set up a bath and clear it away. */
  bath: Seconds.default(900),
  wash: Seconds.default(2),
  top: Seconds.default(2),
  dock: Seconds.default(1),
  stencil: Seconds.default(3),
  unload: Seconds.default(4),
  unmould: Seconds.default(3),
  brush: Seconds.default(2),
  glaze: Seconds.default(2),
  syrup: Seconds.default(2),
  dust: Seconds.default(1),
  cover: Seconds.default(1),
  slice: Seconds.default(8),
  wrap: Seconds.default(4),
  freeze: Seconds.default(2),
  pack: Seconds.default(6),
});
export type WorkRates = z.infer<typeof WorkRates>;

export const Bakehouse = z.strictObject({
  schema: z.literal(1),
  name: Name,
  zone: z.string().refine(isZone, { message: 'This is not a time zone. Use a name such as Europe/London.' }),
  /** Readings of an ordinary day, where the three ways to water agree. */
  usual: ReadingsSchema,
  programmes: z.array(Programme).min(1).max(30),
  /** Where water comes from, and how warm it usually is. */
  sources: WaterSources.prefault(USUAL_SOURCES),
  /** Which of the three ways the water is poured by. */
  waterMethod: z.enum(WATER_METHODS).default('balance'),
  /** Minutes the oven is on before the first load. */
  preheat: z.number().min(0).max(600).default(120),
  /** Spare minutes kept before the van. */
  spare: z.number().min(0).max(240).default(20),
  /** Vigour of the culture; 1 is usual, the logbook corrects it. */
  vigour: z.number().min(0.1).max(3).default(1),
  rates: WorkRates.prefault({}),
  floor: Floor.prefault({}),
  /** ISO code of the money that prices are in. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'Use three letters, such as EUR.')
    .default('EUR'),
  /** When bread may be called whole grain here: percent of all flour and grain. The bakery enters its own rule. */
  wholeGrainRule: z
    .strictObject({ name: Name, least: z.number().min(0).max(100) })
    .nullable()
    .default(null),
});
export type Bakehouse = z.infer<typeof Bakehouse>;

export const Tub = z.strictObject({
  schema: z.literal(1),
  slug: Slug,
  name: Name,
  /** Inner size, m. */
  length: z.number().positive().max(5),
  width: z.number().positive().max(5),
  /** Dough that one tub takes at the start of bulk, kg. */
  maxDough: z.number().positive().max(1000),
});
export type Tub = z.infer<typeof Tub>;
