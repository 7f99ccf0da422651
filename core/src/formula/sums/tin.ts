import type { DoughType } from '../kinds.ts';

/**
 * Litres of tin for one kg of dough, so that the proofed and baked loaf fills it.
 *
 * @source chosen for Jovet from practice; every bakery corrects it with its first loaf
 */
export const TIN_LITRES_PER_KILOGRAM: Readonly<Record<DoughType, number>> = {
  hearth: 2.3, baguette: 2.6, durum: 2.4, tin: 2.6, enriched: 2.8, laminated: 2.6, rye: 1.7, rolls: 2.5,
}; // prettier-ignore

/**
 * The dough that fills a tin, kg. @param litres volume of the tin
 *
 * @example
 * assert.equal(doughForTin(2.4, 2), 1.2);
 */
export const doughForTin = (litres: number, litresPerKilogram: number): number => litres / litresPerKilogram;

/** The tin that a piece fills, litres. @param scaledWeight kg */
export const tinForDough = (scaledWeight: number, litresPerKilogram: number): number =>
  scaledWeight * litresPerKilogram;
