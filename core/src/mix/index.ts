export { answerMix, type MixAnswer, type MixOutcome, outcomeOf } from './answer.ts';
export { HOLD_BACK, massesOfMix, mixAt, sourceFactor, sourcesOf, sumFactors } from './masses.ts';
export { BOWL_STAYS_WARM, celsiusOf, effectiveReadings, type KnownTemperature } from './readings.ts';
export {
  MixDoc,
  Mixer,
  MIXER_KINDS,
  MixReading,
  Programme,
  SPOTS,
  USUAL_SOURCES,
  WaterSource,
  WaterSources,
} from './schema.ts';
export { type DeviceReport, type Freshness, deviceSource, TYPED, typedSource } from './source.ts';
export { mixWorkings } from './working.ts';
