import {
  degas,
  fermentFor,
  fermentUntil,
  HEAT_OF_RISE,
  heldAt,
  HORIZON,
  startOfDough,
  stateAtRise,
  stateAtTime,
  type DoughState,
  type Leavening,
  type Place,
} from '../../fermentation/index.ts';
import type { RiseWindow } from '../../formula/index.ts';
import { timeConstantIn, type DoughBody } from './body.ts';
import { celsiusAt, isOpen, type RoomBySlot, type StandModel } from '../models.ts';
import { LEVELS, SLOT } from '../table.ts';

/** Hours from one sample of the day to the next. */
const SAMPLE = 3;
/** Step of the integration, h: a window is rounded to five minutes anyway. */
const STEP = 0.25;
/** Step of a course that is drawn, h. */
const FINE = 0.1;
/** Under so many °C little changes in a step of so many hours. */
const [COLD, COLD_STEP] = [12, 0.5];
const HOURS = SLOT / 3600;
/** Slots of a day. */
const DAY = 86_400 / SLOT;

/** A dough at a slot. */
interface Standing {
  readonly slot: number;
  readonly state: DoughState;
}

/**
 * A dough at one point of its way: for each time of day at which it may be mixed as it is then, and that at each level at
 * which its bulk may have ended; one of them before that. Empty where it never gets there.
 */
export type Front = readonly (readonly Standing[])[];

/** When something may follow, in slots after an event in a slot; null: never. */
export interface Sample {
  readonly at: number;
  readonly wait: readonly [earliest: number, best: number, latest: number] | null;
}

/** A fold by hours since its rest began, or by volumes of gas. */
export type FoldWhen = { readonly hours: number } | { readonly rise: number };

/** A wait of a dough: in one place after another until a rise, or by the clock. */
export interface WaitAsk {
  readonly body: DoughBody;
  readonly stands: readonly StandModel[];
  /** When it is folded, and the gas that each leaves. */
  readonly folds: readonly { readonly when: FoldWhen; readonly keeps: number }[];
  readonly until: { readonly by: 'rise'; readonly window: RiseWindow } | { readonly by: 'hours'; readonly best: number };
  /** Hours after which it is over whatever the rise. */
  readonly most: number;
} // prettier-ignore

/** Where a dough stands, its clock beginning in a slot. */
const placeFrom = (room: RoomBySlot, { slot, state }: Standing, body: DoughBody, { around, h }: Pick<StandModel, 'around' | 'h'>): Place => ({
  around: typeof around === 'number' ? around : around === null && room.steady ? room.at(0) : (time: number) => celsiusAt(around, slot + (time - state.time) / HOURS, room),
  timeConstant: timeConstantIn(body, h),
  heatOfRise: HEAT_OF_RISE,
}); // prettier-ignore

/** A dough as it comes out of the mixer, every few hours of a day. @param mixing hours in the mixer, at its temperature */
export function mixedFront(of: Leavening, ddt: number, mixing: number, room: RoomBySlot): Front {
  const state = last(fermentFor(startOfDough(ddt), of, heldAt(ddt), mixing));
  return sampleSlots(room).map((slot) => [{ slot, state }]);
}

/** A dough after work: gas goes as it begins, and it stands where it is worked at so long. */
export const worked = (
  front: Front,
  of: Leavening,
  room: RoomBySlot,
  work: { readonly hours: number; readonly keeps: number; readonly body: DoughBody; readonly stand: StandModel },
): Front =>
  front.map((levels) =>
    levels.map((from) => {
      const begun = { slot: from.slot, state: degas(from.state, work.keeps) };
      if (work.hours <= 0) return begun;
      const course = fermentFor(begun.state, of, placeFrom(room, begun, work.body, work.stand), work.hours, STEP);
      return { slot: from.slot + work.hours / HOURS, state: last(course) };
    }),
  ); // prettier-ignore

/** A wait, followed from every time of the day and every level. */
export interface Waited {
  /** For each level, by when the wait begins. */
  readonly samples: readonly (readonly Sample[])[];
  /** Of each fold, by when the wait begins; null: the dough is at its earliest by then. */
  readonly folded: readonly (readonly { readonly at: number; readonly slots: number | null }[])[];
  /** As it is after the wait: at each level where it had none, else at its best. */
  readonly after: Front;
}

