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
