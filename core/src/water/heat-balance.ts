import { bad, good, problem, type Result } from '../problem/index.ts';
import { BOWL_SHARE, HEAT_OF_WETTING, MIX_TIME_CONSTANT, SPECIFIC_HEAT } from './constants.ts';

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
  const temperature = ddt + waterHeat / (mix.water * SPECIFIC_HEAT.water);
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
    mix.water * SPECIFIC_HEAT.water * water +
    bowl * mix.bowl.temperature +
    HEAT_OF_WETTING * mix.newFlour +
    (mix.friction + share * mix.room) * capacity;
  return heat / (capacity * (1 + share) + bowl);
}

const doughCapacity = (mix: Mix): number =>
  mix.parts.reduce((sum, part) => sum + part.mass * part.specificHeat, mix.water * SPECIFIC_HEAT.water);

const capacityOfBowl = (mix: Mix): number => BOWL_SHARE * mix.bowl.mass * SPECIFIC_HEAT.steel;

/** The share of the way to the room's temperature that an open bowl goes. */
const lossShare = (mix: Mix): number => 1 - Math.exp(-mix.minutes / MIX_TIME_CONSTANT);
