/** A number as it stands in a cell: at most ten decimals, and never as a power of ten. */
export const cellText = (value: number): string =>
  value
    .toFixed(10)
    .replace(/\.?0+$/, '')
    .replace(/^-0$/, '0');
