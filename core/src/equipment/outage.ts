import { z } from 'zod';
import { Name, Slug } from '../formula/index.ts';
import { resolveLocal } from '../time/index.ts';

/** A date and a time on the bakehouse clock: `2026-11-29T14:00`. */
export const LocalMoment = z
  .string()
  .regex(/^\d{4}-\d\d-\d\dT([01]\d|2[0-3]):[0-5]\d$/, 'Write a date and a time.')
  .refine((text) => z.iso.date().safeParse(text.slice(0, 10)).success, 'There is no such day.');

/** Something is out of order for a while: all of it, or so many of it. */
export const Outage = z
  .strictObject({
    from: LocalMoment,
    to: LocalMoment,
    count: z.number().int().min(1).max(10_000).nullable().default(null).describe('null: all of it'),
    stays: z
      .boolean()
      .default(false)
      .describe('of what is cold or warm: doughs stay in it, and come to what its room is'),
  })
  .refine(({ from, to }) => from < to, { path: ['to'], message: 'It must be back after it went.' });
export type Outage = z.infer<typeof Outage>;

const Metres = z.number().positive().max(30);

/** What every thing of a bakehouse may say of where it stands and when it is there. */
export const placed = {
  room: Slug.nullable().default(null).describe('null: the first room'),
  at: z
    .strictObject({ x: z.number().min(0).max(100), y: z.number().min(0).max(100) })
    .nullable()
    .default(null)
    .describe('m from the left and from the top of its room, as drawn; null: where there is space'),
  size: z.strictObject({ length: Metres, width: Metres }).nullable().default(null).describe('m on the floor, as drawn; of a holder, as it stands in the oven'),
  out: z.array(Outage).max(20).default([]).describe('out of order'),
  spare: z.boolean().default(false).describe('taken only where the others are not enough'),
}; // prettier-ignore

/** What every thing says. */
export const thing = { slug: Slug.describe('stays with the thing for good'), name: Name, ...placed };

/** So much is missing from one moment to another, epoch seconds. */
export interface Missing {
  readonly from: number;
  readonly to: number;
  readonly amount: number;
}

/**
 * What is missing of a thing while it is out of order, in stretches that follow one another.
 *
 * @param there how much of it there is
 * @param each what one of it counts for, where only some are out of order
 *
 * @example
 * const out = [{ from: '2026-11-29T02:00', to: '2026-11-29T03:00', count: 2, stays: false }, { from: '2026-11-29T02:30', to: '2026-11-29T04:00', count: null, stays: false }];
 * assert.deepEqual(missingOf({ out }, 4, 1, 'UTC').map(({ amount }) => amount), [2, 4, 4]);
 */
export function missingOf({ out }: { readonly out: readonly Outage[] }, there: number, each: number, zone: string): Missing[] {
  const gone = out.filter(({ stays }) => !stays);
  const spans = gone.flatMap((known) => {
    const span = spanOf(known, zone);
    return span ? [{ ...span, amount: known.count === null ? there : known.count * each }] : [];
  });
  const turns = [...new Set(spans.flatMap((span) => [span.from, span.to]))].sort((a, b) => a - b);
  return turns.slice(1).flatMap((to, index) => {
    const from = turns[index] ?? to;
    const amount = spans.reduce((sum, span) => sum + (span.from <= from && to <= span.to ? span.amount : 0), 0);
    return amount > 0 ? [{ from, to, amount: Math.min(there, amount) }] : [];
  });
} // prettier-ignore

/** From when to when something is out of order, epoch seconds; null where the clock never shows that. */
export function spanOf({ from, to }: Pick<Outage, 'from' | 'to'>, zone: string): { readonly from: number; readonly to: number } | null {
  const [begin, end] = [moment(from, zone), moment(to, zone)];
  return begin === null || end === null || end <= begin ? null : { from: begin, to: end };
} // prettier-ignore

function moment(local: string, zone: string): number | null {
  const [date = '', time = ''] = local.split('T');
  const at = resolveLocal(date, time, zone);
  return at.ok ? at.value : null;
}
