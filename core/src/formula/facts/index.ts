export { allergensOf, allergensOfFormula, allergenText } from './allergens.ts';
export { costOf, type FormulaCost } from './cost.ts';
export { factsOf } from './facts.ts';
export { againstRule, againstUsual, type WholeGrainRule } from './usual.ts';
export { USUAL_RIPENESS } from '../windows.ts';
