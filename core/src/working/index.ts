import { formatNumber } from '../units/index.ts';

/**
 * How a number shows its own sum. Every computed number that a screen shows can be opened into a `Working`: the
 * equation, its inputs with where each came from, and the source of the method. Equations are plain expressions
 * (+ − * / ^, log, exp, mean, min, max) over the symbols of the inputs, in the units shown, so that anyone can work them again.
 */
export interface Working {
  readonly label: string;
  readonly symbol: string;
  readonly result: Quantity;
  readonly equation: string;
  readonly inputs: readonly WorkingInput[];
  readonly source: string;
  readonly note?: string;
}

export interface WorkingInput {
  readonly symbol: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly from: Origin;
  /** The key of the working behind this input, if it was computed itself. */
  readonly key?: string;
}

/** Where an input came from. */
export type Origin = 'entered' | 'formula' | 'bakehouse' | 'default' | 'logged' | 'computed';

/** A number in the unit it is shown in; a series is a list of them. `clock` counts minutes from local midnight of the dispatch day. */
export interface Quantity {
  readonly value: number | readonly number[];
  readonly unit: string;
  readonly digits: number;
}

export const quantity = (value: number | readonly number[], unit: string, digits: number): Quantity => ({
  value,
  unit,
  digits,
});

/** Builds one input of a working. */
export function input(symbol: string, label: string, of: Quantity, from: Origin, key?: string): WorkingInput {
  return key === undefined
    ? { symbol, label, quantity: of, from }
    : { symbol, label, quantity: of, from, key };
}

/** Each working by its key, built only when it is opened. */
export type Workings = Readonly<Record<string, () => Working>>;

/** Workings among others of their kind: their keys, and those that they name, stand behind a name of their own. */
export const within = (name: string, workings: Workings): Workings =>
  Object.fromEntries(
    Object.entries(workings).map(([key, open]) => [
      `${name}/${key}`,
      () => {
        const working = open();
        const inputs = working.inputs.map((each) =>
          each.key !== undefined && each.key in workings ? { ...each, key: `${name}/${each.key}` } : each,
        );
        return { ...working, inputs };
      },
    ]),
  );

/** The numbers of a quantity as they are shown: rounded to its digits. */
export const shownValues = ({ value, digits }: Quantity): number[] =>
  (typeof value === 'number' ? [value] : value).map((each) => Number(each.toFixed(digits)));

/**
 * Writes a quantity for reading: `21.2 °C`, `22:30 the day before`, a series with commas.
 *
 * @example
 * assert.equal(formatQuantity(quantity(21.204, '°C', 1)), '21.2 °C');
 */
export function formatQuantity(of: Quantity): string {
  if (of.unit === 'clock') return shownValues(of).map(formatClock).join(', ');
  const numbers = (typeof of.value === 'number' ? [of.value] : of.value).map((each) =>
    formatNumber(each, of.digits),
  );
  const text = numbers.join(', ');
  return of.unit === '' ? text : `${text} ${of.unit}`;
}

const DAY = 24 * 60;

function formatClock(minutes: number): string {
  const days = Math.floor(minutes / DAY);
  const ofDay = minutes - days * DAY;
  const time = `${String(Math.floor(ofDay / 60)).padStart(2, '0')}:${String(ofDay % 60).padStart(2, '0')}`;
  const when = ['', ' the day before', ' two days before'][-days] ?? ` (${formatNumber(days, 0)} days)`;
  return time + when;
}

const FUNCTIONS = new Set(['log', 'exp', 'mean', 'min', 'max']);

/** The equation for reading, with its symbols: `4 · DDT − (T_flour + T_room)`. */
export const readEquation = (working: Working): string => prettyOperators(working.equation);

/** The equation for reading, with its numbers in place of the symbols; a series stays a symbol. */
export function filledEquation(working: Working): string {
  const values = new Map(working.inputs.map((each) => [each.symbol, each.quantity]));
  const filled = working.equation.replace(/[A-Za-z_]\w*/g, (word) => {
    const of = values.get(word);
    if (FUNCTIONS.has(word) || of === undefined || typeof of.value !== 'number') return word;
    const text = of.unit === 'clock' ? formatQuantity(of) : formatNumber(of.value, of.digits);
    return of.value < 0 && of.unit !== 'clock' ? `(${text})` : text;
  });
  return prettyOperators(filled);
}

const prettyOperators = (text: string): string =>
  text
    .replaceAll('*', '·')
    .replaceAll('/', '÷')
    .replaceAll('-', '−')
    .replace(/\blog\b/g, 'ln');
