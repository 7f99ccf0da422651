import type { OrderLine, StandingOrder } from '@jovet/core/plan/demand';
import type { SaidLine, StandingLine } from '../../server/database/order-lines';
import type { Clash } from '../../sync/merge';
import { keyOf, partsOf } from './cells';

/** What is standing and what was said of a day, by its cell. */
export interface Known {
  readonly standing: ReadonlyMap<string, StandingOrder>;
  readonly said: ReadonlyMap<string, OrderLine>;
  readonly weekday: number;
}

const usualIn = ({ standing, weekday }: Known, key: string): number =>
  standing.get(key)?.weekdays[weekday] ?? 0;

/** A cell of a day as it is sent; what is again as it is every week needs nothing said. */
export const saidLine = (known: Known, key: string, pieces: number): SaidLine => ({
  ...partsOf(key),
  pieces: pieces === usualIn(known, key) ? null : pieces,
  was: known.said.get(key)?.pieces ?? null,
});

/** A cell of every week as it is sent: the whole line, and what it was. */
export function standingLine({ standing, weekday }: Known, key: string, pieces: number): StandingLine {
  const line = standing.get(key);
  const { weekdays, from, to } = line ?? { weekdays: [0, 0, 0, 0, 0, 0, 0], from: null, to: null };
  const next = weekdays.map((each, day) => (day === weekday ? pieces : each));
  return { ...partsOf(key), weekdays: next, from, to, was: line ? { weekdays, from, to } : null };
}

/**
 * Cells that somebody else changed to something else than what is typed.
 *
 * @param stands the lines as they stand, of the day or of every week
 * @param mine pieces that are typed
 */
export function clashesOf(known: Known, stands: unknown, every: boolean, mine: (key: string) => number): Clash[] {
  return (stands as readonly (StandingOrder & { readonly pieces: number | null })[]).flatMap((line) => {
    const key = keyOf(line);
    const theirs = every ? (line.weekdays[known.weekday] ?? 0) : (line.pieces ?? usualIn(known, key));
    return mine(key) === theirs ? [] : [{ path: [key], was: null, mine: mine(key), theirs }];
  });
} // prettier-ignore
