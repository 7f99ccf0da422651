export { leavenDough, type LeavenedDough, type RipePart } from './leavening.ts';
export {
  type BulkAsk,
  type BulkSamples,
  type FoldWhen,
  paceOf,
  type ProofAsk,
  proofTables,
  sampleBulk,
  tableOf,
} from './tables.ts';
export { doughScenario, type DoughTrial, usualTrial } from './trial.ts';
