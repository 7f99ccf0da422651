import { dsvFormat } from 'd3-dsv';

/** A line of a table, with its number in the file, the first being 1. */
export interface TableLine {
  readonly line: number;
  readonly cells: readonly string[];
}

/**
 * Reads comma, semicolon or tab separated values; whichever stands in the first line. Quoted cells may hold separators
 * and line breaks; a line of empty cells is left out but counted.
 */
export function readTable(text: string): TableLine[] {
  const bare = text.replace(/^\uFEFF/, '');
  const [first = ''] = bare.split(/\r?\n/, 1);
  const separator = [';', '\t', ','].find((each) => first.includes(each)) ?? ',';
  let line = 1;
  return dsvFormat(separator)
    .parseRows(bare)
    .flatMap((cells) => {
      const at = line;
      line += 1 + cells.reduce((breaks, cell) => breaks + (cell.match(/\n/g)?.length ?? 0), 0);
      const trimmed = cells.map((cell) => cell.trim());
      return trimmed.some((cell) => cell !== '') ? [{ line: at, cells: trimmed }] : [];
    });
}

/** Writes comma separated values; cells that would run as a formula of a spreadsheet are quoted with an apostrophe. */
export const writeTable = (rows: readonly (readonly string[])[]): string =>
  `${dsvFormat(',').formatRows(rows.map((row) => row.map(harmless)))}\n`;

/** What a spreadsheet may run, with the apostrophes that were put before it; a number below nought is none. */
const RISKY = /^'*(\s*[=+@-]|[\t\r\n])/;
const NUMBER = /^-\d+([.,]\d+)?$/;
const harmless = (cell: string): string => (RISKY.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell);

/** A cell as it was before `writeTable` made it harmless. */
export const asWritten = (cell: string): string =>
  cell.startsWith("'") && RISKY.test(cell) ? cell.slice(1) : cell;
