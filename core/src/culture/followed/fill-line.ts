import { visibleRise } from '../../fermentation/index.ts';
import type { Vessel } from '../schema.ts';

/** kg/m³ without gas. Domain section 6. */
const DENSITY = 1100;

/** Inner floor of a vessel, m². */
export const floorOf = (vessel: Vessel): number =>
  vessel.kind === 'glass' ? (Math.PI * vessel.diameter ** 2) / 4 : vessel.length * vessel.width;

/** Height in a vessel, cm: when it was filled, and at a rise. */
export interface FillLine {
  readonly start: number;
  readonly target: number;
  /** Whether it stays in the vessel at its highest. */
  readonly fits: boolean;
}

/**
 * Where a culture or dough stands in its vessel: the label of the tub.
 *
 * @param mass kg
 * @param rise G at the target, volumes of what ferments
 * @param most G_max, what it holds before it falls
 * @param share share that ferments, 0 to 1
 */
export function fillLine(vessel: Vessel, mass: number, rise: number, most: number, share = 1): FillLine {
  const start = (mass / DENSITY / floorOf(vessel)) * 100;
  return {
    start,
    target: start * (1 + visibleRise(rise, most, share)),
    fits: start * (1 + visibleRise(most, most, share)) <= vessel.height * 100,
  };
}

/** The rise at a height: the inverse of `fillLine`, while the dough has not begun to fall. */
export function riseAtHeight(vessel: Vessel, mass: number, centimetres: number, share = 1): number {
  const { start } = fillLine(vessel, mass, 0, 1, share);
  return Math.max(0, centimetres / start - 1) / share;
}
