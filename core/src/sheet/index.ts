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
export {
  Larder,
  numbersOf,
  type ColumnNumbers,
  type RowNumbers,
  type RowsRead,
  type SheetNumbers,
} from './cells.ts';
export { readSheet, type ReadFormula, type ReadSheet } from './read.ts';
export { draftOfFormula, emptyStage, newDraft, newProcess, ofType } from './write.ts';
export {
  addRow,
  addStage,
  basisOf,
  changeList,
  flourMass,
  makeFlours100,
  moved,
  removeRow,
  removeStage,
  setFlourShare,
  setText,
  TOTAL,
  typeCell,
  type Basis,
  type CellContext,
  type Held,
} from './edit.ts';
export { openingSize, sizeOf, type Size, type SizeDraft } from './size.ts';
export { draftOfIngredient, parseIngredientDraft, type IngredientDraft } from './ingredient-draft.ts';
