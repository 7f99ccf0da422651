export { domainsOf, type Domains, type Emptied } from './domains.ts';
export { crowded, search, type Progress } from './search.ts';
export { chanceFrom } from './chance.ts';
export { whyImpossible } from './impossible.ts';
