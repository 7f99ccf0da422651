import {
  basisOf,
  isPart,
  MIX_CELL,
  TOTAL,
  type Basis,
  type FormulaDraft,
  type RowNumbers,
  type SheetNumbers,
  type SheetRow,
} from '@jovet/core/sheet';
import { decimalsOf, percentText, STAGE_WORDS } from './words.ts';

/** The column in which a row is named. */
export const INGREDIENT = 'ingredient';

/** The head of a column. */
export interface ColumnHead {
  readonly slug: string;
  readonly name: string;
  readonly kind: string;
}

/** A cell as it is shown. */
export interface CellView {
  readonly slug: string;
  readonly text: string;
  readonly grams: string;
  /** What is typed into it, or null: only this one is a field. */
  readonly typed: string | null;
  readonly wrong: boolean;
  /** Whether a total was not typed but summed. */
  readonly summed: boolean;
  /** Share of all flour that the bar under a total shows, percent. */
  readonly bar: number;
}

/** A row as it is shown. */
export interface RowView {
  readonly id: string;
  readonly index: number;
  readonly name: string;
  /** The heading above it, if one begins here. */
  readonly heading: string;
  readonly last: boolean;
  readonly ingredient: CellView;
  readonly cells: readonly CellView[];
  readonly said: readonly (readonly [place: string, sentence: string])[];
}

/** The columns after the total, from left to right as the dough is made. */
export function columnsOf({ stages }: FormulaDraft): readonly ColumnHead[] {
  const head = ({ slug, name, kind }: FormulaDraft['stages'][number]): ColumnHead => ({
    slug,
    name,
    kind: STAGE_WORDS[kind],
  });
  const before = [
    ...stages.filter(({ kind }) => isPart(kind)),
    ...stages.filter(({ kind }) => kind === 'autolyse'),
  ];
  const after = stages.filter((stage) => !before.includes(stage));
  if (stages.length === 0) return [];
  const mix: ColumnHead = { slug: MIX_CELL, name: 'Final mix', kind: 'what is left' };
  return [...before.map(head), mix, ...after.map(head)];
}

/** How the figures of a column are written: percent of all flour to one percent shown, and how many decimals. */
export interface ColumnScale {
  readonly slug: string;
  readonly basis: number;
  readonly decimals: number;
}

/**
 * The scales of the total and of all columns; decimals so that the figures of a column stand under one another.
 *
 * @param still the numbers that set the decimals: while a cell is typed in, those from before, so that its column does
 *   not flicker
 */
export function scalesOf(
  draft: FormulaDraft,
  columns: readonly ColumnHead[],
  numbers: SheetNumbers,
  basis: Basis,
  still: SheetNumbers = numbers,
): readonly ColumnScale[] {
  return [TOTAL, ...columns.map(({ slug }) => slug)].map((slug) => {
    const of = basisOf(numbers, slug, basis, draft.stages);
    const calm = basisOf(still, slug, basis, draft.stages);
    const values = still.rows.map((row) => (valueOf(row, slug) ?? 0) / calm);
    const most = Math.max(0, ...values.map(decimalsOf));
    // Long fractions are cut at two, unless a pinch of yeast would vanish.
    const small = values.some((value) => value > 0 && value < 0.1);
    return { slug, basis: of, decimals: small ? most : Math.min(most, 2) };
  });
}

const valueOf = (row: RowNumbers, slug: string): number | null =>
  slug === TOTAL ? row.total : slug === MIX_CELL ? row.mix : (row.cells[slug] ?? null);

const rawOf = (row: SheetRow, slug: string): string => (slug === TOTAL ? row.total : (row.cells[slug] ?? ''));

