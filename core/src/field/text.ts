import type { Problem } from '../problem/index.ts';
import type { TemperatureUnit } from '../units/index.ts';
import { readQuantity, writeQuantity } from './codecs.ts';
import { valueAt, type Field } from './field.ts';

/** Fields as they are typed, by their names; what is not there is empty. */
export type Texts = Readonly<Record<string, string>>;

/** Writes a thing as it is typed. Reading it gives the same thing back. */
export const writeFields = (of: object, fields: readonly Field[], unit: TemperatureUnit): Record<string, string> =>
  Object.fromEntries(
    fields.flatMap((field) => {
      const text = writeQuantity(field.quantity, valueAt(of, field.path), unit);
      return text === '' ? [] : [[field.name, text]];
    }),
  ); // prettier-ignore

/**
 * Reads fields as they are typed. A field of which nothing is said is left to what is usual.
 *
 * @param at where problems are: `way.2.fields`
 * @param problems of what cannot be read are added to it
 */
export function readFields(
  at: string,
  texts: Texts,
  fields: readonly Field[],
  unit: TemperatureUnit,
  problems: Problem[],
): Record<string, unknown> {
  const found: Record<string, unknown> = {};
  for (const field of fields) {
    const text = texts[field.name] ?? '';
    if (text.trim() === '' && field.blank !== null) continue;
    const value = readQuantity(field.quantity, text, unit);
    if (value.ok) put(found, field.path, value.value);
    else problems.push(...value.problems.map((each) => ({ ...each, path: `${at}.${field.name}` })));
  }
  return found;
}

function put(into: Record<string, unknown>, path: string, value: unknown): void {
  const [head = '', ...rest] = path.split('.');
  if (rest.length === 0) into[head] = value;
  else {
    const inner = { ...((into[head] ?? {}) as Record<string, unknown>) };
    put(inner, rest.join('.'), value);
    into[head] = inner;
  }
}
