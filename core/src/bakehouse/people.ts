import { z } from 'zod';
import { WallClock } from '../equipment/index.ts';
import { Name } from '../formula/index.ts';
import { problem, refuse } from '../problem/index.ts';
import { weekdayOf } from '../time/index.ts';
import { SKILLS } from './skills.ts';

/** From one time on the clock to another; past midnight where the second is not later. */
export const ClockSpan = z.strictObject({ from: WallClock, to: WallClock });
export type ClockSpan = z.infer<typeof ClockSpan>;

const Weekday = z.number().int().min(0).max(6).describe('0 is Monday');
/** Every day of the week. */
export const WEEK: readonly number[] = [0, 1, 2, 3, 4, 5, 6];

/** A person was kept with one shift for every day. */
const everyDay = (hand: unknown): unknown => {
  if (typeof hand !== 'object' || hand === null || !('shift' in hand)) return hand;
  const { shift, ...rest } = hand as { shift: unknown };
  return { rota: [{ ...(typeof shift === 'object' ? shift : {}), days: WEEK }], ...rest };
};

const Skills = z.array(z.enum(SKILLS)).max(SKILLS.length);

/** Somebody who works here: what they can do, and when they are on shift. */
const HandNow = z.strictObject({
  name: Name,
  skills: Skills.describe('what they do alone'),
  helps: Skills.default([]).describe('what they do with help: beside somebody who does it alone'),
  learns: Skills.default([]).describe('what they are learning: no work is planned for them by it'),
  rota: z
    .array(ClockSpan.extend({ days: z.array(Weekday).min(1).max(7).describe('on which it begins') }))
    .max(14)
    .default([])
    .describe('shifts of a week'),
  breaks: z.array(ClockSpan).max(6).default([]).describe('of every shift that they lie in'),
  away: z
    .array(
      z
        .strictObject({ from: z.iso.date(), to: z.iso.date().describe('the last day'), why: z.string().trim().max(80).default('') })
        .refine(({ from, to }) => from <= to, { path: ['to'], message: 'The last day must not be before the first.' }),
    )
    .max(100)
    .default([])
    .describe('days that no shift of theirs begins on'),
  dates: z
    .array(ClockSpan.extend({ date: z.iso.date() }))
    .max(200)
    .default([])
    .describe('shifts of one date, in the place of those of its weekday: a swap, or other hours'),
}).superRefine(({ skills, helps, learns }, context) => {
  const all = [...skills, ...helps, ...learns];
  if (all.length === 0) context.addIssue(refuse(problem('skills', 'This person can do nothing.', 'Choose what they do alone, with help, or are learning.')));
  for (const skill of SKILLS)
    if (all.filter((each) => each === skill).length > 1) context.addIssue(refuse(problem('skills', `“${skill}” stands there twice.`, 'Say it once: alone, with help, or learning.')));
}); // prettier-ignore
export const Hand = z.preprocess(everyDay, HandNow);
export type Hand = z.infer<typeof HandNow>;

/**
 * Shifts of a person that begin on a date.
 *
 * @param date `YYYY-MM-DD`
 * @returns none on a day off, or while they are away
 *
 * @example
 * const rota = [{ from: '02:00', to: '10:00', days: [5, 6] }];
 * assert.deepEqual(shiftsOn({ rota, away: [], dates: [] }, '2026-11-28'), [{ from: '02:00', to: '10:00' }]);
 * assert.deepEqual(shiftsOn({ rota, away: [], dates: [] }, '2026-11-27'), []);
 */
export function shiftsOn({ rota, away, dates }: Pick<Hand, 'rota' | 'away' | 'dates'>, date: string): ClockSpan[] {
  const own = dates.filter((each) => each.date === date).map(({ from, to }) => ({ from, to }));
  if (own.length > 0) return own;
  if (away.some(({ from, to }) => from <= date && date <= to)) return [];
  const weekday = weekdayOf(date);
  return rota.filter(({ days }) => days.includes(weekday)).map(({ from, to }) => ({ from, to }));
} // prettier-ignore
