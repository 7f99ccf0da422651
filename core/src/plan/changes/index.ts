export { type Parting, partings, partingWords } from './partings.ts';
export {
  type Moved,
  movedTasks,
  movesSentence,
  orderChanges,
  piecesChanged,
  shortWords,
  toldOf,
  whyLonger,
} from './changes.ts';
export { mishapsSaid, type SaidMishaps } from './mishaps-said.ts';
