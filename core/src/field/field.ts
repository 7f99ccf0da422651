/** What a field holds; `part` is 0 to 1 and shown in percent, `side` in m and shown in cm, `wait` is in minutes or volumes as its step goes. */
export type Quantity =
  | 'celsius' | 'minutes' | 'seconds' | 'hours' | 'percent' | 'part' | 'ratio' | 'mass' | 'kilograms' | 'volumes' | 'wait' | 'count' | 'millimetres'
  | 'centimetres' | 'money' | 'side' | 'metres' | 'area' | 'kilowatts' | 'clock' | 'span' | 'date' | 'moment' | 'text' | 'choice' | 'tick' | 'names' | 'numbers' | 'sentences'; // prettier-ignore

/** A field of something, as it is shown, typed and read. */
export interface Field {
  readonly name: string;
  /** Where it stands in the thing, if not under its name. */
  readonly path: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly choices: readonly string[];
  /** What it means where it is empty; null: it has to be filled in. */
  readonly blank: string | null;
}

/**
 * @example
 * assert.equal(field('hold', 'Pieces in one', 'count', '1').path, 'hold');
 */
export const field = (
  name: string,
  label: string,
  quantity: Quantity,
  blank: string | null = null,
  more: Partial<Pick<Field, 'path' | 'choices'>> = {},
): Field => ({ name, label, quantity, blank, path: name, choices: [], ...more });

/** A field that is one of some words; the first of them where it is empty, said as `blank`. */
export const choice = (name: string, label: string, choices: readonly string[], path = name, blank = ''): Field =>
  field(name, label, 'choice', blank, { choices, path }); // prettier-ignore

/** What stands at a path of something. */
export const valueAt = (of: object, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((value, key) => (value as Record<string, unknown> | null | undefined)?.[key], of);
