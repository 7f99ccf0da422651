import { error } from '@sveltejs/kit';
import { z } from 'zod';

const isDate = (text: string): boolean => z.iso.date().safeParse(text).success;

/** The day in the address of a page, if it names one; a page without a day of the calendar is not found. */
export function dayOfPage(date: string | undefined): string | undefined {
  if (date !== undefined && !isDate(date)) error(404, 'This is not a day of the calendar.');
  return date;
}
