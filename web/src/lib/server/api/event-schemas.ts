import { z } from 'zod';
import { Event, isMixEntry } from '@jovet/core/run';

/** What is entered of a mix is a change of the mix: its document says it, and the events follow. */
const Noted = Event.refine((event) => !isMixEntry(event), {
  path: ['happened'],
  message: 'What is entered of a mix changes the mix. Send it there: PUT /api/v1/mixes/ID.',
});

export const EventsRequest = z.strictObject({
  events: z.array(Noted).min(1).max(500),
  device: z.string().trim().min(1).max(80).nullable().default(null).describe('name of the device'),
  sentAt: z
    .number()
    .min(0)
    .max(32_503_680_000)
    .nullable()
    .default(null)
    .describe('epoch seconds by the clock of the device as it sends: how far that is off is kept'),
});
export const EventsKept = z.object({
  seq: z.number().describe('the last place among the events of the bakehouse'),
});
export const EventsAnswer = z.object({
  events: z.array(
    Event.extend({
      seq: z.number(),
      by: z.string(),
      recordedAt: z.number().describe('by the clock of the server'),
    }),
  ),
});
