export { type Actual, actualsOf, eventsOfActual, skippedOf } from './actuals.ts';
export { effectiveEvents, Event, EVENT_SCHEMA, type KeptEvent } from './event.ts';
export { asPlanned, newsFor, notDone, unnoted } from './open.ts';
