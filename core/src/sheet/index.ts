export { Larder, numbersOf, type RowNumbers, type RowsRead, type SheetNumbers } from './cells.ts';
export {
  FormulaDraft,
  isPart,
  MIX_CELL,
  type RiseDraft,
  SheetProduct,
  SheetRow,
  SheetStage,
} from './draft.ts';
export {
  addRow,
  addStage,
  type Basis,
  basisOf,
  changeList,
  flourMass,
  type Held,
  makeFlours100,
  moved,
  removeRow,
  removeStage,
  setFlourShare,
  setText,
  TOTAL,
  typeCell,
} from './edit.ts';
export { draftOfIngredient, parseIngredientDraft } from './ingredient-draft.ts';
export { readSheet } from './read.ts';
export { openingSize, type Size, type SizeDraft, sizeOf } from './size.ts';
export { draftOfFormula, emptyStage, newDraft, ofType } from './write.ts';
