import { latestEstimate, type Estimate } from '../logbook/index.ts';
import type { LearnedPace, PaceRecord } from './learned.ts';

/** A dough nothing was seen of rises as it is forecast, give or take; standard deviation. Chosen for Jovet. */
const UNKNOWN = { value: 1, spread: 0.15 } as const;
/** So many newest batches of a dough are looked at: what is older weighs next to nothing. */
const MOST = 40;

/**
 * How fast a dough rises against its forecast: a robust mean of the batches that were looked at, the newest weighing
 * most. One batch alone moves it about half of the way.
 *
 * @param records the oldest first
 *
 * @example
 * const quick = ['11-26', '11-27', '11-28'].map((day) => ({ day: `2026-${day}`, task: 'quay.1.mix', pace: 1.2 }));
 * const { value } = paceFrom(quick);
 * assert.ok(value > 1.1 && value < 1.2);
 */
export const paceFrom = (records: readonly PaceRecord[]): Estimate =>
  latestEstimate(
    records.slice(-MOST).map(({ pace }) => pace),
    UNKNOWN,
  );

/** A dough's pace with the batches behind it; null while none was looked at. */
export function learnedPace(
  formula: string,
  name: string,
  records: readonly PaceRecord[],
): LearnedPace | null {
  if (records.length === 0) return null;
  const { value, spread } = paceFrom(records);
  return { formula, name, value, spread, records: records.slice(-MOST) };
}
