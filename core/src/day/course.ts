import type { ScaledFormula } from '../formula/scale/index.ts';
import {
  cultureYeastRate,
  populationAt,
  startingPopulation,
  thermalTimeForRise,
} from '../fermentation/rates/index.ts';
import {
  degas,
  FOLD_KEEPS,
  fermentFor,
  fermentUntil,
  HEAT_OF_RISE,
  HEAT_TRANSFER,
  heldAt,
  pieceTimeConstant,
  startOfDough,
  stateAtRise,
  tubTimeConstant,
  type DoughState,
  type Leavening,
  type Place,
} from '../fermentation/index.ts';
import { tooSlow } from '../fermentation/forecast/index.ts';
import { bakeMinutes, BREAD_DENSITY, coolingHours } from '../oven/index.ts';
import { bad, good, problem, type Result } from '../problem/index.ts';
import type { Leaven } from './leaven.ts';
import type { PlanInput } from './schema.ts';
import type { Programme } from '../mix/index.ts';

/** When a rise is usable from, best and usable until, hours. */
export interface Window {
  readonly earliest: number;
  readonly best: number;
  readonly latest: number;
}

/** The levain from its feed on; it ripens at one temperature, so everything is closed form. */
export interface LevainCourse {
  readonly y0: number;
  /** Hours after the feed. */
  readonly ripe: Window;
  /** N when it goes into the mix. */
  readonly population: number;
  /** 1/h at its temperature. */
  readonly rate: number;
}

/** How long the hands take, hours. */
export interface Work {
  readonly weigh: number;
  readonly fold: number;
  readonly divide: number;
  readonly preshape: number;
  readonly shape: number;
  readonly load: number;
  readonly unload: number;
  readonly pack: number;
}

/** A dough from the mix to the pack. Times are hours after the mix begins. */
export interface DoughCourse {
  readonly leavening: Leavening;
  readonly tubs: number;
  readonly tub: Place;
  readonly proofPlace: Place;
  readonly pieces: number;
  readonly meanPiece: number;
  readonly heaviest: number;
  readonly work: Work;
  readonly mixed: DoughState;
  readonly folds: readonly number[];
  /** Gas lost in folds, volumes. */
  readonly foldLoss: number;
  readonly bulk: readonly DoughState[];
  readonly divide: Window;
  readonly bench: readonly DoughState[];
  readonly proofStart: number;
  readonly proof: readonly DoughState[];
  readonly load: Window;
  /** The soonest load that divides and proofs at the earliest allow. */
  readonly soonestLoad: number;
  readonly bakeHours: number;
  readonly coolHours: number;
}

const HOUR = 3600;

/**
 * Ripening of the levain at its temperature.
 *
 * @returns hours after the feed, or a problem at `readings.levain`
 */
export function courseOfLevain(
  { order, bakehouse }: PlanInput,
  { ripeness, seedShare }: Leaven,
): Result<LevainCourse> {
  const y0 = startingPopulation(seedShare);
  const rate = bakehouse.vigour * cultureYeastRate(order.readings.levain);
  const hours = (rise: number) => thermalTimeForRise(rise, y0) / rate;
  const ripe = {
    earliest: hours(ripeness.earliest),
    best: hours(ripeness.best),
    latest: hours(ripeness.latest),
  };
  if (!(ripe.latest < 7 * 24)) {
    return bad(
      problem(
        'readings.levain',
        'At this temperature the levain does not ripen within a week.',
        'Keep it between 10 and 33 °C.',
      ),
    );
  }
  return good({ y0, ripe, population: populationAt(thermalTimeForRise(ripeness.best, y0), y0), rate });
}

/**
 * The course of the dough: mixed, risen in tubs with folds, divided, shaped, proofed, baked, cooled.
 *
 * @param of what it rises with
 * @returns the course in hours after the mix begins, or the problem that stops it
 */
export function courseOfDough(
  input: PlanInput,
  scaled: ScaledFormula,
  of: Leavening,
  programme: Programme,
): Result<DoughCourse> {
  const { order } = input;
  const { process } = input.formula.doc;
  const made = order.order.filter((line) => line.pieces > 0);
  const pieces = made.reduce((sum, line) => sum + line.pieces, 0);
  const meanPiece = scaled.pieceMass / pieces;
  const heaviest = Math.max(...made.map((line) => line.scaledWeight));
  const tubs = Math.ceil(scaled.dough / input.tub.maxDough);
  const bulked = bulkOf(input, scaled, of, programme);
  if (!bulked.ok) return bulked;
  const { mixed, bulk, tub } = bulked.value;
  const pieceConstant = pieceTimeConstant(meanPiece, HEAT_TRANSFER.coveredBasket);
  const around = (celsius: number): Place => ({
    around: celsius,
    timeConstant: pieceConstant,
    heatOfRise: HEAT_OF_RISE,
  });
  const benchPlace = around(order.readings.room);
  const proofPlace = around(process.proof.around ?? order.readings.room);
  const work = workOf(input, scaled, pieces, tubs);

  const shaped = (divided: DoughState) =>
    fermentFor(degas(divided, process.gasKept), of, benchPlace, shapingHours(work, process.benchRest));
  const bench = shaped(bulk.at(process.bulk.best));
  const proof = fermentUntil(last(bench), of, proofPlace, process.proof.rise.latest);
  const soonest = fermentUntil(
    last(shaped(bulk.at(process.bulk.earliest))),
    of,
    proofPlace,
    process.proof.rise.earliest,
  );
  if (!proof || !soonest)
    return bad({ ...tooSlow(process.proof.around ?? order.readings.room, of), path: 'readings.room' });

  const bakedMass = heaviest * (1 - process.bake.loss / 100);
  const coolHours = coolingHours(bakedMass, BREAD_DENSITY.hearth, order.readings.room, process.packBelow);
  if (!Number.isFinite(coolHours)) {
    return bad(
      problem(
        'readings.room',
        `In this room bread never cools to ${process.packBelow} °C.`,
        'Cool the room, or pack warmer.',
      ),
    );
  }
  const rise = process.proof.rise;
  return good({
    leavening: of, tubs, tub, proofPlace, pieces, meanPiece, heaviest, work, mixed,
    folds: bulk.folds,
    foldLoss: bulk.foldLoss,
    bulk: bulk.course,
    divide: {
      earliest: bulk.at(process.bulk.earliest).time,
      best: bulk.at(process.bulk.best).time,
      latest: last(bulk.course).time,
    },
    bench,
    proofStart: last(bench).time,
    proof,
    load: {
      earliest: timeAt(proof, of, rise.earliest),
      best: timeAt(proof, of, rise.best),
      latest: last(proof).time,
    },
    soonestLoad: last(soonest).time,
    bakeHours: bakeMinutes(heaviest, process.bake) / 60,
    coolHours,
  }); // prettier-ignore
}

