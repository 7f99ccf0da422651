/** A mass in kg, exact and rounded to the step of the scale. */
export interface WeighedMass {
  readonly mass: number;
  readonly weighed: number;
}

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
