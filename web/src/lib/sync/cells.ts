import { dequal } from 'dequal/lite';
import type { OrderLine, StandingOrder } from '@jovet/core/plan/demand';

type Cell = Pick<OrderLine, 'customer' | 'product' | 'drop'>;

/** The cell of an order, by its row and column. */
export const keyOf = ({ customer, product, drop }: Cell): string => `${customer} ${product} ${drop}`;

export function partsOf(key: string): Cell {
  const [customer = '', product = '', drop = ''] = key.split(' ');
  return { customer, product, drop };
}

/** Pieces of a day by cell; null: as every week. */
export type Cells = Readonly<Record<string, number | null>>;

type Week = Pick<StandingOrder, 'weekdays' | 'from' | 'to'>;
/** What is ordered every week, by cell. */
export type Weeks = Readonly<Record<string, Week>>;

/** A cell that nothing is ordered in. */
export const NO_WEEK: Week = { weekdays: [0, 0, 0, 0, 0, 0, 0], from: null, to: null };

/** Those of some cells that are changed, with what they were. */
export const saidLines = (cells: Cells, was: Cells) =>
  Object.entries(cells).flatMap(([key, pieces]) =>
    dequal(pieces, was[key]) ? [] : [{ ...partsOf(key), pieces, was: was[key] ?? null }],
  );
export const standingLines = (weeks: Weeks, was: Weeks) =>
  Object.entries(weeks).flatMap(([key, week]) =>
    dequal(week, was[key]) ? [] : [{ ...partsOf(key), ...week, was: was[key] ?? null }],
  );

/** Cells as the server says that they stand; those that it does not name are as they were. */
export const cellsIn = (stands: unknown, was: unknown): Cells => ({
  ...(was as Cells),
  ...Object.fromEntries(linesIn<OrderLine>(stands).map((line) => [keyOf(line), line.pieces])),
});
export const weeksIn = (stands: unknown, was: unknown): Weeks => ({
  ...(was as Weeks),
  ...Object.fromEntries(linesIn<StandingOrder>(stands).map((line) => [keyOf(line), { weekdays: line.weekdays, from: line.from, to: line.to }])),
}); // prettier-ignore

const linesIn = <L>(stands: unknown): readonly L[] => (Array.isArray(stands) ? (stands as L[]) : []);
