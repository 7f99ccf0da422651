import type { Ingredient } from '../formula/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
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

/** Reads the numbers of a sheet cell by cell; what cannot be read counts as nothing and is a problem. */
export function numbersOf(draft: FormulaDraft, larder: Larder): SheetNumbers {
  const problems: Problem[] = [];
  const slugs = draft.stages.map(({ slug }) => slug);
  const rows = draft.rows.map((row, index) => rowNumbers(row, index, slugs, larder, problems));
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
    problems,
  };
}

function rowNumbers(
  row: SheetRow,
  index: number,
  slugs: readonly string[],
  larder: Larder,
  problems: Problem[],
): RowNumbers {
  const at = (column: string, text: string): number | null => {
    if (text.trim() === '') return null;
    const amount = parseAmount(text);
    if (amount.ok && amount.value.unit === 'number' && amount.value.value <= 1000) return amount.value.value;
    problems.push(
      ...(amount.ok
        ? [
            amount.value.unit === 'mass'
              ? problem(
                  `rows.${index}.${column}`,
                  `“${text}” is a mass here.`,
                  'Type it again, or a percentage.',
                )
              : problem(
                  `rows.${index}.${column}`,
                  `${text} % is more than Jovet takes.`,
                  'Use at most 1000 %.',
                ),
          ]
        : amount.problems.map((each) => ({ ...each, path: `rows.${index}.${column}` }))),
    );
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
  if (!found.ok && !blank)
    problems.push(...found.problems.map((each) => ({ ...each, path: `rows.${index}.ingredient` })));
  return {
    id: row.id,
    ingredient: found.ok ? found.value : null,
    blank,
    total,
    typed: typed !== null,
    cells,
    mix: Math.abs(left) < DUST ? 0 : left,
  };
}

/** A row in which nothing stands yet. */
export const isBlank = (row: SheetRow): boolean =>
  row.ingredient.trim() === '' &&
  row.total.trim() === '' &&
  Object.values(row.cells).every((text) => text.trim() === '');
