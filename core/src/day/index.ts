export { bulkOfLog, type BulkShift, bulkShift, bulkShiftSentence } from './bulk-shift.ts';
export type { Step, StepKey } from './clock.ts';
export { DoughDraft, draftForFormula, draftOf, inTheFields, parseDraft } from './draft.ts';
export { clockable } from './leaven.ts';
export { mixesOfDough, mixesOfPlan, planInputOfMix } from './mixes.ts';
export { type DoughPlan, planDough, type RibbonPoint } from './plan.ts';
export { DoughOrder, PlanInput, upcastPlanInput } from './schema.ts';
export { planWorkings } from './working.ts';