/** The level of a dough whose bulk ended at its best. */
const BEST = 2;
/** Share of its width by which a rise may miss its window. As the checker has it. */
const MISS = 0.1;
const pastOf = ({ earliest, latest }: RiseWindow): number => latest + MISS * (latest - earliest);

/** Follows a wait. @param levelled it is the one that decides how far the dough is from then on */
export function waited(
  front: Front,
  of: Leavening,
  room: RoomBySlot,
  ask: WaitAsk,
  levelled: boolean,
): Waited {
  const levels = Math.max(1, ...front.map((each) => each.length));
  const samples = Array.from({ length: levels }, (): Sample[] => []);
  const folded = ask.folds.map((): { at: number; slots: number | null }[] => []);
  const after = front.map((all) => {
    const ends: Standing[] = [];
    // A dough whose bulk ends so late that it is past before it may wait is not to end so late, where it need not.
    const past = (from: Standing | undefined) =>
      ask.until.by === 'rise' && from !== undefined && from.state.rise > pastOf(ask.until.window);
    const avoidable = all.length === LEVELS && !past(all[BEST]);
    all.forEach((from, level) => {
      const found = waitFrom(from, of, room, ask);
      samples[level]?.push({ at: from.slot, wait: avoidable && past(from) ? null : found.wait });
      if (level === 0) found.folded.forEach((slots, index) => folded[index]?.push({ at: from.slot, slots }));
      if (!found.wait) return;
      const { wait } = found;
      const at = (slots: number) => ({ slot: from.slot + slots, state: found.stateAfter(slots * HOURS) });
      if (levelled) ends.push(...levelWaits(wait).map(at));
      else ends.push(at(wait[1]));
    });
    return ends;
  });
  return {
    samples,
    folded,
    after: after.map((ends) => (ends.length === (levelled ? LEVELS : levels) ? ends : [])),
  };
}

interface FoundWait {
  readonly wait: Sample['wait'];
  readonly folded: readonly (number | null)[];
  /** The dough so many hours after the wait began. */
  readonly stateAfter: (hours: number) => DoughState;
}

/** The wait of a dough from one moment on. */
function waitFrom(from: Standing, of: Leavening, room: RoomBySlot, ask: WaitAsk): FoundWait {
  const open = ask.stands.findIndex(isOpen);
  const then = ask.stands.slice(open + 1);
  const begun = before(from, of, room, ask, ask.stands.slice(0, open));
  const never: FoundWait = { wait: null, folded: begun.folded, stateAfter: () => begun.at.state };
  const stand = ask.stands[open];
  if (!begun.reached || !stand) return never;
  const hours = (state: DoughState) => state.time - from.state.time;
  const left = Math.max(0, ask.most - hours(begun.at.state));
  const past = ask.until.by === 'rise' ? ask.until.window.latest : Infinity;
  const step = typeof stand.around === 'number' && stand.around < COLD ? COLD_STEP : STEP;
  const place = placeFrom(room, begun.at, ask.body, stand);
  if (ask.until.by === 'hours') {
    const tempered = then.reduce((sum, each) => sum + (each.hours ?? 0), 0);
    const open = Math.max(0, ask.until.best - hours(begun.at.state) - tempered);
    const end = through(of, room, ask.body, { slot: begun.at.slot + open / HOURS, state: last(fermentFor(begun.at.state, of, place, open, step)) }, then);
    const best = ask.until.best / HOURS;
    return { wait: [best, best, best], folded: begun.folded, stateAfter: () => end.state };
  }
  if (then.length > 0) return { ...tempered(begun, of, room, ask, stand, then, from), folded: begun.folded };
  const course = [...begun.course, ...fermentFor(begun.at.state, of, place, left, step, past).slice(1)];
  const ended = stateAtRise(course, past, of);
  if (ended && last(course).rise >= past) course[course.length - 1] = ended;
  return { ...windowIn(course, of, ask.until.window, from), folded: begun.folded };
} // prettier-ignore

