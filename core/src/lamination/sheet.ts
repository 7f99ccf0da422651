/** kg of a cubic metre of laminated dough without its fat, and of the fat. Domain, lamination. */
const DENSITY = { dough: 1150, fat: 910 } as const;

/** Dough and fat that are laminated together, kg. */
export interface Laminate {
  readonly dough: number;
  readonly fat: number;
}

/** How a sheet is folded: in half, in three, or in four. */
export type Turn = 'half' | 'single' | 'double';
const LAYERS: Readonly<Record<Turn, number>> = { half: 2, single: 3, double: 4 };

/** m³ that dough and fat take up together. */
export const volumeOf = ({ dough, fat }: Laminate): number => dough / DENSITY.dough + fat / DENSITY.fat;
/** kg of a cubic metre of it. */
export const densityOf = (of: Laminate): number => (of.dough + of.fat) / volumeOf(of);

/**
 * Layers of fat, and of fat and dough together, after lock-in and turns. Layers of dough that come to lie on one another
 * are one.
 *
 * @param lockedIn layers of fat that are folded in: 1, 2 or 3
 *
 * @example
 * assert.deepEqual(layersOf(1, ['single', 'double']), { fat: 12, all: 25 });
 */
export function layersOf(
  lockedIn: number,
  turns: readonly Turn[],
): { readonly fat: number; readonly all: number } {
  const fat = turns.reduce((layers, turn) => layers * LAYERS[turn], lockedIn);
  return { fat, all: 2 * fat + 1 };
}

/** Thickness of one layer of fat and of dough in a sheet of such a thickness, mm. */
export function layerThickness(
  of: Laminate,
  layers: { readonly fat: number; readonly all: number },
  thickness: number,
): { readonly fat: number; readonly dough: number } {
  const share = of.fat / DENSITY.fat / volumeOf(of);
  return {
    fat: (thickness * share) / layers.fat,
    dough: (thickness * (1 - share)) / (layers.all - layers.fat),
  };
}

/** m that a sheet is long. @param width m @param thickness mm */
export const sheetLength = (of: Laminate, width: number, thickness: number): number =>
  volumeOf(of) / (width * (thickness / 1000));

/** Triangles of a base that a strip gives, point by base; m. */
export const trianglesOf = (length: number, base: number): number =>
  Math.max(0, Math.floor((2 * length) / base + 1e-9) - 1);

/** A cut plan of triangles: side by side, every second one upside down. */
export interface TrianglePlan {
  /** mm of the sheet, and m of it. */
  readonly thickness: number;
  readonly width: number;
  readonly length: number;
  readonly strips: number;
  readonly eachStrip: number;
  /** kg of dough and fat that are wanted, and of what is cut off at the ends. */
  readonly kilograms: number;
  readonly trim: number;
}

/**
 * The sheet for so many triangles of a mass: how thick it must be, how large, and how much of it there is.
 *
 * @param wanted pieces of so many kg, m of their base and height, strips that lie beside each other
 * @param density kg of a cubic metre
 *
 * @example
 * const plan = trianglePlan({ pieces: 80, mass: 0.065, base: 0.09, height: 0.28, strips: 2 }, 1092.4);
 * assert.equal(plan.thickness.toFixed(2), '4.72');
 * assert.equal(plan.kilograms.toFixed(2), '5.33');
 */
export function trianglePlan(
  wanted: {
    readonly pieces: number;
    readonly mass: number;
    readonly base: number;
    readonly height: number;
    readonly strips: number;
  },
  density: number,
): TrianglePlan {
  const { pieces, mass, base, height, strips } = wanted;
  const metres = mass / (density * 0.5 * base * height);
  const eachStrip = Math.ceil(pieces / strips - 1e-9);
  const length = ((eachStrip + 1) * base) / 2;
  const width = strips * height;
  const kilograms = length * width * metres * density;
  return { thickness: metres * 1000, width, length, strips, eachStrip, kilograms, trim: kilograms - pieces * mass };
} // prettier-ignore
