export { finalMixBasis } from './basis.ts';
export { bathOf, LYE_CAUTION } from './bath.ts';
export { compareFormulas, type Comparison } from './compare.ts';
export { dividerHeads, redivide, type Redivided } from './divide.ts';
export { bathFor, bathWords, stepAmounts } from './step-amounts.ts';
export { substituteFlour, withAskedWater } from './substitute.ts';
export { doughForTin, TIN_LITRES_PER_KILOGRAM, tinForDough } from './tin.ts';
export { whatIf, type WhatIf } from './what-if.ts';
