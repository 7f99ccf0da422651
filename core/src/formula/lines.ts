import { componentOf, type Component } from './scale/component.ts';
import type { Ingredient } from './ingredient.ts';

/** An ingredient and its percent of all flour (or of whatever the holder says). */
export interface FormulaLine {
  readonly ingredient: Ingredient;
  readonly percent: number;
}

/** Subtracting percentages leaves dust; this much of a percent is nothing. */
export const DUST = 1e-9;

/** Percent of an ingredient among lines; 0 where it does not stand. */
export const percentOf = (lines: readonly FormulaLine[], slug: string): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.slug === slug ? line.percent : 0), 0);

/** All percentages together. */
export const totalOf = (lines: readonly FormulaLine[]): number =>
  lines.reduce((sum, line) => sum + line.percent, 0);

/** Percent of flour among lines. */
export const flourOf = (lines: readonly FormulaLine[]): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.kind === 'flour' ? line.percent : 0), 0);

/** Percent of a component, such as fat, over all lines: what each ingredient has of it. */
export const componentPercent = (lines: readonly FormulaLine[], component: Component): number =>
  lines.reduce((sum, line) => sum + line.percent * componentOf(line.ingredient, component), 0);

/** Lines of several stages as one list, each ingredient once, in order of first mention. */
export function gather(lines: readonly FormulaLine[]): FormulaLine[] {
  const sums = new Map<string, FormulaLine>();
  for (const line of lines) {
    const before = sums.get(line.ingredient.slug)?.percent ?? 0;
    sums.set(line.ingredient.slug, { ...line, percent: before + line.percent });
  }
  return [...sums.values()];
}
