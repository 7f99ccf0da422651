import { factsOf, USUAL_RIPENESS } from '../formula/facts/index.ts';
import { ferments, flourShareOf, type PartStage, type SplitFormula } from '../formula/scale/index.ts';
import {
  flourOf,
  type Formula,
  type FormulaLine,
  type Ingredient,
  type RiseWindow,
} from '../formula/index.ts';
import { acidityAt, grownAt, leavening, RIPE_ACIDITY, type Leavening } from '../fermentation/index.ts';
import {
  hoursAlong,
  modifierOf,
  startingPopulation,
  thetasAlong,
  YEAST_WORTH,
  type HeldStay,
  type MakeUp,
} from '../fermentation/rates/index.ts';

/** A pre-ferment as it goes into the mix: what it rose with, and what it has become. */
export interface RipePart {
  readonly stage: PartStage;
  readonly leavening: Leavening;
  readonly ripeness: RiseWindow;
  /** Where it ripens in the end, °C; where it would stand too cold for that, where it is taken to have ripened. */
  readonly stands: number;
  /** Where it stands until then, the last as long as it takes. */
  readonly stays: readonly HeldStay[];
  /** It is used by the clock, h; null: by its rise. */
  readonly clock: RiseWindow | null;
  /** Hours from its making to its best there. */
  readonly hours: number;
  /** Share of it in the mass of what ferments where it goes, and in the flour there. */
  readonly share: number;
  readonly flourShare: number;
  /** N of its culture, yeast in percent instant of its own flour, acidity. */
  readonly culture: number;
  readonly yeast: number;
  readonly acidity: number;
}

/** What a dough rises with, and the pre-ferments behind it, the first made first. */
export interface LeavenedDough {
  readonly leavening: Leavening;
  readonly makeUp: MakeUp;
  readonly parts: readonly RipePart[];
  /** Share of the dough that ferments: all but fat, seeds and what lies in it, 0 to 1. */
  readonly phase: number;
}

/** v of the culture that a pre-ferment, or a dough itself, is seeded from. */
export type VigourOf = (stage: Pick<PartStage, 'content'>) => number;

/** Where a pre-ferment stands that does not say, °C. */
const STANDS = 22;

/**
 * What a dough rises with if each of its pre-ferments goes in at its best.
 *
 * @param vigourOf of what it is seeded from; a dough that two cultures leaven rises by both, each by its share
 *
 * @example
 * const split = splitFormula(quayCountry);
 * assert.ok(split.ok && leavenDough(quayCountry, split.value, () => 1).leavening.culture > 0.1);
 */
export function leavenDough(formula: Formula, split: SplitFormula, vigourOf: VigourOf): LeavenedDough {
  const parts: RipePart[] = [];
  for (const stage of split.parts.filter(({ kind }) => ferments(kind)))
    parts.push({ ...ripen(formula, stage, parts, vigourOf), ...sharesOf(stage, split) });
  const inMix = parts.filter(({ stage }) => !parts.some((each) => each.stage.slug === stage.into));
  const makeUp = makeUpOf(split);
  const own = vigourOf({ content: split.overall });
  return {
    leavening: {
      ...gather(split.finalMix, inMix, fermentingOf(split), flourOf(split.overall), own),
      modifier: modifierOf(makeUp),
      lag: 0,
    },
    makeUp,
    parts,
    phase: phaseOf(split),
  };
}

/** Share of a dough that ferments: all but fat, seeds and what lies in it, 0 to 1. */
export const phaseOf = (split: SplitFormula): number => fermentingOf(split) / split.totalPercent;

/** What slows or speeds the leaven of a dough. */
export function makeUpOf(split: SplitFormula): MakeUp {
  const { salt, sugar, wholeGrain, trueHydration } = factsOf(split);
  return { salt, sugar, wholeGrain, hydration: trueHydration, osmotolerant: false };
}

/** Kinds that lie in a dough without fermenting. */
const IDLE: ReadonlySet<string> = new Set(['fat', 'inclusion', 'seed', 'spice', 'coating']);

/** What ferments, percent of all flour; a soaker keeps its water to itself. */
function fermentingOf({ overall, parts }: SplitFormula): number {
  const soaked = parts.filter(({ kind }) => kind === 'soaker').flatMap(({ lines }) => lines);
  const active = (lines: readonly FormulaLine[]) =>
    lines.reduce((sum, { ingredient, percent }) => sum + (IDLE.has(ingredient.kind) ? 0 : percent), 0);
  return active(overall) - active(soaked);
}

/** What share of the next stage, or of the dough, a pre-ferment is. */
function sharesOf(stage: PartStage, split: SplitFormula): Pick<RipePart, 'share' | 'flourShare'> {
  const into = split.parts.find(({ slug }) => slug === stage.into);
  const total = into ? into.total : fermentingOf(split);
  const flour = into ? flourShareOf(into) : flourOf(split.overall);
  return { share: stage.total / total, flourShare: flour > 0 ? flourShareOf(stage) / flour : 0 };
}

