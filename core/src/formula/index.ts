export { componentOf, specificHeatOf, type Component } from './component.ts';
export { Ingredient, Name, Slug, slugOf } from './ingredient.ts';
export { ALLERGENS, GRAINS, INGREDIENT_KINDS, type Allergen, type IngredientKind } from './kinds.ts';
export * from './schema.ts';
export { componentPercent, flourOf, percentOf, totalOf, type FormulaLine } from './lines.ts';
export {
  ferments,
  flourShareOf,
  namedIngredients,
  splitFormula,
  type PartStage,
  type SplitFormula,
  type Stage,
} from './split.ts';
export {
  massOfKind,
  scaleDough,
  scaleFormula,
  scaleTo,
  type BakedOrder,
  type ScaledFormula,
  type ScaledHold,
  type ScaledPart,
  type ScaledStage,
  type ScaleTarget,
} from './scale.ts';
export { type ScaledBranch } from './pieces.ts';
export { weigh, type ScaledLine, type WeighedMass } from './rounding.ts';
export { finalMixBasis, overallBasis, partsOfMix, type FinalMixBasis } from './basis.ts';
export { factsOf, risesByCulture, type FormulaFacts } from './facts.ts';
export {
  againstRule,
  againstUsual,
  USUAL,
  USUAL_RIPENESS,
  USUAL_WINDOWS,
  type FactReading,
  type UsualFact,
  type WholeGrainRule,
} from './usual.ts';
export { allergensOf, allergensOfFormula, allergenText, type AllergenSource } from './allergens.ts';
export { costOf, pricePerKilogram, type FormulaCost, type PieceCost } from './cost.ts';
export { equalBatches, oneBatch, type Batches } from './batches.ts';
export { dividerHeads, redivide, type DividerHeads, type Redivided } from './divide.ts';
export { doughForTin, TIN_LITRES_PER_KILOGRAM, tinForDough } from './tin.ts';
export { bathOf, LYE_CAUTION, type Bath, type BathOrder } from './bath.ts';
export { substituteFlour, withAskedWater, type Substitution } from './substitute.ts';
export { whatIf, type WhatIf } from './what-if.ts';
export { compareFormulas, type ComparedRow, type ComparedStage, type Comparison } from './compare.ts';
export { upcastFormula, upcastFormulaDoc, upcastIngredient } from './upcast.ts';
export { costWorkings } from './cost-working.ts';
export { formulaWorkings } from './working.ts';
export { correctedSince, pinnedLarder, sameMakeUp } from './pins.ts';
export { inWeighingOrder } from './weighing.ts';
