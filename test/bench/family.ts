import { planning } from '@jovet/core/plan';
import { checkSchedule } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import { costOf, type Schedule } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import { must } from '../../core/test/demo.ts';
import { FAMILY, familyDay, type Size } from '../../core/test/plan/family.ts';
import { longNight } from '../../core/test/plan/long-night.ts';
import { asPlanted, plantAll, plantOf, plants, type Plants } from '../../core/test/plan/planted.ts';
import { lowerBound } from './lower-bound.ts';
import { median } from './median.ts';

type Say = (name: string, value: string, holds?: boolean, wanted?: string) => void;

const DAYS = 10;
/** Seconds after the first plan at which it is looked at. */
const LOOKS = [1, 3, 10] as const;
/** ms in which the first plan is to be there. */
const FIRST: Partial<Record<Size, number>> = { town: 2000, factory: 10_000 };

/** From the input of a day to its first plan, ms; null: none in ten seconds. */
function firstOf(input: DayInput): number | null {
  const began = performance.now();
  for (const { answer } of planning(must(networkOf(input)), 1)) {
    const ms = performance.now() - began;
    if (answer || ms > 10_000) return answer?.verdict === 'planned' ? ms : null;
  }
  return null;
}

/** From the input of a day to its first plan, ms; and what its plan costs some seconds later. */
function planDay(size: Size, day: number, seed: number, seconds: number) {
  const began = performance.now();
  const network = must(networkOf(familyDay(size, day)));
  let [first, cost]: [number, number] = [Infinity, Infinity];
  let plan: Schedule | null = null;
  const at: number[] = LOOKS.map(() => Infinity);
  for (const { answer } of planning(network, seed)) {
    const ms = performance.now() - began;
    if (answer?.verdict === 'planned' && answer.cost.total < cost) {
      first = Math.min(first, ms);
      cost = answer.cost.total;
      plan = answer.schedule;
    }
    LOOKS.forEach((look, index) => {
      if (ms <= Math.max(first, look * 1000)) at[index] = cost;
    });
    if (ms > Math.max(seconds * 1000, first === Infinity ? 12_000 : 0)) break;
  }
  return { first, at, cost, plan };
}

/** What the plan that is planted in a day costs, Infinity where there is none that holds. */
function plantedCost(known: Plants, size: Size, day: number): number {
  const plan = known[size]?.[day];
  if (!plan) return Infinity;
  const { instance } = must(networkOf(familyDay(size, day)));
  const schedule = asPlanted(instance, plan);
  return checkSchedule(instance, schedule).length === 0 ? costOf(instance, schedule).total : Infinity;
}

/** Ten days of each size of bakery: whether a plan is found, how soon, and how near to the best that was ever known. */
export function benchFamily(say: Say, long: boolean): void {
  const known = { ...plants() };
  for (const size of FAMILY) {
    const standing = Array.from({ length: DAYS }, (_, day) => plantedCost(known, size, day));
    const runs = Array.from({ length: DAYS }, (_, day) => planDay(size, day, 1, long ? 10 : 1));
    const firsts = runs.map(({ first }) => first);
    const [middle, worst] = [median(firsts), Math.max(...firsts)];
    const limit = FIRST[size] ?? 2000;
    say(`${size}: ten days, first plan, median (and worst)`, `${middle.toFixed(0)} ms (${worst.toFixed(0)} ms)`, worst < limit, `all found, under ${limit / 1000} s`);
    const best = runs.map(({ cost }, day) => Math.min(cost, standing[day] ?? Infinity));
    LOOKS.slice(0, long ? LOOKS.length : 1).forEach((look, index) => {
      const within = runs.filter(({ at }, day) => (at[index] ?? Infinity) <= (best[day] ?? 0) * 1.02 + 1e-9).length;
      const over = median(runs.map(({ at }, day) => ((at[index] ?? Infinity) / Math.max(1e-9, best[day] ?? 0) - 1) * 100));
      say(`${size}: after ${look} s within 2 % of the best ever known`, `${within} of ${DAYS}, median ${over.toFixed(1)} % over it`);
    });
    const bounds = runs.map((_, day) => lowerBound(must(networkOf(familyDay(size, day))).instance));
    const below = best.filter((each, day) => each < (bounds[day] ?? 0) - 1e-9).length;
    const times = median(best.map((each, day) => each / Math.max(1, bounds[day] ?? 0)));
    say(`${size}: the best ever known against a lower bound, each batch in a bakehouse of its own`, `${median(best).toFixed(1)} against ${median(bounds).toFixed(1)}, median ${times.toFixed(1)} times it`, below === 0, 'none below it');
    if (long) known[size] = runs.flatMap(({ cost, plan }, day) => {
      const old = known[size]?.[day];
      if (old && (standing[day] ?? Infinity) <= cost) return [old];
      return plan ? [plantOf(must(networkOf(familyDay(size, day))).instance, plan)] : [];
    });
  }
  if (long) plantAll(known);
  const fails = ([['town', 2], ['factory', 1]] as const).flatMap(([size, days]) =>
    Array.from({ length: 10 }, (_, seed) => Array.from({ length: days }, (_, day) => ({ size, day, seed: seed + 1 })))).flat()
    .filter(({ size, day, seed }) => planDay(size, day, seed, 0).first === Infinity);
  for (const pieces of [500, 900, 2000]) {
    const found = firstOf(longNight(pieces));
    say(`the long night: ${pieces} baguettes from the cold for one van at 05:00`, found ? `${found.toFixed(0)} ms` : 'no plan', found !== null, 'found in 10 s');
  }
  say('ten seeds on two days of town and one of factory: without a plan', `${fails.length}`, fails.length === 0, 'none');
} // prettier-ignore
