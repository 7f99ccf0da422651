import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';
import { partsOfMix } from '../sums/basis.ts';
import { factsOf, type FormulaFacts } from '../facts/facts.ts';
import type { Ingredient } from '../ingredient.ts';
import { percentOf, totalOf, type FormulaLine } from '../lines.ts';
import { doughsOf, type ScaledBranch } from './pieces.ts';
import { weigh, weighLine, type ScaledLine, type WeighedMass } from './rounding.ts';
import type { Formula, PieceOrder } from '../schema.ts';
import { bakeLossOf, isThawed, piecesOf } from '../way/index.ts';
import { splitFormula, type PartStage, type SplitFormula, type Stage } from './split.ts';

/** A pre-ferment or soaker that goes in whole, kg. */
export interface ScaledHold extends WeighedMass {
  readonly slug: string;
  readonly name: string;
}

/** One stage as it is weighed. */
export interface ScaledStage {
  readonly slug: string;
  readonly name: string;
  readonly kind: Stage['kind'];
  readonly lines: readonly ScaledLine[];
  readonly holds: readonly ScaledHold[];
}

/** A pre-ferment, soaker or scald as it is built. */
export interface ScaledPart extends ScaledStage {
  readonly stage: PartStage;
  /** What the next stage or the dough needs of it, kg. */
  readonly needed: number;
  /** What is built: what is needed, with keep-back and loss, kg. */
  readonly build: number;
  readonly keepBack: number;
  readonly seed: WeighedMass | null;
}

export interface ScaledFormula {
  readonly split: SplitFormula;
  /** All masses in kg. Scaled weight of all pieces; with additions of branches. */
  readonly pieceMass: number;
  /** Dough to mix, before branches get their additions. */
  readonly dough: number;
  readonly flour: number;
  /** In the order of making. */
  readonly parts: readonly ScaledPart[];
  /** Autolyses, the mix, hold-backs, late additions. */
  readonly steps: readonly ScaledStage[];
  /** All steps together. */
  readonly finalMix: {
    readonly lines: readonly ScaledLine[];
    readonly flour: number;
    readonly holds: readonly ScaledHold[];
  };
  readonly branches: readonly ScaledBranch[];
  readonly facts: FormulaFacts;
  /** Sentences about lines whose percentage moves by more than 0.5 % of itself when weighed. */
  readonly drift: readonly string[];
}

/** Warn when rounding moves a percentage by more than this share of itself. Domain section 4. */
const DRIFT = 0.005;

/** Pre-ferments, seeds and soakers are weighed to the gram. */
const PART_STEP = 0.001;

/**
 * Scales a formula to pieces: D = Σ pieces × scaled weight / (1 − process loss), F = D / Σp, m = F·p. Of branches and
 * composite pieces D is what they hold of the base dough.
 *
 * @param orders pieces and scaled weights (kg) of the products of this dough
 * @returns masses in kg by stage, or the problems of formula or order
 * @source textbook practice of baker's percentage
 *
 * @example
 * const scaled = scaleFormula(quayCountry, [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }]);
 * assert.ok(scaled.ok && Math.abs(scaled.value.dough - 30.857) < 0.001);
 */
export function scaleFormula(formula: Formula, orders: readonly PieceOrder[]): Result<ScaledFormula> {
  const split = splitFormula(formula);
  if (!split.ok) return split;
  const needs = doughsOf(formula, split.value, orders);
  if (!needs.ok) return needs;
  const { pieceMass, dough, branches } = needs.value;
  if (pieceMass <= 0) {
    return bad(
      problem('order', 'Nothing is ordered of this dough.', 'Enter how many pieces of at least one product.'),
    );
  }
  return good({ ...scaleDough(formula, split.value, dough), pieceMass, branches });
}

/**
 * Scales a formula that was split to a mass of base dough.
 *
 * @param dough kg
 * @returns masses in kg; no branches, and the pieces that the dough gives after the process loss
 */
export function scaleDough({ doc }: Formula, split: SplitFormula, dough: number): ScaledFormula {
  const flour = (dough / split.totalPercent) * 100;
  const massOf = (line: FormulaLine): ScaledLine => weighLine(line.ingredient, (flour * line.percent) / 100);
  const parts = scaleParts(doc.parts, split, flour);
  const holdsOf = (stage: Stage): ScaledHold[] =>
    stage.holds.flatMap((slug) => parts.filter((part) => part.slug === slug).map(holdOf));
  const steps = split.steps.map((stage) => ({
    ...named(stage),
    lines: stage.lines.map(massOf),
    holds: holdsOf(stage),
  }));
  const lines = split.finalMix.map(massOf);
  const inMix = new Set(partsOfMix(split).map((part) => part.slug));
  return {
    split,
    pieceMass: dough * (1 - doc.processLoss / 100),
    dough,
    flour,
    parts,
    steps,
    finalMix: {
      lines,
      flour: massOfKind(lines, 'flour'),
      holds: parts.filter((part) => inMix.has(part.slug)).map(holdOf),
    },
    branches: [],
    facts: factsOf(split),
    drift: [...steps, ...parts].flatMap((stage) =>
      stage.lines.flatMap((line) => driftSentence(line, stage.name)),
    ),
  };
}

/**
 * Builds of pre-ferments and soakers: (needed + keep-back) / (1 − loss). The last stage of a chain sets what the stage
 * before it must give, so they are gone through from the last to the first.
 */
