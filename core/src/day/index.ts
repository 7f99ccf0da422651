export * from './schema.ts';
export { clockOf, type Limit, type Step, type StepKey } from './clock.ts';
export { courseOfDough, courseOfLevain, type DoughCourse, type LevainCourse, type Work } from './course.ts';
export { planDough, type DoughPlan, type RibbonPoint } from './plan.ts';
export { planWorkings } from './working.ts';
export { DoughDraft, draftForFormula, draftOf, inTheFields, parseDraft } from './draft.ts';
export { clockable, leavenOf, type Leaven } from './leaven.ts';
export { bulkOfLog, bulkShift, bulkShiftSentence, type BulkShift } from './bulk-shift.ts';
export { mixesOfDough, mixesOfPlan, planInputOfMix, type DoughToMix } from './mixes.ts';
export {
  boutsText,
  draftOfWaterHouse,
  parseBouts,
  parseWaterHouse,
  WaterHouse,
  type WaterHouseDraft,
} from './water-house.ts';
export { leavenDough, makeUpOf, type LeavenedDough, type RipePart } from './leavening.ts';
export { doughScenario, usualTrial, type DoughTrial } from './dough-scenario.ts';
export * from './instance/index.ts';
export * from './planner/index.ts';
export * from './checker/index.ts';
export * from './floor.ts';
export * from './floor-facts.ts';
export * from './skills.ts';
export * from './network/index.ts';
export * from './planning/index.ts';
export {
  draftOfFloor,
  parseFloor,
  parseSpan,
  RATES,
  THINGS,
  type FloorDraft,
  type ThingKey,
} from './floor-draft.ts';
