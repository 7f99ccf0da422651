import { z } from 'zod';
import { glassTimeConstant, HEAT_TRANSFER, pieceTimeConstant, tubTimeConstant } from './body.ts';
import { HEAT_OF_RISE, type Place, type Stay } from './course.ts';
import { leavening, RIPE_ACIDITY, type Leavening } from './leavening.ts';
import { modifierOf } from './modifiers.ts';
import { RIPE_POPULATION, startingPopulation } from './thermal-time.ts';

const Celsius = z.number().min(-40).max(110);
const Percent = z.number().min(0).max(200);
const Transfer = z.number().positive().max(200);
const Rise = z.number().positive().max(10);
const Metres = z.number().positive().max(5);

/** Standard deviation of ln v of a culture with records, and of a new one. Domain section 6. */
export const VIGOUR_SPREAD = { known: 0.1, new: 0.25 } as const;

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

/** What makes a scenario rise. */
export const leaveningOf = ({ culture, yeast, vigour, dough, lag }: Scenario): Leavening =>
  leavening({
    culture: culture ? startingPopulation(culture.share, culture.population) : 0,
    acidity: culture ? culture.share * culture.acidity : 0,
    yeast,
    vigour,
    modifier: dough ? modifierOf(dough) : 1,
    lag,
  });

/** Where it stands, one place after another; what is left open lasts so many hours. */
export const staysOf = ({ stays, beginsAt, heatOfRise }: Scenario, open: number): Stay[] =>
  stays.map(({ body, around, hours, keeps }) => ({
    place: placeOf(body, aroundAt(around, beginsAt), heatOfRise),
    hours: hours ?? open,
    keeps,
  }));

/** A body in its surroundings. */
export const placeOf = (body: Body, around: Place['around'], heatOfRise = HEAT_OF_RISE): Place =>
  body.kind === 'held'
    ? { around: 0, timeConstant: Infinity, heatOfRise: 0 }
    : { around, timeConstant: timeConstantOf(body), heatOfRise };

function timeConstantOf(body: Exclude<Body, { kind: 'held' }>): number {
  if (body.kind === 'piece') return pieceTimeConstant(body.mass, body.h);
  if (body.kind === 'tub') return tubTimeConstant(body.mass, body.length, body.width, body.h);
  return glassTimeConstant(body.mass, body.diameter, body.h);
}

/** Surroundings by hours since the start, which was at an hour of the day. */
export function aroundAt(around: Around, beginsAt: number): Place['around'] {
  if (typeof around === 'number') return around;
  const { coldest, warmest, warmestAt } = around;
  const [mean, swing] = [(coldest + warmest) / 2, (warmest - coldest) / 2];
  return (time) => mean + swing * Math.cos(((beginsAt + time - warmestAt) / 24) * 2 * Math.PI);
}
