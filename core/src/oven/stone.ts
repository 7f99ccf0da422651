import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import type { BakeProfile } from './profile.ts';

/** The stone of a deck with its heater. Defaults of domain section 9, for one m². */
export interface Stone {
  /** m² */
  readonly area: number;
  /** kJ/K for one m² */
  readonly capacity: number;
  /** kW for one m² */
  readonly power: number;
  /** W/K lost for one m² */
  readonly loss: number;
}

export const STONE = { capacity: 110, power: 5, loss: 6 } as const;
/** cm of stone that hold so much heat; and cm to which walls and trays come where there is no stone. Chosen for Jovet. */
export const [STONE_DEPTH, NO_STONE] = [5, 1] as const;

/** Dough that is baked on it, and the steam that is given. */
export interface StoneLoad {
  /** Seconds. */
  readonly at: number;
  readonly minutes: number;
  /** kg */
  readonly dough: number;
  /** °C of the dough as it goes in, and of its core as it comes out. */
  readonly from: number;
  readonly core: number;
  /** Percent of the dough that is lost while it bakes. */
  readonly loss: number;
  /** kg of water that becomes steam. */
  readonly steam: number;
}

export interface SetPoint {
  /** Seconds. */
  readonly at: number;
  /** °C; null: the heater is off. */
  readonly celsius: number | null;
}

export interface StoneMoment {
  readonly at: number;
  readonly celsius: number;
  /** kW of the heater. */
  readonly heat: number;
}

export interface StoneForecast {
  readonly course: readonly StoneMoment[];
  /** kWh that the heater gave, the loads took, and the room got. */
  readonly heated: number;
  readonly taken: number;
  readonly lost: number;
}

/** kJ/kgK of dough, kJ/kg to boil off its water, kJ/kg of steam. Domain section 9. */
const [DOUGH_HEAT, BOIL, STEAM_HEAT] = [2.9, 2257, 2900];
/** Seconds of a step. */
const STEP = 30;
/** A load draws its heat with a time constant of this share of its bake. */
const DRAWN = 1 / 3;

/** Heat that a load takes, kJ: to warm its dough, to boil off what it loses, and for steam. */
export const loadHeat = ({ dough, from, core, loss, steam }: StoneLoad): number =>
  dough * (DOUGH_HEAT * (core - from) + (loss / 100) * BOIL) + steam * STEAM_HEAT;

/**
 * Hours of full heat until a stone is so hot.
 *
 * @param from °C at first
 * @param to °C wanted
 * @param room °C
 * @returns 0 if it is that hot already; Infinity if it never gets there
 */
export function preheatHours(stone: Stone, from: number, to: number, room: number): number {
  if (to <= from) return 0;
  const rise = (stone.power * 1000) / stone.loss;
  if (to >= room + rise) return Infinity;
  return ((stone.capacity * 1000) / stone.loss / 3600) * Math.log((room + rise - from) / (room + rise - to));
}

/** A stone that is colder than wanted by no more than the first is hot, and one hotter by no more than the second not too hot, K. Chosen for Jovet. */
export const STONE_PLAY = { colder: 5, hotter: 10 } as const;

/**
 * Seconds that a stone without heat and bread takes to cool.
 *
 * @param from °C at first
 * @param to °C wanted, above the room
 * @param room °C
 */
export const coolingSeconds = (stone: Stone, room: number, from: number, to: number): number =>
  from <= to ? 0 : ((stone.capacity * 1000) / stone.loss) * Math.log((from - room) / (to - room));

/**
 * What a stone does through preheat, loads and recovery: C dT/dt = P − UA(T − T_room) − q(t). The heater gives what
 * holds the set point, at most all it has.
 *
 * @param first °C at `from`
 * @param from seconds
 * @param to seconds
 * @returns its course, and where the heat went; or what cannot be, at `stone` or `loads.<n>`
 */
