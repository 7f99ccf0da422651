import { lastCorrections } from '../../record/index.ts';
import {
  acidityAt,
  fermentFor,
  fermentUntil,
  grownAt,
  HORIZON,
  leavening,
  measured,
  RIPE_ACIDITY,
  startOfDough,
  stateAtRise,
  stateAtTime,
  type DoughState,
  type Leavening,
  type Place,
} from '../../fermentation/index.ts';
import { startingPopulation } from '../../fermentation/rates/index.ts';
import { aroundAt, placeOf } from '../../fermentation/forecast/index.ts';
import { BAND } from '../../logbook/index.ts';
import { riseAtHeight } from './fill-line.ts';
import { bodyIn, type Build, type Culture, type LoggedSign } from '../schema.ts';
import { afterCold, LIKELY, vigourOf, type BuildEvidence, type Vigour } from './vigour.ts';

/** A build with what was logged of it. */
export interface KeptBuild {
  readonly id: string;
  /** The build that its seed came from; null if that is not known. */
  readonly parent: string | null;
  readonly build: Build;
  readonly signs: readonly LoggedSign[];
}

/** When a rise is reached: epoch seconds, and the band in which it is eight times in ten. Null: never. */
export interface RiseTime {
  readonly at: number | null;
  readonly soonest: number | null;
  readonly latest: number | null;
}

/** A build on its course. */
export interface FollowedBuild extends KeptBuild {
  readonly leavening: Leavening;
  /** kg */
  readonly mass: number;
  /** Where it stands since it was moved last. */
  readonly place: Place;
  readonly placeName: string;
  readonly course: readonly DoughState[];
  readonly ripe: { readonly earliest: RiseTime; readonly best: RiseTime; readonly latest: RiseTime };
  /** Epoch seconds at which it was used up or thrown away, or its successor was fed from it. */
  readonly endedAt: number | null;
  /** N and acidity when it is best. */
  readonly atBest: { readonly population: number; readonly acidity: number } | null;
}

/** °C below which a culture sleeps. */
const COLD = 8;
/** How far temperatures and seed make a time uncertain beside vigour: standard deviation of its logarithm. */
const OTHER_SPREAD = 0.08;

/** Vigour with what it is eight times in ten between. */
type VigourBand = Pick<Vigour, 'value' | 'least' | 'most'>;

/**
 * Follows the builds of a culture: what their signs say of its vigour, and the course of each with that vigour.
 *
 * Feedings of the time in which it was raised from nothing are left out: yeast had not yet the upper hand.
 *
 * @param kept oldest first
 * @param hourOf hour of the day, 0 to 24, at epoch seconds: for places whose temperature follows the day
 *
 * @example
 * const [culture] = demoCultures;
 * assert.deepEqual(followBuilds(culture, [], () => 12).builds, []);
 */
export function followBuilds(
  culture: Culture,
  kept: readonly KeptBuild[],
  hourOf: (epoch: number) => number,
): { readonly vigour: Vigour; readonly builds: readonly FollowedBuild[] } {
  const grown = culture.nursery?.until ?? (culture.nursery ? Infinity : 0);
  kept = kept.filter(({ build }) => build.at >= grown);
  const usual = followWith(culture, kept, hourOf, { value: 1, least: 1, most: 1 });
  const vigour = vigourOf(usual.map((each) => evidenceOf(culture, each)));
  return { vigour, builds: followWith(culture, kept, hourOf, vigour) };
}

function followWith(
  culture: Culture,
  kept: readonly KeptBuild[],
  hourOf: (epoch: number) => number,
  vigour: VigourBand,
): FollowedBuild[] {
  const followed: FollowedBuild[] = [];
  let asleep = { weeks: 0, feedings: 2 };
  for (const each of kept) {
    const parent = followed.find(({ id }) => id === each.parent);
    if (parent) asleep = sleptThrough(parent, each.build.at, asleep);
    const left = afterCold(asleep.weeks, asleep.feedings);
    const { value, least, most } = vigour;
    const own = { value: value * left, least: least * left, most: most * left };
    followed.push(follow(culture, each, parent, hourOf, own));
  }
  return followed.map((each) => ({
    ...each,
    endedAt: each.endedAt ?? kept.find(({ parent }) => parent === each.id)?.build.at ?? null,
  }));
}

/** Weeks that the build before spent in the cold, and the feedings since. */
function sleptThrough(
  parent: FollowedBuild,
  until: number,
  before: { weeks: number; feedings: number },
): { weeks: number; feedings: number } {
  const cold = typeof parent.place.around === 'number' && parent.place.around <= COLD;
  const weeks = cold ? (until - parent.build.at) / (7 * 24 * 3600) : 0;
  return weeks >= 1 ? { weeks, feedings: 0 } : { weeks: before.weeks, feedings: before.feedings + 1 };
}

