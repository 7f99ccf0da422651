import { good, type Result } from '../problem/index.ts';
import { formatNumber } from '../units/index.ts';
import { HOTTEST_WATER } from './constants.ts';
import { baseOfFactor, frictionFactor, waterByBase, waterBySum } from './factors.ts';
import { balanceWater, doughSpread, doughTemperature, type HeatBalance, type Mix } from './heat-balance.ts';
import { pourWater, type Poured, type WaterSource } from './sources.ts';

/** Temperatures by what they are of, °C: always flour, room and bowl, and each pre-ferment of the mix. */
export type Temperatures = Readonly<Record<'flour' | 'room' | 'bowl', number> & Record<string, number>>;

export const WATER_METHODS = ['balance', 'sum', 'base'] as const;
export type WaterMethod = (typeof WATER_METHODS)[number];

/** What the water of a mix depends on. */
export interface WaterQuestion {
  /** The mix for given temperatures: the same dough, the temperatures put in. */
  readonly mixAt: (temperatures: Temperatures) => Mix;
  readonly now: Temperatures;
  /** Desired dough temperature, °C. */
  readonly ddt: number;
  /** Readings of an ordinary day, and the dough temperature they go with. */
  readonly usual: Temperatures;
  readonly usualDdt: number;
  /** What counts in the sum beside the water: flour, room, and the pre-ferments. */
  readonly factors: readonly string[];
  readonly sources: readonly WaterSource[];
  /** Which way the water is poured by. */
  readonly method: WaterMethod;
  /**
   * What logged mixes say, over all factors and over flour, room and water alone, K: each starts from what the balance
   * derives at the usual readings. Null while nothing is logged, and what is derived stands in.
   */
  readonly learned: {
    readonly factor: (derived: number) => number;
    readonly baseFactor: (derived: number) => number;
  } | null;
  /** How far a single mix lies from the friction that the balance reckons with, K. */
  readonly frictionSpread: number;
}

/** The water of one mix by the three ways, °C and K. */
export interface MixWater {
  readonly balance: HeatBalance;
  readonly sum: { readonly temperature: number; readonly frictionFactor: number };
  readonly base: { readonly temperature: number; readonly base: number };
  /** The water temperature at the usual readings, where the three ways agree. */
  readonly usual: number;
  readonly method: WaterMethod;
  readonly poured: Poured;
  /** What is poured comes to water of this temperature. */
  readonly pour: number;
  /** The dough temperature that pouring it gives, by the balance, and its spread (one standard deviation). */
  readonly fdt: number;
  readonly spread: number;
  /** If ice is asked for: the water and the dough without any. */
  readonly iceless: { readonly poured: Poured; readonly fdt: number } | null;
  readonly cautions: readonly string[];
}

/**
 * The water of a mix by heat balance, sum of factors and base number. Until mixes are logged, the friction factor
 * and the base number are derived from the balance at the bakery's usual readings, so that the three agree there.
 *
 * @source domain section 5
 */
export function waterForMix(question: WaterQuestion): Result<MixWater> {
  const { mixAt, now, ddt, usual, usualDdt, sources, learned } = question;
  const mix = mixAt(now);
  const balance = balanceWater(mix, ddt);
  if (!balance.ok) return balance;
  const usualBalance = balanceWater(mixAt(usual), usualDdt);
  if (!usualBalance.ok) return usualBalance;
  const atUsual = usualBalance.value.temperature;
  const factorsAt = (at: Temperatures) => question.factors.map((name) => at[name] ?? at.room);
  const derived = frictionFactor(usualDdt, factorsAt(usual), atUsual);
  const factor = learned ? learned.factor(derived) : derived;
  const derivedOfBase = frictionFactor(usualDdt, [usual.flour, usual.room], atUsual);
  const base = baseOfFactor(ddt, learned ? learned.baseFactor(derivedOfBase) : derivedOfBase);
  const sum = { temperature: waterBySum(ddt, factorsAt(now), factor), frictionFactor: factor };
  const byBase = { temperature: waterByBase(base, now.flour, now.room), base };
  const wanted = {
    balance: balance.value.temperature,
    sum: sum.temperature,
    base: byBase.temperature,
  }[question.method];
  const poured = pourWater(mix.water, wanted, sources);
  if (!poured.ok) return poured;
  const fdt = doughTemperature(mix, poured.value.temperature);
  const iceless = poured.value.ice > 0 ? withoutIce(mix, wanted, sources) : null;
  return good({
    balance: balance.value,
    sum,
    base: byBase,
    usual: atUsual,
    method: question.method,
    poured: poured.value,
    pour: poured.value.temperature,
    fdt,
    spread: doughSpread(mix, question.frictionSpread),
    iceless,
    cautions: [...cautionsFor(poured.value, fdt), ...poured.value.cautions],
  });
}

function withoutIce(mix: Mix, wanted: number, sources: readonly WaterSource[]): MixWater['iceless'] {
  const poured = pourWater(
    mix.water,
    wanted,
    sources.filter(({ kind }) => kind !== 'ice'),
  );
  return poured.ok ? { poured: poured.value, fdt: doughTemperature(mix, poured.value.temperature) } : null;
}

function cautionsFor({ limit, wanted, temperature, portions }: Poured, fdt: number): string[] {
  const degrees = (celsius: number) => `${formatNumber(celsius, 1)} °C`;
  const comes = `the dough comes out at ${degrees(fdt)}`;
  if (limit === 'hot' && temperature >= HOTTEST_WATER - 1e-9)
    return [
      `The dough asks for water at ${degrees(wanted)}. Above ${HOTTEST_WATER} °C it harms the leaven: pour ${HOTTEST_WATER} °C and ${comes}. Warm the flour or the pre-ferment instead.`,
    ];
  if (limit === 'hot')
    return [
      `The dough asks for water at ${degrees(wanted)}, warmer than any source: with ${degrees(temperature)} ${comes}. Heat some water, or warm the flour.`,
    ];
  if (limit === 'cold' && portions.some(({ kind }) => kind === 'ice'))
    return [
      `The dough asks for colder water than ice alone gives: with nothing but ice ${comes}. Chill the flour or the pre-ferment, or mix for less time.`,
    ];
  if (limit === 'cold')
    return [
      `The dough asks for water at ${degrees(wanted)}, colder than any source: with ${degrees(temperature)} ${comes}. Use ice, chill the flour or the pre-ferment, or mix for less time.`,
    ];
  return [];
}
