import ical from 'ical-generator';
import type { ToldTask } from '../plan/explain/index.ts';
import { writeTable } from './csv.ts';

/** Writes the tasks of a plan as a table, in the order of time. */
export const planToCsv = (tasks: readonly ToldTask[]): string =>
  writeTable([
    ['start', 'minutes', 'task', 'what', 'batch', 'pieces', 'kg', 'people'],
    ...tasks.map(({ local, start, end, note, what, people }) => [
      local,
      String((end - start) / 60),
      note.kind,
      what,
      note.batch === null ? '' : String(note.batch),
      note.pieces === null ? '' : String(note.pieces),
      note.mass === null ? '' : String(Number(note.mass.toFixed(3))),
      people.join(', '),
    ]),
  ]);

/**
 * Writes the tasks of one person, or of all, as a calendar.
 *
 * @param stamp when it is written, epoch seconds
 */
export function planToCalendar(name: string, tasks: readonly ToldTask[], stamp: number): string {
  const calendar = ical({ name, prodId: { company: 'Jovet', product: 'day plan' } });
  for (const { id, what, start, end, people } of tasks)
    calendar.createEvent({
      id: `${id}@jovet`,
      stamp: new Date(stamp * 1000),
      start: new Date(start * 1000),
      end: new Date(end * 1000),
      summary: what.charAt(0).toUpperCase() + what.slice(1),
      ...(people.length > 1 ? { description: `With ${people.join(', ')}` } : {}),
    });
  return `${calendar.toString()}\n`;
}
