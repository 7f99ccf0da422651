/** Bake time of the same shape goes with mass to this power. Domain section 9, default. */
const MASS_POWER = 0.67;

/**
 * Bake time of a piece from that of a piece of the same shape.
 *
 * @param mass scaled weight, kg
 * @param known a piece whose bake time is known: kg and minutes
 * @returns minutes
 *
 * @example
 * assert.ok(bakeMinutes(0.42, { mass: 0.84, minutes: 42 }) < 42);
 */
export const bakeMinutes = (mass: number, known: { mass: number; minutes: number }): number =>
  known.minutes * (mass / known.mass) ** MASS_POWER;
