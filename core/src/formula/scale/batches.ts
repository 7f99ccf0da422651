import { weighLine } from './rounding.ts';
import { scaleDough, type ScaledFormula } from './scale.ts';
import type { Formula } from '../schema.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatMass } from '../../units/index.ts';

/** A dough parted into equal batches, kg. */
export interface Batches {
  readonly count: number;
  readonly each: number;
  /** Said when a batch is less than the mixer moves well. */
  readonly caution: string | null;
}

/**
 * Parts a dough into as few equal batches as the mixer takes.
 *
 * @param dough kg
 * @param mixer what it takes at least and at most, kg
 */
export function equalBatches(
  dough: number,
  mixer: { readonly name: string; readonly minDough: number; readonly maxDough: number },
): Result<Batches> {
  if (dough <= 0) return bad(problem('dough', 'There is no dough to mix.', 'Enter more than 0 kg.'));
  // A dough that fills the mixer to the last gram is one batch, whatever the last bit of its sum says.
  const count = Math.max(1, Math.ceil(dough / mixer.maxDough - 1e-9));
  const each = dough / count;
  const caution =
    each < mixer.minDough
      ? `${formatMass(each, 'kg', 1)} is less than ${mixer.name} moves well (${formatMass(mixer.minDough, 'kg', 1)}). Use a smaller mixer, or mix two days at once.`
      : null;
  return good({ count, each, caution });
}

/**
 * What one of several equal batches is mixed from. Pre-ferments are built once for all of them, so only what goes into
 * the mix is parted.
 */
export function oneBatch(formula: Formula, scaled: ScaledFormula, count: number): ScaledFormula {
  if (count === 1) return scaled;
  const batch = scaleDough(formula, scaled.split, scaled.dough / count);
  const branches = scaled.branches.map((branch) => ({
    ...branch,
    base: branch.base / count,
    mass: branch.mass / count,
    lines: branch.lines.map(({ ingredient, mass }) => weighLine(ingredient, mass / count)),
  }));
  return { ...batch, pieceMass: scaled.pieceMass / count, branches };
}
