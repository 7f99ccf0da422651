/** Hours of the day in which nothing may fall due, minutes after midnight; over midnight if it ends before it begins. */
export interface QuietHours {
  readonly from: number;
  readonly to: number;
}

const DAY = 24 * 60;

/** Whether a moment lies in the quiet hours. Minutes after midnight, of any day. */
export function isQuiet({ from, to }: QuietHours, minutes: number): boolean {
  const at = ((minutes % DAY) + DAY) % DAY;
  return from <= to ? at >= from && at < to : at >= from || at < to;
}

/**
 * The moment nearest before one that is not quiet: the beginning of the quiet hours it lies in, or the moment itself.
 *
 * @returns minutes, on the same count as `minutes`
 */
export function beforeQuiet(quiet: QuietHours, minutes: number): number {
  if (!isQuiet(quiet, minutes)) return minutes;
  const at = ((minutes % DAY) + DAY) % DAY;
  return minutes - ((at - quiet.from + DAY) % DAY);
}
