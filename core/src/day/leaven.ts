import {
  ferments,
  splitFormula,
  type PartStage,
  type ScaledFormula,
  type ScaledPart,
  type SplitFormula,
} from '../formula/scale/index.ts';
import type { Formula, Part, RiseWindow } from '../formula/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';

/** The one levain that makes a dough rise, fed once from its seed. */
export interface Leaven {
  readonly part: Part;
  readonly stage: PartStage;
  readonly ripeness: RiseWindow;
  /** Mass share of the seed in the build. */
  readonly seedShare: number;
}

/**
 * The leaven of a dough that the clock can follow: one levain or sour, built in one stage from a ripe seed.
 *
 * @returns the leaven, or at `formula` why this dough has weights but no clock yet
 */
export function leavenOf(formula: Formula, split: SplitFormula): Result<Leaven> {
  const rising = split.parts.filter((part) => ferments(part.kind));
  const yeasted = [...split.overall, ...split.parts.flatMap((part) => part.lines)].some(
    ({ ingredient, percent }) =>
      percent > 0 && (ingredient.kind === 'yeast' || ingredient.kind === 'culture'),
  );
  if (yeasted)
    return bad(noClock(formula, 'it rises with baker’s yeast, or with a culture weighed as an ingredient'));
  const [stage] = rising;
  if (!stage) return bad(noClock(formula, 'it has no levain'));
  if (rising.length > 1) return bad(noClock(formula, 'it has more than one pre-ferment'));
  const part = formula.doc.parts.find(({ slug }) => slug === stage.slug);
  if (!part || !stage.seed) return bad(noClock(formula, `${stage.name} has no seed`));
  if (!part.ripeness) return bad(noClock(formula, `${stage.name} does not say when it is ripe`));
  return good({ part, stage, ripeness: part.ripeness, seedShare: stage.seed.percent / stage.total });
}

/** Whether the clock can follow a formula, or why not. */
export function clockable(formula: Formula): Result<Leaven> {
  const split = splitFormula(formula);
  return split.ok ? leavenOf(formula, split.value) : split;
}

/** A build of a scaled formula, by the slug of its stage. */
export function buildOf(scaled: ScaledFormula, slug: string): ScaledPart {
  const part = scaled.parts.find((each) => each.slug === slug);
  if (!part) throw new Error('a scaled formula has all the parts of its split');
  return part;
}

const noClock = ({ doc }: Formula, why: string): Problem =>
  problem(
    'formula',
    `${doc.name} has weights, but no clock yet: ${why}.`,
    'Print its scale sheet from Formulas, or choose a bread with one levain.',
  );
