import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatNumber } from '../units/index.ts';
import { HOTTEST_WATER, LATENT_HEAT_OF_ICE, MOST_ICE, SPECIFIC_HEAT } from './constants.ts';

/** Where water comes from: a tap, a cooler, a heater, or ice. °C. */
export interface WaterSource {
  readonly name: string;
  readonly kind: 'water' | 'ice';
  readonly temperature: number;
}

/** So much from one source, kg. */
export interface Portion extends WaterSource {
  readonly mass: number;
}

/** The water of a mix as it is poured. */
export interface Poured {
  /** What the balance asks for, °C. */
  readonly wanted: number;
  /** What the portions come to: the temperature of water that brings the same heat, °C. Iced, it may be below 0. */
  readonly temperature: number;
  readonly portions: readonly Portion[];
  /** Mass share of ice, 0 to 1. */
  readonly ice: number;
  /** Which way the wish could not be met, if it could not. */
  readonly limit: 'hot' | 'cold' | null;
  readonly cautions: readonly string[];
}

/**
 * The temperature of the water that brings the same heat. Ice takes up the heat of melting, so a kilogram of it stands
 * for water far below 0 °C.
 *
 * @returns °C
 */
export const equivalentTemperature = ({ kind, temperature }: Omit<WaterSource, 'name'>): number =>
  kind === 'water'
    ? temperature
    : (SPECIFIC_HEAT.ice * Math.min(0, temperature) - LATENT_HEAT_OF_ICE) / SPECIFIC_HEAT.water;

/**
 * Blends water to a temperature from the sources that lie next to it: tap and heater, tap and cooler, coldest source
 * and ice. m_ice = m_w·c_w(T_tap − T_req)/(334 + 2.05·(0 − T_ice) + c_w·T_tap) is this rule for tap and ice.
 *
 * @param mass all water, kg
 * @param wanted °C
 * @returns the portions, as near to the wish as the sources get; or a problem if there is no water or no source
 * @source domain section 5, heat balance of the blend
 *
 * @example
 * const poured = pourWater(10, 33, [{ name: 'tap', kind: 'water', temperature: 14 }, { name: 'hot', kind: 'water', temperature: 52 }]);
 * assert.ok(poured.ok && Math.abs(poured.value.temperature - 33) < 1e-9);
 */
export function pourWater(mass: number, wanted: number, sources: readonly WaterSource[]): Result<Poured> {
  if (!(mass > 0))
    return bad(problem('water', 'There is no water to pour.', 'Give the final mix some water.'));
  const from = sources
    .map((source) => ({ source, at: equivalentTemperature(source) }))
    .sort((a, b) => a.at - b.at);
  const [coldest] = from;
  const hottest = from.at(-1);
  if (!coldest || !hottest)
    return bad(problem('sources', 'No water source is named.', 'Name the tap and its temperature.'));
  const hot = Math.min(HOTTEST_WATER, hottest.at);
  const limit = wanted > hot ? 'hot' : wanted < coldest.at ? 'cold' : null;
  // A tap that is itself too hot is all there is.
  const temperature = Math.max(coldest.at, Math.min(hot, wanted));
  const below = from.findLast(({ at }) => at <= temperature) ?? coldest;
  const above = from.find(({ at }) => at >= temperature) ?? hottest;
  const share = above.at > below.at ? (temperature - below.at) / (above.at - below.at) : 1;
  const portions = [
    { ...above.source, mass: mass * share },
    { ...below.source, mass: mass * (1 - share) },
  ].filter((portion) => portion.mass > 0);
  const ice = portions.reduce((sum, each) => sum + (each.kind === 'ice' ? each.mass : 0), 0) / mass;
  return good({ wanted, temperature, portions, ice, limit, cautions: cautionsOf(ice) });
}

const cautionsOf = (ice: number): string[] =>
  ice > MOST_ICE
    ? [
        `${formatNumber(ice * 100, 0)} % of the water is ice, more than melts surely before the mix ends (${formatNumber(MOST_ICE * 100, 0)} %). Use colder flour, cool the pre-ferment, or mix for less time.`,
      ]
    : [];

/** The temperature of water that stands for portions which were really poured, °C. */
export function temperatureOfPortions(portions: readonly Portion[]): Result<number> {
  const mass = portions.reduce((sum, each) => sum + each.mass, 0);
  if (!(mass > 0)) return bad(problem('water', 'No water was poured.', 'Enter how much of which.'));
  return good(portions.reduce((sum, each) => sum + each.mass * equivalentTemperature(each), 0) / mass);
}
