import { z } from 'zod';
import { formatNumber } from '@jovet/core/units';
import { Event, isMixEntry } from '@jovet/core/run';

/** What is entered of a mix is a change of the mix: its document says it, and the events follow. */
const Entry = Event.refine((event) => !isMixEntry(event), {
  path: ['happened'],
  message: 'What is entered of a mix changes the mix. Send it there: PUT /api/v1/mixes/ID.',
});

/** What can be read of each, °C, cm, kg: what was kept before these were asked for stays as it is. */
const READ = {
  temperature: { from: -40, to: 500, unit: '°C' },
  height: { from: 0, to: 300, unit: 'cm' },
  mass: { from: 0, to: 5000, unit: 'kg' },
} as const;
const Noted = Entry.superRefine(({ happened }, context) => {
  if (happened.kind !== 'reading') return;
  const { from, to, unit } = READ[happened.quantity];
  if (happened.value >= from && happened.value <= to) return;
  context.addIssue({
    code: 'custom',
    path: ['happened', 'value'],
    message: `A ${happened.quantity} of ${formatNumber(happened.value, 0)} ${unit} cannot be read here. Enter ${formatNumber(from, 0)} to ${formatNumber(to, 0)} ${unit}.`,
  });
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
