import { z } from 'zod';
import { Event } from '@jovet/core/run';

export const EventsRequest = z.strictObject({
  events: z.array(Event).min(1).max(500),
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
