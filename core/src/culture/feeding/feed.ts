import {
  bakersYeastRate,
  CULTURE_RATE_SURE_BELOW,
  cultureGasRate,
  populationForRise,
  startingPopulation,
  thermalTimeForRise,
  yeastForRise,
  yeastThetaForRise,
} from '../../fermentation/rates/index.ts';
import type { RiseBand } from '../../fermentation/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';

/** A culture as it is fed: what is known of it whatever is asked. */
export interface FedCulture {
  readonly ripeness: RiseBand;
  /** Water over flour in what it is fed, 0.5 to 2. */
  readonly hydration: number;
  /** v; 1 is usual. */
  readonly vigour: number;
  /** N of the seed when it is fed; a ripe one has 0.70. */
  readonly seedPopulation: number;
}

/** One feeding, whole. Hours from feed to ripe; °C. */
export interface Feeding {
  /** Flour to 1 of seed, by mass; the water follows from the hydration. */
  readonly flour: number;
  readonly water: number;
  readonly celsius: number;
  /** When it is young, ripe and past. */
  readonly hours: RiseBand;
  readonly y0: number;
  readonly cautions: readonly string[];
}

/** The most that a culture is fed at once, flour to 1 of seed: beyond it strangers may grow faster. Chosen for Jovet. */
const MOST_FLOUR = 25;
/** Less than this is hardly a feeding. */
const LEAST_FLOUR = 0.2;
/** Below this rate nothing happens in a baker's lifetime, 1/h. */
const ALIVE = 1e-6;
/** Culture yeast is fastest here, °C. */
const FASTEST_AT = 27;
const COLDEST = 0.5;

const shareOf = (flour: number, hydration: number): number => 1 / (1 + flour * (1 + hydration));

/**
 * When a feeding is ripe: ratio and temperature are known.
 *
 * @param flour parts of flour to 1 of seed
 * @param celsius where it stands, °C
 * @returns or a problem at `flour` or `celsius`
 * @source domain section 6
 *
 * @example
 * const ripeness = { earliest: 1.5, best: 2, latest: 2.8 };
 * const fed = feedingAt({ ripeness, hydration: 1, vigour: 1, seedPopulation: 0.7 }, 4, 23);
 * assert.ok(fed.ok && fed.value.hours.best.toFixed(2) === '8.90');
 */
export function feedingAt(culture: FedCulture, flour: number, celsius: number): Result<Feeding> {
  if (!(flour > 0)) return bad(problem('flour', 'Nothing is fed.', 'Feed some flour to each part of seed.'));
  const y0 = startingPopulation(shareOf(flour, culture.hydration), culture.seedPopulation);
  const rate = culture.vigour * cultureGasRate(celsius);
  if (!(rate > ALIVE))
    return bad(
      problem(
        'celsius',
        `At ${formatNumber(celsius, 1)} °C ${culture.vigour > 0 ? 'a culture does not rise' : 'this culture, without vigour, never ripens'}.`,
        'Choose a place from 1 to 44 °C, or wake it with warm feedings.',
      ),
    );
  const hours = (rise: number) => thermalTimeForRise(rise, y0) / rate;
  return good({
    flour,
    water: flour * culture.hydration,
    celsius,
    y0,
    hours: {
      earliest: hours(culture.ripeness.earliest),
      best: hours(culture.ripeness.best),
      latest: hours(culture.ripeness.latest),
    },
    cautions: cautionsOf(flour, celsius),
  });
}

/**
 * The ratio that is ripe in so many hours at a temperature.
 *
 * @returns the feeding, or a problem at `hours` if no ratio is so fast, or at `celsius`
 */
export function ratioFor(culture: FedCulture, hours: number, celsius: number): Result<Feeding> {
  const theta = hours * culture.vigour * cultureGasRate(celsius);
  if (!(theta > 0)) return feedingAt(culture, 1, celsius);
  const y0 = populationForRise(culture.ripeness.best, theta);
  const share = y0 / startingPopulation(1, culture.seedPopulation);
  const flour = (1 / share - 1) / (1 + culture.hydration);
  if (flour < LEAST_FLOUR) {
    const soonest = feedingAt(culture, LEAST_FLOUR, celsius);
    const least = soonest.ok ? formatNumber(soonest.value.hours.best, 1) : '';
    return bad(
      problem(
        'hours',
        `No feeding is ripe so soon at ${formatNumber(celsius, 1)} °C; the soonest takes ${least} h.`,
        'Give it more time, or a warmer place.',
      ),
    );
  }
  return feedingAt(culture, flour, celsius);
}

/**
 * The temperature at which a ratio is ripe in so many hours, below the optimum of the yeast.
 *
 * @returns the feeding, or a problem at `hours` if even the best temperature is too slow, or the cold too fast
 */
