import { gasMade, ratesAt, type Leavening, type Thetas } from '../leavening.ts';
import { yeastThetaForRise } from './bakers-yeast.ts';
import { thermalTimeForRise } from './thermal-time.ts';

/** Somewhere of one temperature for so many hours; null: as long as it takes. */
export interface HeldStay {
  readonly celsius: number;
  readonly hours: number | null;
}

/** Thermal times after so many hours in one place after another; beyond the last they go on as there. */
export function thetasAlong(hours: number, stays: readonly HeldStay[], of: Leavening): Thetas {
  const sum = { culture: 0, gas: 0, yeast: 0, lactic: 0 };
  let [from, left] = [0, Math.max(0, hours)];
  stays.forEach((stay, index) => {
    const own = stay.hours === null || index === stays.length - 1 ? left : Math.min(stay.hours, left);
    // It sets to work only once it has woken up.
    const works = Math.max(0, from + own - Math.max(from, of.lag));
    const rates = ratesAt(stay.celsius, of);
    sum.culture += works * rates.culture;
    sum.gas += works * rates.gas;
    sum.yeast += works * rates.yeast;
    sum.lactic += works * rates.lactic;
    [from, left] = [from + own, left - own];
  });
  return sum;
}

/** Gas made after so many hours in one place after another, volumes. */
export const riseAlong = (hours: number, stays: readonly HeldStay[], of: Leavening): number =>
  gasMade(thetasAlong(hours, stays, of), of);

/** Within this the time of a rise is found, h: less than a second. */
const CLOSE = 1 / 7200;

/**
 * Hours to a rise in one place after another.
 *
 * @param rise G, volumes, above 0
 * @returns hours; Infinity if it never gets there
 *
 * @example
 * const of = leavening({ culture: 0.1572 });
 * const warm = hoursAlong(0.6, [{ celsius: 25, hours: null }], of);
 * const chilled = hoursAlong(0.6, [{ celsius: 25, hours: 2 }, { celsius: 4, hours: null }], of);
 * assert.ok(warm.toFixed(2) === '3.18' && chilled > 20);
 */
export function hoursAlong(rise: number, stays: readonly HeldStay[], of: Leavening): number {
  const before = stays.slice(0, -1);
  const last = stays.at(-1);
  if (!last) return Infinity;
  const begun = before.reduce((sum, { hours }) => sum + (hours ?? 0), 0);
  if (begun > 0 && riseAlong(begun, stays, of) >= rise) return within(rise, stays, of, 0, begun);
  const rates = ratesAt(last.celsius, of);
  const so = thetasAlong(begun, stays, of);
  const alone = [
    rates.gas > 0 ? (thermalTimeForRise(rise, of.culture) - so.gas) / rates.gas : Infinity,
    rates.yeast > 0 ? (yeastThetaForRise(rise, of.yeast) - so.yeast) / rates.yeast : Infinity,
  ];
  const late = Math.max(begun, of.lag) + Math.min(...alone);
  const both = (rates.gas > 0 || so.gas > 0) && (rates.yeast > 0 || so.yeast > 0);
  return both && Number.isFinite(late) ? within(rise, stays, of, begun, late) : late;
}

/** By halving. */
function within(rise: number, stays: readonly HeldStay[], of: Leavening, from: number, to: number): number {
  let [early, late] = [from, to];
  while (late - early > CLOSE) {
    const middle = (early + late) / 2;
    if (riseAlong(middle, stays, of) < rise) early = middle;
    else late = middle;
  }
  return (early + late) / 2;
}
