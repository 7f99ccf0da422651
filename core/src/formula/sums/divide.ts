import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatMass } from '../../units/index.ts';
import type { PieceOrder } from '../schema.ts';

/** Pieces through a divider that cuts a fixed number at once. Masses in kg. */
export interface DividerHeads {
  /** Dough to weigh for one head. */
  readonly headMass: number;
  /** Heads that make at least what is ordered, and how many pieces more. */
  readonly heads: number;
  readonly made: number;
  readonly extra: number;
  /** Or whole heads only, and the pieces that are left to divide by hand. */
  readonly wholeHeads: number;
  readonly byHand: number;
}

/**
 * Rounds pieces up to whole heads of a fixed-count divider.
 *
 * @param scaledWeight kg
 * @param count pieces that one head cuts
 */
export function dividerHeads(pieces: number, scaledWeight: number, count: number): Result<DividerHeads> {
  if (!Number.isInteger(count) || count < 2)
    return bad(problem('count', 'A divider cuts at least 2 pieces.', 'Enter how many it cuts at once.'));
  const heads = Math.ceil(pieces / count);
  const wholeHeads = Math.floor(pieces / count);
  return good({
    headMass: count * scaledWeight,
    heads,
    made: heads * count,
    extra: heads * count - pieces,
    wholeHeads,
    byHand: pieces - wholeHeads * count,
  });
}

/** The dough that is really there, against what was ordered. Masses in kg. */
export interface Redivided {
  readonly needed: number;
  /** More (+) or less (−) dough than needed. */
  readonly difference: number;
  readonly lines: readonly (PieceOrder & { readonly ordered: number })[];
  /** What to do, in a sentence. */
  readonly sentence: string;
}

/** A piece may become so much heavier or lighter: what is over or short is spread over all of them. Domain, default. */
const SPREAD = { heavy: 0.03, light: 0.01 } as const;

/** kg that no scale shows. */
const HAIR = 0.0005;

type Line = PieceOrder & { readonly ordered: number };
const massOf = (lines: readonly PieceOrder[]): number =>
  lines.reduce((sum, { pieces, scaledWeight }) => sum + pieces * scaledWeight, 0);

/**
 * Divides the dough that is really there. What is over or short is spread while each piece stays within 3 % heavy and 1 %
 * light of its weight; what is over beyond that becomes more pieces of the last product, what is short beyond that is taken
 * from the last products of the list, and never more than needed.
 *
 * @param mass kg of dough on the bench
 * @param orders in order of importance: the last is short first
 */
export function redivide(mass: number, orders: readonly PieceOrder[]): Result<Redivided> {
  const lines = orders
    .filter(({ pieces }) => pieces > 0)
    .map((order) => ({ ...order, ordered: order.pieces }));
  const last = lines.at(-1);
  if (!last || !(mass > 0))
    return bad(problem('mass', 'There is nothing to divide.', 'Enter the dough on the bench, and pieces.'));
  const needed = massOf(lines);
  const difference = mass - needed;
  if (Math.abs(difference) < 1e-9)
    return good({ needed, difference, lines, sentence: 'The dough is exactly what was ordered.' });
  const most = mass / (1 - SPREAD.light);
  const heavy = mass > needed * (1 + SPREAD.heavy);
  const divided = needed > most + 1e-9 ? shortened(lines, most) : heavy ? lengthened(lines, mass) : lines;
  const { lines: weighed, words } = spread(divided, mass);
  const much = `${formatMass(Math.abs(difference), 'kg', 2)} ${difference > 0 ? 'more' : 'less'} than ordered`;
  const what = [...changesOf(divided), ...words].join('; ');
  return good({ needed, difference, lines: weighed, sentence: `${much}: ${what}.` });
}

/** What becomes of single products, in words. */
const changesOf = (lines: readonly Line[]): string[] =>
  lines.flatMap(({ product, pieces, ordered }) =>
    pieces > ordered
      ? [`make ${pieces - ordered} more ${product}`]
      : pieces < ordered
        ? [`${product} is short of ${ordered - pieces}`]
        : [],
  );

/** More pieces of the last product, as many as there is dough for. */
const lengthened = (lines: readonly Line[], mass: number): Line[] =>
  lines.map((line, index) => {
    const extra = index === lines.length - 1 ? Math.floor((mass - massOf(lines)) / line.scaledWeight + 1e-9) : 0;
    return { ...line, pieces: line.pieces + extra };
  }); // prettier-ignore

/** Fewer pieces of the last products, so that no more than some kg are needed; what fits again after a large one is kept. */
function shortened(lines: readonly Line[], most: number): Line[] {
  const left = lines.map((line) => ({ ...line }));
  for (const line of left.toReversed()) {
    const missing = massOf(left) - most;
    if (missing > 1e-9)
      line.pieces -= Math.min(line.pieces, Math.ceil(missing / line.scaledWeight - 1e-9));
  }
  for (const line of left) {
    const again = Math.floor((most - massOf(left)) / line.scaledWeight + 1e-9);
    line.pieces = Math.min(line.ordered, line.pieces + Math.max(0, again));
  }
  return left;
} // prettier-ignore

/** What is over or short of these pieces, spread over them while each stays within its weight; else it is said. */
function spread(
  lines: readonly Line[],
  mass: number,
): { readonly lines: readonly Line[]; readonly words: readonly string[] } {
  const needed = massOf(lines);
  const factor = mass / needed;
  if (factor >= 1 - SPREAD.light - 1e-9 && factor <= 1 + SPREAD.heavy + 1e-9) {
    const rest = Math.abs(mass - needed);
    const all = lines.map((line) => ({ ...line, scaledWeight: line.scaledWeight * factor }));
    return { lines: all, words: rest < HAIR ? [] : [`spread ${formatMass(rest, 'g')} over all pieces`] };
  }
  return { lines, words: [`${formatMass(mass - needed, 'g')} is left over, too little for a piece`] };
}