/** What a cell says while nothing is typed into it: its percentage, or the text that cannot be read. */
export function cellSays(row: SheetRow, numbers: RowNumbers, scale: ColumnScale, wrong: boolean): string {
  const raw = rawOf(row, scale.slug);
  if (wrong && raw !== '' && Number.isNaN(Number(raw))) return raw;
  const value = valueOf(numbers, scale.slug);
  if (value === null || (value === 0 && (scale.slug !== TOTAL || raw === ''))) return '';
  return percentText(value / scale.basis, scale.decimals);
}

/** Everything that the picture of the rows depends on. */
export interface SheetPicture {
  readonly draft: FormulaDraft;
  readonly numbers: SheetNumbers;
  readonly scales: readonly ColumnScale[];
  /** Sentences by place. */
  readonly problems: Readonly<Record<string, string>>;
  readonly typing: { readonly row: string; readonly column: string; readonly text: string } | null;
  /** All flour, kg: as it is at this key, and as it was when typing last paused. */
  readonly flourNow: number;
  readonly flour: number;
  readonly mass: (kilograms: number, step: number) => string;
}

/** Rows that were drawn, with what each was drawn from. */
export type RowsDrawn = Map<
  string,
  { readonly from: string; readonly of: RowNumbers; readonly row: RowView }
>;

/**
 * The rows as they are shown. The row that is typed in follows every key, the weights of the others the next pause; a
 * row of which nothing changed stays the same object, so that a key redraws no more than it must.
 */
export function rowsShown(picture: SheetPicture, before: RowsDrawn): { rows: RowView[]; drawn: RowsDrawn } {
  const { draft, numbers, problems, typing, scales } = picture;
  const common = [JSON.stringify(scales), picture.mass(1, 0.001)].join();
  const said = Object.entries(problems);
  const drawn: RowsDrawn = new Map();
  const rows = draft.rows.flatMap((row, index) => {
    const of = numbers.rows[index];
    if (!of) return [];
    const own = typing?.row === row.id ? typing : null;
    const flour = own ? picture.flourNow : picture.flour;
    const heading = row.group !== '' && row.group !== draft.rows[index - 1]?.group ? row.group : '';
    const wrong = said.filter(([place]) => place.startsWith(`rows.${index}.`));
    const last = index === draft.rows.length - 1;
    const from = JSON.stringify([common, index, flour, heading, wrong, last, own?.column, own?.text]);
    const known = before.get(row.id);
    const view =
      known?.from === from && known.of === of
        ? known.row
        : rowView(row, of, { index, heading, last, said: wrong }, picture, own, flour);
    drawn.set(row.id, { from, of, row: view });
    return [view];
  });
  return { rows, drawn };
}

function rowView(
  row: SheetRow,
  numbers: RowNumbers,
  place: Pick<RowView, 'index' | 'heading' | 'last' | 'said'>,
  { scales, mass }: SheetPicture,
  typing: SheetPicture['typing'],
  flour: number,
): RowView {
  const isWrong = (slug: string) => place.said.some(([at]) => at === `rows.${place.index}.${slug}`);
  const typed = (slug: string) => (typing?.column === slug ? typing.text : null);
  const grams = (slug: string): string => {
    const value = valueOf(numbers, slug);
    if (value === null || value === 0) return '';
    return mass((flour * value) / 100, numbers.ingredient?.scaleStep ?? 0.001);
  };
  return {
    ...place,
    id: row.id,
    name: numbers.ingredient?.name ?? row.ingredient,
    ingredient: {
      slug: INGREDIENT,
      text: row.ingredient,
      grams: '',
      typed: typed(INGREDIENT),
      wrong: isWrong(INGREDIENT),
      summed: false,
      bar: 0,
    },
    cells: scales.map((scale) => ({
      slug: scale.slug,
      text: cellSays(row, numbers, scale, isWrong(scale.slug)),
      grams: grams(scale.slug),
      typed: typed(scale.slug),
      wrong: isWrong(scale.slug),
      summed: scale.slug === TOTAL && !numbers.typed,
      bar: scale.slug === TOTAL ? Math.round(Math.min(100, numbers.total)) : 0,
    })),
  };
}
