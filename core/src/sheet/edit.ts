import { parseAmount } from '../units/index.ts';
import type { RowNumbers, SheetNumbers } from './cells.ts';
import { cellText } from '../field/index.ts';
import { isPart, MIX_CELL, type FormulaDraft, type SheetRow, type SheetStage } from './draft.ts';
import { withoutAddition, withWetting } from './way/edit.ts';
import { slugOf } from '../formula/index.ts';
import { emptyStage } from './write.ts';

/** What percentages in the stages are of: of all flour, or of the flour of the stage itself. */
export type Basis = 'all' | 'own';

/** What stays when an amount is typed as a mass: the flour, the dough, or one ingredient. kg. */
export type Held =
  | { readonly what: 'flour' | 'dough'; readonly mass: number }
  | { readonly what: 'ingredient'; readonly row: string; readonly mass: number };

/** How a typed amount is to be understood. */
export interface CellContext {
  readonly numbers: SheetNumbers;
  readonly basis: Basis;
  readonly held: Held;
}

export const TOTAL = 'total';

/** Flour of the sheet at its present size, kg. */
export function flourMass(numbers: SheetNumbers, held: Held): number {
  if (held.what === 'dough') return numbers.total > 0 ? (held.mass / numbers.total) * 100 : 0;
  if (held.what !== 'ingredient') return held.mass;
  const percent = numbers.rows.find(({ id }) => id === held.row)?.total ?? 0;
  return percent > 0 ? (held.mass / percent) * 100 : 0;
}

/** Percent of all flour in one percent of a column's own basis; 1 where it has no flour of its own. */
export function basisOf(
  numbers: SheetNumbers,
  column: string,
  basis: Basis,
  stages: readonly SheetStage[],
): number {
  if (basis === 'all' || column === TOTAL) return 1;
  const stage = stages.find(({ slug }) => slug === column);
  const flour =
    stage && isPart(stage.kind)
      ? (numbers.columns.find(({ slug }) => slug === column)?.flour ?? 0)
      : numbers.finalMix.flour;
  return flour > 0 ? flour / 100 : 1;
}

/**
 * Types into a cell. A percentage is in the basis shown; a mass becomes a percentage so that what is held stays. What
 * cannot be read stays as it was typed. In the basis of the stage the other flours of the column give way.
 *
 * @param column `total`, `mix` or the slug of a stage
 */
export function typeCell(
  draft: FormulaDraft,
  rowId: string,
  column: string,
  text: string,
  context: CellContext,
): FormulaDraft {
  const numbers = context.numbers.rows.find(({ id }) => id === rowId);
  const change = (row: SheetRow, to: (row: SheetRow) => SheetRow) => (row.id === rowId ? to(row) : row);
  const amount = parseAmount(text);
  if (!numbers || !amount.ok)
    return {
      ...draft,
      rows: draft.rows.map((row) => change(row, (each) => withText(each, column, text, numbers))),
    };
  const percent =
    amount.value.unit === 'mass'
      ? percentOfMass(amount.value.value, numbers, column, context)
      : amount.value.value * basisOf(context.numbers, column, context.basis, draft.stages);
  const rows = draft.rows.map((row) => change(row, (each) => withPercent(each, column, percent, numbers)));
  const typed = { ...draft, rows };
  const giveWay =
    context.basis === 'own' &&
    column !== TOTAL &&
    numbers.ingredient?.kind === 'flour' &&
    amount.value.unit === 'number';
  return giveWay ? otherFloursGiveWay(typed, rowId, column, percent, context.numbers) : typed;
}

/** Puts a percentage into a cell. The mix is what the total leaves, so there the total takes it. */
function withPercent(
  row: SheetRow,
  column: string,
  percent: number,
  numbers: RowNumbers | undefined,
): SheetRow {
  if (column !== MIX_CELL) return withText(row, column, cellText(percent), numbers);
  const staged = numbers ? numbers.total - numbers.mix : 0;
  return { ...withText(row, column, '', numbers), total: cellText(staged + percent) };
}

/** Puts what was typed into a cell as it is. The mix keeps it only as long as it cannot be read. */
function withText(row: SheetRow, column: string, text: string, numbers: RowNumbers | undefined): SheetRow {
  if (column === TOTAL) return { ...row, total: text };
  if (column !== MIX_CELL) return { ...row, cells: { ...row.cells, [column]: text } };
  const { [MIX_CELL]: _, ...cells } = row.cells;
  if (text.trim() !== '') return { ...row, cells: { ...cells, [MIX_CELL]: text } };
  const staged = numbers ? numbers.total - numbers.mix : 0;
  return { ...row, cells, total: staged > 0 ? cellText(staged) : '' };
}

function percentOfMass(
  mass: number,
  row: RowNumbers,
  column: string,
  { numbers, held }: CellContext,
): number {
  const flour = flourMass(numbers, held);
  const old = column === TOTAL ? row.total : column === MIX_CELL ? row.mix : (row.cells[column] ?? 0);
  const moves = column === TOTAL || column === MIX_CELL || !row.typed;
  if (held.what === 'dough' && moves && mass < held.mass)
    return (mass * (numbers.total - old)) / (held.mass - mass);
  return flour > 0 ? (mass / flour) * 100 : 0;
}

