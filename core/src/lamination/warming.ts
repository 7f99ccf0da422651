import { densityOf, type Laminate } from './sheet.ts';

/** kJ/(kg K) of dough, and of fat while it melts; W/(m²K) to the air of a room. Domain, lamination. */
const [DOUGH_HEAT, FAT_HEAT, TO_AIR] = [2.9, 4.5, 8] as const;
/** °C below which fat breaks, and above which it smears; clarified fat two degrees higher. Domain, default. */
export const PLASTIC = { from: 10, to: 18 } as const;

/**
 * Minutes until a sheet has so many degrees on the bench, warmed from above and below.
 *
 * @param thickness mm
 * @param from °C now
 * @param to °C at which it is asked for
 * @param room °C
 * @returns 0 where it is as warm already; Infinity where the room does not get it there
 *
 * @example
 * const minutes = minutesUntil({ dough: 6, fat: 1.5 }, 8, 8, 16, 22);
 * assert.equal(minutes.toFixed(1), '24.8');
 */
export function minutesUntil(of: Laminate, thickness: number, from: number, to: number, room: number): number {
  if (from >= to) return 0;
  if (room <= to) return Infinity;
  const heat = (of.dough * DOUGH_HEAT + of.fat * FAT_HEAT) / (of.dough + of.fat);
  const constant = (densityOf(of) * heat * 1000 * (thickness / 1000)) / (2 * TO_AIR);
  return (constant * Math.log((room - from) / (room - to))) / 60;
} // prettier-ignore
