import {
  degas,
  FOLD_KEEPS,
  fermentFor,
  fermentUntil,
  HEAT_OF_RISE,
  HEAT_TRANSFER,
  heldAt,
  HORIZON,
  pieceTimeConstant,
  startOfDough,
  stateAtRise,
  stateAtTime,
  tubTimeConstant,
  type DoughState,
  type Leavening,
  type Place,
} from '../fermentation/index.ts';
import type { RiseWindow } from '../formula/index.ts';
import { LEVELS, SLOT, type Table } from './table.ts';
import { SHEET, type RoomBySlot, type StandModel } from './models.ts';

/** Pieces rest so long in basket or tin whatever they have risen before, h. Chosen for Jovet. */
const LEAST_PROOF = 0.5;
/** Hours from one sample of the day to the next. */
const SAMPLE = 3;
/** Step of the integration, h: a window is rounded to five minutes anyway. */
const STEP = 0.25;
/** Under so many °C little changes in a step of so many hours. */
const [COLD, COLD_STEP] = [12, 0.5];
const HOURS = SLOT / 3600;
/** Slots of a day. */
const DAY = 86_400 / SLOT;

/** When a rise is usable, in slots after some event; null: never. */
interface Sample {
  /** Slot of the event. */
  readonly at: number;
  readonly wait: readonly [earliest: number, best: number, latest: number] | null;
}

/** Where a body stands, its clock beginning in a slot. */
const placeFrom = (room: RoomBySlot, slot: number, began: number, timeConstant: number, around: number | null): Place => ({
  around:
    around ?? (room.steady ? room.at(0) : (time: number) => room.at(slot + (time - began) / HOURS)),
  timeConstant,
  heatOfRise: HEAT_OF_RISE,
}); // prettier-ignore

/** A fold by hours after the mix, or by volumes of gas. */
export type FoldWhen = { readonly hours: number } | { readonly rise: number };

export interface BulkAsk {
  readonly leavening: Leavening;
  readonly ddt: number;
  /** Hours in the mixer, at the temperature it is mixed to. */
  readonly mixing: number;
  readonly tub: { readonly length: number; readonly width: number };
  /** kg in one tub. */
  readonly mass: number;
  /** When it is folded. */
  readonly folds: readonly FoldWhen[];
  readonly bulk: RiseWindow;
  /** Hours in the room before the tub goes into the cold, °C there, and hours after which it is over; null: it stays. */
  readonly cold: { readonly after: number; readonly around: number; readonly most: number } | null;
}

/** Bulk by when the mix ends: how long it takes, and how the dough is at each level of its end. */
export interface BulkSamples {
  /** Of each fold, by when the mix ends; null: the dough is at its earliest by then. */
  readonly folded: readonly (readonly { readonly at: number; readonly slots: number | null }[])[];
  readonly samples: readonly Sample[];
  /** For each sample the dough at the end of bulk, by level. */
  readonly ends: readonly (readonly { readonly slot: number; readonly state: DoughState }[])[];
}