/** The other flours of a column share what the typed one leaves, in their proportion; the flour of the column stays. */
function otherFloursGiveWay(
  draft: FormulaDraft,
  rowId: string,
  column: string,
  percent: number,
  numbers: SheetNumbers,
): FormulaDraft {
  const of = (row: RowNumbers) => (column === MIX_CELL ? row.mix : (row.cells[column] ?? 0));
  const flours = numbers.rows.filter((row) => row.ingredient?.kind === 'flour');
  const whole = flours.reduce((sum, row) => sum + of(row), 0);
  const others = flours.filter((row) => row.id !== rowId && of(row) > 0);
  const rest = others.reduce((sum, row) => sum + of(row), 0);
  if (rest <= 0 || percent > whole) return draft;
  const rows = draft.rows.map((row) => {
    const numbersOfRow = others.find(({ id }) => id === row.id);
    if (!numbersOfRow) return row;
    return withPercent(row, column, (of(numbersOfRow) / rest) * (whole - percent), numbersOfRow);
  });
  return { ...draft, rows };
}

/** Makes the flours 100 % by dividing everything by what they sum to; for sheets typed in parts or in grams. */
export function makeFlours100(draft: FormulaDraft, numbers: SheetNumbers): FormulaDraft {
  if (numbers.flour <= 0) return draft;
  const scale = (text: string) => {
    const amount = parseAmount(text);
    return amount.ok && amount.value.unit === 'number'
      ? cellText((amount.value.value / numbers.flour) * 100)
      : text;
  };
  return {
    ...draft,
    rows: draft.rows.map((row) => ({
      ...row,
      total: scale(row.total),
      cells: Object.fromEntries(Object.entries(row.cells).map(([slug, text]) => [slug, scale(text)])),
    })),
  };
}

/** Sets the flour of a pre-ferment; all of its column goes along, so that its own percentages stay. */
export function setFlourShare(
  draft: FormulaDraft,
  slug: string,
  share: number,
  numbers: SheetNumbers,
): FormulaDraft {
  const flour = numbers.columns.find((column) => column.slug === slug)?.flour ?? 0;
  if (flour <= 0) return draft;
  return {
    ...draft,
    rows: draft.rows.map((row) => {
      const percent = numbers.rows.find(({ id }) => id === row.id)?.cells[slug];
      return percent === undefined
        ? row
        : { ...row, cells: { ...row.cells, [slug]: cellText((percent * share) / flour) } };
    }),
  };
}

/** Adds an empty row after another, or at the end. */
export function addRow(draft: FormulaDraft, after?: string): FormulaDraft {
  const number = Math.max(0, ...draft.rows.map(({ id }) => Number(id.slice(1)) || 0)) + 1;
  const at = after === undefined ? -1 : draft.rows.findIndex(({ id }) => id === after);
  const before = at < 0 ? draft.rows.length : at + 1;
  const group = draft.rows[before - 1]?.group ?? '';
  const row: SheetRow = { id: `r${number}`, ingredient: '', group, total: '', cells: {} };
  return { ...draft, rows: draft.rows.toSpliced(before, 0, row) };
}

export const removeRow = (draft: FormulaDraft, id: string): FormulaDraft => ({
  ...draft,
  rows: draft.rows.filter((row) => row.id !== id),
});

/** Moves one of a list to another place. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const item = list[from];
  if (item === undefined || to < 0 || to >= list.length) return [...list];
  return list.toSpliced(from, 1).toSpliced(to, 0, item);
}

/** Adds a stage. Pre-ferments and soakers stand before the additions to the mix; an autolyse before the others, and it is wetted and rests. */
export function addStage(draft: FormulaDraft, kind: SheetStage['kind'], name: string): FormulaDraft {
  const wanted = slugOf(name) || kind;
  let slug = wanted;
  for (let n = 2; slug === 'mix' || draft.stages.some((stage) => stage.slug === slug); n += 1)
    slug = `${wanted}-${n}`;
  const rank = (stage: { kind: SheetStage['kind'] }) =>
    isPart(stage.kind) ? 0 : stage.kind === 'autolyse' ? 1 : 2;
  const at = draft.stages.findLastIndex((stage) => rank(stage) <= rank({ kind })) + 1;
  const way = kind === 'autolyse' ? withWetting(draft.way, slug) : draft.way;
  return { ...draft, stages: draft.stages.toSpliced(at, 0, emptyStage(slug, name, kind)), way };
}

/** Takes a stage away with its column; what it held is left to the mix, what went into it goes into the mix. */
export const removeStage = (draft: FormulaDraft, slug: string): FormulaDraft => ({
  ...draft,
  way: withoutAddition(draft.way, slug),
  stages: draft.stages
    .filter((stage) => stage.slug !== slug)
    .map((stage) => (stage.into === slug ? { ...stage, into: 'mix' } : stage)),
  rows: draft.rows.map((row) => {
    const { [slug]: held, ...cells } = row.cells;
    return held === undefined ? row : { ...row, cells };
  }),
});

/** Sets what stands at a place of a sheet, such as `products.0.scaledWeight`; all else stays the same object. */
export const setText = (draft: FormulaDraft, path: string, text: string): FormulaDraft =>
  changedAt(draft, path.split('.'), () => text);

/** Changes a list of a sheet, such as `products.0.extras`. */
export const changeList = <T>(
  draft: FormulaDraft,
  path: string,
  change: (list: readonly T[]) => T[],
): FormulaDraft => changedAt(draft, path.split('.'), (list) => change(list as T[]));

function changedAt<T>(whole: T, [key, ...rest]: readonly string[], change: (old: unknown) => unknown): T {
  if (key === undefined) return change(whole) as T;
  if (Array.isArray(whole)) {
    const index = Number(key);
    return whole.with(index, changedAt(whole[index] as unknown, rest, change)) as T;
  }
  const fields = whole as Record<string, unknown>;
  return { ...fields, [key]: changedAt(fields[key], rest, change) } as T;
}