/** A dough through the places before the one in which it stays as long as it takes, and its folds wherever they fall. */
function before(from: Standing, of: Leavening, room: RoomBySlot, ask: WaitAsk, fixed: readonly StandModel[]) {
  const earliest = ask.until.by === 'rise' ? ask.until.window.earliest : Infinity;
  let at = from;
  let course: DoughState[] = [from.state];
  let [late, reached] = [false, true];
  const folded: (number | null)[] = [];
  const folds = [...ask.folds];
  const go = (stretch: readonly DoughState[]) => {
    course.push(...stretch.slice(1));
    at = { slot: at.slot + (last(stretch).time - at.state.time) / HOURS, state: last(stretch) };
  };
  const stands = [...fixed, ...ask.stands.slice(fixed.length, fixed.length + 1)];
  stands.forEach((stand, index) => {
    const isLast = index === fixed.length;
    const end = isLast || stand.hours === null ? Infinity : at.state.time + stand.hours;
    const place = () => placeFrom(room, at, ask.body, stand);
    for (let fold = folds[0]; fold && !late && reached; fold = folds[0]) {
      const { when, keeps } = fold;
      if ('hours' in when && from.state.time + when.hours >= end) break;
      const stretch =
        'hours' in when
          ? fermentFor(at.state, of, place(), Math.max(0, from.state.time + when.hours - at.state.time), STEP)
          : fermentUntil(at.state, of, place(), when.rise, Math.min(HORIZON, end - at.state.time), STEP);
      if (!stretch && end < Infinity) break;
      late ||= !stretch || last(stretch).rise >= earliest;
      if (late || !stretch) break;
      folds.shift();
      go(stretch);
      folded.push((at.state.time - from.state.time) / HOURS);
      at = { ...at, state: degas(at.state, keeps) };
      course = [at.state];
    }
    if (isLast || !reached) return;
    const { hours, untilRise } = stand;
    const stretch =
      untilRise === null
        ? fermentFor(at.state, of, place(), Math.max(0, end - at.state.time), STEP)
        : fermentUntil(at.state, of, place(), untilRise, hours ?? ask.most, STEP);
    if (stretch) go(stretch);
    else reached = false;
  });
  folded.push(...folds.map(() => null));
  return { at, course, folded, reached };
} // prettier-ignore

/** A dough through a wait of so many hours, with every place that it goes to. */
export function alongWait(
  from: DoughState,
  of: Leavening,
  room: RoomBySlot,
  ask: WaitAsk,
  hours: number,
): { readonly course: DoughState[]; readonly moves: { readonly at: number; readonly stand: StandModel }[] } {
  const end = from.time + hours;
  const course: DoughState[] = [from];
  const moves: { at: number; stand: StandModel }[] = [];
  const folds = [...ask.folds];
  let state = from;
  ask.stands.forEach((stand, index) => {
    const later = ask.stands.slice(index + 1).reduce((sum, each) => sum + (each.hours ?? 0), 0);
    const until = stand.hours === null ? Math.max(state.time, end - later) : Math.min(end, state.time + stand.hours);
    const place = placeFrom(room, { slot: (state.time - from.time) / HOURS, state }, ask.body, stand);
    moves.push({ at: state.time, stand });
    while (state.time < until - 1e-9) {
      const [fold] = folds;
      const at = fold && 'hours' in fold.when ? from.time + fold.when.hours : until;
      const rise = Math.min(fold && 'rise' in fold.when ? fold.when.rise : Infinity, stand.untilRise ?? Infinity);
      const stretch = fermentFor(state, of, place, Math.max(0, Math.min(at, until) - state.time), FINE, rise);
      course.push(...stretch.slice(1));
      state = last(stretch);
      if (stand.untilRise !== null && state.rise >= stand.untilRise) break;
      if (fold && (state.time >= at - 1e-9 ? 'hours' in fold.when : 'rise' in fold.when && state.rise >= fold.when.rise)) {
        folds.shift();
        state = degas(state, fold.keeps);
        course.push(state);
      }
    }
  });
  return { course, moves };
} // prettier-ignore

