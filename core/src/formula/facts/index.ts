export { allergensOf, allergensOfFormula, allergenText } from './allergens.ts';
export { costOf, type FormulaCost } from './cost.ts';
export { factsOf } from './facts.ts';
export { againstRule, againstUsual, USUAL_RIPENESS, USUAL_WINDOWS, type WholeGrainRule } from './usual.ts';
