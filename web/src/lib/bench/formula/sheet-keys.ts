import { addRow, moved, removeRow, type FormulaDraft } from '@jovet/core/sheet';
import type { CellAt } from '../../ui/grid-keys.ts';
import { INGREDIENT } from './sheet-view.ts';

/** A key as it is pressed in a cell. */
export type Key = Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey'>;

/** What a key of the sheet does beside going: perhaps a change, under the name of its place, and the cell to go to. */
export interface KeyAct {
  readonly change?: { readonly draft: FormulaDraft; readonly place: string };
  readonly go?: CellAt;
}

/**
 * What a key does in a cell beside what it does in every grid: Enter adds a row after the last, Alt with an arrow
 * moves the row, Ctrl with Delete takes it away.
 *
 * @returns null for a key that is not the sheet's own
 */
export function actOfKey(key: Key, draft: FormulaDraft, { row: index, column }: CellAt): KeyAct | null {
  const row = draft.rows[index];
  if (!row) return null;
  const last = draft.rows.length - 1;
  const command = key.ctrlKey || key.metaKey;
  const up = key.key === 'ArrowUp';
  const down = key.key === 'ArrowDown';
  if (key.altKey && (up || down)) {
    const to = Math.min(Math.max(index + (up ? -1 : 1), 0), last);
    const change = { draft: { ...draft, rows: moved(draft.rows, index, to) }, place: `move.${row.id}.${to}` };
    return { change, go: { row: to, column } };
  }
  if (command && (key.key === 'Delete' || key.key === 'Backspace'))
    return {
      change: { draft: removeRow(draft, row.id), place: `remove.${row.id}` },
      go: { row: Math.max(0, index - 1), column },
    };
  const add = (after?: string): KeyAct => ({
    change: { draft: addRow(draft, after), place: `add.${row.id}` },
    go: { row: index + 1, column: INGREDIENT },
  });
  if (command && key.key === 'Enter') return add(row.id);
  if (key.key === 'Enter' && !key.shiftKey && index === last)
    return row.ingredient.trim() === '' ? {} : add();
  return null;
}
