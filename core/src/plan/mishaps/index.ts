export { afterMishaps, canFail, type NotMade, notMadeOf } from './after.ts';
export { type Loss, lossOf } from './lost.ts';
export { slowerBy } from './slow.ts';
export { mishapWords } from './words.ts';
