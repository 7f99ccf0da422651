import { z } from 'zod';
import { Customer, OrderLine, StandingOrder, DayInput } from '../plan/demand/index.ts';
import { Bakehouse, Tub } from '../bakehouse/index.ts';
import { Mixer, MixDoc, MixReading } from '../mix/index.ts';
import { ScheduleDoc } from '../plan/index.ts';
import { Event } from '../run/index.ts';
import { Build, Culture, LoggedSign } from '../culture/index.ts';
import { FormulaDoc, Ingredient, Slug, upcastFormulaDoc, upcastIngredient } from '../formula/index.ts';
import { FormulaDraft } from '../sheet/index.ts';

const Name = z.string().trim().min(1).max(80);
const Epoch = z.number().int().describe('seconds since 1970');
const Written = { by: Name, at: Epoch };
const Count = z.number().int().positive();

/** Everything a bakehouse holds, in one document: what an empty Jovet becomes the same bakehouse by. */
export const Archive = z.strictObject({
  jovet: z.literal('everything'),
  schema: z.literal(1),
  bakehouse: z.array(z.strictObject({ n: Count, doc: Bakehouse, ...Written })).min(1),
  people: z
    .array(z.strictObject({ name: Name, skills: z.array(Slug).max(20) }))
    .min(1)
    .max(100),
  mixers: z.array(Mixer).min(1).max(50),
  tubs: z.array(Tub).min(1).max(50),
  ingredients: z.array(
    z.strictObject({
      slug: Slug,
      retired: z.boolean(),
      versions: z
        .array(z.strictObject({ n: Count, doc: z.preprocess(upcastIngredient, Ingredient), ...Written }))
        .min(1),
    }),
  ),
  formulas: z.array(
    z.strictObject({
      slug: Slug,
      retired: z.boolean(),
      versions: z
        .array(
          z.strictObject({
            n: Count,
            note: z.string().max(500),
            doc: z.preprocess((doc) => upcastFormulaDoc(doc), FormulaDoc),
            pins: z.record(Slug, Count).describe('ingredient versions by slug'),
            ...Written,
          }),
        )
        .min(1),
    }),
  ),
  drafts: z.array(
    z.strictObject({
      formula: Slug.nullable(),
      base: z.number().int().min(0),
      doc: FormulaDraft,
      ...Written,
    }),
  ),
  days: z
    .array(
      z.strictObject({
        date: z.iso.date(),
        plans: z
          .array(
            z.strictObject({
              n: Count,
              chosen: z.boolean(),
              input: z.looseObject({}),
              ...Written,
            }),
          )
          .min(1),
      }),
    )
    .max(100_000)
    .default([])
    .describe('plans of one dough, in exports of older versions'),
  mixes: z
    .array(
      z.strictObject({
        id: z.uuid(),
        date: z.iso.date(),
        dropped: z.boolean(),
        doc: MixDoc,
        readings: z.array(MixReading.extend({ by: Name })),
        ...Written,
      }),
    )
    .default([])
    .describe('in the order of their days and places'),
  cultures: z
    .array(
      z.strictObject({
        doc: Culture,
        retired: z.boolean(),
        builds: z.array(
          z.strictObject({
            id: z.uuid(),
            parent: z.uuid().nullable(),
            dropped: z.boolean(),
            build: Build,
            signs: z.array(LoggedSign.extend({ by: Name })),
            ...Written,
          }),
        ),
        ...Written,
      }),
    )
    .default([]),
  orders: z
    .strictObject({
      customers: z.array(z.strictObject({ doc: Customer, retired: z.boolean(), ...Written })),
      standing: z.array(StandingOrder.extend(Written)),
      said: z.array(OrderLine.extend({ date: z.iso.date(), ...Written })),
    })
    .default({ customers: [], standing: [], said: [] }),
  events: z
    .array(Event.extend({ by: Name }))
    .max(1_000_000)
    .default([])
    .describe('what was noted of days and tasks, in the order in which it was kept'),
  dayPlans: z
    .array(
      z.strictObject({
        date: z.iso.date(),
        n: Count,
        chosen: z.boolean(),
        verdict: z.enum(['planned', 'not-found']),
        cost: z.number(),
        input: DayInput.or(z.looseObject({})),
        doc: z.looseObject({ schedule: ScheduleDoc }),
        shown: z.looseObject({}).nullable().default(null).describe('what the plan showed when it was saved'),
        ...Written,
      }),
    )
    .default([]),
});
export type Archive = z.infer<typeof Archive>;
