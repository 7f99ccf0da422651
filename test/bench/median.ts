/** The middle one, the upper of two; NaN of none. */
export const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1] ?? NaN;
