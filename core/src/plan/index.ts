export { type Answer, carriedOver, inOrderOf, nearestTo, planAtPace, planning } from './planning.ts';
export {
  byPrice,
  type Family,
  type Offer,
  offeredFor,
  pinsAfter,
  remedied,
  remediesFor,
  Remedy,
  remedyWords,
} from './remedies/index.ts';
export { drawnTo, type Leaning, leaningTo, LEANINGS, leansMore } from './leanings.ts';
export { ScheduleDoc } from './schedule-doc.ts';
export { bakeDough, type BakedDough, DoughAsk, MOST_MIXES, MOST_PIECES } from './one-dough.ts';
export { BakeDraft, openingBake, readBake } from './bake-draft.ts';
export { dayToOpen, type OpenedDay, type StandingDay } from './day-to-open.ts';
