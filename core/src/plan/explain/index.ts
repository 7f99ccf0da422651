export {
  type Moved,
  movedTasks,
  movesSentence,
  orderChanges,
  piecesChanged,
  shortWords,
  toldOf,
  whyLonger,
} from './changes.ts';
export { COST_WORDS, planCostWorkings } from './cost-workings.ts';
export { faultSentences } from './fault-sentences.ts';
export type { TubLabel } from './labels.ts';
export { type OvenDay, ovenDay, type OvenItem, type OvenLoad } from './oven-day.ts';
export { type PlannedDay, plannedDay, type ShownPlan } from './planned-day.ts';
export { type Reminder, settingWords, STEAM_WORDS } from './reminders.ts';
export { type ToldTask, toldTasks } from './tasks.ts';
export { type DayView, viewOf, type ViewRibbon, type ViewRow, type ViewTask } from './view.ts';
export { type Why, whyHere } from './why.ts';
export { certificateWords, faultWords, lacking, taskWords } from './words.ts';
export { type DoughToMix, mixesByHand, mixesOf, type PlannedMix, waterOf } from './mixes.ts';
export { buildsOf, type PlannedBuild } from './builds.ts';
export { dayWorkings, openedOf } from './workings.ts';
