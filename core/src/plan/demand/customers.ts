import { z } from 'zod';
import { Name, Slug } from '../../formula/index.ts';

/** A time on the bakehouse clock. */
const Clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as HH:MM.');
const Pieces = z.number().int().min(0).max(100_000);
const Day = z.iso.date();

/** Who gets less where not all can be made: those who can wait first, then all alike, those who cannot last. */
export const WHEN_SHORT = ['first', 'even', 'last'] as const;

/** Who bread leaves for, and when the van goes there. */
export const Customer = z.strictObject({
  schema: z.literal(1),
  slug: Slug,
  name: Name,
  drops: z.array(Clock).min(1).max(12),
  /** Days on which nothing goes there, the last included. */
  off: z
    .array(z.strictObject({ from: Day, to: Day }).refine(({ from, to }) => from <= to, { message: 'The last day is before the first.' }))
    .max(200)
    .default([]),
  short: z.enum(WHEN_SHORT).default('even').describe('who gets less where not all can be made'),
}); // prettier-ignore
export type Customer = z.infer<typeof Customer>;

/** What somebody gets every week, Monday first. */
export const StandingOrder = z.strictObject({
  customer: Slug,
  product: Slug,
  drop: Clock,
  weekdays: z.array(Pieces).length(7),
  /** Days between which it counts; null: no end. */
  from: Day.nullable().default(null),
  to: Day.nullable().default(null),
});
export type StandingOrder = z.infer<typeof StandingOrder>;

/** What somebody gets on one day instead, or besides. */
export const OrderLine = z.strictObject({ customer: Slug, product: Slug, drop: Clock, pieces: Pieces });
export type OrderLine = z.infer<typeof OrderLine>;
