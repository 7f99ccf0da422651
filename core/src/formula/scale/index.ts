export { equalBatches, oneBatch } from './batches.ts';
export { specificHeatOf } from './component.ts';
export { foldedIn, pieceMass } from './piece-mass.ts';
export type { ScaledLine } from './rounding.ts';
export {
  massOfKind,
  type ScaledFormula,
  scaleDough,
  type ScaledPart,
  type ScaledStage,
  scaleFormula,
  scaleMixed,
  type ScaleTarget,
  scaleTo,
} from './scale.ts';
export {
  ferments,
  flourShareOf,
  namedIngredients,
  type PartStage,
  splitFormula,
  type SplitFormula,
} from './split.ts';
export { inWeighingOrder } from './weighing.ts';
