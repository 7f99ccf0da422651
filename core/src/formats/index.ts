export { Archive } from './archive.ts';
export { BakeryFile, FormulaFile, readBakeryFile } from './bakery.ts';
export { formulaToCsv, readFormulaCsv, type ReadDraft } from './formula-csv.ts';
export { ingredientsToCsv, readIngredientsCsv, type ReadLine } from './ingredients-csv.ts';
export { readKitchenLine, type KitchenLine } from './household.ts';
export { readRecipe, recipeOf } from './recipe.ts';
export { ordersToCsv, readOrdersCsv, type Orderable } from './orders-csv.ts';
export { planToCalendar, planToCsv } from './plan-out.ts';
