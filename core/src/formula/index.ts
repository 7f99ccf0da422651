export { Ingredient, Name, Slug, slugOf } from './ingredient.ts';
export { type Allergen, ALLERGENS, DOUGH_TYPES, type DoughType, GRAINS, INGREDIENT_KINDS } from './kinds.ts';
export { flourOf, type FormulaLine } from './lines.ts';
export { correctedSince, pinnedLarder, sameMakeUp } from './pins.ts';
export {
  Addition,
  ADDITION_KINDS,
  EXTRA_USES,
  type ExtraUse,
  Formula,
  FormulaDoc,
  MIX,
  Part,
  PART_KINDS,
  type PartKind,
  PieceOrder,
} from './schema.ts';
export { RiseWindow } from './rise-window.ts';
export { piecesOfProcess, Process, wayOfProcess } from './way/from-process.ts';
export { type Stood, stoodOn, upcastFormula, upcastFormulaDoc, upcastIngredient } from './upcast.ts';
