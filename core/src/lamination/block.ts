import { DENSITY, PARTS, type Laminate, type Turn } from './sheet.ts';

/** mm of a block of fat that is locked in once, and that a sheet has after a turn that does not say. House. */
const [BLOCK, ROLLED] = [10, 8] as const;
/** Share of its thickness that a pass takes at most: more tears the layers. House. */
const PASS = 0.3;

/** Fat as it is shaped, the dough as it is rolled for it, and both as they lie folded; m, thicknesses in mm. */
export interface Block {
  readonly fat: { readonly length: number; readonly width: number; readonly thickness: number };
  readonly dough: { readonly length: number; readonly width: number; readonly thickness: number };
  /** mm of both together, folded over. */
  readonly packet: number;
}

/**
 * The block of fat for a dough. Fat that makes one layer covers half of the dough, which is folded over it; for two
 * layers it covers two thirds and both are folded in three, for three three quarters.
 *
 * @param layers of fat that are locked in: 1, 2 or 3
 *
 * @example
 * const { fat, dough } = blockOf({ dough: 6, fat: 1.5 }, 1);
 * assert.deepEqual([fat.length.toFixed(2), dough.length.toFixed(2), dough.thickness.toFixed(0)], ['0.41', '0.81', '16']);
 */
export function blockOf({ dough, fat }: Laminate, layers: number): Block {
  const thickness = BLOCK / layers;
  const area = fat / DENSITY.fat / (thickness / 1000);
  const side = Math.sqrt(area);
  const covered = layers / (layers + 1);
  const length = side / covered;
  const under = area > 0 ? (dough / DENSITY.dough / (side * length)) * 1000 : 0;
  return {
    fat: { length: side, width: side, thickness },
    dough: { length, width: side, thickness: under },
    packet: under * (layers + 1) + thickness * layers,
  };
}

/**
 * mm after each pass, from one thickness to another: each takes the same share, and none more than three tenths.
 *
 * @example
 * assert.deepEqual(passes(24, 8).map((mm) => mm.toFixed(1)), ['18.2', '13.9', '10.5', '8.0']);
 */
export function passes(from: number, to: number): number[] {
  if (from <= to) return [];
  const count = Math.ceil(Math.log(from / to) / -Math.log(1 - PASS) - 1e-9);
  return Array.from({ length: count }, (_, n) => from * (to / from) ** ((n + 1) / count));
}

/** mm that a sheet is rolled to for a turn, and that it has when it lies folded. */
export const turned = (turn: Turn, thickness: number | null): { rolled: number; folded: number } => {
  const rolled = thickness ?? ROLLED;
  return { rolled, folded: rolled * PARTS[turn] };
};
