import { formatDate } from '@jovet/core/time';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A date as the bakehouse writes it in a field: `Thu 14 Jan 2027`. */
export function dateText(iso: string): string {
  if (!isDate(iso)) return iso;
  const [weekday = '', day = '', month = ''] = formatDate(iso).split(' ');
  return `${weekday.slice(0, 3)} ${day} ${month.slice(0, 3)} ${iso.slice(0, 4)}`;
}

/**
 * A date as somebody types it, the day first: `14.1.2027`, `14/1`, `14 Jan`, `Thursday 14 January 2027`, `2027-01-14`.
 * Without a year it is the day nearest to another.
 *
 * @param near ISO date
 * @returns ISO date; null: it is none
 */
export function readDate(text: string, near: string): string | null {
  const parts = text.toLowerCase().match(/\d+|[a-z]+/g) ?? [];
  const year = parts.find((each) => /^\d{4}$/.test(each));
  const month = parts.flatMap((each) => (MONTHS.includes(each.slice(0, 3)) ? [MONTHS.indexOf(each.slice(0, 3)) + 1] : []))[0];
  const numbers = parts.filter((each) => /^\d{1,2}$/.test(each)).map(Number);
  if (year !== undefined && parts[0] === year && month === undefined) numbers.reverse();
  const [day, other, short] = numbers;
  const inMonth = month ?? other;
  if (day === undefined || inMonth === undefined) return null;
  const last = month === undefined ? short : other;
  const years = year !== undefined ? [Number(year)] : last !== undefined ? [2000 + last] : [-1, 0, 1].map((each) => Number(near.slice(0, 4)) + each);
  const dates = years.map((each) => `${each}-${String(inMonth).padStart(2, '0')}-${String(day).padStart(2, '0')}`).filter(isDate);
  const away = (iso: string) => Math.abs(Date.parse(iso) - Date.parse(near));
  return dates.toSorted((a, b) => away(a) - away(b))[0] ?? null;
} // prettier-ignore

/** Whether it is a day of the calendar. */
function isDate(iso: string): boolean {
  const at = new Date(`${iso}T00:00Z`);
  return /^\d{4}-\d\d-\d\d$/.test(iso) && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(iso);
}
