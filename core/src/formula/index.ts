export * from './schema.ts';
export { percentOf, splitFormula, type FormulaLine, type SplitFormula } from './check.ts';
export {
  massOfKind,
  scaleFormula,
  type FormulaFacts,
  type ScaledFormula,
  type ScaledLevain,
  type ScaledLine,
} from './scale.ts';
export { weigh, type WeighedMass } from './rounding.ts';
export { finalMixBasis, overallBasis, type FinalMixBasis } from './basis.ts';
export { formulaWorkings } from './working.ts';