function follow(
  culture: Culture,
  kept: KeptBuild,
  parent: FollowedBuild | undefined,
  hourOf: (epoch: number) => number,
  vigour: VigourBand,
): FollowedBuild {
  const { build } = kept;
  const mass = build.seed + build.flour + build.water;
  const share = build.seed / mass;
  const seed = parent && stateAtTime(parent.course, (build.at - parent.build.at) / 3600);
  const population = parent && seed ? grownAt(seed, parent.leavening).culture : build.seedPopulation;
  const of = leavening({
    culture: startingPopulation(share, population),
    acidity: share * (parent && seed ? acidityAt(seed, parent.leavening) : RIPE_ACIDITY),
    vigour: vigour.value,
  });
  const signs = lastCorrections(kept.signs);
  const body = bodyIn(build.vessel, mass);
  const place = ({ around }: Build['place']) => placeOf(body, aroundAt(around, hourOf(build.at)));
  const { course, last } = courseThrough(culture, build, signs, of, place);
  const time = (rise: number) => riseTime(course, of, rise, build.at, vigour);
  const best = stateAtRise(course, culture.ripeness.best, of);
  const ended = signs.find(({ sign }) => sign.kind === 'discarded' || sign.kind === 'used');
  return {
    ...kept,
    signs,
    leavening: of,
    mass,
    place: place(last),
    placeName: last.name,
    course,
    ripe: {
      earliest: time(culture.ripeness.earliest),
      best: time(culture.ripeness.best),
      latest: time(culture.ripeness.latest),
    },
    endedAt: ended?.at ?? null,
    atBest: best && { population: grownAt(best, of).culture, acidity: acidityAt(best, of) },
  };
}

/** Through the places to which it was moved, its temperature set right wherever it was read. */
function courseThrough(
  culture: Culture,
  build: Build,
  signs: readonly LoggedSign[],
  of: Leavening,
  placed: (place: Build['place']) => Place,
): { course: DoughState[]; last: Build['place'] } {
  let course: DoughState[] = [startOfDough(build.temperature)];
  let last = build.place;
  const onTo = (hours: number) => {
    const from = course.at(-1);
    if (from && hours > from.time)
      course = [...course, ...fermentFor(from, of, placed(last), hours - from.time).slice(1)];
  };
  for (const { at, sign } of signs) {
    const hours = (at - build.at) / 3600;
    if (hours < 0 || hours > HORIZON) continue;
    if (sign.kind === 'moved') {
      onTo(hours);
      last = sign.place;
    } else if (sign.kind === 'temperature') {
      onTo(hours);
      const state = course.at(-1);
      if (state) course.push(measured(state, sign.celsius));
    }
  }
  const from = course.at(-1);
  if (from) {
    const left = Math.max(0, HORIZON - from.time);
    const past = culture.ripeness.latest * 1.4;
    const rest = fermentUntil(from, of, placed(last), past, left) ?? fermentFor(from, of, placed(last), left);
    course.push(...rest.slice(1));
  }
  return { course, last };
}

function riseTime(
  course: readonly DoughState[],
  of: Leavening,
  rise: number,
  start: number,
  { value, least, most }: VigourBand,
): RiseTime {
  const state = stateAtRise(course, rise, of);
  if (!state) return { at: null, soonest: null, latest: null };
  // Time goes with 1/v; what else is unsure adds in squares, on each side by itself.
  const factor = (by: number) => Math.exp(Math.hypot(Math.log(by), BAND * OTHER_SPREAD));
  const at = (hours: number) => Math.round(start + hours * 3600);
  return {
    at: at(state.time),
    soonest: at(state.time / factor(most / value)),
    latest: at(state.time * factor(value / least)),
  };
}

/** What the signs of a build say of vigour: each at the thermal time that a culture of vigour 1 would have had. */
function evidenceOf(
  culture: Culture,
  { build, course, leavening: of, mass, signs }: FollowedBuild,
): BuildEvidence {
  const band = culture.ripeness;
  return {
    y0: of.culture,
    signs: signs.flatMap(({ at, sign }) => {
      const theta = stateAtTime(course, (at - build.at) / 3600)?.culture ?? 0;
      const likely = likelyOf(sign);
      return theta > 0 && likely ? [{ theta: theta / of.vigour, likely }] : [];
    }),
  };

  function likelyOf(sign: LoggedSign['sign']): ((rise: number) => number) | null {
    switch (sign.kind) {
      case 'height':
        return LIKELY.rise(riseAtHeight(build.vessel, mass, sign.centimetres));
      case 'at-line':
        return LIKELY.rise(sign.rise);
      case 'float':
        return LIKELY.float(sign.floats);
      case 'flow':
        return LIKELY.flow(sign.flow, band);
      case 'surface':
        return LIKELY.surface(sign.surface, band);
      case 'smell':
        return LIKELY.smell(sign.smell, band);
      case 'ripe':
        return LIKELY.ripe(sign.ripe, band);
      default:
        return null;
    }
  }
}

/**
 * Hours that a culture took until somebody found it ripe: the median of its builds. What counts for one that is not of
 * flour.
 *
 * @returns null while none was found ripe
 */
export function observedHours(builds: readonly FollowedBuild[]): number | null {
  const hours = builds
    .flatMap(({ build, signs }) => {
      const ripe = signs.find(({ sign }) => sign.kind === 'ripe' && sign.ripe === 'ripe');
      return ripe ? [(ripe.at - build.at) / 3600] : [];
    })
    .sort((a, b) => a - b);
  return hours[Math.floor(hours.length / 2)] ?? null;
}
