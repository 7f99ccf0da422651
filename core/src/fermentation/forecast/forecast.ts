import { BAND } from '../../logbook/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatDuration, formatNumber } from '../../units/index.ts';
import {
  COARSE,
  fermentFor,
  fermentThrough,
  fermentUntil,
  grownAt,
  HORIZON,
  startOfDough,
  stateAtRise,
  type DoughState,
  type Stay,
} from '../course.ts';
import { acidityAt, ratesAt, type Leavening } from '../leavening.ts';
import { CULTURE_RATE_SURE_BELOW } from '../rates/rates.ts';
import type { Scenario } from './scenario.ts';
import { leaveningOf, staysOf } from './stays.ts';

/** When a rise is reached. Hours since leaven met flour. */
export interface Crossing {
  readonly rise: number;
  /** Null if it never gets there. */
  readonly time: number | null;
  /** Eight times in ten it is between these; null where the slow end never gets there. */
  readonly soonest: number | null;
  readonly latest: number | null;
  /** °C of the dough then. */
  readonly temperature: number | null;
}

export interface Forecast {
  readonly leavening: Leavening;
  readonly course: readonly DoughState[];
  readonly crossings: readonly Crossing[];
  readonly end: DoughState;
  /** N of the culture, and baker's yeast in percent instant of flour, at the end. */
  readonly grown: { readonly culture: number; readonly yeast: number };
  readonly acidity: number;
  readonly cautions: readonly string[];
}

/** How far things may be from what they are taken to be: one standard deviation. Domain section 6. */
const TEMPERATURE_SPREAD = 0.5;
const SEED_SPREAD = 0.05;

/**
 * Forecasts a dough, pre-ferment or culture through the places where it stands.
 *
 * @returns its course, when it reaches each rise and how sure that is; or a problem at `stays` if it reaches none of
 *   them because it is too cold, too warm or without leaven
 *
 * @example
 * const stays = [{ body: { kind: 'tub', mass: 12, length: 0.6, width: 0.4 }, around: 17 }];
 * const found = forecast(Scenario.parse({ culture: { share: 0.1572 }, temperature: 25, stays, targets: [0.6] }));
 * assert.ok(found.ok && found.value.crossings[0]?.time?.toFixed(2) === '3.89');
 */
export function forecast(scenario: Scenario): Result<Forecast> {
  const of = leaveningOf(scenario);
  const highest = Math.max(...scenario.targets);
  const course = courseTo(scenario.temperature, of, staysOf(scenario, HORIZON), highest);
  const end = course.at(-1);
  const lowest = Math.min(...scenario.targets);
  if (!end || stateAtRise(course, lowest, of) === null) return bad(never(scenario, of, course));
  const spreads = spreadsOf(scenario, of, highest);
  return good({
    leavening: of,
    course,
    end,
    crossings: scenario.targets.map((rise) => crossingOf(course, of, rise, spreads)),
    grown: grownAt(end, of),
    acidity: acidityAt(end, of),
    cautions: cautionsOf(course, of),
  });
}

/** Through all stays, and in the last one until the rise is held or the horizon is reached. */
function courseTo(
  temperature: number,
  of: Leavening,
  stays: readonly Stay[],
  rise: number,
  step?: number,
): DoughState[] {
  const before = fermentThrough(startOfDough(temperature), of, stays.slice(0, -1), step);
  const from = before.at(-1);
  const last = stays.at(-1);
  if (!from || !last) return before;
  const hours = Math.min(last.hours, Math.max(0, HORIZON - from.time));
  const rest =
    last.hours >= HORIZON
      ? (fermentUntil(from, of, last.place, rise, hours, step) ??
        fermentFor(from, of, last.place, hours, step))
      : fermentFor(from, of, last.place, hours, step);
  return [...before, ...rest.slice(1)];
}

/** The course again with one thing a standard deviation off. */
interface Other {
  readonly course: readonly DoughState[];
  readonly of: Leavening;
}

