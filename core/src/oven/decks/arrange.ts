import { bad, good, problem, type Result } from '../../problem/index.ts';

/** What a piece covers once it has sprung, m. */
export type Outline =
  | { readonly kind: 'round'; readonly diameter: number }
  | { readonly kind: 'oval'; readonly length: number; readonly width: number }
  | { readonly kind: 'rectangle'; readonly length: number; readonly width: number };

/** The floor of a deck, or a tray, m. */
export interface DeckFloor {
  readonly width: number;
  readonly depth: number;
}

/** Where a piece stands: its centre from the left and from the door, m; turned, its length goes to the back. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly turned: boolean;
}

/** Length of an outline along the width of the deck, and across it, m. */
export const extentOf = (outline: Outline, turned = false): readonly [along: number, across: number] => {
  const [length, width] =
    outline.kind === 'round' ? [outline.diameter, outline.diameter] : [outline.length, outline.width];
  return turned ? [width, length] : [length, width];
};

/** A length that fits to within rounding, m. */
const HAIR = 1e-9;

/**
 * The most pieces of one kind on a deck: straight rows, staggered rows with the gap between pieces drawn out over the
 * deck, along its width and along its depth, pieces lying and turned, and for rectangles a block of each.
 *
 * @param spacing between pieces, along both of their axes, m; the edge of the deck needs none
 * @returns where each stands, all within the deck and none over another; or what cannot be at `deck` or `piece`
 *
 * @example
 * const spots = arrange({ width: 1.2, depth: 1 }, { kind: 'round', diameter: 0.24 }, 0.04);
 * assert.ok(spots.ok && spots.value.length >= 12);
 */
export function arrange(deck: DeckFloor, outline: Outline, spacing: number): Result<Spot[]> {
  const [length, width] = extentOf(outline);
  if (!(deck.width > 0 && deck.depth > 0))
    return bad(problem('deck', 'The deck has no floor.', 'Enter its width and depth.'));
  if (!(length > 0 && width > 0))
    return bad(problem('piece', 'The piece covers nothing.', 'Enter how large it is once baked.'));
  const fits = ([along, across]: readonly [number, number]) =>
    along <= deck.width + HAIR && across <= deck.depth + HAIR;
  if (!fits(extentOf(outline)) && !fits(extentOf(outline, true)))
    return bad(
      problem('piece', 'One piece is larger than the deck.', 'Make it smaller, or bake it in another oven.'),
    );
  const ways: Spot[][] = [];
  for (const turned of outline.kind === 'round' ? [false] : [false, true]) {
    const extent = extentOf(outline, turned);
    if (!fits(extent)) continue;
    ways.push(inRows(deck, extent, spacing, turned));
    if (outline.kind === 'rectangle') ways.push(...inBlocks(deck, outline, spacing, turned));
    else
      ways.push(
        staggered(deck, extent, spacing, turned),
        mirrored(staggered(sideways(deck), [extent[1], extent[0]], spacing, turned)),
      );
  }
  return good(ways.reduce((best, way) => (way.length > best.length ? way : best), []));
}

const sideways = ({ width, depth }: DeckFloor): DeckFloor => ({ width: depth, depth: width });
const mirrored = (spots: readonly Spot[]): Spot[] =>
  spots.map(({ x, y, turned }) => ({ x: y, y: x, turned }));

/** How many of a length, with gaps between them, go into another. */
const countIn = (room: number, each: number, gap: number): number =>
  Math.max(0, Math.floor((room + gap) / (each + gap) + HAIR));

function inRows(
  { width, depth }: DeckFloor,
  [along, deep]: readonly [number, number],
  gap: number,
  turned: boolean,
): Spot[] {
  const [columns, rows] = [countIn(width, along, gap), countIn(depth, deep, gap)];
  return Array.from({ length: rows * columns }, (_, index) => ({
    x: along / 2 + (index % columns) * (along + gap),
    y: deep / 2 + Math.floor(index / columns) * (deep + gap),
    turned,
  }));
}

/**
 * Rows that stand in the gaps of those before them; an oval is a circle that was drawn out. What depth is left over lets
 * some full rows stand straight behind one another.
 */
