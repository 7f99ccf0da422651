import { good, type Result } from '../problem/index.ts';
import { formatNumber } from '../units/index.ts';
import { COLDEST_WATER, HOTTEST_WATER } from './constants.ts';
import { frictionFactor, waterByBase, waterBySum } from './factors.ts';
import { balanceWater, doughTemperature, type HeatBalance, type Mix } from './heat-balance.ts';

/** Temperatures read before the mix, °C. */
export interface Readings {
  readonly flour: number;
  readonly room: number;
  readonly levain: number;
  readonly bowl: number;
}

/** The water of one mix by the three ways, °C and K. */
export interface MixWater {
  readonly balance: HeatBalance;
  readonly sum: { readonly temperature: number; readonly frictionFactor: number };
  readonly base: { readonly temperature: number; readonly base: number };
  /** The water temperature at the usual readings, where the three ways agree. */
  readonly usual: number;
  /** What to pour: the balance, kept within what water can be. */
  readonly pour: number;
  /** The dough temperature that pouring it gives. */
  readonly fdt: number;
  readonly cautions: readonly string[];
}

/**
 * The water of a mix by heat balance, sum of factors and base number. Until mixes are logged, the friction factor
 * and the base number are derived from the balance at the bakery's usual readings, so that the three agree there.
 *
 * @param mixAt the mix for given readings: the same dough, the temperatures put in
 * @param usualDdt the dough temperature at which the bakery's usual readings hold, °C
 * @source domain section 5
 */
export function waterForMix(
  mixAt: (readings: Readings) => Mix,
  now: Readings,
  ddt: number,
  usual: Readings,
  usualDdt: number,
): Result<MixWater> {
  const balance = balanceWater(mixAt(now), ddt);
  if (!balance.ok) return balance;
  const usualBalance = balanceWater(mixAt(usual), usualDdt);
  if (!usualBalance.ok) return usualBalance;
  const atUsual = usualBalance.value.temperature;
  const factor = frictionFactor(usualDdt, [usual.flour, usual.room, usual.levain], atUsual);
  const base = 3 * ddt - frictionFactor(usualDdt, [usual.flour, usual.room], atUsual);
  const wanted = balance.value.temperature;
  const pour = Math.min(HOTTEST_WATER, Math.max(COLDEST_WATER, wanted));
  const fdt = doughTemperature(mixAt(now), pour);
  return good({
    balance: balance.value,
    sum: { temperature: waterBySum(ddt, [now.flour, now.room, now.levain], factor), frictionFactor: factor },
    base: { temperature: waterByBase(base, now.flour, now.room), base },
    usual: atUsual,
    pour,
    fdt,
    cautions: cautionsFor(wanted, fdt),
  });
}

function cautionsFor(wanted: number, fdt: number): string[] {
  if (wanted > HOTTEST_WATER) {
    return [
      `The balance asks for water at ${formatNumber(wanted, 1)} °C. Above ${HOTTEST_WATER} °C it harms the culture: pour ${HOTTEST_WATER} °C and the dough comes out at ${formatNumber(fdt, 1)} °C. Warm the flour or the levain instead.`,
    ];
  }
  if (wanted < COLDEST_WATER) {
    return [
      `The balance asks for water at ${formatNumber(wanted, 1)} °C, colder than water can be poured: with ${formatNumber(COLDEST_WATER, 1)} °C the dough comes out at ${formatNumber(fdt, 1)} °C. Chill the flour or the levain, or mix for less time.`,
    ];
  }
  return [];
}
