export * from './schema.ts';
export {
  amountsOf,
  feedingAt,
  prefermentHours,
  prefermentTemperature,
  ratioFor,
  temperatureFor,
  yeastForPreferment,
  type FedCulture,
  type FeedAmounts,
  type Feeding,
} from './feed.ts';
export { beforeQuiet, isQuiet, type QuietHours } from './quiet.ts';
export {
  balanceOf,
  chainOf,
  feedTimesOf,
  hoursOfChain,
  RIPE_CHAIN_SEED,
  type ChainBuild,
  type ChainSeed,
  type ChainStage,
} from './chain.ts';
export { fillLine, floorOf, riseAtHeight, type FillLine } from './fill-line.ts';
export { afterCold, LIKELY, vigourOf, type BuildEvidence, type Evidence, type Vigour } from './vigour.ts';
export { adviceFor, warmThenCold, type Advice, type OnItsWay } from './advice.ts';
export { temperingHours } from './tempering.ts';
export { followBuilds, observedHours, type FollowedBuild, type KeptBuild } from './follow.ts';
export { mostRiseOf, standingOf, type Standing } from './standing.ts';
export {
  FEEDING_UNKNOWNS,
  planFeeding,
  type FeedingUnknown,
  type FeedingWish,
  type PlannedFeeding,
} from './plan-feeding.ts';
export { buildWorkings, feedingWorkings } from './working.ts';
export { draftOfCulture, parseCultureDraft, usualRipenessOf, type CultureDraft } from './draft.ts';
export {
  DIARY,
  DIARY_CAUTION,
  DIARY_SIGNS,
  nurseryOf,
  type DiaryStep,
  type NurseryStanding,
} from './diary.ts';
