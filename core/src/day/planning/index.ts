export { carriedOver, nearestTo, planning, type Answer, type Planning } from './answer.ts';
export { pinsAfter, remediesFor, remedied, remedyWords } from './remedies.ts';
export { Remedy } from './remedy.ts';
export { faultSentences } from './fault-sentences.ts';
export { certificateWords, clockWords, faultWords, listed, scarceWords, taskWords } from './words.ts';
export { labelsOf, type TubLabel } from './labels.ts';
export { plannedDay, type PlannedDay } from './planned-day.ts';
export { DONE_SIGNS, type DoneSigns } from './done-signs.ts';
export { ovenDay, type OvenDay, type OvenDeck, type OvenItem, type OvenLoad } from './oven-day.ts';
export { remindersOf, settingWords, STEAM_WORDS, type Reminder } from './reminders.ts';
export { toldTasks, type ToldTask } from './tasks.ts';
export {
  viewOf,
  type DayView,
  type ViewRibbon,
  type ViewRow,
  type ViewStrip,
  type ViewTask,
} from './view.ts';
export { whyHere, type Why } from './why.ts';
export { ScheduleDoc } from './schema.ts';
