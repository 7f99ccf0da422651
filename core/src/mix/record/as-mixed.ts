import { massOfKind, type ScaledFormula } from '../../formula/scale/index.ts';
import { redivide, type Redivided } from '../../formula/sums/index.ts';
import { latestEstimate, type Estimate } from '../../logbook/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import type { MixDoc } from '../schema.ts';

/** A line of the dough as the formula has it and as it was mixed, kg and percent of all flour. */
export interface MixedLine {
  readonly ingredient: string;
  readonly name: string;
  readonly planned: number;
  readonly mixed: number;
  readonly plannedPercent: number;
  readonly mixedPercent: number;
}

/** A batch as it was really mixed. */
export interface AsMixed {
  readonly lines: readonly MixedLine[];
  /** Dough in the bowl, kg. */
  readonly dough: number;
  /** Added water over all flour, percent: as the formula has it, and as mixed. */
  readonly plannedHydration: number;
  readonly hydration: number;
  /** The dough against the pieces it is for; null if it is for none. */
  readonly pieces: Redivided | null;
}

/**
 * What became of a batch in which something was added or left out by feel: percentages, mass and pieces follow.
 *
 * @param scaled the batch as it was weighed
 * @returns or a problem at `added.<n>.mass` if more was left out than there was
 */
export function asMixed(scaled: ScaledFormula, doc: MixDoc): Result<AsMixed> {
  const { overall } = scaled.split;
  const planned = (percent: number) => (scaled.flour * percent) / 100;
  const extra = (slug: string) =>
    doc.added.reduce((sum, { ingredient, mass }) => sum + (ingredient === slug ? mass : 0), 0);
  const unknown = doc.added.filter(
    ({ ingredient }) => !overall.some((line) => line.ingredient.slug === ingredient),
  );
  const rows = [
    ...overall.map(({ ingredient, percent }) => ({ ingredient, percent })),
    ...unknown.flatMap(({ ingredient: slug }) => {
      const ingredient = doc.formula.ingredients.find((each) => each.slug === slug);
      return ingredient ? [{ ingredient, percent: 0 }] : [];
    }),
  ].map(({ ingredient, percent }) => ({
    ingredient,
    planned: planned(percent),
    mixed: planned(percent) + extra(ingredient.slug),
  }));
  const missing = rows.find(({ mixed }) => mixed < 0);
  if (missing) {
    const at = doc.added.findIndex(({ ingredient }) => ingredient === missing.ingredient.slug);
    return bad(
      problem(
        `added.${at}.mass`,
        `More ${missing.ingredient.name} would be left out than the batch has.`,
        'Enter less.',
      ),
    );
  }
  const lineOf = ({ ingredient, planned: mass, mixed: mass2 }: (typeof rows)[number]) => ({
    ingredient,
    mass: mass2,
    weighed: mass2,
    planned: mass,
  });
  const lines = rows.map(lineOf);
  const flour = massOfKind(lines, 'flour');
  if (!(flour > 0)) return bad(problem('added', 'No flour would be left.', 'Enter less.'));
  const dough = lines.reduce((sum, { mass }) => sum + mass, 0);
  const onBench = dough * (1 - doc.formula.doc.processLoss / 100);
  const pieces = doc.order.some((each) => each.pieces > 0) ? redivide(onBench, doc.order) : null;
  if (pieces && !pieces.ok) return pieces;
  return good({
    lines: lines.map(({ ingredient, mass, planned: before }) => ({
      ingredient: ingredient.slug,
      name: ingredient.name,
      planned: before,
      mixed: mass,
      plannedPercent: (before / scaled.flour) * 100,
      mixedPercent: (mass / flour) * 100,
    })),
    dough,
    plannedHydration: scaled.facts.hydration,
    hydration: (massOfKind(lines, 'water') / flour) * 100,
    pieces: pieces?.value ?? null,
  });
}

/** What a lot of flour took beyond the formula, percent of flour. */
export interface LotRecord {
  readonly lot: string;
  readonly formula: string;
  readonly hydration: number;
}

/** Standard deviation of the water that a lot takes beyond the formula, percent of flour. Chosen for Jovet from practice. */
const LOT_SPREAD = 1;

/** What a lot is learned to take, percent of flour more (+) or less (−) than the formula says, newest mixes first in weight. */
export function absorptionOfLot(records: readonly LotRecord[], lot: string): Estimate | null {
  const same = records.filter((each) => each.lot === lot && lot !== '');
  if (same.length === 0) return null;
  return latestEstimate(
    same.map(({ hydration }) => hydration),
    { value: 0, spread: LOT_SPREAD },
  );
}
