import { z } from 'zod';
import { bad, good, parseWith, problem, refuse, type Result } from '../problem/index.ts';
import { addDays, parseTimeOfDay } from '../time/index.ts';
import {
  formatTemperature,
  lengthIn,
  parseLength,
  parseMass,
  parseNumber,
  parsePercent,
  parseTemperature,
  type LengthUnit,
  type TemperatureUnit,
} from '../units/index.ts';
import { cellText } from './cell-text.ts';
import type { Quantity } from './field.ts';

interface Sides {
  readonly length: number;
  readonly width: number;
}

interface Span {
  readonly from: string;
  readonly to: string;
}

/** What is typed has at most so many letters: a quantity, and words or a list of them. */
const [SHORT, LONG] = [200, 20_000] as const;

/** Text to value and back, in one place. */
const codec = <T extends z.ZodType>(
  of: T,
  read: (text: string) => Result<z.input<T>>,
  write: (value: z.input<T>) => string,
  letters: number = SHORT,
) =>
  z.codec(z.string().max(letters), of, {
    decode: (text, ctx) => {
      const value = read(text);
      if (value.ok) return value.value;
      for (const each of value.problems) ctx.issues.push({ ...refuse(each), path: [], input: text });
      return z.NEVER;
    },
    encode: write,
  });

/** A number from the least to the most that anybody means. */
const number = (
  least: number,
  most: number,
  read: (text: string) => Result<number> = parseNumber,
  write: (value: number) => string = cellText,
) => codec(z.number().min(least).max(most), read, write);

const map = (read: Result<number>, change: (value: number) => number): Result<number> =>
  read.ok ? good(change(read.value)) : read;

/** A number with the word of its unit or without: `15 min`. */
const counted = (least: number, most: number, unit: RegExp) =>
  number(least, most, (text) => parseNumber(text.trim().replace(unit, '')));

/** A length that stands in the document in one unit and is shown in another. */
const length = (most: number, shown: LengthUnit, kept: LengthUnit) =>
  number(
    0,
    most,
    (text) => map(parseLength(text, shown), (metres) => Number(lengthIn(metres, kept).toPrecision(12))),
    (value) => cellText((value / lengthIn(1, kept)) * lengthIn(1, shown)),
  );

const listed = (by: RegExp, joint: string) =>
  codec(
    z.array(z.string()),
    (text) => good(text.split(by).map((each) => each.trim()).filter(Boolean)),
    (all) => all.join(joint),
    LONG,
  ); // prettier-ignore

const word = codec(z.string(), (text) => good(text.trim()), (text) => text, LONG); // prettier-ignore
const minutes = counted(-100_000, 100_000, /\s*min(ute)?s?$/i);

/** How each quantity is typed and written, for who reads temperatures in a unit. */
const codecs = (unit: TemperatureUnit) =>
  ({
    celsius: number(-60, 600, (text) => parseTemperature(text, unit), (value) => formatTemperature(value, unit, 1).replace('.0 ', ' ')),
    minutes,
    wait: minutes,
    seconds: counted(0, 1_000_000, /\s*s(ec(ond)?s?)?$/i),
    hours: counted(0, 10_000, /\s*h(ours?)?$/i),
    percent: number(0, 100_000, parsePercent),
    part: number(0, 1000, (text) => map(parsePercent(text), (value) => Number((value / 100).toPrecision(12))), (value) => cellText(value * 100)),
    ratio: number(0, 1000, (text) => parseNumber(text.replace(/^\s*1\s*:\s*/, ''))),
    mass: number(0, 1_000_000, (text) => parseMass(text), (value) => `${cellText(value * 1000)} g`),
    kilograms: number(0, 1_000_000, (text) => parseMass(text, 'kg'), (value) => `${cellText(value)} kg`),
    volumes: number(0, 1000),
    count: number(-1_000_000, 1_000_000),
    money: number(-1e9, 1e9),
    kilowatts: counted(0, 100_000, /\s*kw$/i),
    millimetres: length(100_000, 'mm', 'mm'),
    centimetres: length(10_000, 'cm', 'cm'),
    side: length(100, 'cm', 'm'),
    metres: length(10_000, 'm', 'm'),
    area: codec(z.object({ length: z.number(), width: z.number() }), parseSides, (sides) => `${cellText(sides.length * 100)} × ${cellText(sides.width * 100)} cm`),
    clock: codec(z.string(), parseTimeOfDay, (text) => text),
    span: codec(z.object({ from: z.string(), to: z.string() }), parseSpan, spanText),
    date: codec(z.string(), parseDate, (text) => text),
    moment: codec(z.string(), parseMoment, (text) => text.replace('T', ' ')),
    text: word,
    choice: word,
    tick: codec(z.boolean(), (text) => good(/^(yes|true|1|x)$/i.test(text.trim())), (is) => (is ? 'yes' : '')),
    names: listed(/[,;]/, ', '),
    sentences: listed(/;/, '; '),
    numbers: codec(z.array(z.number()), numbers, (all) => all.join(', ')),
  }) satisfies Readonly<Record<Quantity, z.ZodType>>; // prettier-ignore

const CODECS = { '°C': codecs('°C'), '°F': codecs('°F') } as const;
type Codecs = (typeof CODECS)['°C'];
type ValueOf<Q extends Quantity> = z.output<Codecs[Q]>;

/**
 * Reads a quantity as somebody typed it.
 *
 * @param unit of a bare temperature
 * @returns the value as it stands in documents; a problem has no path (the caller knows the field)
 *
 * @example
 * assert.deepEqual(readQuantity('side', '40 cm', '°C'), { ok: true, value: 0.4 });
 */
export const readQuantity = <Q extends Quantity>(quantity: Q, text: string, unit: TemperatureUnit = '°C') =>
  parseWith(CODECS[unit][quantity], text) as Result<ValueOf<Q>>;

/**
 * Writes a quantity as it is typed; what is not there is empty. Reading it gives the same value back. What stands in a
 * document is shown whatever it is, also where nobody could type it.
 */
export function writeQuantity(quantity: Quantity, value: unknown, unit: TemperatureUnit = '°C'): string {
  if (value === null || value === undefined) return '';
  const { data } = z.safeEncode(CODECS[unit][quantity] as z.ZodType<unknown, string>, value);
  return data ?? (typeof value === 'number' ? cellText(value) : String(value));
}

function numbers(text: string): Result<number[]> {
  const all = text.split(/[,;\s]+/).filter(Boolean).map(parseNumber); // prettier-ignore
  const wrong = all.find((each) => !each.ok);
  return wrong ?? good(all.flatMap((each) => (each.ok ? [each.value] : [])));
}

/** `02:00 to 10:30` */
export function spanText({ from, to }: Span): string {
  return `${from} to ${to}`;
}

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
