import { densityOf, type Laminate } from './sheet.ts';

/** kJ/(kg K) of dough, and of fat while it melts; W/(m²K) to the air of a room. Domain, lamination. */
const [DOUGH_HEAT, FAT_HEAT, TO_AIR] = [2.9, 4.5, 8] as const;
/** °C below which fat breaks, and above which it smears. Domain, default. */
export const PLASTIC = { from: 10, to: 18 } as const;
/** K by which clarified fat is firmer; share of water under which fat is clarified. Domain, default; the second of Jovet. */
const [FIRMER, CLARIFIED] = [2, 0.03] as const;

/** °C within which a fat can be rolled. @param fat share of water in it */
export const plasticOf = (fat: { readonly water: number } | null): { from: number; to: number } => {
  const more = fat && fat.water < CLARIFIED ? FIRMER : 0;
  return { from: PLASTIC.from + more, to: PLASTIC.to + more };
};

/** J that a square metre of a sheet takes for a degree. @param thickness mm */
export const sheetHeat = (of: Laminate, thickness: number): number =>
  (densityOf(of) * (of.dough * DOUGH_HEAT + of.fat * FAT_HEAT) * thickness) / (of.dough + of.fat);

/**
 * Minutes until a sheet has so many degrees, warmed or cooled from above and below: on the bench, or in the cold.
 *
 * @param thickness mm
 * @param from °C now
 * @param to °C at which it is asked for
 * @param around °C
 * @returns 0 where it is past that already; Infinity where its surroundings do not get it there
 *
 * @example
 * const minutes = minutesUntil({ dough: 6, fat: 1.5 }, 8, 8, 16, 22);
 * assert.equal(minutes.toFixed(1), '24.8');
 */
export function minutesUntil(of: Laminate, thickness: number, from: number, to: number, around: number): number {
  const warms = around >= from;
  if (warms ? from >= to : from <= to) return 0;
  if (warms ? around <= to : around >= to) return Infinity;
  return (sheetHeat(of, thickness) / (2 * TO_AIR) / 60) * Math.log((around - from) / (around - to));
} // prettier-ignore
