import { weekdayOf } from '../../time/index.ts';
import type { Customer, OrderLine, StandingOrder } from './customers.ts';

/** A line of a day: what is ordered, and what would be without anything said of this day. */
export interface DayOrder extends OrderLine {
  readonly standing: number;
}

const keyOf = ({ customer, product, drop }: Pick<OrderLine, 'customer' | 'product' | 'drop'>): string =>
  `${customer} ${product} ${drop}`;

/** Whether a customer gets nothing on a day. */
export const isOff = ({ off }: Customer, date: string): boolean =>
  off.some(({ from, to }) => from <= date && date <= to);

/**
 * What is ordered on a day: the standing orders of its weekday, less customers who are off, with what was said of the
 * day itself in its place.
 *
 * @param date `YYYY-MM-DD`
 * @param said lines of this day; one of 0 pieces takes a standing order away
 */
export function ordersOn(
  date: string,
  customers: readonly Customer[],
  standing: readonly StandingOrder[],
  said: readonly OrderLine[],
): DayOrder[] {
  const weekday = weekdayOf(date);
  const open = new Set(customers.filter((each) => !isOff(each, date)).map(({ slug }) => slug));
  const lines = new Map<string, DayOrder>();
  for (const { weekdays, from, to, ...line } of standing) {
    const pieces = weekdays[weekday] ?? 0;
    const counts = (from === null || from <= date) && (to === null || date <= to);
    if (pieces > 0 && counts && open.has(line.customer))
      lines.set(keyOf(line), { ...line, pieces, standing: pieces });
  }
  for (const line of said) {
    const known = lines.get(keyOf(line));
    lines.set(keyOf(line), { ...line, standing: known?.standing ?? 0 });
  }
  return [...lines.values()];
}

/** Pieces to bake of each product at each drop. */
export interface Total {
  readonly product: string;
  readonly drop: string;
  readonly ordered: number;
  /** With what is baked over. */
  readonly baked: number;
}

/**
 * Totals of a day by product and drop.
 *
 * @param over percent that is baked over, of a product
 */
export function totalsOf(lines: readonly OrderLine[], over: (product: string) => number): Total[] {
  const sums = new Map<string, { product: string; drop: string; ordered: number }>();
  for (const { product, drop, pieces } of lines) {
    const key = `${product} ${drop}`;
    sums.set(key, { product, drop, ordered: (sums.get(key)?.ordered ?? 0) + pieces });
  }
  return [...sums.values()]
    .filter(({ ordered }) => ordered > 0)
    .map((sum) => ({ ...sum, baked: Math.ceil(sum.ordered * (1 + over(sum.product) / 100) - 1e-9) }))
    .sort((a, b) => a.drop.localeCompare(b.drop) || a.product.localeCompare(b.product));
}
