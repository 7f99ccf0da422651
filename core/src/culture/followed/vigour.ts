import { riseAt } from '../../fermentation/rates/index.ts';
import type { RiseBand } from '../../fermentation/index.ts';

/** A sign of a build, as the rise that it speaks for. */
export interface Evidence {
  /** θ that a culture of vigour 1 would have had by then. */
  readonly theta: number;
  /** How likely this sign is at a rise, up to a factor. */
  readonly likely: (rise: number) => number;
}

/** What one build says of the vigour of its culture. */
export interface BuildEvidence {
  /** y0 of the build. */
  readonly y0: number;
  readonly signs: readonly Evidence[];
}

/** Vigour as it is believed. */
export interface Vigour {
  /** v; 1 is usual. */
  readonly value: number;
  /** Standard deviation of ln v. */
  readonly spread: number;
  /** Eight times in ten v lies between these. */
  readonly least: number;
  readonly most: number;
  /** Builds that said something. */
  readonly count: number;
  /** v after each build that said something, oldest first. */
  readonly history: readonly number[];
  readonly trend: 'livelier' | 'steady' | 'tiring' | 'unknown';
}

/**
 * Spreads of ln v at first use, below and above its most likely value of 1: with them v lies between 0.4 and 1.4 eight
 * times in ten. Domain section 6.
 */
const FIRST_USE = { below: 0.637, above: 0.323 } as const;
/** A culture changes by this much from build to build, standard deviation of ln v. Chosen for Jovet. */
const DRIFT = 0.06;
/** Any sign may be a slip, a glass that was knocked or a label read wrong: so likely it is at any rise, against 1 for its own. */
const SLIP = 0.05;
/** A trend is a change of so much over as many builds; over fewer while there are no more. */
const TREND = { builds: 6, least: 3, change: 0.08 } as const;

const GRID = Array.from({ length: 241 }, (_, index) => Math.log(0.15) + index * 0.0125);
const STEP = 0.0125;

/**
 * Vigour from what was seen of the builds of a culture: each sign makes some vigours likelier; a single odd sign counts
 * little; what is old fades as the culture drifts.
 *
 * @param builds oldest first
 * @source Bayes' rule on a grid of ln v; constants chosen for Jovet
 */
export function vigourOf(builds: readonly BuildEvidence[]): Vigour {
  let belief = normalised(GRID.map(firstUse));
  const history: number[] = [];
  for (const { y0, signs } of builds) {
    if (signs.length === 0) continue;
    if (history.length > 0) belief = drifted(belief);
    for (const sign of signs) {
      const likely = GRID.map((ln) => sign.likely(riseAt(Math.exp(ln) * sign.theta, y0)));
      belief = normalised(belief.map((each, index) => each * ((likely[index] ?? 0) + SLIP)));
    }
    history.push(Math.exp(modeOf(belief)));
  }
  const mean = GRID.reduce((sum, ln, index) => sum + ln * (belief[index] ?? 0), 0);
  const variance = GRID.reduce((sum, ln, index) => sum + (ln - mean) ** 2 * (belief[index] ?? 0), 0);
  return {
    value: Math.exp(modeOf(belief)),
    spread: Math.sqrt(variance),
    least: Math.exp(quantileOf(belief, 0.1)),
    most: Math.exp(quantileOf(belief, 0.9)),
    count: history.length,
    history,
    trend: trendOf(history),
  };
}

/** Below its most likely value the band of a first use is wider than above. */
const firstUse = (ln: number): number => {
  const spread = ln < 0 ? FIRST_USE.below : FIRST_USE.above;
  return Math.exp(-0.5 * (ln / spread) ** 2);
};

function normalised(belief: readonly number[]): number[] {
  const sum = belief.reduce((all, each) => all + each, 0);
  return belief.map((each) => each / sum);
}

const REACH = Math.ceil((3 * DRIFT) / STEP);
const KERNEL = Array.from({ length: 2 * REACH + 1 }, (_, index) =>
  Math.exp(-0.5 * (((index - REACH) * STEP) / DRIFT) ** 2),
);

function drifted(belief: readonly number[]): number[] {
  return normalised(
    belief.map((_, at) =>
      KERNEL.reduce((sum, weight, index) => sum + weight * (belief[at + index - REACH] ?? 0), 0),
    ),
  );
}

