import { good, type Result } from '../../problem/index.ts';
import { SPACING } from './footprint.ts';
import { arrange, extentOf, type DeckFloor, type Outline, type Spot } from './arrange.ts';

/** Like pieces that go into the oven together. */
export interface DeckLot {
  readonly outline: Outline;
  /** m between them. */
  readonly spacing: number;
  readonly count: number;
}

/** Pieces of one lot on one deck. */
export interface OnDeck {
  readonly lot: number;
  readonly spots: readonly Spot[];
}

/** Rows of like pieces over the whole width of a deck. */
interface Band {
  readonly lot: number;
  readonly depth: number;
  readonly spots: readonly Spot[];
}

const HAIR = 1e-9;

/** Decks that were filled lately: a day asks for the same ones again and again. */
const arranged = new Map<string, Result<readonly Spot[]>>();
const MOST_ARRANGED = 500;

/** As many of a lot as stand on a deck, as {@link arrange} says it. */
function fullDeck({ width, depth }: DeckFloor, { outline, spacing }: DeckLot): Result<readonly Spot[]> {
  const key = JSON.stringify([width, depth, outline, spacing]);
  const known = arranged.get(key);
  if (known) return known;
  if (arranged.size >= MOST_ARRANGED) arranged.clear();
  const most = arrange({ width, depth }, outline, spacing);
  arranged.set(key, most);
  return most;
}

/**
 * How much of a deck pieces take: whole decks as closely as they go, and what is left in rows over the width, so that
 * rows of other pieces find room behind them.
 *
 * @returns decks, with the share of the last one; or what cannot be, as {@link arrange} says it
 */
export function decksFor(deck: DeckFloor, lot: DeckLot): Result<number> {
  const most = fullDeck(deck, lot);
  if (!most.ok) return most;
  const whole = Math.floor(lot.count / most.value.length);
  const rest = lot.count % most.value.length;
  const band = rest > 0 ? bandOf(deck, { ...lot, count: rest }, 0) : null;
  const gap = Math.max(lot.spacing, SPACING.free);
  return good(whole + (rest === 0 ? 0 : band ? (band.depth + gap) / (deck.depth + gap) : 1));
}

/**
 * Decks for lots that are in together: each its own whole ones, and what is left of each in rows, the deepest first, on the
 * first deck that has room behind others.
 *
 * @param shares thousandths of a deck, as {@link decksFor} says them, rounded up
 */
export function decksTogether(shares: readonly number[]): number {
  const whole = shares.reduce((sum, share) => sum + Math.floor(share / 1000), 0);
  const rooms: number[] = [];
  for (const rest of shares.map((share) => share % 1000).sort((a, b) => b - a)) {
    if (rest === 0) break;
    const open = rooms.findIndex((room) => room >= rest);
    if (open < 0) rooms.push(1000 - rest);
    else rooms[open] = (rooms[open] ?? 0) - rest;
  }
  return whole + rooms.length;
}

/**
 * Stands lots on decks: whole decks of one lot first, then what is left of each in rows, the deepest first, each behind
 * others where there is room.
 *
 * @param decks how many there are
 * @returns what stands on each deck, and how many pieces of each lot found no place
 */
export function fillDecks(
  deck: DeckFloor,
  lots: readonly DeckLot[],
  decks: number,
): Result<{ readonly decks: readonly (readonly OnDeck[])[]; readonly left: readonly number[] }> {
  const filled: OnDeck[][] = [];
  const bands: Band[] = [];
  for (const [index, lot] of lots.entries()) {
    const most = fullDeck(deck, lot);
    if (!most.ok) return most;
    let rest = lot.count;
    for (; rest >= most.value.length; rest -= most.value.length) filled.push([{ lot: index, spots: most.value }]);
    if (rest === 0) continue;
    const band = bandOf(deck, { ...lot, count: rest }, index);
    if (band) bands.push(band);
    else filled.push([{ lot: index, spots: most.value.slice(0, rest) }]);
  }
  const gap = Math.max(0, ...lots.map(({ spacing }) => spacing));
  const shared: { used: number; pieces: OnDeck[] }[] = [];
  for (const { lot, depth, spots } of bands.toSorted((a, b) => b.depth - a.depth)) {
    const open = shared.find(({ used }) => used + gap + depth <= deck.depth + HAIR);
    const from = open ? open.used + gap : 0;
    const pieces = { lot, spots: spots.map((spot) => ({ ...spot, y: spot.y + from })) };
    if (open) {
      open.used = from + depth;
      open.pieces.push(pieces);
    } else shared.push({ used: depth, pieces: [pieces] });
  }
  const all = [...filled, ...shared.map(({ pieces }) => pieces)];
  const left = lots.map(() => 0);
  for (const pieces of all.slice(decks))
    for (const { lot, spots } of pieces) left[lot] = (left[lot] ?? 0) + spots.length;
  return good({ decks: all.slice(0, decks), left });
} // prettier-ignore

/** Rows over the width, lying or turned, whichever is less deep; null where they are deeper than the deck. */
function bandOf(deck: DeckFloor, { outline, spacing, count }: DeckLot, lot: number): Band | null {
  let best: Band | null = null;
  for (const turned of outline.kind === 'round' ? [false] : [false, true]) {
    const [along, deep] = extentOf(outline, turned);
    const columns = Math.floor((deck.width + spacing) / (along + spacing) + HAIR);
    if (columns < 1) continue;
    const depth = Math.ceil(count / columns) * (deep + spacing) - spacing;
    if (depth > deck.depth + HAIR || (best && best.depth <= depth)) continue;
    const spots = Array.from({ length: count }, (_, index) => ({
      x: along / 2 + (index % columns) * (along + spacing),
      y: deep / 2 + Math.floor(index / columns) * (deep + spacing),
      turned,
    }));
    best = { lot, depth, spots };
  }
  return best;
}
