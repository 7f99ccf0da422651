import {
  degas,
  fermentFor,
  fermentUntil,
  gasMade,
  grownAt,
  HEAT_OF_RISE,
  HEAT_TRANSFER,
  heldAt,
  pieceTimeConstant,
  ratesAt,
  startOfDough,
  tubTimeConstant,
  type DoughState,
  type Leavening,
  type Place,
  type Thetas,
} from '../../fermentation/index.ts';
import { startingPopulation } from '../../fermentation/rates/index.ts';
import type { RiseWindow } from '../../formula/index.ts';
import {
  bulkEnd,
  SHEET,
  type BatchModel,
  type DoughModel,
  type RoomBySlot,
  type StrandModel,
  SLOT,
} from '../../dough/index.ts';
import type { Instance, Schedule } from '../instance/index.ts';

/** A moment of a dough: epoch seconds, gas held in volumes, °C. */
export interface Moment {
  readonly at: number;
  readonly rise: number;
  readonly temperature: number;
}

/** What happens to a dough if a plan is followed to the minute. */
export interface BatchCourse {
  readonly dough: string;
  readonly batch: number;
  readonly mixed: Moment;
  /** From the mix to the end of bulk. */
  readonly bulk: readonly Moment[];
  /** Of a laminated dough, from there to the cut. */
  readonly turned: readonly Moment[];
  /** For each strand from the cut to the oven. */
  readonly strands: readonly (readonly Moment[])[];
}

export interface PrefermentCourse {
  readonly task: number;
  readonly course: readonly Moment[];
}

/** A dough or pre-ferment that is outside its window when it is used. */
export interface RiseFault {
  readonly kind: 'rise';
  /** The task that finds it so. */
  readonly task: number;
  readonly of: 'preferment' | 'bulk' | 'proof';
  readonly name: string;
  readonly rise: number;
  readonly window: RiseWindow;
}

/** A rise as it is when something is done with it, and how it came to it. */
export interface FollowedRise extends Omit<RiseFault, 'kind'> {
  readonly leavening: Leavening;
  /** Thermal times since leaven met flour. */
  readonly thetas: Thetas;
  /** From there on. */
  readonly course: readonly Moment[];
}

export interface Followed {
  readonly rises: readonly FollowedRise[];
  readonly batches: readonly BatchCourse[];
  readonly preferments: readonly PrefermentCourse[];
  readonly faults: readonly RiseFault[];
}

/** Part of a window’s width by which a rise may miss it: what five minutes of a grid and the straight lines of a table cost. */
const TOLERANCE = 0.1;
/** Gas that a fold leaves in the dough. Domain section 6, default. */
const FOLDED = 0.9;
const HOUR = 3600;

/**
 * Follows every dough of a plan through the places and times that the plan records: pre-ferments as ripe as they are
 * when they go in, folds when they are done, each strand until it is loaded. Shares nothing with the planner but the
 * instance and the models of the doughs.
 */
export function followDoughs(
  models: readonly DoughModel[],
  instance: Instance,
  room: RoomBySlot,
  schedule: Schedule,
): Followed {
  const follower = new Follower(instance, room, schedule);
  for (const model of models) follower.dough(model);
  return follower;
}

class Follower implements Followed {
  readonly rises: FollowedRise[] = [];
  readonly batches: BatchCourse[] = [];
  readonly preferments: PrefermentCourse[] = [];
  readonly faults: RiseFault[] = [];

  constructor(
    private readonly instance: Instance,
    private readonly room: RoomBySlot,
    private readonly schedule: Schedule,
  ) {}

  dough(model: DoughModel): void {
    for (const { task, into, leavening, ripeness, stands, name } of model.preferments) {
      const made = this.endOf(task);
      const uses = into.map((each) => this.startOf(each)).filter((each) => each !== null);
      if (made === null || uses.length === 0) continue;
      const course = fermentFor(
        startOfDough(stands),
        leavening,
        heldAt(stands),
        (Math.max(...uses) - made) / HOUR,
      );
      const moments = course.map((state) => momentOf(state, made));
      this.preferments.push({ task, course: moments });
      for (const each of into) {
        const used = this.startOf(each);
        if (used === null) continue;
        const rates = ratesAt(stands, leavening);
        const hours = (used - made) / HOUR;
        const thetas = { culture: rates.culture * hours, yeast: rates.yeast * hours, lactic: 0 };
        const rise = gasMade(thetas, leavening);
        const until = moments.filter(({ at }) => at <= used);
        this.judge({
          task: each,
          of: 'preferment',
          name,
          rise,
          window: ripeness,
          leavening,
          thetas,
          course: until,
        });
      }
    }
    for (const batch of model.batches) this.batch(model, batch);
  }

