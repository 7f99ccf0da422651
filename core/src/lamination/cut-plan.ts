import type { Cut } from '../formula/way/index.ts';

/** Triangles of a base that a strip gives, point by base; m. */
export const trianglesOf = (length: number, base: number): number =>
  Math.max(0, Math.floor((2 * length) / base + 1e-9) - 1);

/** Pieces that are wanted of a sheet: how many, kg and sides in m of each, and how many strips lie beside each other. */
export interface Wanted {
  readonly cut: Cut;
  readonly pieces: number;
  readonly mass: number;
  /** Along the sheet: of a triangle its base, of a coil its slice. */
  readonly base: number;
  /** Across it: of a coil what is rolled up. */
  readonly height: number;
  readonly strips: number;
}

/** A sheet that is cut without a gap: triangles side by side, every second one upside down, all else edge to edge. */
export interface CutPlan extends Wanted {
  /** mm of the sheet, and m of it. */
  readonly thickness: number;
  readonly width: number;
  readonly length: number;
  readonly eachStrip: number;
  /** kg of the sheet, and of what is left when its pieces are cut. */
  readonly kilograms: number;
  readonly trim: number;
}

/** m² of a sheet that a piece takes. */
export const areaOf = ({ cut, base, height }: Pick<Wanted, 'cut' | 'base' | 'height'>): number =>
  (cut === 'triangles' ? 0.5 : 1) * base * height;

/**
 * The sheet for so many pieces of a mass: how thick it must be, how large, and how much of it there is.
 *
 * @param density kg of a cubic metre
 * @source triangles n of a base b span (n + 1)·b/2. Dough-way section 4
 *
 * @example
 * const plan = cutPlan({ cut: 'triangles', pieces: 80, mass: 0.065, base: 0.09, height: 0.28, strips: 2 }, 1092.4);
 * assert.equal(plan.thickness.toFixed(2), '4.72');
 * assert.equal(plan.kilograms.toFixed(2), '5.33');
 */
export function cutPlan(wanted: Wanted, density: number): CutPlan {
  const { cut, pieces, mass, base, height, strips } = wanted;
  const metres = mass / (density * areaOf(wanted));
  const eachStrip = Math.ceil(pieces / strips - 1e-9);
  const length = cut === 'triangles' ? ((eachStrip + 1) * base) / 2 : eachStrip * base;
  const width = strips * height;
  const kilograms = length * width * metres * density;
  return { ...wanted, thickness: metres * 1000, width, length, eachStrip, kilograms, trim: kilograms - pieces * mass };
} // prettier-ignore

/** Corners of the pieces of a plan, m from the corner of the sheet: along it, and across it. */
export function outlinesOf({ cut, pieces, base, height, strips }: CutPlan): (readonly [number, number])[][] {
  return Array.from({ length: pieces }, (_, index) => {
    const [strip, n] = [index % strips, Math.floor(index / strips)];
    const [top, bottom] = [strip * height, (strip + 1) * height];
    if (cut !== 'triangles') return [[n * base, top], [(n + 1) * base, top], [(n + 1) * base, bottom], [n * base, bottom]];
    const [from, to] = [(n * base) / 2, ((n + 2) * base) / 2];
    const [wide, tip] = n % 2 === 0 ? [bottom, top] : [top, bottom];
    return [[from, wide], [to, wide], [(from + to) / 2, tip]];
  });
} // prettier-ignore

/** m across a coil that is rolled up of so long a strip. @param thickness mm */
export const coilAcross = (height: number, thickness: number): number =>
  Math.sqrt((4 * height * (thickness / 1000)) / Math.PI);
