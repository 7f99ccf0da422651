export { SPECIFIC_HEAT } from './constants.ts';
export { frictionFactor, waterByBase, waterBySum } from './factors.ts';
export {
  balanceWater,
  doughTemperature,
  type HeatBalance,
  type LedgerEntry,
  type Mix,
  type MixPart,
} from './heat-balance.ts';
export { waterForMix, type MixWater, type Readings } from './mix-water.ts';
export { waterWorkings } from './working.ts';
