export {
  cellText,
  FormulaDraft,
  isPart,
  MIX_CELL,
  type RiseDraft,
  type SheetBranch,
  type SheetProduct,
  type SheetRow,
  type SheetStage,
} from './draft.ts';
export { Larder, numbersOf, type ColumnNumbers, type RowNumbers, type SheetNumbers } from './cells.ts';
export { readSheet, slugOf, type ReadFormula, type ReadSheet } from './read.ts';
export { draftOfFormula, emptyStage, newDraft, newProcess, ofType } from './write.ts';
export {
  addRow,
  addStage,
  basisOf,
  flourMass,
  makeFlours100,
  moved,
  removeRow,
  removeStage,
  setFlourShare,
  TOTAL,
  typeCell,
  type Basis,
  type CellContext,
  type Held,
} from './edit.ts';
