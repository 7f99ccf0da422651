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
  /** Px over the dough. */
  readonly rise: number;
  readonly anchor: 'start' | 'middle' | 'end';
}

/**
 * Names of the knots of each line on two levels, so that none lies on another; what has no room is not written.
 *
 * @param at where lines lie: those that lie on one share its room
 */
export function placedLabels(
  lines: readonly WayLine[],
  at: readonly number[],
  x: (hour: number) => number,
  word: (line: WayLine, knot: WayLine['knots'][number]) => string,
): PlacedLabel[][] {
  const rows = new Map<number, number[]>();
  return lines.map((line, index) => {
    const row = at[index] ?? 0;
    const ends = rows.get(row) ?? [-Infinity, -Infinity];
    rows.set(row, ends);
    return [...line.knots]
      .sort((a, b) => a.from - b.from)
      .flatMap((knot): PlacedLabel[] => {
        const text = word(line, knot);
        const wide = text.length * 6.6 + 10;
        const middle = (x(knot.from) + Math.max(x(knot.to), x(knot.from) + 7)) / 2;
        const start = middle - wide / 2 < 0;
        const from = start ? 0 : middle - wide / 2;
        const level = ends.findIndex((end) => end <= from);
        if (level < 0) return [];
        ends[level] = from + wide;
        const anchor = start ? 'start' : 'middle';
        return [{ step: knot.step, text, x: start ? 2 : middle, rise: 10 + level * 16, anchor }];
      });
  });
}
