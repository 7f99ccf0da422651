import { ovenOfDeck, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
import { placeNear, type LaidPiece, type Spot } from '@jovet/core/oven/decks';

/** A piece of a load on its deck; `lot` is the place of its item in the load. */
export interface LaidOut {
  readonly lot: number;
  readonly deck: number;
  readonly spot: Spot;
}

/** What the arrows mean on a deck, to the right and to the back. */
export const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** m that an arrow moves a piece, and how far from there it may come to stand. */
const NUDGE = { by: 0.02, near: 0.015 } as const;

/** All pieces of a load. */
export const piecesOf = (load: OvenLoad): LaidOut[] =>
  load.decks.flatMap(({ deck, pieces }) =>
    pieces.flatMap(({ lot, spots }) => spots.map((spot) => ({ lot, deck, spot }))),
  );

const asLaid = (load: OvenLoad, { lot, spot }: LaidOut): LaidPiece[] => {
  const item = load.items[lot];
  return item ? [{ outline: item.outline, spacing: item.spacing, spot }] : [];
};

/** The place on a deck for a piece of a load that is nearest to where it is wanted; null: there is none within reach, m. */
export function spotFor(oven: OvenDay, load: OvenLoad, piece: LaidOut, wanted: LaidOut, reach?: number): Spot | null {
  const others = piecesOf(load).filter((each) => each.deck === wanted.deck && !same(each, piece));
  const [laid] = asLaid(load, wanted);
  return laid ? placeNear(ovenOfDeck(oven, wanted.deck).floor, others.flatMap((each) => asLaid(load, each)), laid, reach) : null;
} // prettier-ignore

/** The next place for a piece to a side, behind what is in its way. */
export function spotBeyond(oven: OvenDay, load: OvenLoad, piece: LaidOut, [x, y]: readonly [number, number]): Spot | null {
  const { spot } = piece;
  const { floor } = ovenOfDeck(oven, piece.deck);
  const most = Math.max(floor.width, floor.depth);
  for (let by: number = NUDGE.by; by < most; by += NUDGE.by) {
    const wanted = { ...piece, spot: { ...spot, x: spot.x + x * by, y: spot.y + y * by } };
    const found = spotFor(oven, load, piece, wanted, NUDGE.near);
    if (found && (found.x - spot.x) * x + (found.y - spot.y) * y > NUDGE.by / 4) return found;
  }
  return null;
} // prettier-ignore

export const same = (one: LaidOut, other: LaidOut): boolean =>
  one.lot === other.lot &&
  one.deck === other.deck &&
  one.spot.x === other.spot.x &&
  one.spot.y === other.spot.y;

/** The piece that lies next on its deck to a side; the first one where none is chosen. */
export function nextPiece(
  pieces: readonly LaidOut[],
  from: LaidOut | null,
  [x, y]: readonly [number, number],
): LaidOut | null {
  if (!from) return pieces[0] ?? null;
  const ahead = pieces.flatMap((piece) => {
    const [dx, dy] = [piece.spot.x - from.spot.x, piece.spot.y - from.spot.y];
    const [along, across] = [dx * x + dy * y, Math.abs(dx * y) + Math.abs(dy * x)];
    return along > 0.001 && across <= 2 * along ? [{ piece, away: along + 2 * across }] : [];
  });
  return ahead.sort((a, b) => a.away - b.away)[0]?.piece ?? null;
}