/** A pre-ferment at its best. */
function ripen(
  formula: Formula,
  stage: PartStage,
  earlier: readonly RipePart[],
  vigourOf: VigourOf,
): Omit<RipePart, 'share' | 'flourShare'> {
  const part = formula.doc.parts.find(({ slug }) => slug === stage.slug);
  const inIt = earlier.filter((each) => each.stage.into === stage.slug);
  // A seed is weighed within its lines as flour and water, so it counts beside them.
  const seeded = stage.seed ? stage.seed.percent / stage.total : 0;
  const of = leavening(gather(stage.lines, inIt, stage.total, flourShareOf(stage), vigourOf(stage), seeded));
  const ripeness = part?.ripeness ?? usualRipeness(stage, of);
  const stands = part?.temperature ?? STANDS;
  const first = part?.first ?? [];
  const clock = part?.clock ?? null;
  const along = (last: number): HeldStay[] => [...first, { celsius: last, hours: null }];
  const hours = clock?.best ?? hoursAlong(ripeness.best, along(stands), of);
  // Where it stands too cold to ripen, it is taken to have ripened somewhere warmer.
  const at = Number.isFinite(hours) ? stands : STANDS;
  const took = Number.isFinite(hours) ? hours : hoursAlong(ripeness.best, along(STANDS), of);
  const stays = along(at);
  const thetas = thetasAlong(Number.isFinite(took) ? took : 0, stays, of);
  return {
    stage,
    leavening: of,
    ripeness,
    stands: at,
    stays,
    clock,
    hours: took,
    ...grownAt(thetas, of),
    acidity: acidityAt(thetas, of),
  };
}

/**
 * Leaven among lines and earlier pre-ferments, over what ferments and over the flour. Percent of all flour.
 *
 * @param own v of what is seeded here
 * @param seeded share of a seed that is not among the lines
 */
function gather(
  lines: readonly FormulaLine[],
  earlier: readonly RipePart[],
  total: number,
  flour: number,
  own: number,
  seeded = 0,
): Pick<Leavening, 'culture' | 'yeast' | 'lactic' | 'acidity' | 'vigour'> {
  let [yeast, acidity] = [0, seeded * RIPE_ACIDITY];
  const cultures = [{ population: startingPopulation(seeded), v: own }];
  for (const { ingredient, percent } of lines) {
    if (ingredient.kind === 'culture') {
      cultures.push({ population: startingPopulation(percent / total), v: own });
      acidity += (percent / total) * RIPE_ACIDITY;
    }
    if (ingredient.kind === 'yeast' && flour > 0) yeast += ((percent * yeastWorth(ingredient)) / flour) * 100;
  }
  for (const { share, flourShare, leavening: of, ...grown } of earlier) {
    if (grown.culture > 0)
      cultures.push({ population: startingPopulation(share, grown.culture), v: of.vigour });
    acidity += share * grown.acidity;
    yeast += flourShare * grown.yeast;
  }
  const sum = cultures.reduce((all, { population }) => all + population, 0);
  const culture = Math.min(1, sum);
  const vigour = sum > 0 ? cultures.reduce((all, { population, v }) => all + population * v, 0) / sum : own;
  return { culture, yeast, lactic: culture, acidity, vigour };
}

/** Yeast with this share of water is fresh. */
const FRESH = 0.5;

/** What a yeast is worth against as much instant yeast. */
export const yeastWorth = ({ instant, water }: Ingredient): number =>
  instant ?? (water >= FRESH ? YEAST_WORTH.fresh : YEAST_WORTH.instant);

/** Ripeness of a pre-ferment that does not say when it is ripe, by what it is made of. */
function usualRipeness(stage: PartStage, { culture }: Leavening): RiseWindow {
  const flour = flourShareOf(stage);
  const share = (of: (line: FormulaLine) => number) =>
    flour > 0 ? stage.content.reduce((sum, line) => sum + of(line), 0) / flour : 0;
  const water = share(({ ingredient, percent }) => (ingredient.kind === 'water' ? percent : 0));
  const stiff = water <= 0.65;
  if (culture === 0) return stiff ? USUAL_RIPENESS.stiffYeasted : USUAL_RIPENESS.poolish;
  const grain = (wanted: string) =>
    share(({ ingredient, percent }) => (ingredient.grain === wanted ? percent : 0));
  if (grain('rye') > 0.5) return USUAL_RIPENESS.rye;
  if (share(({ ingredient, percent }) => percent * ingredient.wholeGrain) > 0.5)
    return USUAL_RIPENESS.wholeWheat;
  return stiff ? USUAL_RIPENESS.stiff : USUAL_RIPENESS.liquid;
}
