import { z } from 'zod';
import { WallClock } from '../equipment/index.ts';
import { Name, Slug } from '../formula/index.ts';

/** So much goes wrong on a day at most, also what was taken back. */
export const MOST_MISHAPS = 100;

const Until = z
  .number()
  .int()
  .min(0)
  .max(32_503_680_000)
  .nullable()
  .default(null)
  .describe('epoch seconds when it is over; null: not in time for this day');
const Task = z.string().min(1).max(200).describe('id of a task of the plan');

/** What goes wrong in a night, from the moment of its event on. */
export const Mishap = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('out'),
      thing: Slug,
      count: z.number().int().min(1).max(10_000).nullable().default(null).describe('decks, holders; null: all of it'),
      until: Until,
    })
    .describe('an oven, deck, mixer, retarder or another thing fails; what is in it goes on, or is said to be lost'),
  z.strictObject({ kind: z.literal('power'), until: Until }).describe('no power: nothing that has a plug works'),
  z.strictObject({ kind: z.literal('away'), person: Name, until: Until }).describe('somebody is sick, or comes later'),
  z
    .strictObject({
      kind: z.literal('order'),
      formula: Slug,
      product: Slug,
      drop: WallClock,
      pieces: z.number().int().min(-100_000).max(100_000).describe('so many more; below 0: fewer'),
    })
    .describe('more of a product than was ordered, or fewer'),
  z.strictObject({ kind: z.literal('van'), drop: WallClock, to: WallClock }).describe('a van leaves at another time'),
  z
    .strictObject({ kind: z.literal('slow'), task: Task, minutes: z.number().int().min(5).max(720) })
    .describe('a pre-ferment that was made ripens so much later than it should'),
  z
    .strictObject({ kind: z.literal('lost'), task: Task })
    .describe('what a task made is lost: a pre-ferment is dead, a dough dropped, a load burnt'),
]); // prettier-ignore
export type Mishap = z.infer<typeof Mishap>;
