import {
  degas,
  fermentFor,
  fermentUntil,
  gasMade,
  grownAt,
  HEAT_OF_RISE,
  heldAt,
  startOfDough,
  type DoughState,
  type Leavening,
  type Place,
  type Thetas,
} from '../../fermentation/index.ts';
import { startingPopulation, thetasAlong } from '../../fermentation/rates/index.ts';
import type { RiseWindow } from '../../formula/index.ts';
import {
  type BatchModel,
  type DoughModel,
  type Passage,
  type PrefermentModel,
  type RoomBySlot,
  type StandModel,
  SLOT,
} from '../../dough/index.ts';
import { timeConstantIn } from '../../dough/course/index.ts';
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
  /** From the mix to the cut. */
  readonly whole: readonly Moment[];
  /** For each strand from the cut to the oven. */
  readonly strands: readonly (readonly Moment[])[];
}

/** A dough that goes from one place to another within a wait. */
export interface Move {
  /** The task after which the wait begins, and the one that ends it. */
  readonly from: number;
  readonly until: number;
  /** Epoch seconds. */
  readonly at: number;
  readonly to: StandModel;
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
  /** The task after which it began to rise. */
  readonly from: number;
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
  readonly moves: readonly Move[];
  readonly faults: readonly RiseFault[];
}

