import { bad, good, problem, type Result } from '../problem/index.ts';

/**
 * Reads a number as people write it: `850`, `1.2`, `1,2`, `12 500`.
 *
 * @returns the number, or a problem with an empty path (the caller knows the field)
 */
export function parseNumber(text: string): Result<number> {
  const trimmed = text.trim().replace(/^[−–]/, '-');
  if (trimmed === '') return bad(problem('', 'Nothing is entered here.', 'Type a number.'));
  const joined = trimmed.replace(/(?<=\d)[\s\u00a0\u202f](?=\d{3}(\D|$))/g, '');
  if (/^-?\d{1,3},\d{3}$/.test(joined)) {
    const whole = joined.replace(',', '');
    return bad(
      problem('', `“${text}” can be read two ways.`, `Write ${whole}, or ${joined.replace(',', '.')}.`),
    );
  }
  const value = Number(joined.replace(',', '.'));
  if (!/^-?(\d+([.,]\d*)?|[.,]\d+)$/.test(joined) || !Number.isFinite(value)) {
    return bad(problem('', `“${text}” is not a number.`, 'Use digits, such as 850 or 1.2.'));
  }
  return good(value);
}

/**
 * Reads a count of pieces: `24`, `24x`, `24 pcs`.
 *
 * @returns a whole number of zero or more
 */
export function parseCount(text: string): Result<number> {
  const bare = text.trim().replace(/\s*(x|×|pcs?|pieces?)$/i, '');
  const number = parseNumber(bare);
  if (!number.ok) return bad(problem('', `“${text}” is not a count.`, 'Use a whole number, such as 24.'));
  if (number.value < 0) return bad(problem('', 'A count cannot be negative.', 'Use 0 or more.'));
  if (!Number.isInteger(number.value)) {
    return bad(problem('', `“${text}” is not a whole number.`, `Use ${Math.round(number.value)}.`));
  }
  return number;
}

/**
 * Reads a percentage: `76`, `76 %`.
 *
 * @returns percent, 0 or more
 */
export function parsePercent(text: string): Result<number> {
  const number = parseNumber(text.trim().replace(/\s*%$/, ''));
  if (!number.ok) return bad(problem('', `“${text}” is not a percentage.`, 'Type a number, such as 76 %.'));
  if (number.value < 0) return bad(problem('', 'A percentage cannot be negative.', 'Use 0 or more.'));
  return number;
}

/** A number with a true minus sign and a fixed number of decimals. */
export function formatNumber(value: number, digits: number): string {
  const text = value.toFixed(digits);
  return (Number(text) === 0 ? text.replace('-', '') : text).replace('-', '−');
}
