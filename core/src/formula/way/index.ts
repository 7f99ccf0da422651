export { alsoCold, mayRetard, percentOver, proofAt, proofingAt, withOwnWay, withSteps } from './change.ts';
export * from './kinds.ts';
export {
  autolyseMinutes,
  bakeLossOf,
  bakeOf,
  bulkOf,
  ddtOf,
  firstOf,
  isThawed,
  type MadeBy,
  mainMix,
  piecesOf,
  warmLockIn,
} from './of.ts';
export { Stand, Step, type StepOf, Until } from './step.ts';
export { wayProblems } from './checks.ts';
export { fieldsOf, isWait, moreFields, OWN_FIELDS, type Rows, ROWS } from './fields.ts';
export { foldWhen, partsOfWay, type Stretch, type WayPart, waysOf } from './stretches.ts';
export { usualPieces, usualWay } from './usual.ts';
export { FOLD_WORDS, stepWord } from './words.ts';
