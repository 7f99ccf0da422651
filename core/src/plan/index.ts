export { type Answer, carriedOver, inOrderOf, nearestTo, planAtPace, planning } from './planning.ts';
export { pinsAfter, remedied, remediesFor, remedyWords } from './remedies.ts';
export { Remedy } from './remedy.ts';
export { ScheduleDoc } from './schedule-doc.ts';
export { bakeDough, type BakedDough, DoughAsk, MOST_MIXES, MOST_PIECES } from './one-dough.ts';
export { BakeDraft, openingBake, readBake } from './bake-draft.ts';
export { dayToOpen, type OpenedDay, type StandingDay } from './day-to-open.ts';
