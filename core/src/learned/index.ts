export {
  Learned,
  type LearnedPace,
  type LearnedRate,
  type LearnedVigour,
  NOTHING_LEARNED,
  type PaceRecord,
  type RateRecord,
} from './learned.ts';
export { type KnownDough, knownDoughs } from './of-day.ts';
export { learnedPace, paceFrom } from './pace.ts';
export { learnedRate } from './rates.ts';
export { cultureFor, type SeededFlour, seededFlourOf, seenVigour, vigourFor, vigoursOf } from './vigour.ts';
export { learnedWorkings } from './workings.ts';
