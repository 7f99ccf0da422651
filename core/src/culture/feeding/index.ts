export { type Advice, adviceFor, warmThenCold } from './advice.ts';
export { balanceOf, chainOf, type ChainStage, feedTimesOf, hoursOfChain, RIPE_CHAIN_SEED } from './chain.ts';
export {
  amountsOf,
  type Feeding,
  feedingAt,
  prefermentHours,
  prefermentTemperature,
  ratioFor,
  temperatureFor,
  yeastForPreferment,
} from './feed.ts';
export {
  FEEDING_UNKNOWNS,
  type FeedingUnknown,
  type FeedingWish,
  planFeeding,
  type PlannedFeeding,
} from './plan-feeding.ts';
export { temperingHours } from './tempering.ts';
