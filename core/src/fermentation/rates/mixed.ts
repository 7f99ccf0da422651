import type { Leavening } from '../leavening.ts';
import { hoursAlong, riseAlong } from './along.ts';

/**
 * Gas made after some hours at one temperature.
 *
 * @returns volumes
 */
export const riseAfter = (hours: number, celsius: number, of: Leavening): number =>
  riseAlong(hours, [{ celsius, hours: null }], of);

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
export const hoursToRise = (rise: number, celsius: number, of: Leavening): number =>
  hoursAlong(rise, [{ celsius, hours: null }], of);
