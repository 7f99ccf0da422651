export { costWorkings } from './cost-working.ts';
export { formulaWorkings } from './working.ts';
