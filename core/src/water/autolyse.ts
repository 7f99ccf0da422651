import { HEAT_OF_WETTING, MIX_TIME_CONSTANT, SPECIFIC_HEAT } from './constants.ts';

/** Flour and water that rest before the mix. kg, kJ/kg·K, °C, min. */
export interface Autolyse {
  readonly flour: number;
  readonly flourHeat: number;
  readonly flourTemperature: number;
  readonly water: number;
  readonly waterTemperature: number;
  readonly room: number;
  readonly minutes: number;
}

/**
 * The temperature of an autolyse when its rest ends: flour and water come together, the flour is wetted, and the dough
 * drifts to the room.
 *
 * @returns °C
 * @source first law of thermodynamics; drift as of an open bowl
 */
export function autolyseTemperature(given: Autolyse): number {
  const flour = given.flour * given.flourHeat;
  const water = given.water * SPECIFIC_HEAT.water;
  const heat =
    flour * given.flourTemperature + water * given.waterTemperature + HEAT_OF_WETTING * given.flour;
  const mixed = heat / (flour + water);
  return given.room + (mixed - given.room) * Math.exp(-given.minutes / MIX_TIME_CONSTANT);
}

/** The part that a rested autolyse is in a mix, kJ/kg·K. */
export const autolyseHeat = ({ flour, flourHeat, water }: Autolyse): number =>
  (flour * flourHeat + water * SPECIFIC_HEAT.water) / (flour + water);
