import type { Actual } from '../../run/index.ts';
import { localTime } from '../../time/index.ts';
import { formatDuration, formatMass, formatNumber } from '../../units/index.ts';
import type { DayInput, Told } from '../demand/index.ts';
import { notMadeOf, type NotMade } from '../mishaps/index.ts';
import type { Network } from '../network/index.ts';
import type { DayView } from '../explain/view.ts';

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

const COUNTS = ['Nothing', 'One thing', 'Two things', 'Three things', 'Four things', 'Five things'];
/** So many are named. */
const NAMED = 3;

/**
 * What a new plan moves, in one sentence.
 *
 * @param clock writes a time
 *
 * @example
 * const moved = [{ id: 'oat-tin.1.divide', what: 'divide Oat Tin', from: 0, to: 600 }];
 * assert.equal(movesSentence(moved, (at) => `0:${at / 60}`), 'One thing moves: divide Oat Tin to 0:10 instead of 0:0.');
 */
export function movesSentence(moved: readonly Moved[], clock: (at: number) => string): string {
  if (moved.length === 0) return 'Nothing else has to move.';
  const count = COUNTS[moved.length] ?? `${moved.length} things`;
  const named = moved
    .slice(0, NAMED)
    .map(({ what, from, to }) => `${what} to ${clock(to)} instead of ${clock(from)}`);
  const more = moved.length > NAMED ? `; and ${moved.length - NAMED} more` : '';
  return `${count} ${moved.length === 1 ? 'moves' : 'move'}: ${named.join('; ')}${more}.`;
}

/** A plan as people are told of it: when each task is, and what it makes. */
export const toldOf = ({ tasks }: DayView): Told[] =>
  tasks.map(({ id, start, end, note }) => {
    const { done: _, work: __, says: ___, ...rest } = note;
    return { task: id, at: start, end, note: rest };
  });

/** What was ordered and is not made, since it was left out, is bought in, or too little was begun, in sentences. */
export function shortWords(said: DayInput, { doughs }: Network): string[] {
  return [...notMadeWords(said), ...tooFewWords(said, doughs)];
}

const notMadeWords = (said: DayInput): string[] => {
  const missing = notMadeOf(said);
  const nameOf = ({ formula, product }: NotMade) =>
    said.formulas.find(({ slug }) => slug === formula)?.formula.doc.products.find(({ slug }) => slug === product)?.name ?? product;
  const told = (of: 'left' | 'bought', words: string) =>
    [...new Set(missing.map(nameOf))].flatMap((name) => {
      const own = missing.filter((each) => each[of] > 0 && nameOf(each) === name);
      if (own.length === 0) return [];
      const pieces = own.reduce((sum, each) => sum + each[of], 0);
      const drops = own.map((each) => `${own.length > 1 ? `${each[of]} ` : ''}for ${each.drop}`);
      return [`${pieces} ${name} ${pieces === 1 ? 'is' : 'are'} ${words}: ${drops.join(', ')}.`];
    });
  return [...told('bought', 'bought in'), ...told('left', 'left out')];
}; // prettier-ignore

const tooFewWords = ({ bakehouse }: DayInput, doughs: Network['doughs']): string[] =>
  doughs.flatMap(({ name, short }) =>
    short.map(({ lot, given, of, kilograms, at }) => {
      const what = of === 'dough' ? `${name} was mixed` : `${of} was made`;
      const { time } = localTime(at, bakehouse.zone);
      const drop = localTime(lot.drop, bakehouse.zone).time;
      return `${what} at ${time}, ${formatMass(kilograms, 'kg', 1)}: enough for ${given} of ${lot.pieces} ${lot.name} for ${drop}.`;
    }),
  );
