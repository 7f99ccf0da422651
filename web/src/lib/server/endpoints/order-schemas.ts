import { z } from 'zod';
import { Mishap } from '@jovet/core/run';
import { DayWeights } from '@jovet/core/bakehouse';
import { Learned } from '@jovet/core/learned';
import { DayInput, DayInputNow, Pin, Customer, OrderLine, StandingOrder } from '@jovet/core/plan/demand';
import { Remedy, ScheduleDoc } from '@jovet/core/plan';

const Said = OrderLine.shape.pieces.nullable();
const Epoch = z.number().int().min(0).max(32_503_680_000);

export const SayOrdersRequest = z.strictObject({
  lines: z
    .array(
      OrderLine.extend({
        pieces: Said.describe('null: back to what is standing'),
        was: Said.describe('what was said of this day when it was typed; null: nothing'),
      }),
    )
    .min(1)
    .max(20_000),
});
const Weekly = StandingOrder.pick({ weekdays: true, from: true, to: true });
export const StandingRequest = z.strictObject({
  lines: z
    .array(
      StandingOrder.extend({
        was: Weekly.nullable().describe('what it was when it was typed; null: nothing'),
      }),
    )
    .min(1)
    .max(20_000),
});
export const CustomerRequest = z.strictObject({
  customer: Customer,
  base: z.number().int().min(0).describe('the revision that it was changed on; 0 for a new one'),
});

export const OrdersAnswer = z.object({
  date: z.string(),
  customers: z.array(Customer.extend({ rev: z.number() })),
  products: z.array(z.unknown()),
  standing: z.array(StandingOrder),
  said: z.array(OrderLine).describe('what was said of this day itself'),
  lines: z.array(OrderLine),
  totals: z.array(z.unknown()),
});

export const SavePlanRequest = z.strictObject({
  base: z.number().int().min(0).describe('number of the plan that it was made on; 0 for the first'),
  remedies: z
    .array(Remedy)
    .max(100)
    .default([])
    .describe('those that were taken; the input has them already'),
  input: DayInput,
  schedule: ScheduleDoc,
});
export const SavedPlanAnswer = z.object({ date: z.string(), n: z.number() });
export const FoundPlanRequest = z.strictObject({ schedule: ScheduleDoc });
export const ChoosePlanRequest = z.strictObject({
  n: z.number().int().min(1),
  was: z.number().int().min(0).describe('the one that was chosen before; 0: none'),
});

const Of = DayInputNow.shape;
export const PlanRequest = z
  .strictObject({
    date: z.iso.date().optional().describe('a day by its orders; or else'),
    input: DayInput.optional().describe('a day as an answer gave it'),
    seed: z.number().int().min(0).max(4_294_967_295).default(1),
    seconds: z.number().min(0.1).max(10).default(2).describe('how long to go on looking for a better plan'),
    from: ScheduleDoc.optional().describe('a plan of the same input, to begin with'),
    pins: z.array(Pin).max(2000).optional().describe('tasks that are held at a moment, epoch seconds'),
    events: Of.events.unwrap().optional().describe('what happened, in place of what was noted'),
    now: Of.now.unwrap().optional().describe('epoch seconds before which nothing can begin any more'),
    told: Of.told.unwrap().optional().describe('where people were told that tasks are'),
    learned: Learned.optional().describe('in place of what the records teach'),
    goals: DayWeights.optional().describe('what counts how much; a price that is left out is the usual one'),
  })
  .refine(({ date, input }) => (date === undefined) !== (input === undefined), {
    path: ['date'],
    message: 'Give the date of a day, or a whole input: one of the two.',
  });
export const CheckPlanRequest = z.strictObject({ input: DayInput, schedule: ScheduleDoc });

export const MishapsRequest = z.strictObject({
  mishaps: z
    .array(
      z.strictObject({
        mishap: Mishap,
        at: Epoch.optional().describe('since when; now, where nothing is said'),
      }),
    )
    .min(1)
    .max(8),
  now: Epoch.optional().describe(
    'what was to begin before it stands; the clock of the server, where nothing is said',
  ),
  seconds: z.number().min(0.1).max(10).default(0.6).describe('how long to go on looking for a better plan'),
  take: z
    .boolean()
    .default(false)
    .describe('it is noted, and where there is a plan that is saved; else it is only said what comes of it'),
});

const TaskAnswer = z.object({
  id: z.string(),
  kind: z.string(),
  what: z.string(),
  start: z.number().describe('epoch seconds'),
  end: z.number(),
  local: z.string(),
  people: z.array(z.string()),
});
const Sums = z
  .object({
    work: z.number().describe('s of all hands'),
    asleep: z.number().describe('s of it from 22:00 to 06:00'),
    awake: z.number().describe('people who work then'),
    away: z
      .number()
      .optional()
      .describe(
        's by which doughs are away from their best, in the cold as much less as it changes them less',
      ),
    energy: z.number().describe('kWh of the ovens'),
    cheap: z.number().describe('kWh of it in the hours that have another price'),
    paidWork: z.number().nullable().describe('money; null: no price is said'),
    paidEnergy: z.number().nullable().describe('money; null: no price is said'),
    wasted: z.number().optional().describe('kg of dough that reach no piece'),
    paidBought: z.number().nullish().describe('money for pieces that others bake'),
    forgone: z
      .number()
      .nullish()
      .describe('money that what is left out would have brought beyond what is in it'),
    paidWaste: z.number().nullish().describe('money for what is in it; null: nothing has a price'),
    currency: z.string(),
  })
  .describe('what a plan takes of people and of the meter');
export const PlanAnswer = z.object({
  verdict: z.enum(['planned', 'impossible', 'not-found']),
  sentences: z
    .array(z.string())
    .describe('why there is none; or what a plan would do badly though it holds, and what is not made'),
  cost: z.unknown(),
  sums: Sums.nullable(),
  tasks: z.array(TaskAnswer),
  schedule: z.unknown().describe('where none was found, the nearest'),
  input: z.unknown().describe('what it depends on: to be checked, saved, planned on'),
  remedies: z
    .array(
      z.object({
        remedies: z.array(Remedy).describe('taken together'),
        words: z.string(),
        cost: z.number(),
        sums: Sums,
      }),
    )
    .describe('where there is no plan: what would give one, each planned before it is told'),
});
export const CheckAnswer = z.object({
  holds: z.boolean(),
  sentences: z.array(z.string()),
  cost: z.unknown(),
});
export const MishapsAnswer = PlanAnswer.omit({ tasks: true }).extend({
  sentences: z
    .array(z.string())
    .describe('what went wrong, what is lost, what moves; or why there is no plan'),
  moved: z
    .array(z.object({ id: z.string(), what: z.string(), from: z.number(), to: z.number() }))
    .describe('epoch seconds'),
  before: Sums.nullable().describe('what the plan took that stood'),
  n: z.number().nullable().describe('number of the plan that was saved; null: none was'),
});