/** When a course holds the rises of a window, in slots after a moment. */
function windowIn(
  course: readonly DoughState[],
  of: Leavening,
  window: RiseWindow,
  from: Standing,
): Omit<FoundWait, 'folded'> {
  const slotsTo = (rise: number) => {
    const reached = stateAtRise(course, rise, of);
    return reached ? (reached.time - from.state.time) / HOURS : null;
  };
  const earliest = slotsTo(window.earliest);
  const over = (last(course).time - from.state.time) / HOURS;
  const stateAfter = (hours: number) => stateAtTime(course, from.state.time + hours) ?? last(course);
  if (earliest === null) return { wait: null, stateAfter };
  return { wait: [earliest, slotsTo(window.best) ?? over, slotsTo(window.latest) ?? over], stateAfter };
}

/** Hours in the cold from one to the next that the warm after it is followed from. */
const COLD_SAMPLE = 1.5;

/** The same where it stands somewhere else for the last hours: how far it comes after each time before that. */
function tempered(
  begun: { readonly at: Standing },
  of: Leavening,
  room: RoomBySlot,
  ask: WaitAsk,
  open: StandModel,
  then: readonly StandModel[],
  from: Standing,
): Omit<FoundWait, 'folded'> {
  const window = ask.until.by === 'rise' ? ask.until.window : null;
  const hours = then.reduce((sum, each) => sum + (each.hours ?? 0), 0);
  const already = begun.at.state.time - from.state.time;
  const ends: { wait: number; state: DoughState }[] = [];
  let at = begun.at;
  for (let after = 0; window && already + after + hours <= ask.most + 1e-9; after += COLD_SAMPLE) {
    ends.push({ wait: already + after + hours, state: through(of, room, ask.body, at, then).state });
    if ((ends.at(-1)?.state.rise ?? 0) >= window.latest) break;
    at = through(of, room, ask.body, at, [{ ...open, hours: COLD_SAMPLE }]);
  }
  const slotsTo = (rise: number): number | null => {
    const index = ends.findIndex(({ state }) => state.rise >= rise);
    const [young, ripe] = [ends[index - 1], ends[index]];
    if (!ripe) return null;
    const share = young ? (rise - young.state.rise) / (ripe.state.rise - young.state.rise) : 1;
    return ((young?.wait ?? ripe.wait) + share * (ripe.wait - (young?.wait ?? ripe.wait))) / HOURS;
  };
  const stateAfter = (wait: number) => (ends.find((each) => each.wait >= wait - 1e-9) ?? ends.at(-1))?.state ?? from.state;
  const [earliest, most] = [window && slotsTo(window.earliest), (ends.at(-1)?.wait ?? hours) / HOURS];
  if (!window || earliest === null || (ends[0]?.state.rise ?? 0) > window.latest) return { wait: null, stateAfter };
  return { wait: [earliest, slotsTo(window.best) ?? most, slotsTo(window.latest) ?? most], stateAfter };
} // prettier-ignore

/** A dough through places in which it stays so many hours each. */
const through = (of: Leavening, room: RoomBySlot, body: DoughBody, from: Standing, stands: readonly StandModel[]): Standing =>
  stands.reduce((at, stand) => {
    const hours = stand.hours ?? 0;
    const state = last(fermentFor(at.state, of, placeFrom(room, at, body, stand), hours, STEP));
    return { slot: at.slot + hours / HOURS, state };
  }, from); // prettier-ignore

/** Waits that end in the middle of each level: at the earliest, halfway, best, halfway, latest. */
const levelWaits = ([earliest, best, latest]: readonly [number, number, number]): number[] => [
  earliest,
  (earliest + best) / 2,
  best,
  (best + latest) / 2,
  latest,
];

/** A room goes through the same each day, so one day is sampled. */
function sampleSlots(room: RoomBySlot): number[] {
  if (room.steady) return [0];
  const step = SAMPLE / HOURS;
  return Array.from({ length: DAY / step }, (_, index) => index * step);
}

function last(states: readonly DoughState[]): DoughState {
  const state = states.at(-1);
  if (!state) throw new Error('a course has at least its first state');
  return state;
}
