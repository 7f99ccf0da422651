import { acidityAt, grownAt, MOST_RISE, stageAt, stateAtTime, type Stage } from '../../fermentation/index.ts';
import { fillLine, type FillLine } from './fill-line.ts';
import type { FollowedBuild } from './follow.ts';
import type { Culture } from '../schema.ts';

/** How a build stands at a moment. */
export interface Standing {
  readonly rise: number;
  readonly stage: Stage;
  /** °C */
  readonly temperature: number;
  readonly population: number;
  readonly acidity: number;
  /** Heights in the vessel, cm: when it was filled, now, and when it is young enough, best and past. */
  readonly heights: {
    readonly start: number;
    readonly now: number;
    readonly earliest: number;
    readonly best: number;
    readonly latest: number;
  };
  readonly fits: boolean;
}

/** G_max of a culture by what it is of. Domain section 6, default. */
export function mostRiseOf({ of, hydration }: Pick<Culture, 'of' | 'hydration'>): number {
  if (of === 'rye') return MOST_RISE.rye;
  if (of === 'whole-wheat') return MOST_RISE.wholeWheat;
  return hydration > 0.8 ? MOST_RISE.liquidCulture : MOST_RISE.strongWheat;
}

/**
 * How a build stands at a moment, by its forecast.
 *
 * @param at epoch seconds, after it was fed
 */
export function standingOf(culture: Culture, followed: FollowedBuild, at: number): Standing {
  const { build, course, leavening, mass } = followed;
  const state = stateAtTime(course, (at - build.at) / 3600);
  if (!state) throw new Error('a followed build has a course');
  const line = (rise: number): FillLine => fillLine(build.vessel, mass, rise, mostRiseOf(culture));
  const { earliest, best, latest } = culture.ripeness;
  return {
    rise: state.rise,
    stage: stageAt(state.rise, culture.ripeness),
    temperature: state.temperature,
    population: grownAt(state, leavening).culture,
    acidity: acidityAt(state, leavening),
    heights: {
      start: line(0).start,
      now: line(state.rise).target,
      earliest: line(earliest).target,
      best: line(best).target,
      latest: line(latest).target,
    },
    fits: line(0).fits,
  };
}
