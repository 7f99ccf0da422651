export { GAS_SCALE, YEAST_CAPACITY, YEAST_WORTH, yeastForRise, yeastThetaForRise } from './bakers-yeast.ts';
export { type HeldStay, hoursAlong, thetasAlong } from './along.ts';
export { hoursToRise } from './mixed.ts';
export { type MakeUp, modifierOf, modifiersOf } from './modifiers.ts';
export { bakersYeastRate, CULTURE_RATE_SURE_BELOW, cultureGasRate, cultureYeastRate } from './rates.ts';
export {
  populationAt,
  populationForRise,
  RIPE_POPULATION,
  RISE_SCALE,
  riseAt,
  startingPopulation,
  thermalTimeForRise,
} from './thermal-time.ts';
