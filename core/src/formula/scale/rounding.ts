import type { Ingredient } from '../ingredient.ts';

/** A mass in kg, exact and rounded to the step of the scale. */
export interface WeighedMass {
  readonly mass: number;
  readonly weighed: number;
}

/** A mass of an ingredient, kg: exact, and as it will stand on the scale. */
export interface ScaledLine extends WeighedMass {
  readonly ingredient: Ingredient;
}

/** Weighs one ingredient of a mass (kg) on its own scale. */
export const weighLine = (ingredient: Ingredient, mass: number): ScaledLine => ({
  ingredient,
  ...weigh(mass, ingredient.scaleStep),
});

/**
 * Rounds a mass to the step of the scale it will be weighed on; never off by more than half a step.
 *
 * @param mass kg
 * @param step kg, above 0
 */
export function weigh(mass: number, step: number): WeighedMass {
  const weighed = Math.round(mass / step) * step;
  // 0.1 + 0.2 would show as 0.30000000000000004 kg in files and answers.
  return { mass, weighed: Number(weighed.toFixed(9)) };
}
