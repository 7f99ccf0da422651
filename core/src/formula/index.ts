export { Ingredient, Name, Slug, slugOf } from './ingredient.ts';
export { type Allergen, ALLERGENS, GRAINS, INGREDIENT_KINDS } from './kinds.ts';
export { flourOf, type FormulaLine } from './lines.ts';
export { correctedSince, pinnedLarder, sameMakeUp } from './pins.ts';
export {
  DOUGH_TYPES,
  type DoughType,
  EXTRA_USES,
  type ExtraUse,
  Formula,
  FormulaDoc,
  MIX,
  Part,
  PART_KINDS,
  type PartKind,
  PieceOrder,
  RiseWindow,
  Step,
  STEP_KINDS,
} from './schema.ts';
export { upcastFormula, upcastFormulaDoc, upcastIngredient } from './upcast.ts';
