import { bad, good, problem, type Result } from '../problem/index.ts';
import {
  BOWL_SHARE,
  HEAT_OF_WETTING,
  MIX_TIME_CONSTANT,
  READING_SPREAD,
  SPECIFIC_HEAT,
} from './constants.ts';

/** Something that goes into the bowl: kg, kJ/kg·K, °C. */
export interface MixPart {
  readonly name: string;
  readonly mass: number;
  readonly specificHeat: number;
  readonly temperature: number;
}

/** One mix. Masses in kg, temperatures in °C, friction in K, time in minutes. */
export interface Mix {
  /** Everything but the water. */
  readonly parts: readonly MixPart[];
  readonly water: number;
  /** Specific heat of what is poured, where it is not water but milk or whey. */
  readonly liquidHeat?: number;
  /** Flour wetted for the first time in this mix. */
  readonly newFlour: number;
  /** The steel bowl; mass 0 leaves it out. */
  readonly bowl: { readonly mass: number; readonly temperature: number };
  readonly room: number;
  /** Rise of the dough by the work of the mixer. */
  readonly friction: number;
  /** Mixing and resting in the open bowl; 0 leaves the loss to the room out. */
  readonly minutes: number;
}

/** What one part brings to the dough (+) or takes from it (−) on the way to the target, kJ. */
export interface LedgerEntry {
  readonly name: string;
  readonly heat: number;
}

export interface HeatBalance {
  readonly temperature: number;
  /** Everything but the water, whose entry closes the sum. */
  readonly ledger: readonly LedgerEntry[];
  readonly waterHeat: number;
  /** C, heat capacity of the dough without the bowl, kJ/K. */
  readonly capacity: number;
  readonly bowlCapacity: number;
  /** ΔT_loss, K. */
  readonly loss: number;
}

/**
 * Solves the heat balance of a mix for the temperature of its water:
 * Σ m c (T − FDT) + C_bowl (T_bowl − FDT) + q_h·m_newflour + (ΔT_f − ΔT_loss)·C = 0.
 *
 * @param ddt desired dough temperature, °C
 * @returns the water temperature in °C and the ledger in kJ, or a problem if there is no water to solve for
 * @source first law of thermodynamics; constants in constants.ts
 */
export function balanceWater(mix: Mix, ddt: number): Result<HeatBalance> {
  if (mix.water <= 0) {
    return bad(
      problem(
        'water',
        'There is no water in this mix to carry the temperature.',
        'Give the final mix some water.',
      ),
    );
  }
  const capacity = doughCapacity(mix);
  const bowlCapacity = capacityOfBowl(mix);
  const loss = lossShare(mix) * (ddt - mix.room);
  const ledger: LedgerEntry[] = [
    ...mix.parts.map((part) => ({
      name: part.name,
      heat: part.mass * part.specificHeat * (part.temperature - ddt),
    })),
    { name: 'bowl', heat: bowlCapacity * (mix.bowl.temperature - ddt) },
    { name: 'wetting', heat: HEAT_OF_WETTING * mix.newFlour },
    { name: 'friction', heat: mix.friction * capacity },
    { name: 'room', heat: -loss * capacity },
  ];
  const waterHeat = -ledger.reduce((sum, entry) => sum + entry.heat, 0);
  const temperature = ddt + waterHeat / capacityOfLiquid(mix);
  return good({ temperature, ledger, waterHeat, capacity, bowlCapacity, loss });
}

/**
 * Predicts the final dough temperature when the water has a given temperature: the inverse of `balanceWater`.
 *
 * @param water temperature of the water, °C
 * @returns FDT, °C
 */
export function doughTemperature(mix: Mix, water: number): number {
  const capacity = doughCapacity(mix);
  const bowl = capacityOfBowl(mix);
  const share = lossShare(mix);
  const heat =
    mix.parts.reduce((sum, part) => sum + part.mass * part.specificHeat * part.temperature, 0) +
    capacityOfLiquid(mix) * water +
    bowl * mix.bowl.temperature +
    HEAT_OF_WETTING * mix.newFlour +
    (mix.friction + share * mix.room) * capacity;
  return heat / (capacity * (1 + share) + bowl);
}

/** What a kelvin of one part is worth. */
export interface Lever {
  readonly name: string;
  /** Its share of the heat capacity of the dough, 0 to 1. */
  readonly share: number;
  /** So much the water has to move the other way for each kelvin of it, K. */
  readonly water: number;
}

