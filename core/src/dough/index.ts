export { leavenDough, phaseOf, type RipePart, type VigourOf } from './leavening.ts';
export { type DoughBody, heatTo, timeConstantIn } from './body.ts';
export { type Front, mixedFront, type Sample, type Waited, waited, type WaitAsk, worked } from './front.ts';
export {
  type BatchModel,
  bulkEnd,
  type DoughModel,
  isOpen,
  type Passage,
  type PrefermentModel,
  type RoomBySlot,
  type StandModel,
  type StrandModel,
} from './models.ts';
export { placeHere, type StandsHere } from './place.ts';
export { levelOf, LEVELS, SLOT, SLOT_MINUTES, type Table, tableAt } from './table.ts';
export { tableOf } from './tables.ts';
export { askOf, type Mixed, paceOf } from './wait.ts';
export { type WayCourse, wayCourse, type WayKnot, type WayLine, type WayStay } from './way-course.ts';
export { doughScenario, type DoughTrial, usualTrial } from './trial.ts';
export { type BatchInTub, bulkOfLog, type BulkShift, bulkShift, bulkShiftSentence } from './bulk-shift.ts';
