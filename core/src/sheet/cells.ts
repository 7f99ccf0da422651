import type { Ingredient } from '../formula/index.ts';
import { bad, good, place, problem, type Problem, type Result } from '../problem/index.ts';
import { parseAmount } from '../units/index.ts';
import { isPart, MIX_CELL, type FormulaDraft, type SheetRow } from './draft.ts';

/** One row of the sheet in numbers, percent of all flour; null where a cell cannot be read. */
export interface RowNumbers {
  readonly id: string;
  readonly ingredient: Ingredient | null;
  readonly blank: boolean;
  readonly total: number;
  /** Whether the total was typed; otherwise it is what the stages sum to. */
  readonly typed: boolean;
  readonly cells: Readonly<Record<string, number>>;
  /** What is left for the mix; below 0 it cannot be made. */
  readonly mix: number;
}

/** A column of the sheet in numbers. */
export interface ColumnNumbers {
  readonly slug: string;
  readonly percent: number;
  readonly flour: number;
}

/** The whole sheet in numbers, as far as it can be read. */
export interface SheetNumbers {
  readonly rows: readonly RowNumbers[];
  readonly columns: readonly ColumnNumbers[];
  readonly mix: ColumnNumbers;
  /** The mix with its steps: everything weighed for the final mix. */
  readonly finalMix: ColumnNumbers;
  readonly total: number;
  readonly flour: number;
  /** Problems of cells that cannot be read, at `rows.<n>.<column>`. */
  readonly problems: readonly Problem[];
}

/** Looks an ingredient up as people write it: by name or slug, whatever the case. */
export class Larder {
  private readonly known = new Map<string, Ingredient>();

  constructor(readonly ingredients: readonly Ingredient[]) {
    for (const each of ingredients) {
      this.known.set(each.slug, each);
      this.known.set(spoken(each.name), each);
    }
  }

  find(text: string): Result<Ingredient> {
    const found = this.known.get(spoken(text)) ?? this.known.get(text.trim());
    if (found) return good(found);
    return text.trim() === ''
      ? bad(problem('', 'No ingredient is named here.', 'Choose one from the larder.'))
      : bad(
          problem('', `“${text.trim()}” is not in the larder.`, 'Choose another, or add it to the larder.'),
        );
  }
}

const spoken = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** Dust of adding and subtracting, percent. */
const DUST = 1e-9;

/** A row as it was read, with its problems by column. */
interface ReadRow {
  /** The stages there were. */
  readonly stages: string;
  readonly numbers: RowNumbers;
  readonly problems: readonly Problem[];
}

/** The rows that were read before, so that a key reads only the row it is typed in. Good for one larder. */
export type RowsRead = WeakMap<SheetRow, ReadRow>;

/**
 * Reads the numbers of a sheet cell by cell; what cannot be read counts as nothing and is a problem.
 *
 * @param before rows read before with the same larder; new ones are added to it
 */
export function numbersOf(
  draft: FormulaDraft,
  larder: Larder,
  before: RowsRead = new WeakMap(),
): SheetNumbers {
  const slugs = draft.stages.map(({ slug }) => slug);
  const stages = slugs.join();
  const read = draft.rows.map((row) => {
    const known = before.get(row);
    if (known?.stages === stages) return known;
    const now = { stages, ...readRow(row, slugs, larder) };
    before.set(row, now);
    return now;
  });
  const rows = read.map(({ numbers }) => numbers);
  const sum = (of: (row: RowNumbers) => number, only: (row: RowNumbers) => boolean = () => true) =>
    rows.reduce((total, row) => total + (only(row) ? of(row) : 0), 0);
  const isFlour = (row: RowNumbers) => row.ingredient?.kind === 'flour';
  const column = (slug: string, of: (row: RowNumbers) => number): ColumnNumbers => ({
    slug,
    percent: sum(of),
    flour: sum(of, isFlour),
  });
  const parts = draft.stages.filter(({ kind }) => isPart(kind)).map(({ slug }) => slug);
  return {
    rows,
    columns: slugs.map((slug) => column(slug, (row) => row.cells[slug] ?? 0)),
    mix: column('mix', (row) => row.mix),
    finalMix: column(
      'finalMix',
      (row) => row.total - parts.reduce((taken, slug) => taken + (row.cells[slug] ?? 0), 0),
    ),
    total: sum((row) => row.total),
    flour: sum((row) => row.total, isFlour),
    problems: read.flatMap(({ problems }, index) => problems.map((each) => place(`rows.${index}`, each))),
  };
}

function readRow(row: SheetRow, slugs: readonly string[], larder: Larder): Omit<ReadRow, 'stages'> {
  const problems: Problem[] = [];
  const at = (column: string, text: string): number | null => {
    if (text.trim() === '') return null;
    const percent = percentIn(text);
    if (percent.ok) return percent.value;
    problems.push(...percent.problems.map((each) => place(column, each)));
    return null;
  };
  const cells = Object.fromEntries(
    slugs.flatMap((slug) => {
      const value = at(slug, row.cells[slug] ?? '');
      return value === null ? [] : [[slug, value]];
    }),
  );
  at(MIX_CELL, row.cells[MIX_CELL] ?? '');
  const staged = Object.values(cells).reduce((sum, value) => sum + value, 0);
  const typed = at('total', row.total);
  const total = typed ?? staged;
  const left = total - staged;
  const blank = isBlank(row);
  const found = larder.find(row.ingredient);
  if (!found.ok && !blank) problems.push(...found.problems.map((each) => place('ingredient', each)));
  const numbers: RowNumbers = {
    id: row.id,
    ingredient: found.ok ? found.value : null,
    blank,
    total,
    typed: typed !== null,
    cells,
    mix: Math.abs(left) < DUST ? 0 : left,
  };
  return { numbers, problems };
}

function percentIn(text: string): Result<number> {
  const amount = parseAmount(text);
  if (!amount.ok) return amount;
  const { unit, value } = amount.value;
  if (unit === 'mass')
    return bad(problem('', `“${text}” is a mass here.`, 'Type it again, or a percentage.'));
  return value <= 1000
    ? good(value)
    : bad(problem('', `${text} % is more than Jovet takes.`, 'Use at most 1000 %.'));
}

/** A row in which nothing stands yet. */
export const isBlank = (row: SheetRow): boolean =>
  row.ingredient.trim() === '' &&
  row.total.trim() === '' &&
  Object.values(row.cells).every((text) => text.trim() === '');
