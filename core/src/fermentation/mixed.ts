import { bakersYeastRate, cultureYeastRate } from './rates.ts';
import { riseAt, thermalTimeForRise } from './thermal-time.ts';
import { yeastRiseAt, yeastThetaForRise } from './bakers-yeast.ts';

/** What makes a dough rise: the starting population of its culture, and its baker's yeast in percent instant of flour. */
export interface Leavening {
  readonly culture: number;
  readonly yeast: number;
  /** v of the culture; 1 is usual. */
  readonly vigour: number;
  /** k, product of the modifiers of the dough. */
  readonly modifier: number;
}

/**
 * Gas made after some hours at one temperature; the rises of culture and yeast add.
 *
 * @returns volumes
 */
export const riseAfter = (
  hours: number,
  celsius: number,
  { culture, yeast, vigour, modifier }: Leavening,
): number =>
  riseAt(hours * vigour * modifier * cultureYeastRate(celsius), culture) +
  yeastRiseAt(hours * modifier * bakersYeastRate(celsius), yeast);

/** Within this the time of a rise is found, h: less than a second. */
const CLOSE = 1 / 7200;

/**
 * Hours to a rise at one temperature: closed form for a single leaven, and between the slower and the faster of both by
 * halving where both work.
 *
 * @param rise G, volumes, above 0
 * @returns hours; Infinity if it never gets there at this temperature
 */
export function hoursToRise(rise: number, celsius: number, leavening: Leavening): number {
  const { culture, yeast, vigour, modifier } = leavening;
  const byCulture = vigour * modifier * cultureYeastRate(celsius);
  const byYeast = modifier * bakersYeastRate(celsius);
  const alone = [
    culture > 0 && byCulture > 0 ? thermalTimeForRise(rise, culture) / byCulture : Infinity,
    yeast > 0 && byYeast > 0 ? yeastThetaForRise(rise, yeast) / byYeast : Infinity,
  ];
  let late = Math.min(...alone);
  if (alone.includes(Infinity)) return late;
  let early = 0;
  while (late - early > CLOSE) {
    const middle = (early + late) / 2;
    if (riseAfter(middle, celsius, leavening) < rise) early = middle;
    else late = middle;
  }
  return (early + late) / 2;
}