export function forecastStone(
  stone: Stone,
  room: number,
  first: number,
  setPoints: readonly SetPoint[],
  loads: readonly StoneLoad[],
  from: number,
  to: number,
): Result<StoneForecast> {
  const problems: Problem[] = [];
  if (!(stone.area > 0)) problems.push(problem('stone', 'The deck has no floor.', 'Enter its width and depth.'));
  if (!(stone.capacity > 0))
    problems.push(problem('stone', 'A stone without mass holds no heat.', 'Enter what it takes to warm it.'));
  loads.forEach((load, index) => {
    if (!(load.minutes > 0))
      problems.push(problem(`loads.${index}`, 'This load is baked for 0 minutes.', 'Enter how long it bakes.'));
  });
  if (problems.length > 0) return bad(...problems);
  const [capacity, loss, most] = [stone.capacity * stone.area, (stone.loss * stone.area) / 1000, stone.power * stone.area];
  const sets = setPoints.toSorted((a, b) => a.at - b.at);
  const course: StoneMoment[] = [];
  let [celsius, heated, taken, lost] = [first, 0, 0, 0];
  for (let at = from; at < to; ) {
    const step = Math.min(STEP, to - at);
    const wanted = sets.findLast((each) => each.at <= at)?.celsius ?? null;
    const drawn = loads.reduce((sum, load) => sum + heatDrawn(load, at + step) - heatDrawn(load, at), 0);
    // Losses are those of the middle of the step, so that what goes in comes out.
    const end = (heat: number) =>
      (celsius * (capacity - (loss * step) / 2) + loss * step * room + heat * step - drawn) / (capacity + (loss * step) / 2);
    const needed = wanted === null ? 0 : ((wanted - end(0)) * (capacity + (loss * step) / 2)) / step;
    const heat = Math.max(0, Math.min(most, needed));
    const next = end(heat);
    course.push({ at, celsius, heat });
    heated += heat * step;
    taken += drawn;
    lost += loss * step * ((celsius + next) / 2 - room);
    celsius = next;
    at += step;
  }
  course.push({ at: to, celsius, heat: 0 });
  return good({ course, heated: heated / 3600, taken: taken / 3600, lost: lost / 3600 });
} // prettier-ignore

/** kJ that a load has drawn by a moment: much at first, all of it by the end of its bake. */
export function heatDrawn(load: StoneLoad, at: number): number {
  const bake = load.minutes * 60;
  const constant = bake * DRAWN;
  const since = Math.min(bake, Math.max(0, at - load.at));
  return (loadHeat(load) * (1 - Math.exp(-since / constant))) / (1 - Math.exp(-bake / constant));
}

/** Minutes that a stone is waited for at most. */
const RECOVERY_MOST = 120;

/** What a bake sets the heat from below to, from its load on; seconds. */
export const bottomsOf = ({ loadAt, stages }: BakeProfile, at: number): SetPoint[] => [
  { at, celsius: loadAt },
  ...stages.map(({ from, bottom }) => ({ at: at + from * 60, celsius: bottom })),
];

/**
 * Minutes from the end of a bake until the stone is as hot again as it was at its load, set for that as soon as it is out.
 *
 * @param load dough of one deck; its `at` does not matter
 * @returns 0 to two hours
 */
export function recoveryMinutes(stone: Stone, room: number, profile: BakeProfile, load: StoneLoad): number {
  const { loadAt } = profile;
  const out = load.minutes * 60;
  const sets = [...bottomsOf(profile, 0), { at: out, celsius: loadAt }];
  const forecast = forecastStone(stone, room, loadAt, sets, [{ ...load, at: 0 }], 0, out + RECOVERY_MOST * 60);
  if (!forecast.ok) return 0;
  return ((hotEnough(forecast.value, loadAt - 1, out) ?? out + RECOVERY_MOST * 60) - out) / 60;
} // prettier-ignore

/**
 * The first moment from one on at which a stone is hot enough.
 *
 * @param loadAt °C on the stone
 * @returns seconds; null if it is not while the forecast lasts
 */
export const hotEnough = ({ course }: StoneForecast, loadAt: number, from: number): number | null =>
  course.find(({ at, celsius }) => at >= from && celsius >= loadAt - 1e-6)?.at ?? null;
