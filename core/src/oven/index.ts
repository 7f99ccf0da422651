export { bakeMinutes } from './bake.ts';
export { BREAD_DENSITY, coolingHours, coolingTimeConstant, CORE_AT_UNLOADING } from './cooling.ts';
export { CORE_DONE, minutesLeft } from './done.ts';
export {
  type BakeProfile,
  FIRST_LOOK,
  type OvenSetting,
  profileFor,
  profileProblems,
  settingAt,
  TURN,
  whyApart,
} from './profile.ts';
export {
  bottomsOf,
  coolingSeconds,
  forecastStone,
  heatDrawn,
  hotEnough,
  NO_STONE,
  recoveryMinutes,
  type SetPoint,
  STONE,
  type Stone,
  STONE_DEPTH,
  STONE_PLAY,
  type StoneLoad,
  type StoneMoment,
} from './stone.ts';
