export { pinsAfter, remedied } from './remedied.ts';
export { byPrice, type Offer, offeredFor } from './offered.ts';
export { type Family, type Option, remediesFor } from './remedies-for.ts';
export { Remedy } from './remedy.ts';
export { remedyWords } from './words.ts';
