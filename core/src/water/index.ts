export { HOTTEST_WATER, SPECIFIC_HEAT } from './constants.ts';
export {
  baseOfFactor,
  frictionFactor,
  waterByBase,
  waterBySum,
  waterBySumOf,
  type Factor,
} from './factors.ts';
export {
  balanceWater,
  doughSpread,
  doughTemperature,
  leversOf,
  solveMix,
  type HeatBalance,
  type LedgerEntry,
  type Lever,
  type Mix,
  type MixPart,
  type Unknown,
} from './heat-balance.ts';
export {
  equivalentTemperature,
  pourWater,
  temperatureOfPortions,
  type Portion,
  type Poured,
  type WaterSource,
} from './sources.ts';
export { autolyseHeat, autolyseTemperature, type Autolyse } from './autolyse.ts';
export {
  WATER_METHODS,
  waterForMix,
  type MixWater,
  type Temperatures,
  type WaterMethod,
  type WaterQuestion,
} from './mix-water.ts';
export { waterWorkings } from './working.ts';
