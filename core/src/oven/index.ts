export { arrange, extentOf, type DeckFloor, type Outline, type Spot } from './arrange.ts';
export { bakeMinutes } from './bake.ts';
export { BREAD_DENSITY, coolingHours, coolingTimeConstant, CORE_AT_UNLOADING } from './cooling.ts';
export { decksFor, decksTogether, fillDecks, type DeckLot, type OnDeck } from './fill.ts';
export { apart, placeNear, standWell, within, type LaidPiece } from './lay.ts';
export { outlineOf, SPACING, type LoafShape } from './footprint.ts';
export {
  courseOf,
  FIRST_LOOK,
  profileFor,
  profileProblems,
  settingAt,
  TURN,
  whyApart,
  type BakeProfile,
  type BakeStage,
  type OvenSetting,
} from './profile.ts';
export { boilsAt, CORE_DONE, minutesLeft, type CoreReading } from './done.ts';
export {
  bottomsOf,
  coolingSeconds,
  STONE_PLAY,
  forecastStone,
  hotEnough,
  loadHeat,
  preheatHours,
  recoveryMinutes,
  NO_STONE,
  STONE,
  STONE_DEPTH,
  type SetPoint,
  type Stone,
  type StoneForecast,
  type StoneLoad,
  type StoneMoment,
} from './stone.ts';
