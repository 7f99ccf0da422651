import { z } from 'zod';
import { HEAT_TRANSFER } from '@jovet/core/fermentation';
import { USUAL_RETARDER } from '@jovet/core/fermentation/forecast';

const Celsius = z.number().min(-20).max(60).describe('°C');
const Hours = z.number().min(0).max(72);

export const RetarderRequest = z.strictObject({
  retarder: z
    .strictObject({
      heatCapacity: z.number().positive().max(10_000).describe('kJ/K of cabinet, shelves and air'),
      walls: z.number().min(0).max(1000).describe('UA, W/K'),
      power: z.number().min(0).max(100_000).describe('most that the machine takes out, W'),
      setPoint: Celsius,
    })
    .default(USUAL_RETARDER),
  room: Celsius,
  hours: z.number().positive().max(72),
  loads: z
    .array(
      z.strictObject({
        pieces: z.number().int().min(1).max(10_000),
        mass: z.number().positive().max(50).describe('kg of one piece'),
        h: z.number().positive().max(200).default(HEAT_TRANSFER.fanRetarder).describe('W/m²K'),
        temperature: Celsius.describe('°C as it goes in'),
        culture: z.number().min(0).max(1).default(0).describe('y0 of its culture'),
        yeast: z.number().min(0).max(20).default(0).describe('percent instant of flour'),
        made: z.number().min(0).max(10).default(0).describe('gas made until it goes in, volumes'),
        held: z.number().min(0).max(10).default(0).describe('gas held when it goes in, volumes'),
        entersAt: Hours.default(0),
        leavesAt: Hours.nullable().default(null).describe('null: it stays'),
      }),
    )
    .min(1)
    .max(60),
});
export const RetarderAnswer = z.object({
  times: z.array(z.number()).describe('hours'),
  air: z.array(z.number()).describe('°C'),
  warmest: z.number().describe('°C'),
  taken: z.number().describe('heat that the machine took out, kJ'),
  loads: z.array(
    z.object({
      riseBeforeCold: z.number().nullable().describe('volumes; null: it was never cold'),
      coldAfter: z.number().nullable().describe('hours'),
      end: z.object({ temperature: z.number(), rise: z.number() }),
    }),
  ),
});
