import type { Attachment } from 'svelte/attachments';

/** A cell of a grid: its row stands in `data-row` of itself or of its row, its column in `data-column`. */
export interface CellAt {
  readonly row: number;
  readonly column: string;
}

const rowOf = (element: Element): number =>
  Number(element.closest<HTMLElement>('[data-row]')?.dataset['row']);
const columnOf = (cell: HTMLElement): string => cell.dataset['column'] ?? '';

/** The cell that something stands in. */
export const cellOf = (target: EventTarget | null): HTMLElement | null =>
  target instanceof HTMLElement ? target.closest<HTMLElement>('[data-column]') : null;

export const placeOf = (cell: HTMLElement): CellAt => ({ row: rowOf(cell), column: columnOf(cell) });

const cellsOf = (grid: HTMLElement, row: number): HTMLElement[] => [
  ...grid.querySelectorAll<HTMLElement>(
    `[data-row="${row}"][data-column], [data-row="${row}"] [data-column]`,
  ),
];

function goTo(cell: HTMLElement | undefined): boolean {
  if (!cell) return false;
  cell.focus();
  if (cell instanceof HTMLInputElement) cell.select();
  return true;
}

/** Goes to a cell of a grid. */
export const goToCell = (grid: HTMLElement, { row, column }: CellAt): boolean =>
  goTo(cellsOf(grid, row).find((each) => columnOf(each) === column));

/** To which side a key leaves a field; 0: it stays in the text. */
function sideOf({ key, target }: KeyboardEvent): number {
  const field = target instanceof HTMLInputElement ? target : null;
  if (key === 'ArrowLeft') return !field || field.selectionStart === 0 ? -1 : 0;
  if (key === 'ArrowRight') return !field || field.selectionEnd === field.value.length ? 1 : 0;
  return 0;
}

/**
 * The keys of every grid: Enter goes down its column and Shift Enter up, arrows go to all sides, at the end of what is
 * typed also left and right.
 *
 * @param own what a grid does by itself; true: the key is taken
 */
export const gridKeys =
  (own: (event: KeyboardEvent, at: CellAt) => boolean = () => false): Attachment<HTMLElement> =>
  (grid) => {
    const heard = (event: KeyboardEvent) => {
      const cell = cellOf(event.target);
      if (!cell || own(event, placeOf(cell)) || event.altKey || event.ctrlKey || event.metaKey) return;
      const { row, column } = placeOf(cell);
      const { key, shiftKey } = event;
      const down = key === 'ArrowDown' || (key === 'Enter' && !shiftKey) ? 1 : key === 'ArrowUp' || key === 'Enter' ? -1 : 0;
      const beside = cellsOf(grid, row);
      const went =
        down !== 0 ? goToCell(grid, { row: row + down, column }) : !shiftKey && sideOf(event) !== 0 && goTo(beside[beside.indexOf(cell) + sideOf(event)]);
      if (went) event.preventDefault();
    };
    grid.addEventListener('keydown', heard);
    return () => grid.removeEventListener('keydown', heard);
  }; // prettier-ignore
