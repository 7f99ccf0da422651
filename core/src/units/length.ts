import { bad, good, problem, type Result } from '../problem/index.ts';
import { parseNumber } from './number.ts';

export type LengthUnit = 'mm' | 'cm' | 'm';

/** So many of a unit are one metre. */
const IN_A_METRE: Readonly<Record<LengthUnit, number>> = { mm: 1000, cm: 100, m: 1 };

/**
 * Reads a length: `40`, `40 cm`, `1.2 m`, `6mm`.
 *
 * @param assumed the unit of a bare number
 * @returns m, not finer than a thousandth of a millimetre
 *
 * @example
 * assert.deepEqual(parseLength('40 cm', 'm'), { ok: true, value: 0.4 });
 */
export function parseLength(text: string, assumed: LengthUnit): Result<number> {
  const [, digits = '', unit] = /^(.*?)\s*(mm|cm|m)?$/i.exec(text.trim()) ?? [];
  const number = parseNumber(digits);
  if (!number.ok)
    return bad(problem('', `“${text}” is not a length.`, `Type one, such as 40 ${assumed} or 0.4 m.`));
  const metres = number.value / IN_A_METRE[(unit?.toLowerCase() as LengthUnit | undefined) ?? assumed];
  return good(Math.round(metres * 1e6) / 1e6);
}

/** A length in a unit. */
export const lengthIn = (metres: number, unit: LengthUnit): number => metres * IN_A_METRE[unit];
