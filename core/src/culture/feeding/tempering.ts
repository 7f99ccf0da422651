/**
 * Hours that something from the cold takes to warm up. A stiff culture is cut up to warm faster: its pieces have a
 * shorter time constant than the whole.
 *
 * @param timeConstant hours
 * @param from °C
 * @param to °C, below `around`
 * @param around °C of the room
 * @returns Infinity if the room is not warm enough
 * @source lumped heat transfer, as for a piece of dough
 */
export function temperingHours(timeConstant: number, from: number, to: number, around: number): number {
  if (from >= to) return 0;
  if (around <= to) return Infinity;
  return timeConstant * Math.log((around - from) / (around - to));
}
