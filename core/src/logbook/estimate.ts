/** What is believed before anything is logged: it counts like so many records, and fades as records come. */
export interface Prior {
  readonly value: number;
  /** One standard deviation. */
  readonly spread: number;
}

/** What the records say of a quantity that may drift. */
export interface Estimate {
  readonly value: number;
  /** One standard deviation of a single record around the value. */
  readonly spread: number;
  /** Records behind it. */
  readonly count: number;
  /** Indices of records that lie far off and count little. */
  readonly outliers: readonly number[];
}

/** Eight times in ten what comes lies within this many standard deviations. */
export const BAND = 1.28;

/** A record counts half as much when this many newer ones have come. */
const HALF_LIFE = 8;
/** The prior counts like this many records. */
const PRIOR_WEIGHT = 1;
/** Beyond this many spreads a record counts less, beyond the second it is shown as an outlier. Huber's k and Tukey's fence. */
const COUNTS_LESS = 1.5;
const OUTLIER = 3;
/** No spread is taken to be smaller than this share of the prior's. */
const LEAST_SPREAD = 0.3;
/** Makes the median of distances a standard deviation. */
const MAD = 1.4826;

/** So many records in a row, all a spread to the same side of those before, are a lasting change. */
const CHANGE = 5;
/** What came before a change is judged by at most this many records. */
const BEFORE = 12;

/**
 * A robust mean in which the newest records weigh most. It starts from the weighted median, so that a single slip does
 * not move it; one step of Huber's weights then averages out ordinary noise. After a lasting change, such as a new bowl
 * or another speed, what came before it no longer counts.
 *
 * @param records oldest first
 * @returns the prior itself while nothing is recorded
 * @source Huber, robust estimation of location; constants chosen for Jovet
 *
 * @example
 * const prior = { value: 3, spread: 1.2 };
 * assert.equal(latestEstimate([], prior).value, 3);
 */
export function latestEstimate(records: readonly number[], prior: Prior): Estimate {
  const start = lastChange(records, prior.spread);
  const recent = records.slice(start);
  const newest = recent.length - 1;
  const priorWeight = start === 0 ? PRIOR_WEIGHT * 0.5 ** (recent.length / HALF_LIFE) : 0;
  const weighed = [
    { value: prior.value, weight: priorWeight },
    ...recent.map((value, index) => ({ value, weight: 0.5 ** ((newest - index) / HALF_LIFE) })),
  ];
  const middle = weightedMedian(weighed);
  const distances = weighed.map(({ value, weight }) => ({ value: Math.abs(value - middle), weight }));
  // With few records the prior's own spread is the better guess.
  const trust = recent.length / (recent.length + 3);
  const spread = Math.max(
    prior.spread * LEAST_SPREAD,
    trust * MAD * weightedMedian(distances) + (1 - trust) * prior.spread,
  );
  const clipped = weighed.map(({ value, weight }) => ({
    value,
    weight: weight * Math.min(1, (COUNTS_LESS * spread) / Math.max(Math.abs(value - middle), 1e-12)),
  }));
  const whole = clipped.reduce((sum, { weight }) => sum + weight, 0);
  return {
    value: clipped.reduce((sum, each) => sum + each.weight * each.value, 0) / whole,
    spread,
    count: records.length,
    outliers: recent.flatMap((each, index) =>
      Math.abs(each - middle) > OUTLIER * spread ? [start + index] : [],
    ),
  };
}

/** Index of the first record after the last lasting change; 0 if there was none. */
function lastChange(records: readonly number[], spread: number): number {
  let start = 0;
  for (let end = CHANGE + 3; end <= records.length; end += 1) {
    const before = records.slice(Math.max(start, end - CHANGE - BEFORE), end - CHANGE);
    if (before.length < 3) continue;
    const evenly = (values: readonly number[]) => values.map((value) => ({ value, weight: 1 }));
    const middle = weightedMedian(evenly(before));
    const usual = weightedMedian(evenly(before.map((each) => Math.abs(each - middle))));
    const far = Math.max(spread * LEAST_SPREAD, MAD * usual);
    const now = records.slice(end - CHANGE, end);
    if (now.every((each) => each > middle + far) || now.every((each) => each < middle - far))
      start = end - CHANGE;
  }
  return start;
}

function weightedMedian(values: readonly { value: number; weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2;
  let before = 0;
  for (const { value, weight } of sorted) {
    before += weight;
    if (before >= half) return value;
  }
  return 0;
}
