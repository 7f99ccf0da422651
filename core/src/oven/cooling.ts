/** Cooling of bread on a rack: a lumped body whose core lags. Domain section 10, defaults. */
const SPECIFIC_HEAT_BREAD = 2400;
const HEAT_TRANSFER_RACK = 10;
const CORE_LAG = 1.4;
export const CORE_AT_UNLOADING = 97;

/** Density of baked bread, kg/m³. */
export const BREAD_DENSITY = { hearth: 300, rye: 550 } as const;

/**
 * Hours until the core of a loaf has cooled.
 *
 * @param mass baked weight, kg
 * @param density kg/m³
 * @param room °C, below `core`
 * @param core temperature to reach, °C
 * @returns hours; Infinity if the room is not colder than that
 * @source lumped heat transfer (any text); constants chosen for Jovet
 */
export function coolingHours(mass: number, density: number, room: number, core: number): number {
  if (room >= core) return Infinity;
  return coolingTimeConstant(mass, density) * Math.log((CORE_AT_UNLOADING - room) / (core - room));
}

/** Time constant of the core, hours. */
export const coolingTimeConstant = (mass: number, density: number): number => {
  const area = 5 * (mass / density) ** (2 / 3);
  return (CORE_LAG * mass * SPECIFIC_HEAT_BREAD) / (HEAT_TRANSFER_RACK * area) / 3600;
};
