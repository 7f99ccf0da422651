import { z } from 'zod';
import type { Formula, Ingredient } from '../formula/index.ts';
import type { ScaledFormula, ScaledPart, ScaledStage } from '../formula/scale/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { cellText } from '../field/index.ts';
import { newDraft, type Larder } from '../sheet/index.ts';
import { formatMass } from '../units/index.ts';
import type { ReadDraft } from './formula-csv.ts';
import { readKitchenLine } from './household.ts';

/**
 * Writes a scaled formula as a schema.org Recipe, for programs that know nothing of baker's percentage. Stages become
 * sections; the percentages are left out.
 *
 * @returns JSON-LD
 * @source https://schema.org/Recipe
 */
export function recipeOf(formula: Formula, scaled: ScaledFormula, made: string): object {
  const weight = (kg: number) => formatMass(kg, 'g', kg < 0.1 ? 1 : 0);
  const stages: (ScaledPart | ScaledStage)[] = [...scaled.parts, ...scaled.steps];
  return {
    '@context': 'https://schema.org',
    '@type': 'Recipe',
    name: formula.doc.name,
    recipeCategory: 'Bread',
    recipeYield: made,
    recipeIngredient: scaled.split.overall
      .filter(({ percent }) => percent > 0)
      .map(({ ingredient, percent }) => `${weight((scaled.flour * percent) / 100)} ${ingredient.name}`),
    recipeInstructions: stages.map((stage) => ({
      '@type': 'HowToSection',
      name: stage.name,
      itemListElement: [
        ...('seed' in stage && stage.seed !== null ? [`${weight(stage.seed.mass)} ripe seed`] : []),
        ...stage.lines.map(({ ingredient, mass }) => `${weight(mass)} ${ingredient.name}`),
        ...stage.holds.map(({ name, mass }) => `${weight(mass)} ${name}`),
      ].map((text) => ({ '@type': 'HowToStep', text })),
    })),
  };
}

const RecipeIn = z.looseObject({
  '@type': z.union([z.string(), z.array(z.string())]),
  name: z.string().max(300).default(''),
  recipeIngredient: z.union([z.array(z.string().max(500)).max(200), z.string().max(500)]),
});

/**
 * Reads a schema.org Recipe into a sheet: every ingredient in grams over the flours. Household measures are converted
 * by density and marked approximate.
 *
 * @param data parsed JSON: a Recipe, a list, or a graph that holds one
 */
export function readRecipe(data: unknown, larder: Larder): Result<ReadDraft> {
  const found = recipesIn(data)[0];
  const parsed = RecipeIn.safeParse(found);
  if (!parsed.success)
    return bad(
      problem(
        '',
        'There is no recipe with ingredients in this file.',
        'Choose a file with a schema.org Recipe.',
      ),
    );
  const { name, recipeIngredient } = parsed.data;
  const lines = typeof recipeIngredient === 'string' ? recipeIngredient.split('\n') : recipeIngredient;
  const problems: Problem[] = [];
  const guessed: string[] = [];
  const masses = new Map<string, { ingredient: Ingredient; mass: number }>();
  lines.forEach((line, index) => {
    const read = readKitchenLine(line, larder.ingredients);
    if (!read.ok) {
      problems.push(...read.problems.map((each) => ({ ...each, path: `line.${index + 1}` })));
      return;
    }
    const { ingredient, mass, approximate } = read.value;
    if (approximate) guessed.push(`${line.trim()}: about ${formatMass(mass, 'g', mass < 0.05 ? 1 : 0)}`);
    masses.set(ingredient.slug, { ingredient, mass: (masses.get(ingredient.slug)?.mass ?? 0) + mass });
  });
  const all = [...masses.values()];
  const flour = all.reduce((sum, { ingredient, mass }) => sum + (ingredient.kind === 'flour' ? mass : 0), 0);
  if (flour === 0) {
    return bad(
      ...problems,
      problem(
        '',
        'This recipe has no flour that Jovet knows.',
        'Without flour there is nothing to be a percentage of.',
      ),
    );
  }
  const rows = all.map(({ ingredient, mass }, index) => ({
    id: `r${index + 1}`,
    ingredient: ingredient.name,
    group: '',
    total: cellText((mass / flour) * 100),
    cells: {},
  }));
  return good({
    draft: { ...newDraft('hearth', 'gentle', '°C'), name: name.slice(0, 80), rows },
    problems,
    notes: guessed,
  });
}

/** Recipes at the top, in a list, or in a graph. */
function recipesIn(data: unknown): unknown[] {
  if (Array.isArray(data)) return data.flatMap(recipesIn);
  if (data === null || typeof data !== 'object') return [];
  const { '@type': type, '@graph': graph } = data as { '@type'?: unknown; '@graph'?: unknown };
  const isRecipe = type === 'Recipe' || (Array.isArray(type) && type.includes('Recipe'));
  return isRecipe ? [data] : graph === undefined ? [] : recipesIn(graph);
}
