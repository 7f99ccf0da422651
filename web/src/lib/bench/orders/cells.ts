import type { Customer, OrderLine } from '@jovet/core/plan/demand';

type Cell = Pick<OrderLine, 'customer' | 'product' | 'drop'>;

/** Pieces that are typed into a cell, `12` or `12 ×`: an empty one is none, null what cannot be read. */
export function readPieces(typed: string): number | null {
  const text = typed.trim();
  if (text === '') return 0;
  const match = /^(\d{1,6})\s*[x×]?$/i.exec(text);
  return match ? Number(match[1]) : null;
}

/** When vans go to a customer, also those that go no more and still have orders. */
export const dropsOf = ({ slug, drops }: Customer, lines: readonly Cell[]): string[] => [
  ...new Set([...drops, ...lines.flatMap(({ customer, drop }) => (customer === slug ? [drop] : []))]),
];

/** Keys of the table. */
export const KEYS = [
  ['Enter, Shift Enter', 'down and up the column'],
  ['← → ↑ ↓', 'from cell to cell'],
  ['Ctrl Z, Ctrl Y', 'undo, redo what was typed'],
  ['Ctrl S', 'save the orders'],
] as const;
