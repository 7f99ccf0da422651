export { bakersYeastRate, CULTURE_RATE_SURE_BELOW, cultureYeastRate, lacticRate } from './rates.ts';
export {
  populationAt,
  populationForRise,
  RIPE_POPULATION,
  RISE_SCALE,
  riseAt,
  startingPopulation,
  thermalTimeForRise,
} from './thermal-time.ts';
export {
  GAS_SCALE,
  YEAST_WORTH,
  yeastAt,
  yeastForRise,
  yeastOfDough,
  yeastRiseAt,
  yeastThetaForRise,
} from './bakers-yeast.ts';
export {
  acidityAt,
  gasMade,
  LAG,
  leavening,
  ratesAt,
  RIPE_ACIDITY,
  VIGOUR_SPREAD,
  type Leavening,
  type Thetas,
} from './leavening.ts';
export { hoursToRise, riseAfter } from './mixed.ts';
export { modifierOf, modifiersOf, type MakeUp } from './modifiers.ts';
export { glassTimeConstant, HEAT_TRANSFER, pieceTimeConstant, tubTimeConstant } from './body.ts';
export {
  degas,
  fermentFor,
  fermentThrough,
  fermentUntil,
  grownAt,
  HEAT_OF_RISE,
  heldAt,
  HORIZON,
  measured,
  startOfDough,
  stateAtRise,
  stateAtTime,
  type DoughState,
  type Place,
  type Stay,
} from './course.ts';
export { MOST_RISE, stageAt, visibleRise, type RiseBand, type Stage } from './visible.ts';
export { Around, Body, DailyCurve, Scenario } from './scenario.ts';
export { aroundAt, leaveningOf, placeOf, staysOf } from './stays.ts';
export {
  forecastRetarder,
  USUAL_RETARDER,
  type LoadCourse,
  type Retarder,
  type RetarderForecast,
  type RetarderLoad,
} from './retarder.ts';
export { forecast, tooSlow, type Crossing, type Forecast } from './forecast.ts';