/** The most likely ln v, between the points of the grid by a parabola. */
function modeOf(belief: readonly number[]): number {
  const at = belief.indexOf(Math.max(...belief));
  const [before, here, after] = [belief[at - 1] ?? 0, belief[at] ?? 0, belief[at + 1] ?? 0];
  const bend = before - 2 * here + after;
  return (GRID[at] ?? 0) + (bend < 0 ? (STEP * (before - after)) / (2 * bend) : 0);
}

function quantileOf(belief: readonly number[], share: number): number {
  let sum = 0;
  for (let index = 0; index < belief.length; index += 1) {
    const here = belief[index] ?? 0;
    if (sum + here >= share) return (GRID[index] ?? 0) + STEP * ((share - sum) / here - 0.5);
    sum += here;
  }
  return GRID.at(-1) ?? 0;
}

function trendOf(history: readonly number[]): Vigour['trend'] {
  const now = history.at(-1);
  const before = history.at(-1 - TREND.builds) ?? history[0];
  if (now === undefined || before === undefined || history.length < TREND.least) return 'unknown';
  const change = Math.log(now / before);
  return change > TREND.change ? 'livelier' : change < -TREND.change ? 'tiring' : 'steady';
}

/** A week in the cold takes this share of the vigour, down to a floor, until it is fed twice. Chosen for Jovet. */
const COLD = { each: 0.06, floor: 0.5, feedings: 2 } as const;

/**
 * What weeks in the cold leave of a culture's vigour.
 *
 * @param weeks spent in the cold since it was last fed warm
 * @param feedings since then; after two it is itself again
 * @returns factor of v, 0.5 to 1
 */
export const afterCold = (weeks: number, feedings: number): number => {
  const lost = Math.min(1 - COLD.floor, COLD.each * Math.max(0, weeks));
  return 1 - lost * Math.max(0, 1 - feedings / COLD.feedings);
};

/** A soft step: 0 well below, 1 well above. */
const above = (rise: number, edge: number, width: number): number =>
  1 / (1 + Math.exp(-(rise - edge) / width));
const within = (rise: number, from: number, to: number, width: number): number =>
  above(rise, from, width) * (1 - above(rise, to, width));

/** Rise at which a bit of a culture floats, volumes. Chosen for Jovet from practice. */
const FLOATS = 0.9;

/** How likely each sign is at a rise. Heights are read to a tenth; words are softer. Chosen for Jovet from practice. */
export const LIKELY = {
  rise: (seen: number) => (rise: number) => Math.exp(-0.5 * ((rise - seen) / (0.06 + 0.07 * seen)) ** 2),
  float: (floats: boolean) => (rise: number) => {
    const up = above(rise, FLOATS, 0.15);
    return floats ? up : 1 - up;
  },
  flow: (flow: 'pours' | 'resists', band: RiseBand) => (rise: number) => {
    const resists = within(rise, band.earliest * 0.8, band.latest * 1.1, 0.2 * band.best);
    return flow === 'resists' ? resists : 1 - resists;
  },
  surface: (surface: 'domed' | 'flat' | 'sunken', band: RiseBand) => (rise: number) => {
    const width = 0.1 * band.best;
    if (surface === 'domed') return within(rise, 0.4 * band.best, 1.05 * band.best, width);
    if (surface === 'flat') return within(rise, band.best, (band.best + band.latest) / 2, width);
    return above(rise, band.latest, width);
  },
  smell: (smell: 'flour' | 'mild' | 'ripe' | 'sharp', band: RiseBand) => (rise: number) => {
    const width = 0.2 * band.best;
    if (smell === 'flour') return 1 - above(rise, 0.4 * band.best, width);
    if (smell === 'mild') return within(rise, 0.3 * band.best, band.earliest, width);
    if (smell === 'ripe') return within(rise, band.earliest, band.latest, width);
    return above(rise, band.latest, width);
  },
  ripe: (ripe: 'not-yet' | 'ripe' | 'past', band: RiseBand) => (rise: number) => {
    const width = 0.06 * band.best;
    if (ripe === 'not-yet') return 1 - above(rise, band.earliest, width);
    return ripe === 'ripe'
      ? within(rise, band.earliest, band.latest, width)
      : above(rise, band.latest, width);
  },
} as const;
