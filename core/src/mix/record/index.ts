export { type AsMixed, asMixed } from './as-mixed.ts';
export { frictionFor, FrictionRecord, loadOf, MOST_RECORDS, recordsOf } from './friction.ts';
export { frictionOfLog, type KeptMix, type LoggedMix, logOf, lotsOfLog } from './log.ts';
