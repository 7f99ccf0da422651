import type { OrderLine, StandingOrder } from '@jovet/core/plan/demand';
import { keyOf, NO_WEEK, partsOf, type Cells, type Weeks } from '../../sync/cells';
import type { Work } from '../../sync/work';

/** What is standing and what was said of a day, by its cell. */
export interface Known {
  readonly standing: ReadonlyMap<string, StandingOrder>;
  readonly said: ReadonlyMap<string, OrderLine>;
}

/** What stands there, with what was changed on this device and is not kept by the server yet. */
export function withWaiting(standing: readonly StandingOrder[], said: readonly OrderLine[], waiting: readonly Work[], date: string): Known {
  const known = { standing: new Map(standing.map((line) => [keyOf(line), line])), said: new Map(said.map((line) => [keyOf(line), line])) };
  for (const work of waiting) {
    if (work.kind === 'standing') for (const [key, week] of Object.entries(work.doc)) known.standing.set(key, { ...partsOf(key), ...week });
    if (work.kind !== 'orders' || work.date !== date) continue;
    for (const [key, pieces] of Object.entries(work.doc))
      if (pieces === null) known.said.delete(key);
      else known.said.set(key, { ...partsOf(key), pieces });
  }
  return known;
} // prettier-ignore

/** A cell of a day as it is kept: what is again as it is every week needs nothing said. */
export const saidIn = ({ standing }: Known, weekday: number, key: string, pieces: number): number | null =>
  pieces === (standing.get(key)?.weekdays[weekday] ?? 0) ? null : pieces;

/** What stands in a cell of a day, or of every week. */
export const cellIn = ({ said }: Known, key: string): Cells[string] => said.get(key)?.pieces ?? null;
export function weekIn({ standing }: Known, key: string): Weeks[string] {
  const { weekdays, from, to } = standing.get(key) ?? NO_WEEK;
  return { weekdays, from, to };
}
