export { Archive } from './archive.ts';
export { BakeryFile, FormulaFile, readBakeryFile } from './bakery.ts';
export { writeTable } from './csv.ts';
export { formulaToCsv, type ReadDraft, readFormulaCsv } from './formula-csv.ts';
export { ingredientsToCsv, readIngredientsCsv, type ReadLine } from './ingredients-csv.ts';
export { type Orderable, ordersToCsv, readOrdersCsv } from './orders-csv.ts';
export { planToCalendar, planToCsv } from './plan-out.ts';
export { readRecipe, recipeOf } from './recipe.ts';
