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
export { HEAT_TRANSFER, pieceTimeConstant, tubTimeConstant } from './body.ts';
export {
  degas,
  fermentFor,
  fermentUntil,
  HEAT_OF_RISE,
  HORIZON,
  startOfDough,
  thetaForRise,
  timeOfRise,
  type DoughState,
  type Surroundings,
} from './course.ts';
export { forecastRise, tooSlow, type RiseForecast } from './forecast.ts';
export { acidityAt, RIPE_ACIDITY } from './acidity.ts';
export {
  asInstant,
  YEAST_KINDS,
  yeastAt,
  yeastForRise,
  yeastOfDough,
  yeastRiseAt,
  yeastThetaForRise,
  type YeastKind,
} from './bakers-yeast.ts';
export { hoursToRise, riseAfter, type Leavening } from './mixed.ts';
export { modifierOf, modifiersOf, type MakeUp } from './modifiers.ts';
