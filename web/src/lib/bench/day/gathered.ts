import type { DayView, ViewRow } from '@jovet/core/plan/explain';
import { localTime } from '@jovet/core/time';

/** A row of the picture: a dough, or several that leave with one van. */
export interface DrawnRow extends ViewRow {
  /** How many doughs it is of, where they are several. */
  readonly doughs?: number;
}
export type DrawnView = Omit<DayView, 'rows'> & { readonly rows: readonly DrawnRow[] };

/** The van that the first of a dough leaves with, epoch seconds; null: it is not known. */
const vanOf = ({ tasks }: DayView, row: number): number | null => {
  const drops = tasks.flatMap((task) => (task.row === row && task.note.drop !== undefined ? [task.note.drop] : []));
  return drops.length > 0 ? Math.min(...drops) : null;
}; // prettier-ignore

const batchesOf = ({ ribbons }: ViewRow): number => Math.max(1, ...ribbons.map(({ batch }) => batch ?? 1));

/**
 * A picture in which the doughs of one van stand together in one row, so that many of them are seen at once: each of their
 * batches is a batch of that row.
 *
 * @param apart keys of rows whose doughs somebody wants to see each by itself
 */
export function gatheredByVan(view: DayView, zone: string, apart: ReadonlySet<string>): DrawnView {
  const vans = new Map<string, { readonly name: string; readonly own: number[] }>();
  view.rows.forEach((row, index) => {
    const van = vanOf(view, index);
    const key = van === null ? row.key : `van-${van}`;
    const name = van === null ? row.name : `Van at ${localTime(van, zone).time}`;
    const known = vans.get(key);
    if (known) known.own.push(index);
    else vans.set(key, { name, own: [index] });
  });
  const rows: DrawnRow[] = [];
  const places = new Map<number, { readonly row: number; readonly before: number }>();
  for (const [key, { name, own }] of vans) {
    if (own.length === 1 || apart.has(key)) {
      for (const index of own) {
        places.set(index, { row: rows.length, before: 0 });
        rows.push(...view.rows.slice(index, index + 1));
      }
      continue;
    }
    let before = 0;
    const ribbons = own.flatMap((index) => {
      const row = view.rows[index];
      if (!row) return [];
      const offset = before;
      places.set(index, { row: rows.length, before: offset });
      before += batchesOf(row);
      return row.ribbons.map((ribbon) => ({ ...ribbon, batch: offset + (ribbon.batch ?? 1) }));
    });
    rows.push({ key, name, ribbons, doughs: own.length });
  }
  const tasks = view.tasks.map((task) => {
    const { row, before } = places.get(task.row) ?? { row: task.row, before: 0 };
    const { note } = task;
    return before === 0 && rows[row]?.doughs === undefined
      ? { ...task, row }
      : { ...task, row, note: { ...note, batch: before + (note.batch ?? 1) } };
  });
  return { ...view, rows, tasks };
}