/** Follows the bulk of a dough that was mixed at different times of the day. */
export function sampleBulk(ask: BulkAsk, room: RoomBySlot): BulkSamples {
  const { mass, tub, cold } = ask;
  const constant = tubTimeConstant(mass, tub.length, tub.width, HEAT_TRANSFER.tub);
  const chilled = tubTimeConstant(mass, tub.length, tub.width, HEAT_TRANSFER.fanRetarder);
  const samples: Sample[] = [];
  const ends: { slot: number; state: DoughState }[][] = [];
  const folded = ask.folds.map((): { at: number; slots: number | null }[] => []);
  for (const at of sampleSlots(room)) {
    const mixed = last(fermentFor(startOfDough(ask.ddt), ask.leavening, heldAt(ask.ddt), ask.mixing));
    const place = placeFrom(room, at, mixed.time, constant, null);
    const course: DoughState[] = [];
    let state = mixed;
    let late = false;
    ask.folds.forEach((fold, index) => {
      const stretch = late ? null : untilFold(state, ask, place, mixed.time, fold);
      late ||= !stretch || last(stretch).rise >= ask.bulk.earliest;
      folded[index]?.push({ at, slots: late || !stretch ? null : (last(stretch).time - mixed.time) / HOURS });
      if (!late && stretch) state = degas(last(stretch), FOLD_KEEPS);
    });
    if (cold) {
      course.push(
        ...fermentFor(state, ask.leavening, place, Math.max(0, mixed.time + cold.after - state.time), STEP),
      );
      const air = placeFrom(room, at, mixed.time, chilled, cold.around);
      course.push(...fermentFor(last(course), ask.leavening, air, cold.most, STEP, ask.bulk.latest).slice(1));
    } else course.push(...(fermentUntil(state, ask.leavening, place, ask.bulk.latest, HORIZON, STEP) ?? []));
    const slotsTo = (rise: number) => {
      const reached = stateAtRise(course, rise, ask.leavening);
      return reached ? (reached.time - mixed.time) / HOURS : null;
    };
    const earliest = slotsTo(ask.bulk.earliest);
    const over = course.length > 0 ? (last(course).time - mixed.time) / HOURS : 0;
    const wait = [earliest ?? 0, slotsTo(ask.bulk.best) ?? over, slotsTo(ask.bulk.latest) ?? over] as const;
    if (earliest === null) {
      samples.push({ at, wait: null });
      ends.push([]);
      continue;
    }
    samples.push({ at, wait });
    ends.push(
      levelWaits(wait).map((slots) => ({
        slot: at + slots,
        state: stateAtTime(course, mixed.time + slots * HOURS) ?? last(course),
      })),
    );
  }
  return { samples, ends, folded };
}

/** A dough up to its next fold; null: it does not come to it. */
function untilFold(
  state: DoughState,
  { leavening }: BulkAsk,
  place: Place,
  mixed: number,
  fold: FoldWhen,
): DoughState[] | null {
  return 'hours' in fold
    ? fermentFor(state, leavening, place, Math.max(0, mixed + fold.hours - state.time), STEP)
    : fermentUntil(state, leavening, place, fold.rise, HORIZON, STEP);
}

/** Waits that end in the middle of each level: at the earliest, halfway, best, halfway, latest. */
const levelWaits = ([earliest, best, latest]: readonly [number, number, number]): number[] => [
  earliest,
  (earliest + best) / 2,
  best,
  (best + latest) / 2,
  latest,
];

/**
 * How fast a dough ferments against its forecast, from how far it was seen to have risen.
 *
 * @param at slot in which its mix ended
 * @param hours since then
 * @param rise that was seen
 * @returns 0.2 to 5 times as fast; what was seen beyond that is taken as the nearer end
 */
export function paceOf(ask: BulkAsk, room: RoomBySlot, at: number, hours: number, rise: number): number {
  const risen = (pace: number): number => {
    const of = { ...ask.leavening, modifier: ask.leavening.modifier * pace };
    const constant = tubTimeConstant(ask.mass, ask.tub.length, ask.tub.width, HEAT_TRANSFER.tub);
    let state = last(fermentFor(startOfDough(ask.ddt), of, heldAt(ask.ddt), ask.mixing));
    const end = state.time + hours;
    const place = placeFrom(room, at, state.time, constant, null);
    for (const fold of ask.folds) {
      const stretch = untilFold(state, { ...ask, leavening: of }, place, end - hours, fold);
      if (!stretch || last(stretch).time >= end) break;
      state = degas(last(stretch), FOLD_KEEPS);
    }
    return last(fermentFor(state, of, place, end - state.time, STEP)).rise;
  };
  let [slow, fast] = [0.2, 5];
  for (let step = 0; step < 24; step += 1) {
    const middle = Math.sqrt(slow * fast);
    if (risen(middle) < rise) slow = middle;
    else fast = middle;
  }
  return Math.sqrt(slow * fast);
}

