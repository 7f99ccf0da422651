/** kg of a cubic metre of laminated dough without its fat, and of the fat. Domain, lamination. */
export const DENSITY = { dough: 1150, fat: 910 } as const;

/** Dough and fat that are laminated together, kg. */
export interface Laminate {
  readonly dough: number;
  readonly fat: number;
}

/** How a sheet is folded: in half, in three, or in four; and in how many parts. */
export type Turn = 'half' | 'single' | 'double';
export const PARTS: Readonly<Record<Turn, number>> = { half: 2, single: 3, double: 4 };

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
  const fat = turns.reduce((layers, turn) => layers * PARTS[turn], lockedIn);
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
