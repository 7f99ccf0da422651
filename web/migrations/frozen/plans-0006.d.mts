/**
 * Plans as Jovet showed them up to migration 0006. A copy of the core of then, built by esbuild and never edited: what a
 * saved plan showed must not change with the model. See docs/architecture.md, *Data*.
 */

/** A plan of a day: its input as it was read then, and everything that its picture needs. */
export function shownOfDay(input: unknown, schedule: unknown): { input: unknown; shown: Shown };

/** A plan of one dough, as a plan of its day. */
export function shownOfDough(input: unknown): {
  input: unknown;
  shown: Shown & { pieces: number; dough: number; water: number };
};

export interface Shown {
  readonly view: {
    readonly firstHands: number;
    readonly lastDrop: number;
    readonly handsAtPeak: number;
    readonly ovenHours: number;
  };
  readonly [part: string]: unknown;
}
