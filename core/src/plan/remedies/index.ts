export { pinsAfter, remedied } from './remedied.ts';
export { byPrice, type Offer, offeredFor } from './offered.ts';
export { remediesFor } from './remedies-for.ts';
export { type Family, type Option, Remedy } from './remedy.ts';
export { remedyWords } from './words.ts';
