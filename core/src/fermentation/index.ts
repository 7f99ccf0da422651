export { HEAT_TRANSFER, pieceTimeConstant, tubTimeConstant } from './body.ts';
export {
  degas,
  type DoughState,
  fermentFor,
  fermentUntil,
  FOLD_KEEPS,
  grownAt,
  HEAT_OF_RISE,
  heldAt,
  HORIZON,
  measured,
  type Place,
  startOfDough,
  stateAtRise,
  stateAtTime,
} from './course.ts';
export {
  acidityAt,
  after,
  gasMade,
  type Leavening,
  leavening,
  ratesAt,
  RIPE_ACIDITY,
  type Thetas,
  VIGOUR_SPREAD,
} from './leavening.ts';
export { AIR_MOVES, skinMinutes, type Surface } from './skin.ts';
export { MOST_RISE, type RiseBand, type Stage, stageAt, visibleRise } from './visible.ts';
