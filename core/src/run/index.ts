export { type Actual, actualsOf, eventsOfActual, skippedOf } from './actuals.ts';
export {
  effectiveEvents,
  Event,
  EVENT_SCHEMA,
  type KeptEvent,
  type KnownMishap,
  mishapsOf,
  together,
} from './event.ts';
export { Mishap, MOST_MISHAPS } from './mishap.ts';
export { type AtHand, atHand, type HandTask, onBench, type OnBench, type RisingDough } from './floor.ts';
export { entriesOfMix, isMixEntry } from './mix-entries.ts';
export { asPlanned, newsFor, notDone, type PlannedTask, unnoted } from './open.ts';
