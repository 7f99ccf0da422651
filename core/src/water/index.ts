export { autolyseHeat, autolyseTemperature } from './autolyse.ts';
export { SPECIFIC_HEAT } from './constants.ts';
export { frictionFactor, waterByBase, waterBySumOf } from './factors.ts';
export {
  balanceWater,
  doughSpread,
  doughTemperature,
  leversOf,
  type Mix,
  type MixPart,
  solveMix,
} from './heat-balance.ts';
export {
  type MixWater,
  type Temperatures,
  WATER_METHODS,
  waterForMix,
  type WaterMethod,
  type WaterQuestion,
} from './mix-water.ts';
export { pourWater, temperatureOfPortions, type WaterSource } from './sources.ts';
export { waterWorkings } from './working.ts';
