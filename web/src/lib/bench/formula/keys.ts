/** The keys of the formula sheet. */
export const KEYS = [
  ['Enter', 'next row in this column, or a new one after the last; with Shift the one before'],
  ['↑ ↓', 'row above or below'],
  ['Ctrl Enter', 'new row below this one'],
  ['Alt ↑ ↓', 'move the row'],
  ['Ctrl Delete', 'take the row out'],
  ['12 + 3.5', 'sums, percentages, grams, kilograms, pounds and ounces in any cell'],
  ['Ctrl S', 'publish'],
  ['Ctrl Z', 'undo; with Shift redo'],
  ['Ctrl P', 'print the scale sheet'],
  ['?', 'these keys'],
] as const;
