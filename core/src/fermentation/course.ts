import { GAS_SCALE, yeastAt, YEAST_CAPACITY } from './rates/bakers-yeast.ts';
import { gasMade, madeBy, type Leavening, type Thetas } from './leavening.ts';
import {
  bakersYeastRate,
  cultureGasRate,
  cultureYeastRate,
  DEADLY,
  deathRate,
  lacticRate,
} from './rates/rates.ts';
import { populationAt, RISE_SCALE } from './rates/thermal-time.ts';

/** Where a dough stands in its fermentation. */
export interface DoughState extends Thetas {
  /** Hours since leaven met flour. */
  readonly time: number;
  /** °C */
  readonly temperature: number;
  /** Gas held, G, volumes of what ferments. */
  readonly rise: number;
}

/** What is around a dough. */
export interface Place {
  /** °C, or °C by hours since leaven met flour, as in a room over the day. */
  readonly around: number | ((time: number) => number);
  /** Hours; Infinity holds the temperature. */
  readonly timeConstant: number;
  /** Self-heating, K per unit of G made. */
  readonly heatOfRise: number;
}

/** A stay of a dough somewhere. */
export interface Stay {
  readonly place: Place;
  readonly hours: number;
  /** Share of the gas that what is done at its end leaves: a fold, a cut. */
  readonly keeps?: number;
}

/** Dough warms by this much for each volume of gas it makes, K. Domain section 6, default. */
export const HEAT_OF_RISE = 0.8;

/** Step of the integration, h: fourth order, so that six minutes agree with ten seconds within 0.1 %. */
const STEP = 6 / 60;
/** What comes to the temperature around it with a shorter time constant is followed in finer steps, h. */
const QUICK = 0.8;
/** Step of a look at what would be different, h: good to 1 % of the difference. */
export const COARSE = 20 / 60;

/** A moment at which a rise is held is found to so many volumes. */
const CLOSE = 1e-9;

/** Nothing is forecast further than this, h. */
export const HORIZON = 72;

/** Constant surroundings that hold the temperature of what stands in them. */
export const heldAt = (celsius: number): Place => ({
  around: celsius,
  timeConstant: Infinity,
  heatOfRise: 0,
});

/** State at leaven meeting flour. */
export const startOfDough = (temperature: number): DoughState => ({
  time: 0,
  culture: 0,
  gas: 0,
  yeast: 0,
  lactic: 0,
  temperature,
  rise: 0,
});

/** A dough whose temperature was measured: from then on the forecast starts there. */
export const measured = (state: DoughState, temperature: number): DoughState => ({ ...state, temperature });

/** Gas that a fold leaves in the dough. Domain section 6, default. */
export const FOLD_KEEPS = 0.9;

/**
 * Dividing and shaping: the population stays, gas goes. G_after = kept·G.
 *
 * @param kept share of the gas that stays, 0 to 1
 */
export const degas = (state: DoughState, kept: number): DoughState => ({ ...state, rise: kept * state.rise });

/**
 * Carries a dough on for a given time.
 *
 * @param hours 0 or more
 * @param past G, volumes: it ends once the dough holds as much or more
 * @returns the states on the way, the first and the last included
 */
export const fermentFor = (
  from: DoughState,
  of: Leavening,
  place: Place,
  hours: number,
  step = STEP,
  past = Infinity,
): DoughState[] => integrate(from, of, place, past, hours, step);

/**
 * Carries a dough on until it holds a given rise.
 *
 * @param rise G, volumes
 * @param within hours after which it is given up
 * @returns the states on the way, the first and the last included, or null if it does not get there
 */
export function fermentUntil(
  from: DoughState,
  of: Leavening,
  place: Place,
  rise: number,
  within: number = HORIZON,
  step = STEP,
): DoughState[] | null {
  if (rise <= from.rise) return [from];
  const states = integrate(from, of, place, rise, within, step);
  const last = states.at(-1);
  const before = states.at(-2);
  if (!last || !before || last.rise < rise) return null;
  return [...states.slice(0, -1), crossing(before, last, rise, of)];
}

/**
 * Carries a dough through one place after another.
 *
 * @returns the states on the way; where gas goes, the state before and the state after have the same time
 */
export function fermentThrough(
  from: DoughState,
  of: Leavening,
  stays: readonly Stay[],
  step = STEP,
): DoughState[] {
  const states: DoughState[] = [from];
  let state = from;
  for (const { place, hours, keeps = 1 } of stays) {
    const stretch = fermentFor(state, of, place, hours, step);
    state = stretch.at(-1) ?? state;
    states.push(...stretch.slice(1));
    if (keeps < 1) states.push((state = degas(state, keeps)));
  }
  return states;
}

