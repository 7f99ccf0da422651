import type { Customer, OrderLine } from '../plan/demand/index.ts';
import { bad, good, problem, type Result } from '../problem/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import { asWritten, readTable, writeTable, type TableLine } from './csv.ts';
import type { ReadLine } from './ingredients-csv.ts';

/** What a table of orders may name. */
export interface Orderable {
  readonly customers: readonly Customer[];
  readonly products: readonly { readonly slug: string; readonly name: string }[];
}

const COLUMNS = ['customer', 'product', 'drop', 'pieces'] as const;

/** Writes orders as a table of one line each, with names as people read them. */
export const ordersToCsv = (lines: readonly OrderLine[], { customers, products }: Orderable): string =>
  writeTable([
    [...COLUMNS],
    ...lines.map(({ customer, product, drop, pieces }) => [
      customers.find(({ slug }) => slug === customer)?.name ?? customer,
      products.find(({ slug }) => slug === product)?.name ?? product,
      drop,
      String(pieces),
    ]),
  ]);

/**
 * Reads a table of orders, line by line: either one line for each order (customer, product, drop, pieces; without a drop
 * the customer’s first), or a line for each product and a column for each customer, its heading the name with the drop
 * behind it where there are several.
 *
 * @returns lines in the order of the file, read or not; or a problem of the headings
 */
export function readOrdersCsv(text: string, known: Orderable): Result<ReadLine<OrderLine>[]> {
  const [head, ...lines] = readTable(text);
  if (!head) return bad(problem('', 'This table is empty.', 'Paste it with its headings.'));
  const named = head.cells.map((cell) => COLUMNS.find((column) => column === cell.toLowerCase()));
  const long = (['customer', 'product', 'pieces'] as const).every((column) => named.includes(column));
  if (long) return good(lines.map((line) => longLine(line, named, known)));
  const columns = head.cells.slice(1).map((cell) => columnOf(cell, known.customers));
  const wrong = head.cells.slice(1).filter((_, index) => columns[index] === null);
  if (columns.length === 0 || wrong.length > 0)
    return bad(
      problem(
        `line.${head.line}`,
        wrong.length > 0
          ? `“${wrong.join('”, “')}” is no customer of this bakery.`
          : 'These headings are not those of orders.',
        `Use the headings ${COLUMNS.join(', ')}; or products down the side and customers across the top.`,
      ),
    );
  return good(
    lines.flatMap((line) =>
      columns.flatMap((column, index) => {
        const pieces = line.cells[index + 1] ?? '';
        return column === null || pieces === ''
          ? []
          : [orderOf(line.line, { ...column, product: line.cells[0] ?? '', pieces }, known)];
      }),
    ),
  );
}

function longLine(
  { line, cells }: TableLine,
  named: readonly (string | undefined)[],
  known: Orderable,
): ReadLine<OrderLine> {
  const cell = (column: string) => asWritten(cells[named.indexOf(column)] ?? '');
  const given = {
    customer: cell('customer'),
    product: cell('product'),
    drop: named.includes('drop') ? cell('drop') : '',
  };
  return orderOf(line, { ...given, pieces: cell('pieces') }, known);
}

interface Given {
  readonly customer: string;
  readonly product: string;
  readonly drop: string;
  readonly pieces: string;
}

function orderOf(line: number, given: Given, known: Orderable): ReadLine<OrderLine> {
  const name = `${given.product}, ${given.customer}`;
  const refused = (path: string, text: string, remedy: string): ReadLine<OrderLine> => ({
    line,
    name,
    read: bad(problem(path, text, remedy)),
  });
  const customer = byName(known.customers, given.customer);
  if (!customer)
    return refused('customer', `“${given.customer}” is no customer here.`, `Use one of: ${namesOf(known.customers)}.`);
  const product = byName(known.products, given.product);
  if (!product)
    return refused('product', `“${given.product}” is not made here.`, 'Use the name of a product of your formulas.');
  const typed = given.drop === '' ? good(customer.drops[0] ?? '') : parseTimeOfDay(given.drop);
  const time = typed.ok ? typed.value : null;
  if (time === null || !customer.drops.includes(time))
    return refused('drop', `Nothing leaves for ${customer.name} at “${given.drop}”.`, `Use ${customer.drops.join(' or ')}.`);
  const pieces = /^(\d{1,6})\s*[x×]?$/i.exec(given.pieces.trim())?.[1];
  if (pieces === undefined)
    return refused('pieces', `“${given.pieces}” is not a number of pieces.`, 'Use a whole number.');
  return {
    line,
    name,
    read: good({ customer: customer.slug, product: product.slug, drop: time, pieces: Number(pieces) }),
  };
} // prettier-ignore

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

const byName = <T extends { readonly slug: string; readonly name: string }>(
  all: readonly T[],
  wanted: string,
): T | undefined => all.find(({ slug, name }) => plain(name) === plain(wanted) || slug === plain(wanted));

const namesOf = (all: readonly { readonly name: string }[]): string => all.map(({ name }) => name).join(', ');

/** A heading such as `Ferry kiosk` or `Ferry kiosk 05:40`. */
function columnOf(
  heading: string,
  customers: readonly Customer[],
): { customer: string; drop: string } | null {
  const whole = byName(customers, heading);
  if (whole) return { customer: whole.name, drop: '' };
  const [, name = '', drop = ''] = /^(.*?)[\s,]+(\d{1,2}[:.]\d{2})$/.exec(heading.trim()) ?? [];
  const customer = byName(customers, name);
  return customer ? { customer: customer.name, drop } : null;
}