export interface ProofAsk {
  readonly leavening: Leavening;
  readonly gasKept: number;
  /** Hours of turns and rests between bulk and the cut, and °C around the sheet (null: the room). */
  readonly turned: { readonly hours: number; readonly around: number | null };
  /** Dough of a piece, kg. */
  readonly mass: number;
  /** Hours from the end of bulk until the pieces are shaped. */
  readonly shaping: number;
  readonly proof: RiseWindow;
  readonly stands: readonly StandModel[];
  /** Hours after which it is over whatever the rise. */
  readonly most: number;
}

/** Follows the proof of pieces from each end of bulk. @returns a table for each level, by the slot in which they are shaped */
export function proofTables(ask: ProofAsk, bulk: BulkSamples, room: RoomBySlot): Table[] {
  const byLevel: Sample[][] = Array.from({ length: LEVELS }, () => []);
  for (const ends of bulk.ends)
    ends.forEach(({ slot, state }, level) => {
      const cutAt = slot + ask.turned.hours / HOURS;
      const sheet = placeFrom(room, slot, state.time, pieceTimeConstant(SHEET, HEAT_TRANSFER.fanRetarder), ask.turned.around);
      const cut = ask.turned.hours > 0 ? last(fermentFor(state, ask.leavening, sheet, ask.turned.hours, STEP)) : state;
      const bench = placeFrom(room, cutAt, cut.time, pieceTimeConstant(ask.mass, HEAT_TRANSFER.coveredBasket), null);
      const shaped = last(fermentFor(degas(cut, ask.gasKept), ask.leavening, bench, ask.shaping, STEP));
      byLevel[level]?.push({ at: cutAt + ask.shaping / HOURS, wait: proofFrom(ask, shaped, cutAt, room) });
    }); // prettier-ignore
  return byLevel.map((samples) => tableOf(samples, room));
}

/** The waits of a proof from when the pieces are shaped; null: it never gets there. */
function proofFrom(ask: ProofAsk, shaped: DoughState, slot: number, room: RoomBySlot): Sample['wait'] {
  const { leavening, proof } = ask;
  let state = shaped;
  const course: DoughState[] = [shaped];
  const end = ask.stands.at(-1);
  if (end && end.atLast !== null) return proofThen(ask, end, end.atLast, shaped, slot, room);
  for (const { around, h, untilRise } of ask.stands) {
    const begins = slot + (ask.shaping + state.time - shaped.time) / HOURS;
    const place = placeFrom(room, begins, state.time, pieceTimeConstant(ask.mass, h), around);
    const stretch =
      untilRise === null
        ? fermentFor(
            state,
            leavening,
            place,
            Math.max(0, ask.most - (state.time - shaped.time)),
            around !== null && around < COLD ? COLD_STEP : STEP,
            proof.latest,
          )
        : fermentUntil(state, leavening, place, untilRise, ask.most, STEP);
    if (!stretch) return null;
    course.push(...stretch.slice(1));
    state = last(course);
  }
  const slotsTo = (rise: number) => {
    const reached = stateAtRise(course, rise, leavening);
    return reached ? (reached.time - shaped.time) / HOURS : null;
  };
  const earliest = slotsTo(proof.earliest);
  if (earliest === null) return null;
  const most = (state.time - shaped.time) / HOURS;
  const latest = slotsTo(proof.latest) ?? most;
  const least = Math.min(LEAST_PROOF / HOURS, latest);
  return [Math.max(least, earliest), Math.max(least, slotsTo(proof.best) ?? most), latest];
}

/** Hours in the cold from one to the next that the warm after it is followed from. */
const COLD_SAMPLE = 1.5;