export function temperatureFor(culture: FedCulture, flour: number, hours: number): Result<Feeding> {
  const takes = (celsius: number) => {
    const feeding = feedingAt(culture, flour, celsius);
    return feeding.ok ? feeding.value.hours.best : Infinity;
  };
  const soonest = takes(FASTEST_AT);
  if (!(soonest <= hours))
    return Number.isFinite(soonest)
      ? bad(
          problem(
            'hours',
            `1 : ${formatNumber(flour, 1)} takes ${formatNumber(soonest, 1)} h even at ${FASTEST_AT} °C.`,
            'Feed less flour to each part of seed, or give it more time.',
          ),
        )
      : feedingAt(culture, flour, FASTEST_AT);
  if (takes(COLDEST) < hours)
    return bad(
      problem('hours', 'Even in the cold it is ripe before.', 'Feed more flour to each part of seed.'),
    );
  let [cold, warm] = [COLDEST, FASTEST_AT];
  while (warm - cold > 1e-6) {
    const middle = (cold + warm) / 2;
    if (takes(middle) > hours) cold = middle;
    else warm = middle;
  }
  return feedingAt(culture, flour, (cold + warm) / 2);
}

function cautionsOf(flour: number, celsius: number): string[] {
  return [
    ...(flour > MOST_FLOUR
      ? [
          `1 : ${formatNumber(flour, 0)} leaves the seed so thin that strangers may grow faster. Feed twice instead.`,
        ]
      : []),
    ...(celsius > CULTURE_RATE_SURE_BELOW
      ? [
          `Above ${CULTURE_RATE_SURE_BELOW} °C the rise of a culture is known only roughly; look at it, not at the clock.`,
        ]
      : []),
    ...(celsius >= YEAST_STOPS
      ? [`From ${YEAST_STOPS} °C on its bacteria make acid and gas, and its yeast does not grow: what is fed from it rises less.`]
      : []),
  ];
} // prettier-ignore

/** Above this no yeast of a culture grows, °C. */
const YEAST_STOPS = 36;

/** What goes into one feeding, kg. */
export interface FeedAmounts {
  readonly build: number;
  readonly seed: number;
  readonly flour: number;
  readonly water: number;
}

/**
 * Amounts backwards from what is needed: build = (needed + keep-back)/(1 − loss), parted by the ratio.
 *
 * @param needed ripe culture for the doughs, kg
 * @param keepBack seed for next time, kg
 * @param loss percent that stays on spoon and vessel
 */
export function amountsOf(
  { flour, water }: Pick<Feeding, 'flour' | 'water'>,
  needed: number,
  keepBack: number,
  loss: number,
): FeedAmounts {
  const build = (needed + keepBack) / (1 - loss / 100);
  const seed = build / (1 + flour + water);
  return { build, seed, flour: seed * flour, water: seed * water };
}

/**
 * Baker's yeast for a pre-ferment that is to be ripe in so many hours, percent instant of its flour.
 *
 * @returns or a problem at `celsius`
 */
export function yeastForPreferment(ripeness: RiseBand, hours: number, celsius: number): Result<number> {
  const theta = hours * bakersYeastRate(celsius);
  return theta > 0
    ? good(yeastForRise(ripeness.best, theta))
    : bad(
        problem(
          'celsius',
          `At ${formatNumber(celsius, 1)} °C yeast does not rise.`,
          'Choose a place from 0 to 45 °C.',
        ),
      );
}

/** When a yeasted pre-ferment is young, ripe and past, hours; Infinity where it never is. */
export const prefermentHours = (ripeness: RiseBand, yeast: number, celsius: number): RiseBand => {
  const rate = bakersYeastRate(celsius);
  const hours = (rise: number) => (rate > 0 ? yeastThetaForRise(rise, yeast) / rate : Infinity);
  return {
    earliest: hours(ripeness.earliest),
    best: hours(ripeness.best),
    latest: hours(ripeness.latest),
  };
};

/**
 * The temperature at which a yeasted pre-ferment is ripe in so many hours, below the optimum of the yeast, by halving.
 *
 * @param yeast percent instant of its flour
 * @returns or a problem at `hours` if even the warmest is too slow, or the coldest too fast
 */
export function prefermentTemperature(ripeness: RiseBand, yeast: number, hours: number): Result<number> {
  const takes = (celsius: number) => prefermentHours(ripeness, yeast, celsius).best;
  let [cold, warm] = [YEAST_COLDEST, YEAST_FASTEST_AT];
  if (!(takes(warm) <= hours))
    return bad(
      problem(
        'hours',
        `With ${formatNumber(yeast, 2)} % yeast it takes ${formatNumber(takes(warm), 1)} h even at ${warm} °C.`,
        'Give it more yeast or more time.',
      ),
    );
  if (takes(cold) < hours)
    return bad(problem('hours', 'Even in the cold it is ripe before.', 'Give it less yeast.'));
  while (warm - cold > 1e-6) {
    const middle = (cold + warm) / 2;
    if (takes(middle) > hours) cold = middle;
    else warm = middle;
  }
  return good((cold + warm) / 2);
}

/** Where baker's yeast is slowest and fastest, °C. */
const YEAST_COLDEST = 0;
const YEAST_FASTEST_AT = 35;
