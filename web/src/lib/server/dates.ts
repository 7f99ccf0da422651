import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { refuse } from './api/answer';

const isDate = (text: string): boolean => z.iso.date().safeParse(text).success;

/** The refusal of an address whose day is none of the calendar; undefined for a day. */
export const notADate = (date: string): Response | undefined =>
  isDate(date)
    ? undefined
    : refuse(422, [
        problem('date', `“${date}” is not a day of the calendar.`, 'Write it as year-month-day.'),
      ]);

/** The day in the address of a page, if it names one; a page without a day of the calendar is not found. */
export function dayOfPage(date: string | undefined): string | undefined {
  if (date !== undefined && !isDate(date)) error(404, 'This is not a day of the calendar.');
  return date;
}
