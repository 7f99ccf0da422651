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