/** The same where the pieces stand somewhere else for the last hours: how far they come after each time before that. */
function proofThen(
  ask: ProofAsk,
  end: StandModel,
  hours: number,
  shaped: DoughState,
  slot: number,
  room: RoomBySlot,
): Sample['wait'] {
  const { leavening, proof, mass } = ask;
  const [first] = ask.stands;
  if (!first || ask.most < hours) return null;
  const begins = slot + ask.shaping / HOURS;
  const placed = ({ around, h }: StandModel, after: number) =>
    placeFrom(room, begins + after / HOURS, shaped.time + after, pieceTimeConstant(mass, h), around);
  let before = shaped;
  const ends: { wait: number; rise: number }[] = [];
  for (let after = 0; after + hours <= ask.most + 1e-9; after += COLD_SAMPLE) {
    ends.push({ wait: after + hours, rise: last(fermentFor(before, leavening, placed(end, after), hours, STEP)).rise });
    if ((ends.at(-1)?.rise ?? 0) >= proof.latest) break;
    before = last(fermentFor(before, leavening, placed(first, after), COLD_SAMPLE, STEP));
  }
  const slotsTo = (rise: number): number | null => {
    const index = ends.findIndex((each) => each.rise >= rise);
    const [young, ripe] = [ends[index - 1], ends[index]];
    if (!ripe) return null;
    const share = young ? (rise - young.rise) / (ripe.rise - young.rise) : 1;
    return ((young?.wait ?? ripe.wait) + share * (ripe.wait - (young?.wait ?? ripe.wait))) / HOURS;
  };
  const [earliest, most] = [slotsTo(proof.earliest), (ends.at(-1)?.wait ?? hours) / HOURS];
  if (earliest === null || (ends[0]?.rise ?? 0) > proof.latest) return null;
  return [earliest, slotsTo(proof.best) ?? most, slotsTo(proof.latest) ?? most];
} // prettier-ignore

/** A table between its samples by straight lines, rounded inward: earliest up, latest down. */
export function tableOf(samples: readonly Sample[], room: RoomBySlot): Table {
  const sorted = everyDay(samples, room).sort((a, b) => a.at - b.at);
  const [first] = sorted;
  const slots = room.steady ? 1 : Math.min(DAY, room.slots);
  const [earliest, best, latest]: [number[], number[], number[]] = [[], [], []];
  let index = 0;
  for (let slot = 0; slot < slots; slot += 1) {
    while (index < sorted.length - 2 && (sorted[index + 1]?.at ?? 0) <= slot) index += 1;
    const before = sorted[index] ?? first;
    const after = sorted[index + 1] ?? before;
    if (!before?.wait || !after?.wait) {
      earliest.push(-1);
      best.push(-1);
      latest.push(-1);
      continue;
    }
    const span = after.at - before.at;
    const share = span > 0 ? Math.max(0, Math.min(1, (slot - before.at) / span)) : 0;
    const [from, to] = [before.wait, after.wait];
    const value = (which: 0 | 1 | 2) => from[which] + share * (to[which] - from[which]);
    const [least, most] = [Math.ceil(value(0) - 1e-9), Math.floor(value(2) + 1e-9)];
    // A window of less than a slot has no place on the grid.
    const fits = most >= least;
    earliest.push(fits ? least : -1);
    best.push(fits ? Math.max(least, Math.min(most, Math.round(value(1)))) : -1);
    latest.push(fits ? most : -1);
  }
  const daily = (row: number[]): number[] => {
    if (room.steady) return row;
    const all = new Array<number>(room.slots);
    for (let slot = 0; slot < room.slots; slot += 1) all[slot] = row[slot % DAY] ?? -1;
    return all;
  };
  return { earliest: daily(earliest), best: daily(best), latest: daily(latest) };
}

/** A room goes through the same each day, so one day is sampled. */
function sampleSlots(room: RoomBySlot): number[] {
  if (room.steady) return [0];
  const step = SAMPLE / HOURS;
  return Array.from({ length: DAY / step }, (_, index) => index * step);
}

/** The samples of one day, and of the days before and after it: a dough is shaped a day after its mix at most. */
function everyDay(samples: readonly Sample[], room: RoomBySlot): Sample[] {
  if (room.steady) return [...samples];
  return [-3, -2, -1, 0, 1].flatMap((day) => samples.map(({ at, wait }) => ({ at: at + day * DAY, wait })));
}

function last(states: readonly DoughState[]): DoughState {
  const state = states.at(-1);
  if (!state) throw new Error('a course has at least its first state');
  return state;
}