/** Part of a window’s width by which a rise may miss it: what five minutes of a grid and the straight lines of a table cost. */
const TOLERANCE = 0.1;
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
  readonly moves: Move[] = [];
  readonly faults: RiseFault[] = [];

  constructor(
    private readonly instance: Instance,
    private readonly room: RoomBySlot,
    private readonly schedule: Schedule,
  ) {}

  dough(model: DoughModel): void {
    for (const { task, into, leavening, ripeness, byClock, stays, name } of model.preferments) {
      const made = this.endOf(task);
      const uses = into.map((each) => this.startOf(each)).filter((each) => each !== null);
      if (made === null || uses.length === 0) continue;
      const course = restingIn(stays, leavening, (Math.max(...uses) - made) / HOUR);
      const moments = course.map((state) => momentOf(state, made));
      this.preferments.push({ task, course: moments });
      for (const each of into) {
        const used = this.startOf(each);
        if (used === null || byClock) continue;
        const thetas = thetasAlong((used - made) / HOUR, stays, leavening);
        const rise = gasMade(thetas, leavening);
        const until = moments.filter(({ at }) => at <= used);
        this.judge({
          task: each,
          from: task,
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
    if (mixing === null || mixed === null || this.startOf(batch.divide) === null) return;
    const own = this.leaveningOf(model, mixing);
    const of = { ...own, modifier: own.modifier * batch.pace };
    // Leaven meets flour so that the mixer is done when the task is.
    const began = mixed - model.mixing * HOUR;
    const state = last(fermentFor(startOfDough(batch.ddt), of, heldAt(batch.ddt), model.mixing));
    const first = momentOf(state, began);
    const inMixer: Moment = { at: began, rise: 0, temperature: batch.ddt };
    const whole = this.through(batch.whole, { of, began, state, course: [inMixer, first] });
    if (!whole) return;
    const strands = batch.strands.map((strand) => {
      const there = this.through(strand.passages, { ...whole, course: [...whole.course] });
      return there ? there.course.slice(whole.course.length) : [];
    });
    this.batches.push({
      dough: model.key,
      batch: batch.n,
      mixed: first,
      whole: whole.course.slice(1),
      strands,
    });
  }

  /** Takes a dough through one stretch of its way after another. @returns null where one of them has no time */
  private through(passages: readonly Passage[], from: OnItsWay): OnItsWay | null {
    let dough = from;
    for (const passage of passages) {
      const end = passage.atEnd ? this.endOf(passage.until) : this.startOf(passage.until);
      if (end === null) return null;
      dough = this.passage(passage, dough, end);
    }
    return dough;
  }

  private passage(passage: Passage, { of, began, course, ...from }: OnItsWay, end: number): OnItsWay {
    const { keeps, body, folds, window, sets } = passage;
    const moments = [...course];
    let state = from.state;
    if (keeps !== 1) {
      state = degas(state, keeps);
      moments.push(momentOf(state, began));
    }
    const hoursTo = (epoch: number) => Math.max(0, (epoch - began) / HOUR - state.time);
    const folded = folds
      .flatMap(({ task, keeps: left }) => {
        const at = this.startOf(task);
        return at === null || at >= end ? [] : [{ at, left }];
      })
      .sort((a, b) => a.at - b.at);
    const go = (place: Place, until: number, rise: number | null) => {
      for (let fold = folded[0]; fold && fold.at <= until; fold = folded[0]) {
        const to = stretch(state, of, place, hoursTo(fold.at), rise);
        if (rise !== null && last(to).rise >= rise) break;
        folded.shift();
        moments.push(...to.slice(1).map((each) => momentOf(each, began)));
        state = degas(last(to), fold.left);
        moments.push(momentOf(state, began));
      }
      const rest = stretch(state, of, place, hoursTo(until), rise);
      moments.push(...rest.slice(1).map((each) => momentOf(each, began)));
      state = last(rest);
    };
    const stands = passage.ways[passage.arc === null ? 0 : (this.schedule.ways[passage.arc] ?? 0)] ?? [];
    stands.forEach((stand, index) => {
      const at = began + state.time * HOUR;
      if (index > 0 && at < end) this.moves.push({ from: passage.from, until: passage.until, at, to: stand });
      const left = stands.slice(index + 1).reduce((sum, { hours }) => sum + (hours ?? 0), 0) * HOUR;
      const own = stand.hours === null ? Math.max(at, end - left) : Math.min(end, at + stand.hours * HOUR);
      go(this.placeOf(began, timeConstantIn(body, stand.h), stand.around), own, stand.untilRise);
    });
    if (sets !== null) state = { ...state, temperature: sets };
    if (window) {
      const { name, rise } = window;
      this.judge({ task: passage.until, from: passage.from, of: window.of, name, rise: state.rise, window: rise, leavening: of, thetas: state, course: moments });
    }
    return { of, began, state, course: moments };
  } // prettier-ignore

  /** What a dough rises with, its pre-ferments being as far as they are when it is mixed. */
  private leaveningOf(model: DoughModel, mixing: number): Leavening {
    let { culture, yeast } = model.leavening;
    for (const part of model.preferments) {
      const made = this.endOf(part.task);
      if (part.inDough === null || made === null) continue;
      const { share, flourShare } = part.inDough;
      const grown = grownAt(thetasAlong((mixing - made) / HOUR, part.stays, part.leavening), part.leavening);
      const brought = (population: number) => (population > 0 ? startingPopulation(share, population) : 0);
      culture += brought(grown.culture) - brought(part.inDough.culture);
      yeast += flourShare * (grown.yeast - part.inDough.yeast);
    }
    return { ...model.leavening, culture: Math.min(1, Math.max(0, culture)), yeast: Math.max(0, yeast) };
  } // prettier-ignore

  private judge(found: FollowedRise): void {
    this.rises.push(found);
    const { task, from, of, name, rise, window } = found;
    const play = TOLERANCE * (window.latest - window.earliest);
    if (rise < window.earliest - play || rise > window.latest + play)
      this.faults.push({ kind: 'rise', task, from, of, name, rise, window });
  }

  private placeOf(began: number, timeConstant: number, around: StandModel['around']): Place {
    const { room } = this;
    const slot = (began - this.instance.origin) / SLOT;
    if (typeof around === 'number') return { around, timeConstant, heatOfRise: HEAT_OF_RISE };
    const then = (time: number) => slot + (time * HOUR) / SLOT;
    // A place that goes by the clock is what it was last set to.
    const set = (time: number) =>
      around?.reduce((now, [from, celsius]) => (from <= then(time) ? celsius : now), around[0]?.[1] ?? 0);
    const inRoom = room.steady ? room.at(0) : (time: number) => room.at(then(time));
    return {
      around: around === null ? inRoom : (time: number) => set(time) ?? 0,
      timeConstant,
      heatOfRise: HEAT_OF_RISE,
    };
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

/** A dough at a moment, and how it came there. */
interface OnItsWay {
  readonly of: Leavening;
  /** When leaven met flour, epoch seconds. */
  readonly began: number;
  readonly state: DoughState;
  readonly course: readonly Moment[];
}

/** So many hours in a place, or until a rise if that comes sooner. */
const stretch = (
  state: DoughState,
  of: Leavening,
  place: Place,
  hours: number,
  rise: number | null,
): DoughState[] =>
  (rise === null ? null : fermentUntil(state, of, place, rise, hours)) ?? fermentFor(state, of, place, hours);

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

/** A pre-ferment through the places that it stands in, each at its temperature. */
function restingIn(stays: PrefermentModel['stays'], of: Leavening, hours: number): DoughState[] {
  let state = startOfDough(stays[0]?.celsius ?? 20);
  const course = [state];
  stays.forEach(({ celsius, hours: own }, index) => {
    const left = hours - state.time;
    const here = own === null || index === stays.length - 1 ? left : Math.min(own, left);
    if (here <= 0) return;
    const there = fermentFor({ ...state, temperature: celsius }, of, heldAt(celsius), here);
    course.push(...there.slice(1));
    state = last(course);
  });
  return course;
}
