import { z } from 'zod';
import { HEAT_TRANSFER } from '../body.ts';
import { HEAT_OF_RISE } from '../course.ts';
import { RIPE_ACIDITY, VIGOUR_SPREAD } from '../leavening.ts';
import { RIPE_POPULATION } from '../rates/thermal-time.ts';

const Celsius = z.number().min(-40).max(110);
const Percent = z.number().min(0).max(200);
const Transfer = z.number().positive().max(200);
const Rise = z.number().positive().max(10);
const Metres = z.number().positive().max(5);

/** What ferments, as a body: how fast it comes to the temperature around it. */
export const Body = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('held') }).describe('stays at its temperature'),
  z.strictObject({
    kind: z.literal('piece'),
    mass: z.number().positive().max(2000).describe('kg of one piece'),
    h: Transfer.default(HEAT_TRANSFER.coveredBasket).describe('W/m²K'),
  }),
  z.strictObject({
    kind: z.literal('tub'),
    mass: z.number().positive().max(2000).describe('kg in this tub'),
    length: Metres,
    width: Metres,
    h: Transfer.default(HEAT_TRANSFER.tub).describe('W/m²K'),
  }),
  z.strictObject({
    kind: z.literal('glass'),
    mass: z.number().positive().max(2000).describe('kg in this vessel'),
    diameter: Metres,
    h: Transfer.default(HEAT_TRANSFER.lidded).describe('W/m²K'),
  }),
]);
export type Body = z.infer<typeof Body>;

/** The temperature of a room over the day: coldest twelve hours after it is warmest. */
export const DailyCurve = z.strictObject({
  coldest: Celsius,
  warmest: Celsius,
  warmestAt: z.number().min(0).max(24).describe('hour of the day'),
});
export type DailyCurve = z.infer<typeof DailyCurve>;

export const Around = z.union([Celsius, DailyCurve]);
export type Around = z.infer<typeof Around>;

/** A dough, pre-ferment or culture, where it stands and for how long, and what it is to reach. */
export const Scenario = z.strictObject({
  culture: z
    .strictObject({
      share: z.number().gt(0).max(1).describe('mass share of the culture in what ferments'),
      population: z.number().min(0).max(1).default(RIPE_POPULATION).describe('N of it; a ripe one has 0.70'),
      acidity: z.number().min(0).max(10).default(RIPE_ACIDITY),
    })
    .nullable()
    .default(null),
  yeast: z.number().min(0).max(20).default(0).describe('baker’s yeast, percent instant of flour'),
  vigour: z.number().min(0).max(3).default(1),
  vigourSpread: z
    .number()
    .min(0)
    .max(1)
    .default(VIGOUR_SPREAD.known)
    .describe('standard deviation of ln v; 0.25 for a new culture'),
  dough: z
    .strictObject({
      salt: Percent,
      sugar: Percent,
      wholeGrain: z.number().min(0).max(100),
      hydration: z.number().min(0).max(400),
      osmotolerant: z.boolean().default(false),
    })
    .nullable()
    .default(null)
    .describe('make-up of a dough, percent of flour; null for cultures and pre-ferments'),
  lag: z.number().min(0).max(24).default(0).describe('hours before the leaven sets to work'),
  temperature: z.number().min(-10).max(60).describe('°C at the start'),
  heatOfRise: z.number().min(0).max(5).default(HEAT_OF_RISE).describe('K for each volume of gas it makes'),
  beginsAt: z.number().min(0).max(24).default(0).describe('hour of the day, for rooms with a daily curve'),
  stays: z
    .array(
      z.strictObject({
        body: Body,
        around: Around,
        hours: z.number().min(0).max(240).nullable().default(null).describe('null, the last: as long as it takes'),
        keeps: z.number().min(0).max(1).default(1).describe('share of the gas that is left at its end'),
      }),
    )
    .min(1)
    .max(24),
  ripeness: z
    .strictObject({ earliest: Rise, best: Rise, latest: Rise })
    .nullable()
    .default(null)
    .describe('between which rises it is ripe; its course then says young, ripe or past'),
  targets: z.array(Rise).min(1).max(12).describe('rises to reach, volumes of gas'),
}); // prettier-ignore
export type Scenario = z.infer<typeof Scenario>;
