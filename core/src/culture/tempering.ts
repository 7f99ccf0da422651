import { pieceTimeConstant } from '../fermentation/index.ts';

/**
 * Hours that a culture from the cold takes to warm up. A stiff one is cut up to warm faster.
 *
 * @param mass kg
 * @param pieces that it is cut into, alike; 1 if it stays whole
 * @param from °C
 * @param to °C, below `around`
 * @param around °C of the room
 * @param h W/m²K
 * @returns Infinity if the room is not warm enough
 * @source lumped heat transfer, as for a piece of dough
 */
export function temperingHours(
  mass: number,
  pieces: number,
  from: number,
  to: number,
  around: number,
  h: number,
): number {
  if (from >= to) return 0;
  if (around <= to) return Infinity;
  return pieceTimeConstant(mass / pieces, h) * Math.log((around - from) / (around - to));
}