  private batch(model: DoughModel, batch: BatchModel): void {
    const [mixing, mixed] = [this.startOf(batch.mix), this.endOf(batch.mix)];
    const ends = bulkEnd(batch);
    const [over, cut] = [this.startOf(ends), this.startOf(batch.divide)];
    if (mixing === null || mixed === null || over === null || cut === null) return;
    const own = this.leaveningOf(model, mixing);
    const of = { ...own, modifier: own.modifier * batch.pace };
    // Leaven meets flour so that the mixer is done when the task is.
    const began = mixed - model.mixing * HOUR;
    let state = last(fermentFor(startOfDough(batch.ddt), of, heldAt(batch.ddt), model.mixing));
    const inMixer: Moment = { at: began, rise: 0, temperature: batch.ddt };
    const first = momentOf(state, began);
    const tubConstant = (h: number) => tubTimeConstant(batch.dough / batch.tubs, model.tub.length, model.tub.width, h);
    const tub = this.placeOf(began, tubConstant(HEAT_TRANSFER.tub), null);
    const fridge = this.placeOf(began, tubConstant(HEAT_TRANSFER.fanRetarder), model.cold?.around ?? null);
    const chilled = mixed + (model.cold?.after ?? Infinity) * HOUR;
    const bulk: Moment[] = [first];
    const turned: Moment[] = [];
    const until = (end: number, place: Place, course = bulk) => {
      const stretch = fermentFor(state, of, place, Math.max(0, (end - began) / HOUR - state.time));
      course.push(...stretch.slice(1).map((each) => momentOf(each, began)));
      state = last(stretch);
    };
    const folds = batch.folds.map((fold) => this.startOf(fold)).filter((each) => each !== null);
    for (const fold of folds.sort((a, b) => a - b)) {
      if (fold >= over) break;
      until(fold, tub);
      state = degas(state, FOLDED);
      bulk.push(momentOf(state, began));
    }
    until(Math.min(over, chilled), tub);
    if (over > chilled) until(over, fridge);
    this.judge({
      task: ends, of: 'bulk', name: model.name, rise: state.rise, window: model.bulk, leavening: of, thetas: state, course: [inMixer, ...bulk],
    });
    if (batch.turns.length > 0)
      until(cut, this.placeOf(began, pieceTimeConstant(SHEET, HEAT_TRANSFER.fanRetarder), model.rests), turned);
    const divided = degas(state, model.gasKept);
    const before = [inMixer, ...bulk, ...turned];
    const strands = batch.strands.map((strand) => this.strand(model, strand, divided, of, began, before));
    this.batches.push({ dough: model.key, batch: batch.n, mixed: first, bulk, turned, strands });
  } // prettier-ignore

  private strand(
    model: DoughModel,
    strand: StrandModel,
    divided: DoughState,
    of: Leavening,
    began: number,
    before: readonly Moment[],
  ): Moment[] {
    const [shaped, loaded] = [this.endOf(strand.shape), this.startOf(strand.load)];
    if (shaped === null || loaded === null) return [];
    const constant = (h: number) => pieceTimeConstant(strand.mass, h);
    const hours = (epoch: number, state: DoughState) => Math.max(0, (epoch - began) / HOUR - state.time);
    const bench = this.placeOf(began, constant(HEAT_TRANSFER.coveredBasket), null);
    const course = fermentFor(divided, of, bench, hours(shaped, divided));
    const way = this.schedule.ways[strand.proof] ?? 0;
    const stands = strand.ways[way] ?? [];
    for (const [index, { around, h, untilRise }] of stands.entries()) {
      const state = last(course);
      const place = this.placeOf(began, constant(h), around);
      const left = Math.max(0, hours(loaded, state) - (stands[index + 1]?.atLast ?? 0));
      const stretch =
        untilRise === null
          ? fermentFor(state, of, place, left)
          : (fermentUntil(state, of, place, untilRise, left) ?? fermentFor(state, of, place, left));
      course.push(...stretch.slice(1));
    }
    const state = last(course);
    const moments = course.map((each) => momentOf(each, began));
    this.judge({
      task: strand.load,
      of: 'proof',
      name: strand.product,
      rise: state.rise,
      window: model.proof,
      leavening: of,
      thetas: state,
      course: [...before, ...moments],
    });
    return moments;
  }

  /** What a dough rises with, its pre-ferments being as far as they are when it is mixed. */
  private leaveningOf(model: DoughModel, mixing: number): Leavening {
    let { culture, yeast } = model.leavening;
    for (const part of model.preferments) {
      const made = this.endOf(part.task);
      if (part.inDough === null || made === null) continue;
      const { share, flourShare } = part.inDough;
      const rates = ratesAt(part.stands, part.leavening);
      const hours = (mixing - made) / HOUR;
      const thetas = { culture: rates.culture * hours, yeast: rates.yeast * hours, lactic: rates.lactic * hours };
      const grown = grownAt(thetas, part.leavening);
      const brought = (population: number) => (population > 0 ? startingPopulation(share, population) : 0);
      culture += brought(grown.culture) - brought(part.inDough.culture);
      yeast += flourShare * (grown.yeast - part.inDough.yeast);
    }
    return { ...model.leavening, culture: Math.min(1, Math.max(0, culture)), yeast: Math.max(0, yeast) };
  } // prettier-ignore

  private judge(found: FollowedRise): void {
    this.rises.push(found);
    const { task, of, name, rise, window } = found;
    const play = TOLERANCE * (window.latest - window.earliest);
    if (rise < window.earliest - play || rise > window.latest + play)
      this.faults.push({ kind: 'rise', task, of, name, rise, window });
  }

  private placeOf(began: number, timeConstant: number, around: number | null): Place {
    const { room } = this;
    const slot = (began - this.instance.origin) / SLOT;
    const inRoom = room.steady ? room.at(0) : (time: number) => room.at(slot + (time * HOUR) / SLOT);
    return { around: around ?? inRoom, timeConstant, heatOfRise: HEAT_OF_RISE };
  }

  private startOf(task: number): number | null {
    const placed = this.schedule.tasks[task];
    return placed ? this.instance.origin + placed.start * SLOT : null;
  }

  private endOf(task: number): number | null {
    const placed = this.schedule.tasks[task];
    const slots = placed && this.instance.tasks[task]?.modes[placed.mode]?.slots;
    return placed && slots !== undefined && slots !== null
      ? this.instance.origin + (placed.start + slots) * SLOT
      : null;
  }
}

const momentOf = ({ time, rise, temperature }: DoughState, began: number): Moment => ({
  at: began + time * HOUR,
  rise,
  temperature,
});

function last(states: readonly DoughState[]): DoughState {
  const state = states.at(-1);
  if (!state) throw new Error('a course has at least its first state');
  return state;
}
