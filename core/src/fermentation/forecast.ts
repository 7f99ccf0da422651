import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatDuration, formatNumber } from '../units/index.ts';
import {
  fermentUntil,
  HORIZON,
  startOfDough,
  timeOfRise,
  type DoughState,
  type Surroundings,
} from './course.ts';
import { CULTURE_RATE_SURE_BELOW, cultureYeastRate } from './rates.ts';
import { populationAt } from './thermal-time.ts';

/** When a fermenting body reaches each of the rises asked for. */
export interface RiseForecast {
  /** Hours to each rise, in the order asked. */
  readonly hours: readonly number[];
  readonly population: number;
  readonly end: DoughState;
  readonly course: readonly DoughState[];
  readonly cautions: readonly string[];
}

/**
 * Forecasts a culture, pre-ferment or dough from the moment leaven meets flour.
 *
 * @param temperature of the body at the start, °C
 * @param rises G to reach, volumes, each above 0
 * @returns hours to each rise and the course to the last of them, or a problem if it gets too warm or cold to rise
 */
export function forecastRise(
  temperature: number,
  place: Surroundings,
  rises: readonly number[],
): Result<RiseForecast> {
  const course = fermentUntil(startOfDough(temperature), place, Math.max(...rises));
  const end = course?.at(-1);
  if (!course || !end) return bad(tooSlow(temperature, place));
  const warmest = Math.max(...course.map((state) => state.temperature));
  return good({
    hours: rises.map((rise) => timeOfRise(course, place.y0, rise) ?? end.time),
    population: populationAt(end.theta, place.y0),
    end,
    course,
    cautions:
      warmest > CULTURE_RATE_SURE_BELOW
        ? [
            `Above ${CULTURE_RATE_SURE_BELOW} °C the rise of a culture is known only roughly; look at the dough.`,
          ]
        : [],
  });
}

/** In words why a rise is not reached within the horizon. */
export function tooSlow(temperature: number, place: Surroundings) {
  const settled = Number.isFinite(place.timeConstant) ? place.around : temperature;
  const where = `${formatNumber(settled, 1)} °C`;
  return cultureYeastRate(settled) === 0
    ? problem('around', `At ${where} a culture does not rise.`, 'Choose a temperature from 1 to 35 °C.')
    : problem(
        'around',
        `At ${where} it does not rise enough within ${formatDuration(HORIZON * 3600)}.`,
        'Choose a warmer place, or more levain.',
      );
}
