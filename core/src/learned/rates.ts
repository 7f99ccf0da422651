import { latestEstimate } from '../logbook/index.ts';
import type { LearnedRate, RateRecord } from './learned.ts';

/** Work nothing was seen of takes as long as the bakehouse says, give or take; standard deviation. Chosen for Jovet. */
const UNKNOWN = { value: 1, spread: 0.2 } as const;
/** So many newest are looked at, and so many must there be: one bad night teaches nothing. Chosen for Jovet. */
const [MOST, LEAST] = [60, 3] as const;
/** Shares of what was reckoned beyond which somebody forgot to press. */
const [FROM, TO] = [0.25, 4] as const;
/** No work goes on for longer, s: beyond it a plan takes no record. */
const LONGEST = 86_400;

/**
 * How long a kind of work takes against what the bakehouse says, from times that were noted as they happened.
 *
 * @param kind of task, as `shape`
 * @param records the oldest first
 * @returns null while too little was seen of it
 *
 * @example
 * const slow = [1, 2, 3, 4].map((n) => ({ day: `2026-11-0${n}`, task: 'quay.1.shape', reckoned: 600, real: 780 }));
 * assert.ok((learnedRate('shape', slow)?.value ?? 1) > 1.2);
 * assert.equal(learnedRate('shape', slow.slice(0, 2)), null);
 */
export function learnedRate(kind: string, records: readonly RateRecord[]): LearnedRate | null {
  const meant = records.filter(
    ({ reckoned, real }) => reckoned <= LONGEST && real >= FROM * reckoned && real <= TO * reckoned,
  );
  if (meant.length < LEAST) return null;
  const own = meant.slice(-MOST);
  const shares = own.map(({ reckoned, real }) => real / reckoned);
  const { value, spread } = latestEstimate(shares, UNKNOWN);
  return { kind, value, spread, records: own };
}
