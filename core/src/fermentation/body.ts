/**
 * Dough as a lumped body that comes to the temperature around it: dT/dt = (T_around − T)/τ, τ = m·c/(h_eff·A).
 * Masses in kg, lengths in m, h in W/m²K, τ in hours.
 *
 * @source lumped heat transfer with a correction for the core (any text); constants chosen for Jovet
 */
const SPECIFIC_HEAT_DOUGH = 2900;
const DENSITY = 1100;
const CONDUCTIVITY = 0.45;

/** Heat transfer to what is around, W/m²K; defaults. */
export const HEAT_TRANSFER = {
  tub: 8,
  lidded: 6,
  coveredBasket: 8,
  fanRetarder: 12,
  bareTray: 15,
  blast: 20,
} as const;

/**
 * Time constant of one piece of dough.
 *
 * @param mass kg
 * @param h W/m²K
 * @returns hours
 */
export function pieceTimeConstant(mass: number, h: number): number {
  const volume = mass / DENSITY;
  return timeConstant(mass, volume, 5 * volume ** (2 / 3), h);
}

/**
 * Time constant of dough lying in a tub.
 *
 * @param mass kg of dough in this tub
 * @param length inner length of the tub, m
 * @param width inner width, m
 * @param h W/m²K
 * @returns hours
 */
export function tubTimeConstant(mass: number, length: number, width: number, h: number): number {
  const volume = mass / DENSITY;
  const floor = length * width;
  return timeConstant(mass, volume, floor + (2 * (length + width) * volume) / floor, h);
}

/**
 * Time constant of what stands in a round glass or bucket.
 *
 * @param mass kg
 * @param diameter inner diameter, m
 * @param h W/m²K
 * @returns hours
 */
export function glassTimeConstant(mass: number, diameter: number, h: number): number {
  const volume = mass / DENSITY;
  const floor = (Math.PI * diameter ** 2) / 4;
  return timeConstant(mass, volume, floor + (4 * volume) / diameter, h);
}

/** What weighs next to nothing is as warm as what is around it after a minute, h: quicker than that nothing is followed. */
const AT_ONCE = 1 / 60;

function timeConstant(mass: number, volume: number, area: number, h: number): number {
  const effective = h / (1 + (3 * h * (volume / area)) / (5 * CONDUCTIVITY));
  const hours = (mass * SPECIFIC_HEAT_DOUGH) / (effective * area) / 3600;
  return hours > AT_ONCE ? hours : AT_ONCE;
}
