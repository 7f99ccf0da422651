export * from './schema.ts';
export {
  celsiusOf,
  effectiveReadings,
  temperaturesOf,
  type KnownTemperature,
  type MixState,
  type TemperatureOrigin,
} from './readings.ts';
export {
  AUTOLYSE,
  AUTOLYSE_WATER,
  factorsOfMix,
  HOLD_BACK,
  massesOfMix,
  massesWith,
  mixAt,
  scaleBatch,
  sourceFactor,
  sourcesOf,
  sumFactors,
  type MixMasses,
} from './masses.ts';
export {
  defaultFriction,
  frictionFor,
  FrictionRecord,
  MOST_RECORDS,
  recordsOf,
  loadOf,
  LOADS,
  type Friction,
  type Load,
} from './friction.ts';
export { answerMix, outcomeOf, type MixAnswer, type MixOutcome } from './answer.ts';
export { absorptionOfLot, asMixed, type AsMixed, type LotRecord, type MixedLine } from './as-mixed.ts';
export { mixWorkings } from './working.ts';
export { frictionOfLog, logOf, lotsOfLog, type KeptMix, type LoggedMix } from './log.ts';
export {
  deviceSource,
  TYPED,
  typedSource,
  type DeviceReport,
  type Freshness,
  type ReadingSource,
  type Taken,
} from './source.ts';
