import { bad, good, problem, type Result } from '../problem/index.ts';

/**
 * Reads a time of day: `7`, `07:00`, `7.30`, `0730`, `7:30 pm`.
 *
 * @returns the time as `HH:MM`
 */
export function parseTimeOfDay(text: string): Result<string> {
  const match = /^(\d{1,2})(?:[:.h]?([0-5]\d))?\s*(am|pm)?$/i.exec(text.trim());
  const half = match?.[3]?.toLowerCase();
  const typed = Number(match?.[1]);
  const hour = half === undefined ? typed : (typed % 12) + (half === 'pm' ? 12 : 0);
  if (!match || hour > 23 || (half !== undefined && (typed < 1 || typed > 12))) {
    return text.trim() === ''
      ? bad(problem('', 'No time is entered here.', 'Type one, such as 07:00.'))
      : bad(
          problem(
            '',
            `“${text}” is not a time of day.`,
            'Type hours and minutes from 00:00 to 23:59, such as 07:00.',
          ),
        );
  }
  return good(`${String(hour).padStart(2, '0')}:${match[2] ?? '00'}`);
}
