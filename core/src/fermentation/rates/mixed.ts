import { yeastThetaForRise } from './bakers-yeast.ts';
import { gasMade, ratesAt, type Leavening } from '../leavening.ts';
import { thermalTimeForRise } from './thermal-time.ts';

/**
 * Gas made after some hours at one temperature.
 *
 * @returns volumes
 */
export function riseAfter(hours: number, celsius: number, of: Leavening): number {
  const works = Math.max(0, hours - of.lag);
  const rates = ratesAt(celsius, of);
  return gasMade(
    { culture: works * rates.culture, yeast: works * rates.yeast, lactic: works * rates.lactic },
    of,
  );
}

/** Within this the time of a rise is found, h: less than a second. */
const CLOSE = 1 / 7200;

/**
 * Hours to a rise at one temperature: closed form for a single leaven, and by halving where both work.
 *
 * @param rise G, volumes, above 0
 * @returns hours; Infinity if it never gets there at this temperature
 *
 * @example
 * const hours = hoursToRise(0.6, 25, leavening({ culture: 0.1572 }));
 * assert.equal(hours.toFixed(2), '3.18');
 */
export function hoursToRise(rise: number, celsius: number, of: Leavening): number {
  const rates = ratesAt(celsius, of);
  const alone = [
    rates.culture > 0 ? thermalTimeForRise(rise, of.culture) / rates.culture : Infinity,
    rates.yeast > 0 ? yeastThetaForRise(rise, of.yeast) / rates.yeast : Infinity,
  ];
  let late = of.lag + Math.min(...alone);
  if (alone.includes(Infinity)) return late;
  let early = of.lag;
  while (late - early > CLOSE) {
    const middle = (early + late) / 2;
    if (riseAfter(middle, celsius, of) < rise) early = middle;
    else late = middle;
  }
  return (early + late) / 2;
}