/**
 * The state in which a dough first holds a given rise, read off its course.
 *
 * @returns null if the course ends before
 */
export function stateAtRise(states: readonly DoughState[], rise: number, of: Leavening): DoughState | null {
  const [first] = states;
  if (!first) return null;
  if (rise <= first.rise) return first;
  const index = states.findIndex((state) => state.rise >= rise);
  const before = states[index - 1];
  const after = states[index];
  return before && after ? crossing(before, after, rise, of) : null;
}

/** The state of a course at a time, between its own states by straight lines. */
export function stateAtTime(states: readonly DoughState[], time: number): DoughState | null {
  const first = states[0];
  const final = states.at(-1);
  if (!first || !final) return null;
  if (time <= first.time) return first;
  let [low, high] = [0, states.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((states[middle]?.time ?? 0) <= time) low = middle;
    else high = middle;
  }
  const [before, after] = [states[low] ?? first, states[high] ?? final];
  const share = after.time > before.time ? Math.min(1, (time - before.time) / (after.time - before.time)) : 1;
  return { ...between(before, after, share), rise: before.rise + share * (after.rise - before.rise) };
}

/** What a culture has become: N = y0·e^θ/(1 + y0(e^θ − 1)); and baker's yeast, percent instant of its flour. */
export const grownAt = (
  at: Thetas,
  { culture, yeast }: Leavening,
): { readonly culture: number; readonly yeast: number } => ({
  culture: (culture * Math.exp(at.culture)) / (1 + culture * Math.expm1(at.culture)),
  yeast: yeast > 0 ? yeastAt(at.yeast, yeast) : 0,
});

/**
 * The classical fourth-order Runge-Kutta method over the thermal times and the temperature, written out over plain
 * numbers: this is the inner loop of every forecast, run again at each key that is typed.
 */
function integrate(
  from: DoughState,
  of: Leavening,
  place: Place,
  until: number,
  hours: number,
  wanted: number,
): DoughState[] {
  const most = wanted * Math.min(1, place.timeConstant / QUICK);
  let lost = gasMade(from, of) - from.rise;
  const end = from.time + hours;
  const byCulture = of.culture > 0 ? of.vigour * of.modifier : 0;
  const byYeast = of.yeast > 0 ? of.modifier : 0;
  const byLactic = of.lactic > 0 ? of.vigour * of.modifier : 0;
  const states: DoughState[] = [from];
  let { time, culture, gas, yeast, lactic, temperature, rise } = from;
  while (rise < until && time < end) {
    // A step never leads over the moment at which the leaven wakes up.
    const asleep = time < of.lag;
    const stop = asleep ? Math.min(of.lag, end) : end;
    const whole = stop - time > most * 1.000_001;
    const step = whole ? most : stop - time;
    const half = step / 2;
    const works = asleep ? 0 : 1;
    const a1 = works * byCulture * cultureGasRate(temperature);
    const c1 = works * byYeast * bakersYeastRate(temperature);
    const b1 = warming(place, time, temperature, gas, a1, yeast, c1, of);
    const t2 = temperature + b1 * half;
    const a2 = works * byCulture * cultureGasRate(t2);
    const c2 = works * byYeast * bakersYeastRate(t2);
    const b2 = warming(place, time + half, t2, gas + a1 * half, a2, yeast + c1 * half, c2, of);
    const t3 = temperature + b2 * half;
    const a3 = works * byCulture * cultureGasRate(t3);
    const c3 = works * byYeast * bakersYeastRate(t3);
    const b3 = warming(place, time + half, t3, gas + a2 * half, a3, yeast + c2 * half, c3, of);
    const t4 = temperature + b3 * step;
    const a4 = works * byCulture * cultureGasRate(t4);
    const c4 = works * byYeast * bakersYeastRate(t4);
    const b4 = warming(place, time + step, t4, gas + a3 * step, a4, yeast + c3 * step, c4, of);
    const sixth = step / 6;
    const before = temperature;
    temperature += sixth * (b1 + 2 * b2 + 2 * b3 + b4);
    const made = sixth * (a1 + 2 * a2 + 2 * a3 + a4);
    gas += made;
    yeast += sixth * (c1 + 2 * c2 + 2 * c3 + c4);
    const middle = (t2 + t3) / 2;
    // Up to there the gas of a culture is that of its yeast; beyond, Simpson's rule over the same temperatures is enough.
    culture +=
      Math.max(before, middle, temperature) <= SAME_BELOW
        ? made
        : works *
          byCulture *
          sixth *
          (cultureYeastRate(before) + 4 * cultureYeastRate(middle) + cultureYeastRate(temperature));
    // Acidity warms nothing, so the same rule does for it.
    if (byLactic > 0)
      lactic +=
        works * byLactic * sixth * (lacticRate(before) + 4 * lacticRate(middle) + lacticRate(temperature));
    time = whole ? time + step : stop;
    rise = madeBy(gas, yeast, of) - lost;
    if (middle > DEADLY) {
      const dead = deathRate(middle) * step;
      [culture, gas, yeast] = [
        diedBack(culture, of.culture, dead),
        diedBack(gas, of.culture, dead),
        yeastDiedBack(yeast, of.yeast, dead),
      ];
      // What is dead made its gas before.
      lost = madeBy(gas, yeast, of) - rise;
    }
    states.push({ time, culture, gas, yeast, lactic, temperature, rise });
  }
  return states;
}