function scaleParts(parts: Formula['doc']['parts'], split: SplitFormula, flour: number): ScaledPart[] {
  const scaled: ScaledPart[] = [];
  for (const stage of split.parts.toReversed()) {
    const part = parts.find((each) => each.slug === stage.slug);
    if (!part) throw new Error(`the stage ${stage.slug} comes from a part`);
    const later = scaled.find((each) => each.slug === stage.into);
    const needed = later ? (later.build * stage.total) / later.stage.total : (flour * stage.total) / 100;
    const build = (needed + part.keepBack) / (1 - part.loss / 100);
    const massOf = (percent: number) => (stage.total > 0 ? (build * percent) / stage.total : 0);
    const weighed = stage.seed ? stage.seed.added.filter((line) => line.percent > 0) : stage.lines;
    scaled.push({
      ...named(stage),
      stage,
      needed,
      build,
      keepBack: part.keepBack,
      seed: stage.seed ? weigh(massOf(stage.seed.percent), PART_STEP) : null,
      lines: weighed.map(({ ingredient, percent }) => weighLine(ingredient, massOf(percent))),
      holds: [],
    });
  }
  return scaled.toReversed().map((part, _, all) => ({
    ...part,
    holds: all.filter((earlier) => earlier.stage.into === part.slug).map(holdOf),
  }));
}

const named = ({ slug, name, kind }: Stage) => ({ slug, name, kind });

const holdOf = ({ slug, name, needed }: ScaledPart): ScaledHold => ({
  slug,
  name,
  ...weigh(needed, PART_STEP),
});

/** Mass of all lines of one kind, kg. */
export const massOfKind = (lines: readonly ScaledLine[], kind: Ingredient['kind']): number =>
  lines.reduce((sum, line) => sum + (line.ingredient.kind === kind ? line.mass : 0), 0);

function driftSentence(line: ScaledLine, stage: string): string[] {
  if (line.mass === 0 || Math.abs(line.weighed / line.mass - 1) <= DRIFT) return [];
  const percent = formatNumber((line.weighed / line.mass - 1) * 100, 1);
  return [
    `${line.ingredient.name}, ${stage}: weighed in steps of ${formatNumber(line.ingredient.scaleStep * 1000, line.ingredient.scaleStep < 0.001 ? 1 : 0)} g it is ${percent} % off. Use a finer scale.`,
  ];
}

/** What a dough must be scaled to. Masses in kg. */
export type ScaleTarget =
  | { readonly by: 'pieces'; readonly order: readonly PieceOrder[] }
  | { readonly by: 'baked'; readonly order: readonly BakedOrder[] }
  | { readonly by: 'dough'; readonly mass: number }
  | { readonly by: 'flour'; readonly mass: number }
  | { readonly by: 'ingredient'; readonly ingredient: string; readonly mass: number };

/** Pieces that must weigh something when they are baked, kg. */
export interface BakedOrder {
  readonly product: string;
  readonly pieces: number;
  readonly bakedWeight: number;
}

/**
 * Scales a formula to whatever is known: pieces, baked weight, dough, flour, or the ingredient that limits.
 *
 * @returns masses in kg by stage, or the problems of formula or target, at `order`, `mass` or `ingredient`
 */
export function scaleTo(formula: Formula, target: ScaleTarget): Result<ScaledFormula> {
  if (target.by === 'pieces') return scaleMixed(formula, target.order);
  if (target.by === 'baked') return scaleMixed(formula, target.order.map((each) => scaledWeight(formula, each))); // prettier-ignore
  const split = splitFormula(formula);
  if (!split.ok) return split;
  if (target.mass <= 0) return bad(problem('mass', 'There is nothing to scale to.', 'Enter more than 0.'));
  const whole = split.value.totalPercent / 100;
  if (target.by === 'dough') return good(scaleDough(formula, split.value, target.mass));
  if (target.by === 'flour') return good(scaleDough(formula, split.value, target.mass * whole));
  const percent = percentOf(split.value.overall, target.ingredient);
  if (percent === 0) {
    return bad(
      problem(
        'ingredient',
        `“${target.ingredient}” is not in this formula.`,
        'Choose one of its ingredients.',
      ),
    );
  }
  return good(scaleDough(formula, split.value, (target.mass / percent) * totalOf(split.value.overall)));
}

/**
 * Scales a formula to the pieces that dough is mixed for: what is taken out of the freezer needs none.
 *
 * @returns masses in kg by stage; a problem at `order` where all of it is in the freezer
 */
export function scaleMixed(formula: Formula, orders: readonly PieceOrder[]): Result<ScaledFormula> {
  const mixed = orders.filter(({ product }) => !isThawed(piecesOf(formula.doc, product)));
  if (mixed.every(({ pieces }) => pieces === 0) && orders.some(({ pieces }) => pieces > 0))
    return bad(problem('order', 'All of it comes from the freezer, so nothing is mixed.', 'Enter pieces of a product that is made fresh.'));
  return scaleFormula(formula, mixed);
} // prettier-ignore

/** The dough that a piece needs to weigh what it should when it is baked: baked ÷ (1 − bake loss). */
function scaledWeight({ doc }: Formula, { product, pieces, bakedWeight }: BakedOrder): PieceOrder {
  const loss = bakeLossOf(doc, product);
  return { product, pieces, scaledWeight: bakedWeight / (1 - loss / 100) };
}
