import { addRow, moved, removeRow, type FormulaDraft } from '@jovet/core/sheet';
import { INGREDIENT } from './sheet-view.ts';

/** A key as it is pressed in a cell. */
export type Key = Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey'>;

/** What a key of the sheet does: perhaps a change, under the name of its place, and the cell to go to. */
export interface KeyAct {
  readonly change?: { readonly draft: FormulaDraft; readonly place: string };
  readonly go?: { readonly row: number; readonly column: string };
}

/**
 * What a key does in a cell: Enter goes down as on a scale sheet and adds a row after the last, Alt with an arrow
 * moves the row, Ctrl with Delete takes it away.
 *
 * @param index row of the cell
 * @returns null for a key that is not the sheet's
 */
export function actOfKey(key: Key, draft: FormulaDraft, index: number, column: string): KeyAct | null {
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
  if (key.key === 'Enter') return { go: { row: index + (key.shiftKey ? -1 : 1), column } };
  // In the column of names the arrows choose from the larder.
  if ((up || down) && column !== INGREDIENT) return { go: { row: index + (up ? -1 : 1), column } };
  return null;
}
