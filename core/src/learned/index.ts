export {
  Learned,
  type LearnedPace,
  type LearnedVigour,
  NOTHING_LEARNED,
  type PaceRecord,
} from './learned.ts';
export { type KnownDough, knownDoughs } from './of-day.ts';
export { learnedPace, paceFrom } from './pace.ts';
export { cultureFor, type SeededFlour, seededFlourOf, seenVigour, vigourFor, vigoursOf } from './vigour.ts';
export { learnedWorkings } from './workings.ts';
