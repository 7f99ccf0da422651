import {
  acidityAt,
  after,
  grownAt,
  leavening,
  ratesAt,
  RIPE_ACIDITY,
  type RiseBand,
} from '../../fermentation/index.ts';
import { hoursToRise, RIPE_POPULATION, startingPopulation } from '../../fermentation/rates/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';

/** One build of a chain: what is added to what the build before leaves, and where it stands. */
export interface ChainStage {
  readonly name: string;
  /** Parts of new flour to 1 of seed or of the build before, by mass. */
  readonly flour: number;
  /** Parts of new water to 1 of the same. */
  readonly water: number;
  readonly celsius: number;
  readonly ripeness: RiseBand;
}

/** A build of a chain as it comes out. */
export interface ChainBuild extends ChainStage {
  readonly y0: number;
  /** Hours to young, ripe, past. */
  readonly hours: RiseBand;
  /** N and acidity when it is ripe. */
  readonly population: number;
  readonly acidity: number;
  /** Yeast against acid, 1 for a ripe wheat culture: above it rises more than it sours. */
  readonly balance: number;
  /** Masses in kg: what goes in of the build before, flour, water, and all together. */
  readonly from: number;
  readonly newFlour: number;
  readonly newWater: number;
  readonly total: number;
}

/** Seed that a chain begins with. */
export interface ChainSeed {
  readonly population: number;
  readonly acidity: number;
  readonly vigour: number;
}

export const RIPE_CHAIN_SEED: ChainSeed = {
  population: RIPE_POPULATION,
  acidity: RIPE_ACIDITY,
  vigour: 1,
};

/** Yeast : acid balance against a ripe wheat culture. */
export const balanceOf = (population: number, acidity: number): number =>
  acidity > 0 ? population / RIPE_POPULATION / (acidity / RIPE_ACIDITY) : Infinity;

/**
 * A chain of builds, each ripe when the next is made of it: a sour in stages, or a liquid culture that becomes a stiff
 * one. Amounts come backwards from what is needed of the last; seed for next time is taken from the last.
 *
 * @param needed of the last build for the doughs, kg
 * @param keepBack seed for next time, kg
 * @param loss percent that stays on spoon and vessel, at each build
 * @returns the builds in the order of making, or a problem at `stages.<n>.…`
 */
export function chainOf(
  stages: readonly ChainStage[],
  seed: ChainSeed,
  needed: number,
  keepBack: number,
  loss: number,
): Result<ChainBuild[]> {
  const grown: Omit<ChainBuild, 'from' | 'newFlour' | 'newWater' | 'total'>[] = [];
  let { population, acidity } = seed;
  for (const [index, stage] of stages.entries()) {
    if (!(stage.flour > 0))
      return bad(problem(`stages.${index}.flour`, `${stage.name} is fed nothing.`, 'Give it some flour.'));
    const share = 1 / (1 + stage.flour + stage.water);
    const of = leavening({
      culture: startingPopulation(share, population),
      acidity: share * acidity,
      vigour: seed.vigour,
    });
    const hours = {
      earliest: hoursToRise(stage.ripeness.earliest, stage.celsius, of),
      best: hoursToRise(stage.ripeness.best, stage.celsius, of),
      latest: hoursToRise(stage.ripeness.latest, stage.celsius, of),
    };
    if (!Number.isFinite(hours.latest))
      return bad(
        problem(
          `stages.${index}.celsius`,
          `At ${formatNumber(stage.celsius, 1)} °C ${stage.name} never ripens.`,
          'Choose a place from 1 to 44 °C.',
        ),
      );
    const rates = ratesAt(stage.celsius, of);
    const thetas = after(hours.best, rates);
    population = grownAt(thetas, of).culture;
    acidity = acidityAt(thetas, of);
    grown.push({
      ...stage,
      y0: of.culture,
      hours,
      population,
      acidity,
      balance: balanceOf(population, acidity),
    });
  }
  const builds: ChainBuild[] = [];
  let wanted = needed + keepBack;
  for (const build of grown.toReversed()) {
    const total = wanted / (1 - loss / 100);
    const from = total / (1 + build.flour + build.water);
    builds.unshift({ ...build, from, newFlour: from * build.flour, newWater: from * build.water, total });
    wanted = from;
  }
  return good(builds);
}

/** Hours from the making of the first build to the last being ripe. */
export const hoursOfChain = (builds: readonly ChainBuild[]): number =>
  builds.reduce((sum, { hours }) => sum + hours.best, 0);

/** When each build of a chain is made so that the last is ripe when it is wanted; epoch seconds. */
export const feedTimesOf = (builds: readonly ChainBuild[], readyAt: number): number[] =>
  builds.map((_, index) => readyAt - hoursOfChain(builds.slice(index)) * 3600);
