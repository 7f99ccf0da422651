import { Ingredient, slugOf } from '../formula/index.ts';
import { parseWith, problem, bad, good, type Problem, type Result } from '../problem/index.ts';
import { asWritten, readTable, writeTable } from './csv.ts';

/** Columns of a table of ingredients, in order; the shares in percent, as people read them. */
const COLUMNS = [
  'slug', 'name', 'kind', 'water', 'fat', 'sugar', 'salt', 'flour', 'wholeGrain', 'grain', 'instant', 'absorption', 'specificHeat',
  'density', 'allergens', 'cost', 'pack', 'scaleStep', 'yield', 'source',
] as const; // prettier-ignore
const SHARES = new Set<string>(['water', 'fat', 'sugar', 'salt', 'flour', 'wholeGrain', 'yield']);
const TEXTS = new Set<string>(['slug', 'name', 'kind', 'grain', 'source']);

/** Writes the larder as a table. */
export const ingredientsToCsv = (ingredients: readonly Ingredient[]): string =>
  writeTable([
    [...COLUMNS],
    ...ingredients.map((ingredient) =>
      COLUMNS.map((column) => {
        const value = ingredient[column];
        if (Array.isArray(value)) return value.join(' ');
        if (value === null) return '';
        return typeof value === 'number' && SHARES.has(column)
          ? String(Number((value * 100).toFixed(9)))
          : String(value);
      }),
    ),
  ]);

/** One line of a table, read or not. */
export interface ReadLine<T> {
  readonly line: number;
  readonly name: string;
  readonly read: Result<T>;
}

/**
 * Reads a table of ingredients, line by line. Columns that are left out have their defaults; a line without a slug gets
 * one from its name. A known ingredient keeps what the table does not say.
 *
 * @param known ingredients as they stand in the larder
 */
export function readIngredientsCsv(
  text: string,
  known: readonly Ingredient[],
): Result<ReadLine<Ingredient>[]> {
  const [head, ...lines] = readTable(text);
  const columns = (head?.cells ?? []).map((cell) =>
    COLUMNS.find((column) => column.toLowerCase() === cell.toLowerCase()),
  );
  if (!head || !columns.includes('name'))
    return bad(
      problem('', 'No column of this table is called “name”.', `Use the headings ${COLUMNS.join(', ')}.`),
    );
  const unknown = head.cells.filter((_, index) => columns[index] === undefined);
  if (unknown.length > 0)
    return bad(
      problem(
        `line.${head.line}`,
        `The column “${unknown.join('”, “')}” is not known.`,
        `Use the headings ${COLUMNS.join(', ')}.`,
      ),
    );
  return good(
    lines.map(({ line, cells }) => {
      const given: Record<string, string> = {};
      columns.forEach((column, index) => {
        if (column !== undefined) given[column] = asWritten(cells[index] ?? '');
      });
      const slug = given['slug'] || slugOf(given['name'] ?? '');
      const before = known.find((each) => each.slug === slug);
      return { line, name: given['name'] ?? slug, read: ingredientOf({ ...given, slug }, before, line) };
    }),
  );
}

function ingredientOf(
  given: Readonly<Record<string, string>>,
  before: Ingredient | undefined,
  line: number,
): Result<Ingredient> {
  const problems: Problem[] = [];
  const candidate: Record<string, unknown> = { ...before, schema: 2 };
  for (const [column, text] of Object.entries(given)) {
    if (text === '') continue;
    if (column === 'allergens') candidate[column] = text.split(/[\s,;]+/);
    else if (TEXTS.has(column)) candidate[column] = text;
    else {
      const value = Number(text.replace(',', '.').replace(/\s*%$/, ''));
      if (!Number.isFinite(value))
        problems.push(problem(column, `“${text}” is not a number.`, 'Use digits, such as 12.5.'));
      candidate[column] = SHARES.has(column) ? Number((value / 100).toPrecision(12)) : value;
    }
  }
  const at = (each: Problem): Problem => ({
    ...each,
    path: `line.${line}${each.path === '' ? '' : `.${each.path}`}`,
  });
  if (problems.length > 0) return bad(...problems.map(at));
  const parsed = parseWith(Ingredient, candidate);
  return parsed.ok ? parsed : bad(...parsed.problems.map(at));
}
