import { z } from 'zod';
import type { FloorDraft as FloorTexts } from '@jovet/core/bakehouse';
import { Build, Culture, LoggedSign } from '@jovet/core/culture';
import { MixDoc, MixReading } from '@jovet/core/mix';
import { Event } from '@jovet/core/run';
import { FormulaDraft } from '@jovet/core/sheet';
import { StandingOrder } from '@jovet/core/plan/demand';
import type { Waiting, Work } from './work.ts';

const id = z.uuid();
/** Fields of a bakehouse as texts: what they say is looked at when they are sent. */
const FloorDraft = z.custom<FloorTexts>((doc) =>
  ['things', 'rooms', 'hands'].every((list) =>
    Array.isArray((doc as Record<string, unknown> | null)?.[list]),
  ),
);
const Stored: z.ZodType<Work> = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('events'), events: z.array(Event).min(1) }),
  z.strictObject({ kind: z.literal('mix-begun'), id, date: z.iso.date(), doc: MixDoc }),
  z.strictObject({ kind: z.literal('mix-changed'), id, doc: MixDoc }),
  z.strictObject({ kind: z.literal('mix-dropped'), id }),
  z.strictObject({ kind: z.literal('mix-reading'), id, reading: MixReading }),
  z.strictObject({ kind: z.literal('culture-begun'), id, doc: Culture }),
  z.strictObject({ kind: z.literal('culture-changed'), id, doc: Culture }),
  z.strictObject({ kind: z.literal('culture-ended'), id }),
  z.strictObject({ kind: z.literal('fed'), id, culture: z.uuid(), parent: z.uuid().nullable(), build: Build }),
  z.strictObject({ kind: z.literal('unfed'), id, culture: z.uuid() }),
  z.strictObject({ kind: z.literal('sign'), id, culture: z.uuid(), seen: LoggedSign }),
  z.strictObject({ kind: z.literal('draft'), id, formula: z.string().nullable(), base: z.number().int(), doc: FormulaDraft }),
  z.strictObject({ kind: z.literal('orders'), date: z.iso.date(), doc: z.record(z.string(), z.number().int().nullable()) }),
  z.strictObject({ kind: z.literal('standing'), doc: z.record(z.string(), StandingOrder.pick({ weekdays: true, from: true, to: true })) }),
  z.strictObject({ kind: z.literal('house'), id: z.literal('house'), unit: z.enum(['°C', '°F']), doc: FloorDraft }),
]); // prettier-ignore

const UNREADABLE = {
  path: '',
  problem: 'This was noted with another version of Jovet, and this one does not know how to send it.',
  remedy: 'Note it once more by hand, and take it off this list.',
};

/**
 * What a device still has, of whatever version, in the form of today. What cannot be read is shown as it is: nothing that
 * was noted is dropped in silence.
 */
export const readStored = (all: readonly Waiting[]): Waiting[] =>
  all.map((each) => {
    const { data } = Stored.safeParse(each.work);
    return data ? { ...each, work: data } : { ...each, refused: [UNREADABLE] };
  });
