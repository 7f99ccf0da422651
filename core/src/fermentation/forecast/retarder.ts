import { HEAT_OF_RISE, type DoughState } from '../course.ts';
import { gasMade, madeBy, ratesAt, type Leavening } from '../leavening.ts';

/** A cold cabinet as a body of its own. */
export interface Retarder {
  /** C_r: cabinet, shelves and air, kJ/K. */
  readonly heatCapacity: number;
  /** UA of its walls, W/K. */
  readonly walls: number;
  /** Q_max of its machine, W. */
  readonly power: number;
  /** °C that it is set to. */
  readonly setPoint: number;
}

/** A small upright cabinet. Domain section 6, default. */
export const USUAL_RETARDER: Retarder = { heatCapacity: 60, walls: 5, power: 800, setPoint: 4 };

/** Pieces that go in together. */
export interface RetarderLoad {
  readonly pieces: number;
  /** kg of one. */
  readonly mass: number;
  /** Hours to the temperature of the air, of one piece. */
  readonly timeConstant: number;
  readonly leavening: Leavening;
  /** As they go in; its time is that of its own dough. */
  readonly state: DoughState;
  /** Hours after the forecast begins. */
  readonly entersAt: number;
  /** Hours after the forecast begins; Infinity if they stay to its end. */
  readonly leavesAt: number;
}

/** A load on its way through the cold. */
export interface LoadCourse {
  /** One state at each time of the forecast that it is in the cabinet. */
  readonly states: readonly DoughState[];
  /** Gas made before its core was cold (within a kelvin of the set point), volumes; null if it never was. */
  readonly riseBeforeCold: number | null;
  /** Hours after it went in. */
  readonly coldAfter: number | null;
}

export interface RetarderForecast {
  /** Hours. */
  readonly times: readonly number[];
  /** °C of the air. */
  readonly air: readonly number[];
  readonly loads: readonly LoadCourse[];
  /** Heat that the machine took out, kJ. */
  readonly taken: number;
  /** Heat that came through the walls, from cooling dough and from fermentation, kJ: what balances it. */
  readonly gained: { readonly walls: number; readonly dough: number; readonly cabinet: number };
  readonly warmest: number;
}

const STEP = 0.5 / 60;
const SPECIFIC_HEAT = 2.9;
const WITHIN = 1;

/**
 * Air and dough in a retarder while loads come and go: C_r dT/dt = Σ h_eff A_i(T_i − T) + UA(T_room − T) − min(Q_max,
 * demand). Each piece gives its heat as τ says: h_eff·A = m·c/τ.
 *
 * @param room °C around the cabinet
 * @param hours how far
 * @param air °C of the air at the start
 * @source domain section 6
 */
export function forecastRetarder(
  retarder: Retarder,
  loads: readonly RetarderLoad[],
  room: number,
  hours: number,
  air = retarder.setPoint,
): RetarderForecast {
  const steps = Math.ceil(hours / STEP);
  const inside = loads.map((load) => ({ load, state: load.state, states: [] as DoughState[] }));
  const times: number[] = [0];
  const airs: number[] = [air];
  const gained = { walls: 0, dough: 0, cabinet: 0 };
  let taken = 0;
  for (let step = 0; step < steps; step += 1) {
    const time = step * STEP;
    const seconds = STEP * 3600;
    let fromDough = 0;
    for (const each of inside) {
      const { load } = each;
      if (time < load.entersAt - 1e-9 || time >= load.leavesAt - 1e-9) continue;
      if (each.states.length === 0) each.states.push(each.state);
      const next = chilled(each.state, load, air);
      const made = (next.rise - each.state.rise) * HEAT_OF_RISE;
      fromDough +=
        load.pieces * load.mass * SPECIFIC_HEAT * (each.state.temperature + made - next.temperature);
      each.state = next;
      each.states.push(next);
    }
    const fromWalls = (retarder.walls * (room - air) * seconds) / 1000;
    // The machine holds the air at its set point as far as its power goes.
    const demand = fromDough + fromWalls + retarder.heatCapacity * (air - retarder.setPoint);
    const out = Math.min((retarder.power * seconds) / 1000, Math.max(0, demand));
    const before = air;
    air += (fromDough + fromWalls - out) / retarder.heatCapacity;
    gained.walls += fromWalls;
    gained.dough += fromDough;
    gained.cabinet += retarder.heatCapacity * (before - air);
    taken += out;
    times.push((step + 1) * STEP);
    airs.push(air);
  }
  return {
    times,
    air: airs,
    loads: inside.map(({ load, states }) => loadCourse(load, states, retarder)),
    taken,
    gained,
    warmest: Math.max(...airs),
  };
}

/** One step of a piece in air of a temperature: it nears the air, warmed by the gas it makes; rates at its middle. */
function chilled(state: DoughState, { leavening: of, timeConstant }: RetarderLoad, air: number): DoughState {
  const after = (hours: number) => air + (state.temperature - air) * Math.exp(-hours / timeConstant);
  const rates = ratesAt(after(STEP / 2), of);
  const gas = state.gas + STEP * rates.gas;
  const yeast = state.yeast + STEP * rates.yeast;
  const made = madeBy(gas, yeast, of) - gasMade(state, of);
  return {
    time: state.time + STEP,
    culture: state.culture + STEP * rates.culture,
    gas,
    yeast,
    lactic: state.lactic + STEP * rates.lactic,
    temperature: after(STEP) + HEAT_OF_RISE * made,
    rise: state.rise + made,
  };
}

function loadCourse(load: RetarderLoad, states: readonly DoughState[], { setPoint }: Retarder): LoadCourse {
  const cold = states.find((state) => state.temperature <= setPoint + WITHIN);
  return {
    states,
    riseBeforeCold: cold ? cold.rise - load.state.rise : null,
    coldAfter: cold ? cold.time - load.state.time : null,
  };
}
