/** Seconds of a slot: all planning is done on this grid. */
export const SLOT = 300;
/** Minutes of a slot. */
export const SLOT_MINUTES = SLOT / 60;

/**
 * When one task may follow another: slots from the end of the earlier one to the start of the later one, by the slot in
 * which the earlier one ends. One entry stands for all times. An `earliest` of −1: never from there.
 */
export interface Table {
  readonly earliest: readonly number[];
  readonly best: readonly number[];
  readonly latest: readonly number[];
}

/** Levels of a dough at the end of its bulk: at its earliest, halfway, best, halfway, latest. */
export const LEVELS = 5;

/** The entry of a table for what ends in a slot. */
export const tableAt = (row: readonly number[], slot: number): number =>
  row.length === 1 ? (row[0] ?? -1) : (row[slot] ?? -1);

/**
 * How far a dough is when its bulk ends after so many slots: the nearest of earliest, halfway, best, halfway, latest.
 *
 * @returns 0 to {@link LEVELS} − 1
 */
export function levelOf(delay: number, earliest: number, best: number, latest: number): number {
  const before = delay <= best;
  const span = before ? best - earliest : latest - best;
  const share = span > 0 ? (delay - best) / span : 0;
  return 2 + Math.max(-2, Math.min(2, Math.round(share * 2)));
}
