import { z } from 'zod';
import { Name, Slug } from '../../formula/index.ts';
import { Hand, SKILLS } from '../../bakehouse/index.ts';
import { WallClock } from '../../equipment/index.ts';
import { Product } from '../demand/index.ts';

/** A change to a day that may make a plan possible, or a better one. */
export const Remedy = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('hands'), hand: Hand }),
  z.strictObject({ kind: z.literal('shift'), name: z.string(), from: WallClock, to: WallClock }),
  z
    .strictObject({
      kind: z.literal('called'),
      name: z.string(),
      date: z.iso.date(),
      from: WallClock,
      to: WallClock,
    })
    .describe('somebody who is off comes for a while'),
  z
    .strictObject({ kind: z.literal('alone'), name: z.string(), skill: z.enum(SKILLS) })
    .describe('somebody does alone what they do with help else'),
  z
    .strictObject({
      kind: z.literal('exchange'),
      names: z.tuple([z.string(), z.string()]),
      date: z.iso.date(),
    })
    .describe('two people work each other’s shift of a date'),
  z
    .strictObject({ kind: z.literal('anywhere'), formula: Slug })
    .describe('it may be made in whatever suits, not only in what its way names'),
  z
    .strictObject({ kind: z.literal('holder'), formula: Slug, from: Slug, to: Slug })
    .describe('its pieces are set into something else'),
  z
    .strictObject({ kind: z.literal('lies'), formula: Slug, hours: z.number().int().min(1).max(24) })
    .describe('it may be baked so many hours before it is packed'),
  z.strictObject({ kind: z.literal('later'), formula: Slug, minutes: z.number().int().min(5).max(720) }),
  z.strictObject({
    kind: z.literal('more'),
    of: z.string(),
    name: z.string(),
    count: z.number().int().positive(),
  }),
  z.strictObject({ kind: z.literal('cold'), formula: Slug, product: Slug, name: z.string() }),
  z.strictObject({ kind: z.literal('proof'), formula: Slug, by: z.number().min(-10).max(10) }),
  z.strictObject({ kind: z.literal('lighter'), formula: Slug, percent: z.number().gt(0).max(50) }),
  z
    .strictObject({ kind: z.literal('fewer'), formula: Slug, percent: z.number().gt(0).max(100) })
    .describe('so many percent fewer pieces of each line of it'),
  Product.extend({ kind: z.literal('bought'), name: Name }).describe('somebody else bakes it on this day'),
  z
    .strictObject({ kind: z.literal('again'), formula: Slug })
    .describe('a second dough for what the first, begun already, is not enough for'),
  z
    .strictObject({
      kind: z.literal('share'),
      formula: Slug,
      percent: z.number().min(0).max(100),
      yeast: z.boolean(),
    })
    .describe(
      'so much of its pre-ferments, in percent of what the formula says; with more yeast for what is missing',
    ),
  z
    .strictObject({ kind: z.literal('parted'), formula: Slug, batches: z.number().int().min(2).max(50) })
    .describe('its dough in so many batches'),
  z
    .strictObject({ kind: z.literal('together'), formula: Slug })
    .describe('one dough of it for all vans of the day'),
  z.strictObject({ kind: z.literal('unpin'), task: z.string(), name: z.string() }),
  z.strictObject({
    kind: z.literal('swap'),
    tasks: z.tuple([z.string(), z.string()]),
    names: z.tuple([z.string(), z.string()]),
  }),
]);
export type Remedy = z.infer<typeof Remedy>;

/** Remedies that are taken together. */
export type Option = readonly Remedy[];
/** Options of which one does more than another: the least first. */
export type Family = readonly Option[];