/** What a kelvin of each part is worth against a kelvin of the water; a sum of factors takes it to be 1. */
export function leversOf(mix: Mix): Lever[] {
  const capacity = doughCapacity(mix);
  return mix.parts.map((part) => ({
    name: part.name,
    share: (part.mass * part.specificHeat) / capacity,
    water: (part.mass * part.specificHeat) / capacityOfLiquid(mix),
  }));
}

/** What is asked of a mix of which the rest is known. `part` names one of its parts. */
export type Unknown =
  | { readonly kind: 'water' }
  | { readonly kind: 'dough' }
  | { readonly kind: 'friction' }
  | { readonly kind: 'part'; readonly name: string };

/**
 * Solves the heat balance of a mix for any one unknown.
 *
 * @param water temperature of the water, °C; not looked at when it is the unknown
 * @param dough dough temperature, °C; not looked at when it is the unknown
 * @returns °C, or K for friction; or a problem at `water` or `part`
 * @source first law of thermodynamics; constants in constants.ts
 */
export function solveMix(mix: Mix, unknown: Unknown, water: number, dough: number): Result<number> {
  if (unknown.kind === 'dough') {
    return doughCapacity(mix) + capacityOfBowl(mix) > 0
      ? good(doughTemperature(mix, water))
      : bad(problem('mix', 'There is nothing in this mix.', 'Give it flour and water.'));
  }
  if (unknown.kind === 'water') {
    const balance = balanceWater(mix, dough);
    return balance.ok ? good(balance.value.temperature) : balance;
  }
  const capacity = doughCapacity(mix);
  if (unknown.kind === 'friction') {
    if (capacity <= 0)
      return bad(problem('mix', 'There is nothing in this mix.', 'Give it flour and water.'));
    return good(-heatAt({ ...mix, friction: 0 }, water, dough) / capacity);
  }
  const part = mix.parts.find(({ name }) => name === unknown.name);
  if (!part || part.mass * part.specificHeat <= 0)
    return bad(problem('part', `${unknown.name} is not in this mix.`, 'Choose something that is mixed in.'));
  const others = {
    ...mix,
    parts: mix.parts.map((each) => (each === part ? { ...each, temperature: dough } : each)),
  };
  return good(dough - heatAt(others, water, dough) / (part.mass * part.specificHeat));
}

/** Heat left over when the dough is at a temperature, kJ: 0 where the balance closes. */
function heatAt(mix: Mix, water: number, dough: number): number {
  const capacity = doughCapacity(mix);
  return (
    mix.parts.reduce((sum, part) => sum + part.mass * part.specificHeat * (part.temperature - dough), 0) +
    capacityOfLiquid(mix) * (water - dough) +
    capacityOfBowl(mix) * (mix.bowl.temperature - dough) +
    HEAT_OF_WETTING * mix.newFlour +
    (mix.friction - lossShare(mix) * (dough - mix.room)) * capacity
  );
}

/**
 * How far from the forecast the dough may come out: the spread of the friction and of the readings, each by its share
 * of the heat.
 *
 * @param frictionSpread standard deviation of the friction, K
 * @returns K, one standard deviation
 */
export function doughSpread(mix: Mix, frictionSpread: number): number {
  const capacity = doughCapacity(mix);
  const whole = capacity * (1 + lossShare(mix)) + capacityOfBowl(mix);
  const shares = [
    ...mix.parts.map((part) => part.mass * part.specificHeat),
    capacityOfLiquid(mix),
    capacityOfBowl(mix),
    lossShare(mix) * capacity,
  ];
  const ofReadings = shares.reduce((sum, share) => sum + (share * READING_SPREAD) ** 2, 0);
  return Math.sqrt(ofReadings + (frictionSpread * capacity) ** 2) / whole;
}

const doughCapacity = (mix: Mix): number =>
  mix.parts.reduce((sum, part) => sum + part.mass * part.specificHeat, capacityOfLiquid(mix));

const capacityOfLiquid = (mix: Mix): number => mix.water * heatOfLiquid(mix);

/** Specific heat of what is poured, kJ/kg·K. */
export const heatOfLiquid = ({ liquidHeat }: Pick<Mix, 'liquidHeat'>): number =>
  liquidHeat ?? SPECIFIC_HEAT.water;

const capacityOfBowl = (mix: Mix): number => BOWL_SHARE * mix.bowl.mass * SPECIFIC_HEAT.steel;

/** The share of the way to the room's temperature that an open bowl goes. */
const lossShare = (mix: Mix): number => 1 - Math.exp(-mix.minutes / MIX_TIME_CONSTANT);
