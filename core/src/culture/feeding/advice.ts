import {
  fermentFor,
  fermentUntil,
  grownAt,
  stateAtRise,
  stateAtTime,
  type DoughState,
  type Leavening,
  type Place,
  type RiseBand,
} from '../../fermentation/index.ts';
import { ratioFor } from './feed.ts';

/** A build on its way. */
export interface OnItsWay {
  readonly state: DoughState;
  readonly leavening: Leavening;
  readonly place: Place;
  readonly ripeness: RiseBand;
  /** Water over flour in what it is fed. */
  readonly hydration: number;
}

/** Something that can be done so that a build is ripe when it is wanted. Times in hours from now. */
export type Advice =
  | { readonly kind: 'leave'; readonly ripe: number }
  /** Into the cold in so many hours; it is ripe then, and past only much later. */
  | { readonly kind: 'cold'; readonly after: number; readonly ripe: number; readonly past: number | null }
  /** Somewhere warmer, °C. */
  | { readonly kind: 'warmer'; readonly celsius: number; readonly ripe: number }
  /** Fed once more in so many hours, with so much flour to 1 of what there is. */
  | {
      readonly kind: 'feed-again';
      readonly after: number;
      readonly flour: number;
      readonly water: number;
      readonly ripe: number;
    }
  /** Used as it is then: how much more of it makes up for what it lacks; 1.2 is a fifth more. */
  | { readonly kind: 'use-young'; readonly rise: number; readonly factor: number };

/** Within so many hours it is ripe when it is wanted. */
const CLOSE = 0.25;
/** A second feeding of less than this is not worth a spoon. */
const LEAST_FLOUR = 0.2;
const FOREVER = 72;

/**
 * What can be done with a build that will be ripe too early or too late.
 *
 * @param wanted hours from now
 * @param cold what the cold is like for it
 * @param warmth places that it could be moved to, °C, the coolest first
 * @returns what would do, the least trouble first; empty if nothing does
 */
export function adviceFor(build: OnItsWay, wanted: number, cold: Place, warmth: readonly number[]): Advice[] {
  const { state, leavening, place, ripeness } = build;
  const course = fermentFor(state, leavening, place, FOREVER);
  const ripe = stateAtRise(course, ripeness.best, leavening);
  const ripeIn = ripe === null ? Infinity : ripe.time - state.time;
  if (Math.abs(ripeIn - wanted) <= CLOSE) return [{ kind: 'leave', ripe: ripeIn }];
  return ripeIn < wanted
    ? [...intoTheCold(build, course, wanted, cold), ...fedAgain(build, course, ripeIn, wanted)]
    : [...somewhereWarmer(build, wanted, warmth), ...usedYoung(build, course, wanted)];
}

/** The latest moment at which the cold still holds it back until it is wanted, by halving. */
function intoTheCold(
  { leavening, ripeness, state }: OnItsWay,
  course: readonly DoughState[],
  wanted: number,
  cold: Place,
): Advice[] {
  const chilledAfter = (hours: number) => {
    const from = stateAtTime(course, state.time + hours) ?? state;
    return fermentFor(from, leavening, cold, Math.max(0, wanted - hours));
  };
  const riseThen = (hours: number) => chilledAfter(hours).at(-1)?.rise ?? 0;
  // Even at once it goes on rising while it cools; past its band nothing is gained.
  if (riseThen(0) > ripeness.latest) return [];
  let [soon, late] = [0, wanted];
  if (riseThen(0) >= ripeness.best) late = 0;
  while (late - soon > 1 / 120) {
    const middle = (soon + late) / 2;
    if (riseThen(middle) <= ripeness.best) soon = middle;
    else late = middle;
  }
  const then = chilledAfter(soon).at(-1) ?? state;
  const past = fermentUntil(then, leavening, cold, ripeness.latest);
  return [
    {
      kind: 'cold',
      after: soon,
      ripe: wanted,
      past: past ? (past.at(-1)?.time ?? 0) - state.time : null,
    },
  ];
}

/** Fed again when it is ripe, or at once if that was before: the ratio that is ripe when it is wanted. */
function fedAgain(
  { leavening, ripeness, hydration, place, state }: OnItsWay,
  course: readonly DoughState[],
  ripeIn: number,
  wanted: number,
): Advice[] {
  const after = Math.max(0, Math.min(ripeIn, wanted));
  const at = stateAtTime(course, state.time + after) ?? state;
  const culture = {
    ripeness,
    hydration,
    vigour: leavening.vigour,
    seedPopulation: grownAt(at, leavening).culture,
  };
  const around = typeof place.around === 'number' ? place.around : place.around(at.time);
  const fed = ratioFor(
    culture,
    wanted - after,
    Number.isFinite(place.timeConstant) ? around : at.temperature,
  );
  if (!fed.ok || fed.value.flour < LEAST_FLOUR) return [];
  return [
    {
      kind: 'feed-again',
      after,
      flour: fed.value.flour,
      water: fed.value.water,
      ripe: after + fed.value.hours.best,
    },
  ];
}

function somewhereWarmer(
  { leavening, ripeness, place, state }: OnItsWay,
  wanted: number,
  warmth: readonly number[],
): Advice[] {
  const ripeAt = (celsius: number) => {
    const there = { ...place, around: celsius };
    const course = fermentUntil(state, leavening, there, ripeness.best);
    return course ? (course.at(-1)?.time ?? Infinity) - state.time : Infinity;
  };
  const places = warmth.map((celsius) => ({ celsius, ripe: ripeAt(celsius) }));
  const enough = places.find(({ ripe }) => ripe <= wanted + CLOSE);
  const best = enough ?? places.toSorted((a, b) => a.ripe - b.ripe)[0];
  return best && Number.isFinite(best.ripe) ? [{ kind: 'warmer', ...best }] : [];
}

function usedYoung(
  { leavening, ripeness, state }: OnItsWay,
  course: readonly DoughState[],
  wanted: number,
): Advice[] {
  const then = stateAtTime(course, state.time + wanted);
  if (!then || then.rise < 0.5 * ripeness.earliest) return [];
  const ripe = stateAtRise(course, ripeness.best, leavening) ?? course.at(-1) ?? then;
  const factor = grownAt(ripe, leavening).culture / grownAt(then, leavening).culture;
  return [{ kind: 'use-young', rise: then.rise, factor }];
}

/** A pre-ferment that stands warm first and then cold is ripe when it is wanted if it is moved after so many hours. */
export function warmThenCold(
  from: DoughState,
  leavening: Leavening,
  warm: Place,
  cold: Place,
  ripeness: RiseBand,
  wanted: number,
): number | null {
  const build = { state: from, leavening, place: warm, ripeness, hydration: 1 };
  const course = fermentFor(from, leavening, warm, wanted);
  const [advice] = intoTheCold(build, course, wanted, cold);
  return advice?.kind === 'cold' ? advice.after : null;
}
