export { domainsOf } from './domains.ts';
export { whyImpossible } from './impossible.ts';
export { crowded, type Progress, search } from './search.ts';
