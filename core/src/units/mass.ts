import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatNumber, parseNumber } from './number.ts';

export type MassUnit = 'g' | 'kg' | 'oz' | 'lb';

/** Kilograms in one of each unit. Pound: 0.45359237 kg by the international definition of 1959. */
const KILOGRAMS: Readonly<Record<MassUnit, number>> = {
  g: 0.001,
  kg: 1,
  oz: 0.453_592_37 / 16,
  lb: 0.453_592_37,
};

const UNIT_WORDS: Readonly<Record<string, MassUnit>> = {
  g: 'g', gr: 'g', gram: 'g', grams: 'g',
  kg: 'kg', kilo: 'kg', kilos: 'kg',
  oz: 'oz', ounce: 'oz', ounces: 'oz',
  lb: 'lb', lbs: 'lb', pound: 'lb', pounds: 'lb', '#': 'lb',
}; // prettier-ignore

/** The unit of mass that a word names, or undefined. */
export const unitOfMass = (word: string): MassUnit | undefined => UNIT_WORDS[word.toLowerCase()];

/** Converts kilograms into another unit of mass. */
export const massIn = (kilograms: number, unit: MassUnit): number => kilograms / KILOGRAMS[unit];

/** Converts a mass in any unit into kilograms. */
export const kilograms = (value: number, unit: MassUnit): number => value * KILOGRAMS[unit];

/**
 * Reads a mass as people write it: `1.2kg`, `850`, `850 g`, `2 lb 3 oz`.
 *
 * @param assumed the unit of a bare number
 * @returns kilograms, 0 or more
 *
 * @example
 * assert.deepEqual(parseMass('1.2kg'), { ok: true, value: 1.2 });
 */
export function parseMass(text: string, assumed: MassUnit = 'g'): Result<number> {
  const parts = [...text.trim().matchAll(/([−–-]?[\d\s.,\u00a0\u202f]*\d[.,]?)\s*([a-z#]*)/giy)];
  if (parts.length === 0 || parts.map((part) => part[0]).join('') !== text.trim()) return notAMass(text);
  if (parts.length > 1 && parts.some((part) => part[2] === '')) return notAMass(text);
  let total = 0;
  for (const [, digits = '', word = ''] of parts) {
    const unit = word === '' ? assumed : unitOfMass(word);
    if (unit === undefined) {
      return bad(problem('', `“${word}” is not a unit of mass that Jovet knows.`, 'Use g, kg, oz or lb.'));
    }
    const number = parseNumber(digits);
    if (!number.ok) return number;
    total += kilograms(number.value, unit);
  }
  if (total < 0) return bad(problem('', 'A mass cannot be negative.', 'Use 0 or more.'));
  return good(total);
}

const notAMass = (text: string): Result<never> =>
  text.trim() === ''
    ? bad(problem('', 'No mass is entered here.', 'Type one, such as 850 g or 1.2 kg.'))
    : bad(problem('', `“${text}” is not a mass.`, 'Type one as 850, 1.2 kg or 2 lb 3 oz.'));

/**
 * Writes a mass for the scale: `850 g`, `1.2 kg`, `2 lb 3.0 oz`.
 *
 * @param digits decimals of the unit named; pounds are written with ounces to the same decimals
 */
export function formatMass(kilogramsOfIt: number, unit: MassUnit, digits = unit === 'kg' ? 3 : 0): string {
  if (unit !== 'lb') return `${formatNumber(massIn(kilogramsOfIt, unit), digits)} ${unit}`;
  const ounces = Number(massIn(kilogramsOfIt, 'oz').toFixed(digits));
  const pounds = Math.trunc(ounces / 16);
  return pounds === 0
    ? `${formatNumber(ounces, digits)} oz`
    : `${pounds} lb ${formatNumber(ounces - 16 * pounds, digits)} oz`;
}
