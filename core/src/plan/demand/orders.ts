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
  /** Pieces of it that are left out before all others where not all can be made, and those that are left out last. */
  readonly first: number;
  readonly last: number;
}

/**
 * Totals of a day by product and drop.
 *
 * @param over percent that is baked over, of a product
 * @param customers say who gets less first
 */
export function totalsOf(lines: readonly OrderLine[], over: (product: string) => number, customers: readonly Customer[] = []): Total[] {
  const shortOf = new Map(customers.map(({ slug, short }) => [slug, short]));
  const sums = new Map<string, Omit<Total, 'baked'>>();
  for (const { customer, product, drop, pieces } of lines) {
    const key = `${product} ${drop}`;
    const { ordered, first, last } = sums.get(key) ?? { ordered: 0, first: 0, last: 0 };
    const short = shortOf.get(customer);
    sums.set(key, { product, drop, ordered: ordered + pieces, first: first + (short === 'first' ? pieces : 0), last: last + (short === 'last' ? pieces : 0) });
  }
  return [...sums.values()]
    .filter(({ ordered }) => ordered > 0)
    .map((sum) => {
      const baked = Math.ceil(sum.ordered * (1 + over(sum.product) / 100) - 1e-9);
      // Nobody waits for what is baked over.
      return { ...sum, baked, first: sum.first + baked - sum.ordered };
    })
    .sort((a, b) => a.drop.localeCompare(b.drop) || a.product.localeCompare(b.product));
} // prettier-ignore