function spreadsOf(scenario: Scenario, of: Leavening, rise: number): Other[] {
  const { temperature } = scenario;
  const stays = staysOf(scenario, HORIZON);
  const warmer = stays.map(({ place, ...stay }) => {
    const { around } = place;
    return {
      ...stay,
      place: {
        ...place,
        around:
          typeof around === 'number'
            ? around - TEMPERATURE_SPREAD
            : (time: number) => around(time) - TEMPERATURE_SPREAD,
      },
    };
  });
  const slower = {
    ...of,
    vigour: of.vigour * Math.exp(-scenario.vigourSpread),
  };
  const fewer = { ...of, culture: of.culture * (1 - SEED_SPREAD), yeast: of.yeast * (1 - SEED_SPREAD) };
  const run = (start: number, by: Leavening, through: readonly Stay[]): Other => ({
    course: courseTo(start, { ...by, lactic: 0 }, through, rise, COARSE),
    of: by,
  });
  return [
    ...(of.culture > 0 ? [run(temperature, slower, stays)] : []),
    run(temperature - TEMPERATURE_SPREAD, of, warmer),
    run(temperature, fewer, stays),
  ];
}

/** Independent errors add up in squares, on the logarithm of the time: what slows by a tenth is as likely as what speeds. */
function crossingOf(
  course: readonly DoughState[],
  of: Leavening,
  rise: number,
  others: readonly Other[],
): Crossing {
  const state = stateAtRise(course, rise, of);
  if (!state) return { rise, time: null, soonest: null, latest: null, temperature: null };
  const { time, temperature } = state;
  const off = others.map((each) => {
    const at = stateAtRise(each.course, rise, each.of)?.time;
    return at === undefined || time <= 0 ? null : Math.log(at / time);
  });
  if (time <= 0) return { rise, time, soonest: time, latest: time, temperature };
  const known = off.filter((each) => each !== null);
  const spread = BAND * Math.sqrt(known.reduce((sum, each) => sum + each ** 2, 0));
  return {
    rise,
    time,
    soonest: time * Math.exp(-spread),
    latest: known.length < off.length ? null : time * Math.exp(spread),
    temperature,
  };
}

const ALIVE = 1e-9;

/** In words why a rise is never reached. */
function never({ targets }: Scenario, of: Leavening, course: readonly DoughState[]) {
  const lowest = formatNumber(Math.min(...targets), 2);
  const settled = course.at(-1)?.temperature ?? 0;
  const where = `${formatNumber(settled, 1)} °C`;
  if (of.culture === 0 && of.yeast === 0)
    return problem('culture', 'There is no leaven in it.', 'Give it culture or yeast.');
  if (of.culture > 0 && of.yeast === 0 && of.vigour < ALIVE)
    return problem('vigour', 'A culture without vigour never rises.', 'Wake it with warm feedings first.');
  const rates = ratesAt(settled, of);
  if (rates.gas + rates.yeast < ALIVE) return tooSlow(settled, of);
  const hours = (course.at(-1)?.time ?? HORIZON) - (course[0]?.time ?? 0);
  return problem(
    'stays',
    `At ${where} it does not rise to ${lowest} within ${formatDuration(hours * 3600)}.`,
    'Choose a warmer place, more leaven or more time.',
  );
}

/** In words why nothing rises at a temperature. */
export function tooSlow(celsius: number, of: Pick<Leavening, 'yeast'>) {
  const where = `At ${formatNumber(celsius, 1)} °C`;
  return of.yeast > 0
    ? problem('stays', `${where} yeast does not rise.`, 'Choose a place from 0 to 45 °C.')
    : problem('stays', `${where} a culture does not rise.`, 'Choose a place from 1 to 44 °C.');
}

function cautionsOf(course: readonly DoughState[], of: Leavening): string[] {
  const warmest = Math.max(...course.map((state) => state.temperature));
  return of.culture > 0 && warmest > CULTURE_RATE_SURE_BELOW
    ? [`Above ${CULTURE_RATE_SURE_BELOW} °C the rise of a culture is known only roughly; look at the dough.`]
    : [];
}
