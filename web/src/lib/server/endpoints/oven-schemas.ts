import { z } from 'zod';
import { SPACING } from '@jovet/core/oven/decks';
import { STONE } from '@jovet/core/oven';

const Metres = z.number().min(0).max(10).describe('m');
const Seconds = z.number().min(0).max(172_800).describe('s from the beginning');
const Celsius = z.number().min(-20).max(500).describe('°C');

export const PackRequest = z.strictObject({
  deck: z.strictObject({ width: Metres, depth: Metres }),
  piece: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('round'), diameter: Metres }),
    z.strictObject({ kind: z.literal('oval'), length: Metres, width: Metres }),
    z.strictObject({ kind: z.literal('rectangle'), length: Metres, width: Metres }),
  ]),
  spacing: Metres.default(SPACING.free),
});
export const PackAnswer = z.object({
  count: z.number(),
  spots: z
    .array(z.object({ x: z.number(), y: z.number(), turned: z.boolean() }))
    .describe('centres, m from the left and from the door'),
});

export const HeatRequest = z.strictObject({
  stone: z.strictObject({
    area: z.number().min(0).max(100).describe('m²'),
    capacity: z.number().min(0).max(10_000).default(STONE.capacity).describe('kJ/K for one m²'),
    power: z.number().min(0).max(500).default(STONE.power).describe('kW for one m²'),
    loss: z.number().min(0).max(500).default(STONE.loss).describe('W/K lost for one m²'),
  }),
  room: Celsius,
  first: Celsius.describe('°C of the stone at the beginning'),
  setPoints: z
    .array(z.strictObject({ at: Seconds, celsius: Celsius.nullable().describe('°C; null: off') }))
    .max(500),
  loads: z
    .array(
      z.strictObject({
        at: Seconds,
        minutes: z.number().min(0).max(600),
        dough: z.number().min(0).max(1000).describe('kg'),
        from: Celsius.describe('°C of the dough as it goes in'),
        core: Celsius.describe('°C of its core as it comes out'),
        loss: z.number().min(0).max(60).describe('percent of the dough'),
        steam: z.number().min(0).max(100).default(0).describe('kg of water that becomes steam'),
      }),
    )
    .max(200),
  until: z.number().positive().max(172_800).describe('s'),
});
export const HeatAnswer = z.object({
  course: z.array(z.object({ at: z.number(), celsius: z.number(), heat: z.number().describe('kW') })),
  heated: z.number().describe('kWh that the heater gave'),
  taken: z.number().describe('kWh that the loads took'),
  lost: z.number().describe('kWh that the room got'),
});
