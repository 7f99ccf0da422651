export {
  amountsOf,
  feedingAt,
  prefermentHours,
  ratioFor,
  RIPE_SEED,
  temperatureFor,
  yeastForPreferment,
  type Culture,
  type FeedAmounts,
  type Feeding,
  type Ripeness,
} from './feed.ts';
export { beforeQuiet, isQuiet, type QuietHours } from './quiet.ts';
