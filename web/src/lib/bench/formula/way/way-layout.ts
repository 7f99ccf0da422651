import type { WayCourse, WayLine } from '@jovet/core/dough/course';

/** Room for a line with its labels above and its places below, px. */
const ROW = 124;
/** Room under the last line for a dough that has risen much, px. */
const BELOW = 36;

/** Where lines lie, from the top: the products under one another, the dough in their middle. */
export function rowsOf({ lines }: WayCourse): { readonly at: readonly number[]; readonly height: number } {
  const branches = lines.length - 1;
  const first = 62;
  if (branches <= 1) return { at: lines.map(() => first), height: ROW + BELOW };
  const at = Array.from({ length: branches }, (_, index) => first + index * ROW);
  const middle = (first + (at.at(-1) ?? first)) / 2;
  return { at: [middle, ...at], height: branches * ROW + BELOW };
}

/** Px of a dough of so much of the mass that has risen so far. */
export const thickness = (share: number, rise: number): number =>
  Math.min(66, Math.max(8, 24 * Math.sqrt(Math.min(1, share)) * (1 + Math.max(0, rise) * 0.55)));

export interface PlacedLabel {
  readonly step: number;
  readonly text: string;
  readonly x: number;
  /** Where its knot is. */
  readonly at: number;
  /** Px over the dough. */
  readonly rise: number;
}

/** Px that a name is moved at most, to have room beside another. */
const ASIDE = 44;
/** Px over the dough of the lowest names, and of each level above them. */
const [LOWEST, LEVEL, LEVELS] = [10, 16, 2] as const;

/** What a knot is called, and whether its name has room before others. */
export interface Naming {
  readonly word: (line: WayLine, knot: WayLine['knots'][number]) => string;
  readonly first: (line: WayLine, knot: WayLine['knots'][number]) => boolean;
}

/**
 * Names of the knots of each line on two levels, so that none lies on another: over their knots, else a little beside them;
 * what has no room is not written.
 *
 * @param at where lines lie: those that lie on one share its room
 */
export function placedLabels(
  lines: readonly WayLine[],
  at: readonly number[],
  x: (hour: number) => number,
  { word, first }: Naming,
): PlacedLabel[][] {
  const rows = new Map<number, (readonly [level: number, from: number, to: number])[]>();
  const found: PlacedLabel[][] = lines.map(() => []);
  const named = lines.flatMap((line, index) => line.knots.map((knot) => ({ line, index, knot, first: first(line, knot) })));
  named.sort((a, b) => Number(b.first) - Number(a.first) || a.index - b.index || a.knot.from - b.knot.from);
  for (const { line, index, knot } of named) {
    const row = rows.get(at[index] ?? 0) ?? [];
    rows.set(at[index] ?? 0, row);
    const text = word(line, knot);
    const wide = text.length * 6.6 + 10;
    const middle = (x(knot.from) + Math.max(x(knot.to), x(knot.from) + 7)) / 2;
    const place = roomFor(row, Math.max(0, middle - wide / 2), wide);
    if (!place) continue;
    row.push([place.level, place.from, place.from + wide]);
    found[index]?.push({ step: knot.step, text, x: place.from + wide / 2, at: middle, rise: LOWEST + place.level * LEVEL });
  }
  return found;
} // prettier-ignore

/** The lowest level on which a name has room where it would like to be, else where it is moved least. */
function roomFor(row: readonly (readonly [level: number, from: number, to: number])[], liked: number, wide: number) {
  const places = Array.from({ length: LEVELS }, (_, level) => {
    const own = row.filter(([of]) => of === level);
    const free = (from: number) => from >= 0 && own.every(([, a, b]) => from >= b || from + wide <= a);
    return [liked, ...own.flatMap(([, a, b]) => [b, a - wide])].filter(free).map((from) => ({ level, from }));
  }).flat();
  const away = ({ from }: { from: number }) => Math.abs(from - liked);
  return places.filter((each) => away(each) <= ASIDE).sort((a, b) => away(a) - away(b) || a.level - b.level)[0] ?? null;
} // prettier-ignore
