import { z } from 'zod';
import { Bakehouse, takenTwice } from '@jovet/core/bakehouse';
import { MixDoc, Mixer, MixReading, SPOTS } from '@jovet/core/mix';
import { refuse } from '@jovet/core/problem';
import { WATER_METHODS } from '@jovet/core/water';

export const BeginMixRequest = z.strictObject({
  id: z.uuid().describe('made where the mix is begun, so that it can be sent again'),
  date: z.iso.date().describe('local date of the bake day'),
  doc: MixDoc,
});
export const ChangeMixRequest = z.strictObject({
  doc: MixDoc,
  rev: z.number().int().min(1).describe('the revision that the change was made on'),
});
export const ReadingRequest = MixReading;

export const MixAnswer = z.object({
  id: z.string(),
  date: z.string(),
  rev: z.number(),
  doc: z.unknown(),
  readings: z.array(z.unknown()),
});
export const MixesAnswer = z.object({ mixes: z.array(MixAnswer) });

const Kelvin = z.number().describe('K');
const Celsius = z.number().describe('°C');
export const MixLogAnswer = z.object({
  mixes: z.array(
    z.object({
      id: z.string(),
      date: z.string(),
      formula: z.string(),
      name: z.string(),
      mixer: z.string(),
      programme: z.string(),
      ddt: Celsius,
      expected: Kelvin,
      temperatures: z.object({ flour: Celsius, room: Celsius, bowl: Celsius }).catchall(Celsius),
      lot: z.object({ lot: z.string(), formula: z.string(), hydration: z.number() }).nullable(),
      outcome: z.object({
        fdt: Celsius,
        off: Kelvin,
        forecast: Celsius,
        missed: Kelvin,
        record: z.object({
          id: z.string(),
          at: z.number(),
          mixer: z.string(),
          programme: z.string(),
          load: z.enum(['light', 'middle', 'full']),
          friction: Kelvin,
          factor: Kelvin,
          baseFactor: Kelvin,
        }),
      }),
    }),
  ),
});

export const BulkLogAnswer = z.object({
  bulks: z.record(
    z.string(),
    z.object({
      off: Kelvin,
      planned: z.number().nullable().describe('hours'),
      now: z.number().nullable().describe('hours'),
      minutes: z.number(),
      each: z.enum(['bulk', 'hour']).describe('“hour”: for each hour, of a bulk that never ends'),
      keepAt: Celsius.nullable().describe('surroundings at which bulk takes as long as planned all the same'),
    }),
  ),
});

export const InstrumentsAnswer = z.object({
  now: z.number().describe('epoch seconds of the server'),
  instruments: z.array(
    z.object({
      instrument: z.string(),
      spot: z.enum(SPOTS),
      last: z.object({ value: Celsius, at: z.number() }).nullable(),
    }),
  ),
});

export const BakehouseRequest = z
  .strictObject({
    bakehouse: Bakehouse,
    mixers: z.array(Mixer).min(1).max(50),
    base: z.number().int().min(1).describe('the revision that the change was made on'),
  })
  .superRefine(({ bakehouse, mixers }, context) => {
    for (const each of takenTwice(mixers, bakehouse.floor)) context.addIssue(refuse(each));
  });
export const BakehouseAnswer = z.object({
  rev: z.number(),
  bakehouse: Bakehouse,
  mixers: z.array(Mixer),
});
export const WaterMethodRequest = z.strictObject({
  method: z.enum(WATER_METHODS),
  was: z.enum(WATER_METHODS).describe('the one that was chosen before'),
});
