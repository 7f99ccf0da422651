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

/** A piece may become this much heavier or lighter before it is another product. Chosen for Jovet from practice. */
const SPREAD = 0.03;

/**
 * Divides the dough that is really there: a small difference is spread over all pieces, a large rest becomes extra
 * pieces of the last product, and a large lack is taken from the last products of the list.
 *
 * @param mass kg of dough on the bench
 * @param orders in order of importance: the last is short first
 */
export function redivide(mass: number, orders: readonly PieceOrder[]): Result<Redivided> {
  const made = orders.filter((order) => order.pieces > 0);
  const needed = made.reduce((sum, order) => sum + order.pieces * order.scaledWeight, 0);
  const last = made.at(-1);
  if (!last || mass <= 0)
    return bad(problem('mass', 'There is nothing to divide.', 'Enter the dough on the bench, and pieces.'));
  const difference = mass - needed;
  const factor = mass / needed;
  const same = made.map((order) => ({ ...order, ordered: order.pieces }));
  if (Math.abs(factor - 1) <= SPREAD && difference < last.scaledWeight) {
    const grams = formatMass(Math.abs(difference), 'kg', 2);
    return good({
      needed,
      difference,
      lines: same.map((line) => ({ ...line, scaledWeight: line.scaledWeight * factor })),
      sentence:
        Math.abs(difference) < 1e-9
          ? 'The dough is exactly what was ordered.'
          : `${grams} ${difference > 0 ? 'more' : 'less'} than ordered: spread it over all pieces.`,
    });
  }
  if (difference > 0) {
    const extra = Math.floor(difference / last.scaledWeight + 1e-9);
    const rest = difference - extra * last.scaledWeight;
    const lines = same.map((line, index) =>
      index === same.length - 1 ? { ...line, pieces: line.pieces + extra } : line,
    );
    return good({
      needed,
      difference,
      lines,
      sentence: `Make ${extra} more ${last.product}; ${formatMass(rest, 'g')} is left over.`,
    });
  }
  return good({ needed, difference, ...takeFromTheLast(same, -difference) });
}

function takeFromTheLast(
  lines: readonly (PieceOrder & { readonly ordered: number })[],
  lack: number,
): Pick<Redivided, 'lines' | 'sentence'> {
  let missing = lack;
  const short: string[] = [];
  const left = lines
    .toReversed()
    .map((line) => {
      const fewer = Math.min(line.pieces, Math.ceil(missing / line.scaledWeight - 1e-9));
      if (missing <= 1e-9 || fewer === 0) return line;
      missing = Math.max(0, missing - fewer * line.scaledWeight);
      short.push(`${line.product} is short of ${fewer}`);
      return { ...line, pieces: line.pieces - fewer };
    })
    .toReversed();
  return { lines: left, sentence: `${formatMass(lack, 'kg', 2)} too little: ${short.join(', ')}.` };
}
