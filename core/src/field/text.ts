import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { addDays, parseTimeOfDay } from '../time/index.ts';
import {
  formatTemperature,
  parseMass,
  parseNumber,
  parsePercent,
  parseTemperature,
  type TemperatureUnit,
} from '../units/index.ts';
import { cellText } from './cell-text.ts';
import { valueAt, type Field, type Quantity } from './field.ts';

/** Fields as they are typed, by their names; what is not there is empty. */
export type Texts = Readonly<Record<string, string>>;

/** Writes a thing as it is typed. Reading it gives the same thing back. */
export const writeFields = (of: object, fields: readonly Field[], unit: TemperatureUnit): Record<string, string> =>
  Object.fromEntries(
    fields.flatMap((field) => {
      const text = textOf(valueAt(of, field.path), field.quantity, unit);
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
    const value = valueOf(text, field, unit);
    if (value.ok) put(found, field.path, value.value);
    else problems.push(...value.problems.map((each) => ({ ...each, path: `${at}.${field.name}` })));
  }
  return found;
}

interface Sides {
  readonly length: number;
  readonly width: number;
}

interface Span {
  readonly from: string;
  readonly to: string;
}

function textOf(value: unknown, quantity: Quantity, unit: TemperatureUnit): string {
  if (value === null || value === undefined || value === false) return '';
  if (value === true) return 'yes';
  if (Array.isArray(value)) return value.join(quantity === 'sentences' ? '; ' : ', ');
  if (quantity === 'area') {
    const { length, width } = value as Sides;
    return `${cellText(length * 100)} × ${cellText(width * 100)} cm`;
  }
  if (quantity === 'span') return spanText(value as Span);
  if (quantity === 'moment') return (value as string).replace('T', ' ');
  if (typeof value !== 'number') return value as string;
  if (quantity === 'celsius') return formatTemperature(value, unit, 1).replace('.0 ', ' ');
  if (quantity === 'mass') return `${cellText(value * 1000)} g`;
  if (quantity === 'kilograms') return `${cellText(value)} kg`;
  return cellText(quantity === 'part' || quantity === 'side' ? value * 100 : value);
}

/** What a text says. */
function valueOf(text: string, { quantity }: Field, unit: TemperatureUnit): Result<unknown> {
  const listed = (by: RegExp) => good(text.split(by).map((each) => each.trim()).filter(Boolean)); // prettier-ignore
  switch (quantity) {
    case 'celsius':
      return parseTemperature(text, unit);
    case 'mass':
      return parseMass(text);
    case 'kilograms':
      return parseMass(text, 'kg');
    case 'percent':
      return parsePercent(text);
    case 'part': {
      const percent = parsePercent(text);
      return percent.ok ? good(percent.value / 100) : percent;
    }
    case 'side': {
      const centimetres = parseNumber(text);
      return centimetres.ok ? good(centimetres.value / 100) : centimetres;
    }
    case 'tick':
      return good(/^(yes|true|1|x)$/i.test(text.trim()));
    case 'names':
      return listed(/[,;]/);
    case 'sentences':
      return listed(/;/);
    case 'numbers':
      return numbers(text);
    case 'area':
      return parseSides(text);
    case 'clock':
      return parseTimeOfDay(text);
    case 'span':
      return parseSpan(text);
    case 'date':
      return parseDate(text);
    case 'moment':
      return parseMoment(text);
    case 'text':
    case 'choice':
      return good(text.trim());
    default:
      return parseNumber(text);
  }
}

function numbers(text: string): Result<number[]> {
  const all = text.split(/[,;\s]+/).filter(Boolean).map(parseNumber); // prettier-ignore
  const wrong = all.find((each) => !each.ok);
  return wrong ?? good(all.flatMap((each) => (each.ok ? [each.value] : [])));
}

/** `02:00 to 10:30` */
export const spanText = ({ from, to }: Span): string => `${from} to ${to}`;

/** Reads `02:00 to 10:30`, `2-10.30`. */
export function parseSpan(text: string): Result<Span> {
  const [, a = '', b = ''] = /^(.+?)\s*(?:to|until|–|-)\s*(.+)$/i.exec(text.trim()) ?? [];
  const [from, to] = [parseTimeOfDay(a), parseTimeOfDay(b)];
  return from.ok && to.ok
    ? good({ from: from.value, to: to.value })
    : bad(problem('', `“${text}” is not from one time to another.`, 'Type it as 02:00 to 10:30.'));
}

/** Reads `2026-11-29`. */
function parseDate(text: string): Result<string> {
  const date = text.trim();
  return /^\d{4}-\d\d-\d\d$/.test(date) && addDays(date, 1) !== date
    ? good(date)
    : bad(problem('', `“${text}” is not a date.`, 'Type it as 2026-11-29.'));
}

/** Reads `2026-11-29 14:00`. */
function parseMoment(text: string): Result<string> {
  const [, day = '', clock = ''] = /^(\S+)(?:[T\s]+(.+))?$/.exec(text.trim()) ?? [];
  const [date, time] = [parseDate(day.includes('T') ? (day.split('T')[0] ?? '') : day), parseTimeOfDay(clock || day.split('T')[1] || '00:00')];
  return date.ok && time.ok
    ? good(`${date.value}T${time.value}`)
    : bad(problem('', `“${text}” is not a date and a time.`, 'Type it as 2026-11-29 14:00.'));
} // prettier-ignore

/** `60 × 40 cm`, `0.6 x 0.4 m`; centimetres where it does not say. */
export function parseSides(text: string): Result<Sides> {
  const [, one, other, unit] =
    /^\s*([\d.,]+)\s*(?:cm|m)?\s*[x×*]\s*([\d.,]+)\s*(cm|m)?\s*$/i.exec(text) ?? [];
  const [length, width] = [parseNumber(one ?? ''), parseNumber(other ?? '')];
  if (!length.ok || !width.ok || length.value <= 0 || width.value <= 0)
    return bad(problem('size', `“${text}” is not a length and a width.`, 'Write both: 60 × 40 cm.'));
  const metre = unit?.toLowerCase() === 'm' ? 1 : 0.01;
  // Not finer than a thousandth of a millimetre.
  const metres = (value: number) => Math.round(value * metre * 1e6) / 1e6;
  return good({ length: metres(length.value), width: metres(width.value) });
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