/** Up to so many °C the gas of a culture is that of its yeast. */
const SAME_BELOW = 32;

/** θ at which nothing lives any more. */
const NOTHING = -60;

/** θ of a population that lost a part of it: N = y0·e^θ/(1 + y0(e^θ − 1)), turned round. @param dead −ln of the share that lives on */
function diedBack(theta: number, y0: number, dead: number): number {
  if (y0 <= 0 || y0 >= 1) return theta;
  const left = populationAt(theta, y0) * Math.exp(-dead);
  return Math.max(NOTHING, Math.log(((1 - y0) * left) / (y0 * (1 - left))));
}

/** The same of baker's yeast, whose population levels off much later. */
function yeastDiedBack(theta: number, y0: number, dead: number): number {
  if (y0 <= 0 || y0 >= YEAST_CAPACITY) return theta;
  const left = yeastAt(theta, y0) * Math.exp(-dead);
  return Math.max(NOTHING, Math.log((left * (1 - y0 / YEAST_CAPACITY)) / (y0 * (1 - left / YEAST_CAPACITY))));
}

/** dT/dt: towards what is around, and by the heat of the gas that is made; dG/dθ = c_w·y0·e^θ/(1 + y0(e^θ − 1)), and c_b·P. */
function warming(
  { around, timeConstant, heatOfRise }: Place,
  time: number,
  temperature: number,
  gas: number,
  gasRate: number,
  yeast: number,
  yeastRate: number,
  of: Leavening,
): number {
  const outside = typeof around === 'number' ? around : around(time);
  let slope = (outside - temperature) / timeConstant;
  if (heatOfRise === 0) return slope;
  if (gasRate > 0) {
    const grown = of.culture * Math.exp(gas);
    slope += (heatOfRise * gasRate * RISE_SCALE * grown) / (1 + grown - of.culture);
  }
  if (yeastRate > 0) slope += heatOfRise * yeastRate * GAS_SCALE * yeastAt(yeast, of.yeast);
  return slope;
}

/** The state between two at which a rise is held: the thermal times go in straight lines, the rise by its equation. */
function crossing(before: DoughState, after: DoughState, rise: number, of: Leavening): DoughState {
  const wanted = gasMade(after, of) - after.rise + rise;
  const [gas, yeast] = [after.gas - before.gas, after.yeast - before.yeast];
  // By false position; of an end that stays where it is for a second turn, half is counted (the Illinois way).
  let [low, high] = [0, 1];
  let [under, over] = [before.rise - rise, after.rise - rise];
  let [share, stayed] = [1, 0];
  for (let turn = 0; turn < 40 && over > under; turn += 1) {
    share = (low * over - high * under) / (over - under);
    const off = madeBy(before.gas + share * gas, before.yeast + share * yeast, of) - wanted;
    if (Math.abs(off) < CLOSE || high - low < CLOSE) break;
    if (off < 0) {
      [low, under] = [share, off];
      if (stayed < 0) over /= 2;
      stayed = -1;
    } else {
      [high, over] = [share, off];
      if (stayed > 0) under /= 2;
      stayed = 1;
    }
  }
  return { ...between(before, after, share), rise };
}

function between(before: DoughState, after: DoughState, share: number): DoughState {
  const mix = (from: number, to: number) => from + share * (to - from);
  return {
    time: mix(before.time, after.time),
    culture: mix(before.culture, after.culture),
    gas: mix(before.gas, after.gas),
    yeast: mix(before.yeast, after.yeast),
    lactic: mix(before.lactic, after.lactic),
    temperature: mix(before.temperature, after.temperature),
    rise: 0,
  };
}
