/**
 * Sum of factors: T_w = n·DDT − Σ T_i − FF.
 *
 * @param ddt desired dough temperature, °C
 * @param readings temperatures of flour, room and, where there is one, pre-ferment, °C
 * @param frictionFactor FF, K
 * @returns water temperature, °C
 * @source textbook practice
 */
export const waterBySum = (ddt: number, readings: readonly number[], frictionFactor: number): number =>
  (readings.length + 1) * ddt - readings.reduce((sum, reading) => sum + reading, 0) - frictionFactor;

/**
 * The friction factor that makes the sum of factors give a known water temperature: the inverse of `waterBySum`.
 *
 * @returns FF, K
 */
export const frictionFactor = (ddt: number, readings: readonly number[], water: number): number =>
  waterBySum(ddt, readings, water);

/**
 * Base number: T_w = base − T_flour − T_room.
 *
 * @param base 3·DDT − FF, °C
 * @returns water temperature, °C
 * @source textbook practice
 */
export const waterByBase = (base: number, flour: number, room: number): number => base - flour - room;
