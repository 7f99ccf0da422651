import { extentOf, type DeckFloor, type Outline, type Spot } from './arrange.ts';

/** A piece, and where it stands. */
export interface LaidPiece {
  readonly outline: Outline;
  /** m that it wants between itself and others. */
  readonly spacing: number;
  readonly spot: Spot;
}

/** A length that is as good as none, m. */
const HAIR = 1e-6;
/** Directions in which two pieces are looked at, of a quarter turn, and how often it is looked closer around the best. */
const [DIRECTIONS, CLOSER] = [32, 16] as const;
/** Places around the wanted one are tried this far from one another, m. */
const STEP = 0.02;

/** How far a piece reaches from its middle in a direction of the first quarter, with half the gap around it, m. */
function reachOf({ outline, spot }: LaidPiece, gap: number): (cos: number, sin: number) => number {
  const [along, across] = extentOf(outline, spot.turned).map((length) => (length + gap) / 2) as [number, number];
  return outline.kind === 'rectangle'
    ? (cos, sin) => along * cos + across * sin
    : (cos, sin) => Math.hypot(along * cos, across * sin);
} // prettier-ignore

/** Whether two pieces leave the gap between them that the one wants which wants more. */
export function apart(one: LaidPiece, other: LaidPiece): boolean {
  const gap = Math.max(one.spacing, other.spacing);
  const [first, second] = [reachOf(one, gap), reachOf(other, gap)];
  const [dx, dy] = [Math.abs(one.spot.x - other.spot.x), Math.abs(one.spot.y - other.spot.y)];
  /** m of air between them as seen in a direction: two bodies without hollows are apart if there is some in any. */
  const air = (angle: number): number => {
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    return dx * cos + dy * sin - first(cos, sin) - second(cos, sin);
  };
  if (air(0) >= -HAIR || air(Math.PI / 2) >= -HAIR) return true;
  let [angle, most, step] = [0, -Infinity, Math.PI / 2 / DIRECTIONS];
  for (let index = 0; index <= DIRECTIONS; index += 1) {
    const here = air(index * step);
    if (here > most) [angle, most] = [index * step, here];
  }
  for (let index = 0; index < CLOSER && most < -HAIR; index += 1) {
    step /= 2;
    // Beyond the first quarter a reach is not what it is taken for.
    for (const next of [Math.max(0, angle - step), Math.min(Math.PI / 2, angle + step)])
      if (air(next) > most) [angle, most] = [next, air(next)];
  }
  return most >= -HAIR;
}

/** Whether a piece stands on a deck with all of it. */
export function within({ width, depth }: DeckFloor, { outline, spot }: LaidPiece): boolean {
  const [along, across] = extentOf(outline, spot.turned);
  return (
    spot.x >= along / 2 - HAIR &&
    spot.x <= width - along / 2 + HAIR &&
    spot.y >= across / 2 - HAIR &&
    spot.y <= depth - across / 2 + HAIR
  );
}

/** Whether all pieces stand on a deck, and none over another or nearer to it than it may. */
export const standWell = (deck: DeckFloor, pieces: readonly LaidPiece[]): boolean =>
  pieces.every(
    (piece, index) => within(deck, piece) && pieces.slice(index + 1).every((other) => apart(piece, other)),
  );

/**
 * The place for a piece that is nearest to where it is wanted: there, beside another piece, in line with one, at an edge
 * of the deck, or a little to a side.
 *
 * @param others what stands there already
 * @param reach m that it may be away from where it is wanted
 * @returns null where there is none
 */
export function placeNear(deck: DeckFloor, others: readonly LaidPiece[], piece: LaidPiece, reach = Infinity): Spot | null {
  const { outline, spacing, spot } = piece;
  const places = (axis: 'x' | 'y', side: 0 | 1, room: number): number[] => {
    const half = extentOf(outline, spot.turned)[side] / 2;
    const [least, most] = [Math.max(half, spot[axis] - reach), Math.min(room - half, spot[axis] + reach)];
    const beside = others.flatMap((other) => {
      const away = half + extentOf(other.outline, other.spot.turned)[side] / 2 + Math.max(spacing, other.spacing);
      return [other.spot[axis] - away, other.spot[axis], other.spot[axis] + away];
    });
    const around = Array.from({ length: Math.max(0, Math.floor((most - least) / STEP)) }, (_, index) => least + index * STEP);
    return [...new Set([spot[axis], half, room - half, ...beside, ...around])].filter((at) => at >= least - HAIR && at <= most + HAIR);
  };
  const [xs, ys] = [places('x', 0, deck.width), places('y', 1, deck.depth)];
  return (
    xs
      .flatMap((x) => ys.map((y) => ({ x, y, turned: spot.turned, away: Math.hypot(x - spot.x, y - spot.y) })))
      .filter(({ away }) => away <= reach)
      .sort((a, b) => a.away - b.away)
      .map(({ x, y, turned }) => ({ x, y, turned }))
      .find((at) => others.every((other) => apart({ ...piece, spot: at }, other))) ?? null
  );
} // prettier-ignore
