import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';

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

/** A temperature that counts in a sum of factors; null while it was not read. */
export interface Factor {
  readonly name: string;
  readonly temperature: number | null;
}

/** With the water, sums of two to six factors are in use. */
export const MOST_READINGS = 5;

/**
 * Sum of factors over named readings.
 *
 * @returns water temperature in °C, or a problem at the factor that is missing
 */
export function waterBySumOf(
  ddt: number,
  factors: readonly Factor[],
  frictionFactor: number,
): Result<number> {
  if (factors.length < 1 || factors.length > MOST_READINGS)
    return bad(
      problem('factors', 'A sum takes two to six factors, the water with them.', 'Use one to five readings.'),
    );
  const missing = factors.flatMap(({ name, temperature }): Problem[] =>
    temperature === null
      ? [
          problem(
            `factors.${name}`,
            `The temperature of ${name} is missing from the sum.`,
            'Read it, or leave the factor out.',
          ),
        ]
      : [],
  );
  if (missing.length > 0) return bad(...missing);
  return good(
    waterBySum(
      ddt,
      factors.map(({ temperature }) => temperature ?? 0),
      frictionFactor,
    ),
  );
}

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

/** The base number of a friction factor for flour, room and water, °C; the same again turns it back. */
export const baseOfFactor = (ddt: number, factor: number): number => 3 * ddt - factor;
