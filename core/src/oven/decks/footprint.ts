import type { Outline } from './arrange.ts';

/** How a hearth loaf springs: length and height against its width. Fitted for Jovet to usual sizes. */
const SPRUNG = {
  round: { length: 1, height: 0.6 },
  long: { length: 2, height: 0.65 },
  baguette: { length: 9, height: 0.75 },
  roll: { length: 1, height: 0.7 },
  oval: { length: 1.5, height: 0.62 },
  knot: { length: 1, height: 0.6 },
  twist: { length: 1.3, height: 0.35 },
  crescent: { length: 2, height: 0.8 },
  tin: { length: 2.5, height: 1 },
  sheet: { length: 1.4, height: 0.12 },
  flat: { length: 1, height: 0.2 },
  filled: { length: 1, height: 0.55 },
} as const;
export type LoafShape = keyof typeof SPRUNG;

/** m between pieces that stand free, and between tins or trays. Chosen for Jovet. */
export const SPACING = { free: 0.04, held: 0.01 } as const;

/**
 * What a piece that stands free covers once it has sprung: half an ellipsoid of its baked mass and density.
 *
 * @param mass baked, kg
 * @param density of the bread, kg/m³
 */
export function outlineOf(shape: LoafShape, mass: number, density: number): Outline {
  const { length, height } = SPRUNG[shape];
  const width = (mass / density / ((Math.PI / 6) * length * height)) ** (1 / 3);
  return length === 1 ? { kind: 'round', diameter: width } : { kind: 'oval', length: width * length, width };
}