function staggered(
  { width, depth }: DeckFloor,
  [along, deep]: readonly [number, number],
  gap: number,
  turned: boolean,
): Spot[] {
  let best = { count: 0, pitch: 0, step: 0, long: 0, short: 0, straight: 0, turns: 0 };
  const most = countIn(width, along, gap);
  const room = depth - deep;
  for (let columns = 1; columns <= most; columns += 1)
    // Each second row is one piece shorter, or all are alike and shifted by half a pitch.
    for (const shift of [0, 0.5]) {
      const gaps = columns - 1 + shift;
      const pitch = gaps > 0 ? (width - along) / gaps : along + gap;
      if (pitch < along + gap - HAIR) continue;
      // In the measure of a circle: pieces of neighbouring rows touch, those two rows apart stand behind each other.
      const lean = Math.min(1, pitch / 2 / (along + gap));
      const step = (deep + gap) * Math.max(0.5, Math.sqrt(1 - lean * lean));
      const short = shift === 0 ? Math.max(0, columns - 1) : columns;
      for (let straight = 0; straight * (deep + gap) <= room + HAIR; straight += 1) {
        const turns = Math.floor((room - straight * (deep + gap)) / step + HAIR);
        const shorts = Math.ceil(turns / 2);
        const count = (straight + turns + 1 - shorts) * columns + shorts * short;
        if (count > best.count) best = { count, pitch, step, long: columns, short, straight, turns };
      }
    }
  const { pitch, step, long, short, straight, turns } = best;
  const spots: Spot[] = [];
  let y = deep / 2;
  for (let row = 0; best.count > 0 && row <= straight + turns; row += 1) {
    const shifted = row > straight && (row - straight) % 2 === 1;
    for (let column = 0; column < (shifted ? short : long); column += 1)
      spots.push({ x: along / 2 + column * pitch + (shifted ? pitch / 2 : 0), y, turned });
    y += row < straight ? deep + gap : step;
  }
  return spots;
} // prettier-ignore

/** Blocks of this many columns or rows are tried at most in each of four corners. */
const TRIED = 12;

/**
 * Rectangles in four blocks that go around the deck like the blades of a windmill: lying at the front left and the back
 * right, turned at the other two corners. Any of them may be empty, so two blocks side by side are among them.
 */
function inBlocks({ width, depth }: DeckFloor, outline: Outline, gap: number, turned: boolean): Spot[][] {
  const lying = extentOf(outline, turned);
  const other = extentOf(outline, !turned);
  const [along, deep] = [lying[0] + gap, lying[1] + gap];
  const lie = (w: number, d: number) => countIn(w, lying[0], gap) * countIn(d, lying[1], gap);
  const turn = (w: number, d: number) => countIn(w, other[0], gap) * countIn(d, other[1], gap);
  let [best, cut]: [number, readonly [number, number, number, number]] = [0, [0, 0, 0, 0]];
  const upTo = (room: number, each: number) => Math.min(TRIED, Math.floor((room + gap) / each + HAIR));
  for (let columns = 0; columns <= upTo(width, along); columns += 1)
    for (let rows = 0; rows <= upTo(depth, deep); rows += 1)
      for (let back = 0; back <= upTo(depth, along); back += 1)
        for (let left = 0; left <= upTo(width, deep); left += 1) {
          const [w1, h1, h2, w4] = [columns * along, rows * deep, back * along, left * deep];
          // Blades lie beside one another: the left one no wider than the front one, the right one no shorter.
          if (w4 > w1 + HAIR || h2 < h1 - HAIR) continue;
          const pieces =
            columns * rows +
            turn(width - w1, h2 - gap) +
            lie(width - w4, depth - h2) +
            turn(w4 - gap, depth - h1);
          if (pieces > best) [best, cut] = [pieces, [w1, h1, h2, w4]];
        }
  const [w1, h1, h2, w4] = cut;
  const blocks = [
    { x: 0, y: 0, width: w1 - gap, depth: h1 - gap, turned },
    { x: w1, y: 0, width: width - w1, depth: h2 - gap, turned: !turned },
    { x: w4, y: h2, width: width - w4, depth: depth - h2, turned },
    { x: 0, y: h1, width: w4 - gap, depth: depth - h1, turned: !turned },
  ];
  return [
    blocks.flatMap((block) =>
      inRows(block, block.turned === turned ? lying : other, gap, block.turned).map((spot) => ({
        ...spot,
        x: spot.x + block.x,
        y: spot.y + block.y,
      })),
    ),
  ];
}
