import { z } from 'zod';
import { Formula, PieceOrder, Slug, upcastFormula } from '../formula/index.ts';
import { FrictionRecord, MOST_RECORDS } from '../mix/record/index.ts';
import { Mixer } from '../mix/index.ts';
import { WallClock, Bakehouse, ReadingsSchema, Tub } from '../bakehouse/index.ts';

/** One dough as it is ordered: what a baker enters. */
export const DoughOrder = z.strictObject({
  schema: z.literal(1),
  formula: Slug,
  order: z.array(PieceOrder).min(1).max(20),
  dispatch: z.strictObject({
    date: z.iso.date(),
    time: WallClock,
  }),
  readings: ReadingsSchema,
  /** Desired dough temperature, °C. */
  ddt: z.number().min(5).max(40),
  mixer: Slug,
  programme: Slug,
});
export type DoughOrder = z.infer<typeof DoughOrder>;

/** Everything that a plan depends on; kept with a saved plan, so that it opens the same for ever. */
export const PlanInput = z.strictObject({
  order: DoughOrder,
  formula: Formula,
  bakehouse: Bakehouse,
  mixer: Mixer,
  tub: Tub,
  /** What logged mixes say of the friction of its mixer and programme, oldest first. */
  logged: z.array(FrictionRecord).max(MOST_RECORDS).default([]),
});
export type PlanInput = z.infer<typeof PlanInput>;

/** Reads the input of a saved plan as one of today: its formula may be of an older schema. */
export function upcastPlanInput(data: unknown): unknown {
  if (data === null || typeof data !== 'object') return data;
  return { ...data, formula: upcastFormula((data as { formula?: unknown }).formula) };
}
