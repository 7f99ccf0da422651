import {
  type CalendarDate,
  fromAbsolute,
  getDayOfWeek,
  parseDate,
  parseDateTime,
  toZoned,
} from '@internationalized/date';
import { bad, good, problem, type Result } from '../problem/index.ts';

/** A moment as the bakehouse clock shows it. */
export interface LocalTime {
  /** `YYYY-MM-DD` */
  readonly date: string;
  /** `HH:MM` */
  readonly time: string;
  /** `Monday` … `Sunday` */
  readonly weekday: string;
  /** Hours since local midnight with the fraction, for drawing. */
  readonly hour: number;
}

export function isZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** Moments that were read and times that were resolved lately: a day asks for the same ones again and again. */
const read = new Map<string, LocalTime>();
const resolved = new Map<string, Result<number>>();
const MOST_READ = 5000;

/**
 * Resolves a wall-clock time of the bakehouse. A time that a clock change skips moves forward by the gap; one that
 * happens twice is the first of the two.
 *
 * @param date `YYYY-MM-DD`
 * @param time `HH:MM`
 * @returns integer epoch seconds, or a problem at `date` (no such day) or `zone`
 */
export function resolveLocal(date: string, time: string, zone: string): Result<number> {
  const key = `${date} ${time} ${zone}`;
  const known = resolved.get(key);
  if (known) return known;
  if (resolved.size >= MOST_READ) resolved.clear();
  const answer = resolve(date, time, zone);
  resolved.set(key, answer);
  return answer;
}

function resolve(date: string, time: string, zone: string): Result<number> {
  try {
    return good(
      toZoned(parseDateTime(`${date}T${time}`), zone, 'compatible')
        .toDate()
        .getTime() / 1000,
    );
  } catch {
    return bad(
      isZone(zone)
        ? problem('date', `“${date}” is not a day of the calendar.`, 'Choose the day as year-month-day.')
        : problem('zone', `“${zone}” is not a time zone.`, 'Use a name such as Europe/London.'),
    );
  }
}

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

const MONTHS = [
  'January', 'February', 'March', 'April', 'May', 'June',
  'July', 'August', 'September', 'October', 'November', 'December',
] as const; // prettier-ignore

/** Clocks change at whole quarters of an hour, so one look tells for all of it. */
const QUARTER = 900;
const offsets = new Map<string, number>();

/** Seconds that the clock of a zone is ahead of UTC. */
function offsetAt(epoch: number, zone: string): number {
  const quarter = Math.floor(epoch / QUARTER);
  const key = `${quarter} ${zone}`;
  const known = offsets.get(key);
  if (known !== undefined) return known;
  if (offsets.size >= MOST_READ) offsets.clear();
  const offset = fromAbsolute(quarter * QUARTER * 1000, zone).offset / 1000;
  offsets.set(key, offset);
  return offset;
}

/**
 * Reads the bakehouse clock at a moment in epoch seconds. The zone must be a valid one.
 *
 * @example
 * assert.equal(localTime(1_795_594_800, 'Europe/London').time, '08:20');
 */
export function localTime(epoch: number, zone: string): LocalTime {
  const key = `${epoch} ${zone}`;
  const known = read.get(key);
  if (known) return known;
  if (read.size >= MOST_READ) read.clear();
  const shown = new Date((epoch + offsetAt(epoch, zone)) * 1000);
  const iso = shown.toISOString();
  const local = {
    date: iso.slice(0, 10),
    time: iso.slice(11, 16),
    weekday: WEEKDAYS[(shown.getUTCDay() + 6) % 7] ?? '',
    hour: shown.getUTCHours() + shown.getUTCMinutes() / 60,
  };
  read.set(key, local);
  return local;
}

/**
 * The next moment, from one on, at which a clock of the bakehouse shows a time.
 *
 * @param time `HH:MM`
 * @param from epoch seconds
 */
export function nextLocal(time: string, from: number, zone: string): number {
  const { date } = localTime(from, zone);
  for (const days of [0, 1, 2]) {
    const at = resolveLocal(addDays(date, days), time, zone);
    if (at.ok && at.value >= from) return at.value;
  }
  throw new Error(`${time} comes in none of three days in ${zone}`);
}

/**
 * The moment nearest to one at which a clock of the bakehouse shows a time.
 *
 * @param time `HH:MM`
 * @param around epoch seconds
 * @returns null where the clock never shows it, as when it is put forward
 */
export function nearestMoment(time: string, around: number, zone: string): number | null {
  const { date } = localTime(around, zone);
  const found = [-1, 0, 1].flatMap((days) => {
    const at = resolveLocal(addDays(date, days), time, zone);
    return at.ok ? [at.value] : [];
  });
  return found.sort((a, b) => Math.abs(a - around) - Math.abs(b - around))[0] ?? null;
}

/** Epoch seconds of every full local hour within [from, to]; clock changes included. */
export function localHours(from: number, to: number, zone: string): number[] {
  const hours: number[] = [];
  for (let at = Math.ceil(from / QUARTER) * QUARTER; at <= to; at += QUARTER)
    if ((at + offsetAt(at, zone)) % 3600 === 0) hours.push(at);
  return hours;
}

/** The calendar day after (or, negative, before) a `YYYY-MM-DD`. */
export const addDays = (date: string, days: number): string => dayOf(date)?.add({ days }).toString() ?? date;

function dayOf(date: string): CalendarDate | null {
  try {
    return parseDate(date);
  } catch {
    return null;
  }
}

/** The dates from so many days before one to so many after it. */
export const datesAround = (date: string, before: number, after: number): string[] =>
  Array.from({ length: before + after + 1 }, (_, index) => addDays(date, index - before));

/** The day of the week of a `YYYY-MM-DD`: 0 is Monday. */
export function weekdayOf(date: string): number {
  const day = dayOf(date);
  return day ? getDayOfWeek(day, 'en', 'mon') : NaN;
}

/** A date as people say it: `Tuesday 24 November`. */
export function formatDate(date: string): string {
  const day = dayOf(date);
  return day ? `${WEEKDAYS[weekdayOf(date)] ?? ''} ${day.day} ${MONTHS[day.month - 1] ?? ''}` : date;
}
