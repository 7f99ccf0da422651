import type { RibbonPoint } from '@jovet/core/day';

/** Where a moment lies across the drawing. */
export interface TimeScale {
  readonly from: number;
  readonly to: number;
  readonly left: number;
  readonly right: number;
}

export const xOf = ({ from, to, left, right }: TimeScale, at: number): number =>
  left + ((at - from) / (to - from)) * (right - left);

export const pixelsPerHour = ({ from, to, left, right }: TimeScale): number =>
  ((right - left) / (to - from)) * 3600;

/** The outline of a ribbon: as thick as the dough has volume, around a middle line. */
export function ribbonPath(
  points: readonly RibbonPoint[],
  scale: TimeScale,
  middle: number,
  pixelsPerLitre: number,
): string {
  const edge = (side: 1 | -1) =>
    points.map(
      ({ at, volume }) => `${round(xOf(scale, at))},${round(middle + (side * volume * pixelsPerLitre) / 2)}`,
    );
  return `M${edge(-1).join('L')}L${edge(1).reverse().join('L')}Z`;
}

/** The outlines of the strands that a ribbon parts into. */
export function strandPaths(
  points: readonly RibbonPoint[],
  scale: TimeScale,
  middle: number,
  pixelsPerLitre: number,
  strands: number,
  gap: number,
): string[] {
  return Array.from({ length: strands }, (_, strand) => {
    const edge = (part: number) =>
      points.map(({ at, volume }) => {
        const thickness = volume * pixelsPerLitre;
        const each = thickness / strands;
        const spread = gap * (strands - 1);
        const y = middle - (thickness + spread) / 2 + strand * (each + gap) + part * each;
        return `${round(xOf(scale, at))},${round(y)}`;
      });
    return `M${edge(0).join('L')}L${edge(1).reverse().join('L')}Z`;
  });
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** A text with the place that it would like. */
export interface Label {
  readonly id: string;
  readonly text: string;
  readonly x: number;
  readonly width: number;
}

export interface PlacedLabel extends Label {
  readonly row: number;
}

/** Puts labels, in order of time, into rows: each in the first row where it stands right of all before it. */
export function placeLabels(labels: readonly Label[], gap: number): PlacedLabel[] {
  const ends: number[] = [];
  return labels.map((label) => {
    const left = label.x - label.width / 2;
    const free = ends.findIndex((end) => end + gap <= left);
    const row = free === -1 ? ends.length : free;
    ends[row] = left + label.width;
    return { ...label, row };
  });
}
