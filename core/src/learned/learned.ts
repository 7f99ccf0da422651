import { z } from 'zod';
import { Culture } from '../culture/index.ts';
import { Name, Slug } from '../formula/index.ts';
import { FrictionRecord } from '../mix/record/index.ts';

/** What the signs of its builds say of a culture. */
export const LearnedVigour = Culture.pick({ slug: true, name: true, of: true, hydration: true }).extend({
  /** v; 1 is usual. */
  value: z.number().min(0.1).max(4),
  /** Standard deviation of ln v, and what it lies between eight times in ten. */
  spread: z.number().min(0).max(5),
  least: z.number().positive().max(10),
  most: z.number().positive().max(10),
  trend: z.enum(['livelier', 'steady', 'tiring', 'unknown']),
  /** Builds with signs, the oldest first, and v after each; without any it is a default. */
  builds: z.array(z.uuid()).max(100),
  history: z.array(z.number().positive().max(10)).max(100),
});
export type LearnedVigour = z.infer<typeof LearnedVigour>;

/** How fast a batch was seen to rise against its forecast. */
export const PaceRecord = z.strictObject({
  /** The bake day, and the mix of the batch. */
  day: z.iso.date(),
  task: z.string().max(200),
  /** 1: as it was forecast. */
  pace: z.number().min(0.1).max(10),
});
export type PaceRecord = z.infer<typeof PaceRecord>;

/** How fast a dough rises against its forecast, from batches that were looked at. */
export const LearnedPace = z.strictObject({
  formula: Slug,
  name: Name,
  value: z.number().min(0.1).max(10),
  spread: z.number().min(0).max(5),
  /** The oldest first. */
  records: z.array(PaceRecord).min(1).max(40),
});
export type LearnedPace = z.infer<typeof LearnedPace>;

/** How long a piece of work took that was begun and ended under somebody's hands, against what was reckoned; seconds. */
export const RateRecord = z.strictObject({
  day: z.iso.date(),
  task: z.string().max(200),
  reckoned: z.number().positive().max(100_000),
  real: z.number().positive().max(1_000_000),
});
export type RateRecord = z.infer<typeof RateRecord>;

/** How long a kind of work takes against what the bakehouse says of it. */
export const LearnedRate = z.strictObject({
  /** Of its tasks, as `shape`. */
  kind: z.string().max(20),
  value: z.number().min(0.2).max(5),
  spread: z.number().min(0).max(5),
  /** The oldest first. */
  records: z.array(RateRecord).min(1).max(60),
});
export type LearnedRate = z.infer<typeof LearnedRate>;

/** What was learned from records, pinned with all that plans by it: the same plan comes of it for ever. */
export const Learned = z.strictObject({
  /** What logged mixes say of the mixers and programmes of a day, the oldest first. */
  friction: z.array(FrictionRecord).max(2000).default([]),
  vigour: z.array(LearnedVigour).max(100).default([]),
  pace: z.array(LearnedPace).max(200).default([]),
  /** Of work by hand; what is learned of a bakehouse before there were any has none. */
  rates: z.array(LearnedRate).max(20).default([]),
});
export type Learned = z.infer<typeof Learned>;

/** What a bakehouse goes by before it has seen anything. */
export const NOTHING_LEARNED: Learned = { friction: [], vigour: [], pace: [], rates: [] };
