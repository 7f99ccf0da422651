import { yeastRiseAt } from './rates/bakers-yeast.ts';
import { bakersYeastRate, cultureGasRate, cultureYeastRate, lacticRate } from './rates/rates.ts';
import { riseAt } from './rates/thermal-time.ts';

/** What makes a dough, pre-ferment or culture rise and sour, from the moment that leaven meets flour. */
export interface Leavening {
  /** y0 of the culture; 0 without one. */
  readonly culture: number;
  /** y0 of baker's yeast, percent instant of flour; 0 without any. */
  readonly yeast: number;
  /** v of the culture; 1 is usual. */
  readonly vigour: number;
  /** k, product of the modifiers of the dough. */
  readonly modifier: number;
  /** Hours before it sets to work; 0 as a rule. */
  readonly lag: number;
  /** Lactic bacteria: l0, and the acidity that came with the culture (share·A_seed). */
  readonly lactic: number;
  readonly acidity: number;
}

/** Lag of leaven that has to wake up first, h. Domain section 6, default. */
export const LAG = { instantYeast: 10 / 60, coldCulture: 45 / 60 } as const;

/** A leavening of which only some is said: the rest is what does nothing. */
export const leavening = (of: Partial<Leavening>): Leavening => ({
  culture: 0,
  yeast: 0,
  vigour: 1,
  modifier: 1,
  lag: 0,
  lactic: of.culture ?? 0,
  acidity: 0,
  ...of,
});

/** Thermal times of what works in a dough: the culture's yeast and its gas, baker's yeast, lactic bacteria. */
export interface Thetas {
  readonly culture: number;
  readonly gas: number;
  readonly yeast: number;
  readonly lactic: number;
}

/** Rates of the three at a temperature, per hour. */
export const ratesAt = (celsius: number, { vigour, modifier, culture, yeast }: Leavening): Thetas => ({
  culture: culture > 0 ? vigour * modifier * cultureYeastRate(celsius) : 0,
  gas: culture > 0 ? vigour * modifier * cultureGasRate(celsius) : 0,
  yeast: yeast > 0 ? modifier * bakersYeastRate(celsius) : 0,
  lactic: vigour * modifier * lacticRate(celsius),
});

/**
 * Gas made since leaven met flour, volumes: the rises of culture and yeast add.
 *
 * @example
 * const of = leavening({ culture: 0.1572 });
 * assert.equal(gasMade({ culture: 1.235, gas: 1.235, yeast: 0, lactic: 0 }, of).toFixed(2), '0.60');
 */
export const gasMade = (at: Pick<Thetas, 'gas' | 'yeast'>, of: Leavening): number =>
  madeBy(at.gas, at.yeast, of);

/** Thermal times after some hours at constant rates. */
export const after = (hours: number, { culture, gas, yeast, lactic }: Thetas): Thetas => ({
  culture: culture * hours,
  gas: gas * hours,
  yeast: yeast * hours,
  lactic: lactic * hours,
});

/** The same of the two thermal times. */
export const madeBy = (gasTheta: number, yeastTheta: number, { culture, yeast }: Leavening): number =>
  (culture > 0 ? riseAt(gasTheta, culture) : 0) + (yeast > 0 ? yeastRiseAt(yeastTheta, yeast) : 0);

/**
 * Acidity index A = share·A_seed + ln(1 + l0(e^θL − 1)). Lactic acid only: the acetic share is beyond the model.
 *
 * @source domain section 6
 */
export const acidityAt = (at: Pick<Thetas, 'lactic'>, { lactic, acidity }: Leavening): number =>
  acidity + Math.log1p(lactic * Math.expm1(at.lactic));

/** Standard deviation of ln v of a culture with records, and of a new one. Domain section 6. */
export const VIGOUR_SPREAD = { known: 0.1, new: 0.25 } as const;

/** Acidity of a ripe wheat culture on this scale. Domain section 6. */
export const RIPE_ACIDITY = 1.1;
