export { leavenDough, phaseOf, type RipePart, type VigourOf, yeastWorth } from './leavening.ts';
export {
  type BatchModel,
  bulkEnd,
  type BySlot,
  celsiusAt,
  type DoughModel,
  isOpen,
  type Passage,
  type PrefermentModel,
  type RoomBySlot,
  type StandModel,
  type StrandModel,
} from './models.ts';
export { levelOf, LEVELS, SLOT, SLOT_MINUTES, type Table, tableAt } from './table.ts';
export { tableOf } from './tables.ts';
export { doughScenario, type DoughTrial, usualTrial } from './trial.ts';
export { type BatchInTub, bulkOfLog, type BulkShift, bulkShift, bulkShiftSentence } from './bulk-shift.ts';
