import type { Actual } from '../../run/index.ts';
import { formatDuration, formatNumber } from '../../units/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { DayView } from './view.ts';

/** Seconds by which something must be elsewhere to be said. */
const MOVED = 300;

/** What differs between the orders of two days, in words; empty if nothing. */
export function orderChanges(before: DayInput, now: DayInput): string[] {
  const key = ({ product, drop }: DayInput['demand'][number]) => `${product} ${drop}`;
  const was = new Map(before.demand.map((line) => [key(line), line]));
  const is = new Map(now.demand.map((line) => [key(line), line]));
  const nameOf = (line: DayInput['demand'][number]) =>
    [...now.formulas, ...before.formulas]
      .flatMap(({ formula }) => formula.doc.products)
      .find(({ slug }) => slug === line.product)?.name ?? line.product;
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((each) => {
    const [a, b] = [was.get(each), is.get(each)];
    const [from, to] = [a?.pieces ?? 0, b?.pieces ?? 0];
    const line = b ?? a;
    return from === to || !line ? [] : [`${nameOf(line)} for ${line.drop}: ${to} instead of ${from}`];
  });
}

/** One task that a new plan moves. */
export interface Moved {
  readonly id: string;
  readonly what: string;
  readonly from: number;
  readonly to: number;
}

/** What a new plan moves, in the order of its time. */
export function movedTasks(before: DayView, after: DayView): Moved[] {
  const was = new Map(before.tasks.map((task) => [task.id, task]));
  return after.tasks.flatMap(({ id, what, start, note }) => {
    const old = was.get(id);
    return old && !note.done && Math.abs(old.start - start) >= MOVED
      ? [{ id, what, from: old.start, to: start }]
      : [];
  });
}

/** Pieces that a new plan has more or fewer of, in sentences. */
export function piecesChanged(before: DayView, after: DayView): string[] {
  const was = new Map(before.tasks.map((task) => [task.id, task.note]));
  return after.tasks.flatMap(({ id, note }) => {
    const old = was.get(id)?.pieces ?? note.pieces;
    return note.kind === 'pack' && old !== note.pieces
      ? [`${note.name}: ${note.pieces ?? 0} instead of ${old ?? 0} from the dough there is.`]
      : [];
  });
}

/**
 * Why a dough takes longer or shorter than was planned, in sentences.
 *
 * @param heat writes a temperature
 */
export function whyLonger(
  before: DayView,
  after: DayView,
  actuals: Iterable<Actual>,
  heat: (celsius: number) => string,
): string[] {
  return [...actuals].flatMap(({ task, temperature, seen }) => {
    if (temperature === null && seen === null) return [];
    const [was, is] = [bulkAfter(before, task), bulkAfter(after, task)];
    if (!was || !is || Math.abs(is.best - was.best) < MOVED) return [];
    const how =
      seen === null ? `came out at ${heat(temperature ?? 0)}` : `stood at ${formatNumber(seen.height, 1)} cm`;
    const other = `${formatDuration(Math.abs(is.best - was.best))} ${is.best > was.best ? 'longer' : 'shorter'}`;
    return [
      `${is.name} ${how}: its bulk is best after ${formatDuration(is.best)} instead of ${formatDuration(was.best)}, ${other}.`,
    ];
  });
}

/** Seconds from a mix to the best moment for what ends its bulk. */
function bulkAfter({ tasks }: DayView, mix: string): { readonly name: string; readonly best: number } | null {
  const from = tasks.find(({ id, note }) => id === mix && note.kind === 'mix');
  const ends = tasks.filter(({ note }) => note.dough === from?.note.dough && note.batch === from.note.batch);
  const end =
    ends.find(({ note }) => note.kind === 'lock-in') ?? ends.find(({ note }) => note.kind === 'divide');
  return from && end?.window ? { name: from.note.name, best: end.window.best - from.end } : null;
}