/** From the first cut to the last piece shaped: the bench rest of the first piece runs while the rest are pre-shaped. */
export const shapingHours = (work: Work, benchRest: number): number =>
  work.divide + Math.max(work.preshape, benchRest / 60) + work.shape;

interface BulkCourse {
  readonly course: readonly DoughState[];
  readonly folds: readonly number[];
  readonly foldLoss: number;
  /** The state at which the dough holds a rise. */
  readonly at: (rise: number) => DoughState;
}

/** A dough from the mix to the end of bulk, in a tub. */
export interface Bulked {
  readonly mixed: DoughState;
  readonly tub: Place;
  readonly bulk: BulkCourse;
}

/**
 * Bulk alone, to the latest rise.
 *
 * @returns or a problem at `readings.room` if it does not get there
 */
export function bulkOf(
  input: PlanInput,
  scaled: ScaledFormula,
  of: Leavening,
  programme: Programme,
): Result<Bulked> {
  const { order } = input;
  const tubs = Math.ceil(scaled.dough / input.tub.maxDough);
  const tub: Place = {
    around: order.readings.room,
    timeConstant: tubTimeConstant(scaled.dough / tubs, input.tub.length, input.tub.width, HEAT_TRANSFER.tub),
    heatOfRise: HEAT_OF_RISE,
  };
  // The mixer is set to bring the dough to its target, so the dough spends the mix there.
  const mixed = last(fermentFor(startOfDough(order.ddt), of, heldAt(order.ddt), programme.minutes / 60));
  const bulk = courseOfBulk(mixed, of, tub, input.formula.doc.process);
  return bulk
    ? good({ mixed, tub, bulk })
    : bad({ ...tooSlow(order.readings.room, of), path: 'readings.room' });
}

/** Folds come by the clock; those that would come after the best end of bulk are left out. */
function courseOfBulk(
  mixed: DoughState,
  of: Leavening,
  tub: Place,
  process: PlanInput['formula']['doc']['process'],
): BulkCourse | null {
  const course: DoughState[] = [];
  const folds: number[] = [];
  let foldLoss = 0;
  let state = mixed;
  for (let fold = 1; fold <= process.folds.count; fold += 1) {
    const stretch = fermentFor(state, of, tub, process.folds.every / 60);
    if (last(stretch).rise >= process.bulk.earliest) break;
    course.push(...stretch);
    folds.push(last(stretch).time);
    state = degas(last(stretch), FOLD_KEEPS);
    foldLoss += last(stretch).rise - state.rise;
  }
  const rest = fermentUntil(state, of, tub, process.bulk.latest);
  if (!rest) return null;
  return {
    course: [...course, ...rest],
    folds,
    foldLoss,
    at: (rise) => stateAtRise(rest, rise, of) ?? last(rest),
  };
}

const timeAt = (course: readonly DoughState[], of: Leavening, rise: number): number =>
  (stateAtRise(course, rise, of) ?? last(course)).time;

function last(states: readonly DoughState[]): DoughState {
  const state = states.at(-1);
  if (!state) throw new Error('a course has at least its first state');
  return state;
}

function workOf(
  { formula, bakehouse: { rates } }: PlanInput,
  scaled: ScaledFormula,
  pieces: number,
  tubs: number,
): Work {
  const a = (secondsEach: number) => (pieces * secondsEach) / HOUR;
  return {
    weigh:
      (rates.weighBase +
        rates.weighIngredient * (scaled.finalMix.lines.length + scaled.finalMix.holds.length)) /
      HOUR,
    fold: (tubs * rates.foldBase + scaled.dough * rates.foldKilogram) / HOUR,
    divide: a(rates.divide),
    preshape: a(rates.preshape),
    shape: a(rates.shape[formula.doc.process.shape]),
    load: a(rates.load + rates.score),
    unload: a(rates.unload),
    pack: a(rates.pack),
  };
}
