import { bad, good, problem, type Result } from '../problem/index.ts';
import { parseNumber } from './number.ts';

const SECONDS: Readonly<Record<string, number>> = { d: 86_400, h: 3600, m: 60, s: 1 };

/**
 * Reads a duration: `4:30` (hours and minutes), `90 min`, `2 h 15 m`, `1.5h`, `+20m`; a bare number is minutes.
 *
 * @returns seconds, 0 or more
 */
export function parseDuration(text: string): Result<number> {
  const bare = text.trim().replace(/^\+\s*/, '');
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(bare);
  if (clock) return good(Number(clock[1]) * 3600 + Number(clock[2]) * 60);
  if (/^[\d.,]+$/.test(bare)) return inUnit(bare, 60);
  const parts = [
    ...bare.matchAll(/([\d.,]+)\s*(days?|d|hours?|hrs?|h|minutes?|mins?|m|seconds?|secs?|s)(?![a-z])\s*/giy),
  ];
  if (parts.length === 0 || parts.map((part) => part[0]).join('') !== bare) {
    return bad(problem('', `“${text}” is not a duration.`, 'Type one as 4:30, 90 min or 2 h 15 min.'));
  }
  let total = 0;
  for (const [, digits = '', word = ''] of parts) {
    const seconds = inUnit(digits, SECONDS[word.charAt(0).toLowerCase()] ?? 0);
    if (!seconds.ok) return seconds;
    total += seconds.value;
  }
  return good(total);
}

function inUnit(digits: string, seconds: number): Result<number> {
  const number = parseNumber(digits);
  return number.ok ? good(number.value * seconds) : number;
}

/** From so many hours on nobody counts them: they are told in days. */
const LONG = 336;

/** Writes a duration to the minute: `35 min`, `4 h`, `4 h 05 min`; after two weeks in days. */
export function formatDuration(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (minutes < 0) return `−${formatDuration(-seconds)}`;
  const hours = Math.floor(minutes / 60);
  const rest = minutes % 60;
  if (hours === 0) return `${rest} min`;
  if (hours >= LONG) return `${Math.round(minutes / 1440)} days`;
  return rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')} min`;
}
