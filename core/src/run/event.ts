import { z } from 'zod';
import { Sign } from '../culture/index.ts';
import { Slug } from '../formula/index.ts';
import { SPOTS } from '../mix/index.ts';
import { lastCorrections } from '../record/index.ts';
import { Mishap } from './mishap.ts';

/** The number of this form of an event; it is stored with each, so that older ones can be read as what they were. */
export const EVENT_SCHEMA = 1;

const Epoch = z.number().int().min(0).max(32_503_680_000);

/** What an event is about: a task of a day's plan, a mix, a build of a culture, a moment at the oven door, or the day. */
const Subject = z.strictObject({
  kind: z.enum(['task', 'mix', 'build', 'door', 'day']),
  id: z.string().min(1).max(200),
});

/** What happened. */
const Happened = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('began') }),
  z.strictObject({ kind: z.literal('ended') }),
  z.strictObject({ kind: z.literal('skipped') }).describe('it was not done when it was to be'),
  z
    .strictObject({
      kind: z.literal('reading'),
      quantity: z.enum(['temperature', 'height', 'mass']).describe('°C, cm, kg'),
      of: Slug.nullable().default(null).describe('what was read of a mix: flour, room, dough, a pre-ferment'),
      value: z.number().min(-40).max(10_000),
    })
    .describe('as the instrument showed it'),
  z.strictObject({ kind: z.literal('sign'), sign: Sign }),
  z
    .strictObject({
      kind: z.literal('added'),
      what: z.string().trim().min(1).max(80),
      mass: z.number().min(-1000).max(2000).describe('kg; below 0: so much was left out'),
      temperature: z.number().min(-40).max(110).nullable().default(null).describe('°C of water'),
    })
    .describe('what was poured, and what was put in by feel'),
  z.strictObject({ kind: z.literal('lot'), lot: z.string().trim().max(60) }),
  z.strictObject({ kind: z.literal('note'), text: z.string().trim().max(500) }),
  z.strictObject({ kind: z.literal('confirmed'), gate: z.string().trim().min(1).max(80) }),
  z
    .strictObject({ kind: z.literal('adjusted'), minutes: z.number().min(0).max(120) })
    .describe('a load bakes so much longer than was planned'),
  z
    .strictObject({ kind: z.literal('mishap'), mishap: Mishap })
    .describe('of a day: what went wrong, from then on'),
  z.strictObject({ kind: z.literal('taken-back') }).describe('what it corrects did not happen'),
]);

/** One thing that happened, as it was noted. Events are never changed: a correction names the one it corrects. */
export const Event = z.strictObject({
  /** Made where it happened, so that it can be sent again and is there once. */
  id: z.uuid(),
  /** The bake day that it belongs to; null where it belongs to none. */
  day: z.iso.date().nullable().default(null),
  subject: Subject,
  happened: Happened,
  /** When it happened, epoch seconds by the clock of the device. */
  at: Epoch,
  /** Name of the instrument; “typed” if a person read and typed it. */
  instrument: z.string().trim().min(1).max(60).default('typed'),
  spot: z.enum(SPOTS).default('core'),
  /** What the instrument is known to be off by, added to the value. */
  offset: z.number().min(-10).max(10).default(0),
  corrects: z.uuid().nullable().default(null),
});
export type Event = z.infer<typeof Event>;

/** An event as it is kept. */
export interface KeptEvent extends Event {
  /** Its place among those of its bakehouse: the cursor of whoever catches up. */
  readonly seq: number;
  readonly by: string;
  /** When it was kept, epoch seconds by the clock of the server. */
  readonly recordedAt: number;
}

/** The events that count, in the order of their time; nothing stands for what was taken back. */
export const effectiveEvents = <E extends Event>(events: readonly E[]): E[] =>
  lastCorrections(events).filter(({ happened }) => happened.kind !== 'taken-back');

/** A mishap, and since when. */
export interface KnownMishap {
  readonly id: string;
  /** Epoch seconds. */
  readonly at: number;
  readonly mishap: Mishap;
}

/**
 * What went wrong, in the order of its time; what was taken back did not.
 *
 * @example
 * const van: Mishap = { kind: 'van', drop: '06:30', to: '06:00' };
 * const event = Event.parse({ id: '00000000-0000-7000-8000-000000000001', subject: { kind: 'day', id: '2026-11-29' }, happened: { kind: 'mishap', mishap: van }, at: 100 });
 * assert.deepEqual(mishapsOf([event]), [{ id: event.id, at: 100, mishap: van }]);
 */
export const mishapsOf = (events: readonly Event[]): KnownMishap[] =>
  effectiveEvents(events).flatMap(({ id, at, happened }) =>
    happened.kind === 'mishap' ? [{ id, at, mishap: happened.mishap }] : [],
  );

/** What was kept, and what was noted here since: an event that is kept already is there once, where it was kept. */
export function together<T extends { readonly id: string }>(
  kept: readonly T[],
  own: readonly T[],
): readonly T[] {
  const known = new Set(kept.map(({ id }) => id));
  return [...kept, ...own.filter(({ id }) => !known.has(id))];
}
