import { lowerBound } from './lower-bound.ts';
import { median } from './median.ts';
import { proveOptimum } from './prove.ts';
import { carriedOver, planning } from '@jovet/core/plan';
import { type Instance, type Schedule } from '@jovet/core/plan/instance';
import { SLOT_MINUTES } from '@jovet/core/dough';
import { domainsOf, search, whyImpossible, type Progress } from '@jovet/core/plan/planner';
import { networkOf, held } from '@jovet/core/plan/network';
import { verifyCertificate } from '@jovet/core/plan/checker';
import { demoDay, must } from '../../core/test/demo.ts';
import { impossibleBakery, plantedBakery, provedDay } from '../../core/test/plan/made-bakery.ts';
import { readFileSync } from 'node:fs';

type Say = (name: string, value: string, holds?: boolean, wanted?: string) => void;

/** What a search had after some times, s; and when it first had a plan. */
interface Run {
  readonly first: { readonly cost: number; readonly ms: number } | null;
  readonly at: readonly (Progress | null)[];
}

function run(instance: Instance, seed: number, times: readonly number[]): Run {
  const began = performance.now();
  const { domains } = domainsOf(instance);
  const at: (Progress | null)[] = times.map(() => null);
  let first: Run['first'] = null;
  let last: Progress | null = null;
  for (const progress of search(instance, domains, seed)) {
    const ms = performance.now() - began;
    last = progress;
    if (progress.unplaced === 0) first ??= { cost: progress.cost, ms };
    times.forEach((limit, index) => {
      if (ms <= limit * 1000) at[index] = progress;
    });
    if (ms > (times.at(-1) ?? 0) * 1000) break;
  }
  // A search that ends by itself has what could not be better, from then on.
  return { first, at: at.map((each) => (last && last.cost < 1e-9 ? last : each)) };
}

/** Days of 25 tasks and the least that each can cost, proved once by an exact solver within a minute. */
const PROVED = JSON.parse(
  readFileSync(new URL('../bench/small-days.json', import.meta.url), 'utf8'),
) as readonly { readonly seed: number; readonly optimum: number }[];
/** A day with so many batches; there would be time for a tenth more, so its mixers are at work for 0.73 of it. */
const bigBakery = (batches: number, seed = 7) =>
  plantedBakery(
    seed,
    Math.ceil(batches * 1.1),
    {
      people: Math.ceil(batches * 0.45) + 2,
      mixers: Math.ceil(batches / 18),
      decks: Math.ceil(batches / 4) + 1,
    },
    batches,
  );

/** How good plans are after how long, on days that were made up from seeds. */
export function benchPlanner(say: Say, prove: boolean): void {
  if (prove) {
    const wrong = PROVED.filter(
      ({ seed, optimum }) => Math.abs(proveOptimum(provedDay(seed)) - optimum) > 1e-6,
    );
    say('small days proved again: other than what is kept', `${wrong.length}`, wrong.length === 0, 'none');
  }
  smallDays(say);
  theDemoDay(say);
  bigDays(say);
  impossibleDays(say);
}

/** How far each small day is from what was proved: against its first plan, and in minutes of dough away from its best. */
function smallDays(say: Say): void {
  const times = [0.1, 0.3, 1];
  const runs = PROVED.map(({ seed, optimum }) => ({ ...run(provedDay(seed), 1, times), optimum }));
  times.forEach((time, index) => {
    const left = runs.map(({ at, first, optimum }) => {
      const now = at[index];
      if (!now || now.unplaced > 0) return { share: 1, over: Infinity };
      const over = now.cost - optimum;
      return { share: over / Math.max(1e-9, (first?.cost ?? now.cost) - optimum, over), over };
    });
    const within = left.filter(({ share, over }) => share <= 0.02 || over < 1e-6).length;
    const worst = Math.max(...left.map(({ over }) => over));
    say(
      `${runs.length} small days after ${time} s: within 2 % of the proven best`,
      `${within} of ${runs.length}, worst ${(worst * SLOT_MINUTES).toFixed(0)} min of dough away from it`,
      time === 1 ? within === runs.length : undefined,
      time === 1 ? 'all' : undefined,
    );
  });
}

/** From the input of the demo day to its first plan, and to its last gain of 2 %, ms; and the plan. */
function planDemo(seed: number, seconds: number) {
  const input = demoDay();
  const began = performance.now();
  const network = must(networkOf(input));
  let [first, settled, cost]: [number, number, number] = [NaN, 0, Infinity];
  let best: Schedule | null = null;
  for (const { answer } of planning(network, seed)) {
    const ms = performance.now() - began;
    if (answer?.verdict === 'planned' && answer.cost.total < cost) {
      if (Number.isNaN(first)) first = ms;
      if (answer.cost.total < cost - 0.02 * Math.abs(cost)) settled = ms;
      ({ schedule: best } = answer);
      cost = answer.cost.total;
    }
    if (best && ms > seconds * 1000) break;
  }
  return { network, first, settled, cost, best };
}

/** From a task put ten minutes later to the next plan, ms, for four tasks of a demo day that was planned. */
function plannedAgain({ network, best: kept }: ReturnType<typeof planDemo>): number[] {
  if (!kept) return [Infinity];
  return ['quay-country.1.divide', 'tidewater-rye.1.mix', 'oat-tin.1.mix', 'beacon-durum.1.divide'].map(
    (id) => {
      const index = network.instance.tasks.findIndex((task) => task.id === id);
      const at = network.instance.origin + ((kept.tasks[index]?.start ?? 0) + 2) * 300;
      const start = performance.now();
      const moved = held(network, { pins: [{ task: id, at }], stands: [] });
      for (const { answer } of planning(moved, 1, carriedOver(kept, network, moved)))
        if (answer || performance.now() - start > 3000) break;
      return performance.now() - start;
    },
  );
}

function theDemoDay(say: Say): void {
  const cold = planDemo(1, 0.01);
  for (let warm = 0; warm < 3; warm += 1) planDemo(1, 0.5);
  const runs = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((seed) => planDemo(seed, 6));
  const [first, settled] = [median(runs.map((each) => each.first)), median(runs.map((each) => each.settled))];
  say('demo day, eight doughs: first plan in a planner just begun', `${cold.first.toFixed(0)} ms`);
  say('demo day: first plan in one that has planned before, median of eleven seeds', `${first.toFixed(0)} ms`, first < 300, 'under 300 ms');
  say('demo day: last gain of 2 % in six seconds, median', `${settled.toFixed(0)} ms`, settled < 3000, 'under 3 s');
  say('demo day: cost after six seconds', runs.map(({ cost }) => cost.toFixed(1)).join(', '));
  const times = runs.flatMap(plannedAgain);
  const middle = median(times);
  const slow = Math.max(...times);
  say(`demo day: planned again after one of ${times.length} changes, median (and slowest ${slow.toFixed(0)} ms)`, `${middle.toFixed(0)} ms`, middle < 200, 'under 200 ms');
} // prettier-ignore

function bigDays(say: Say): void {
  const { instance, pieces } = bigBakery(60);
  const bound = lowerBound(instance);
  const { first, at } = run(instance, 1, [2, 5, 15]);
  const memory = process.memoryUsage().rss / 1e6;
  say(
    `big day, ${instance.batches.length} batches, ${instance.tasks.length} tasks, ${pieces} pieces: first plan`,
    first ? `${first.ms.toFixed(0)} ms` : 'none',
    first !== null && first.ms < 2000,
    'under 2 s',
  );
  say(
    'big day: cost after 2, 5, 15 s over the lower bound',
    `${at.map((each) => (each && each.unplaced === 0 ? each.cost.toFixed(1) : 'no plan')).join(', ')} over ${bound.toFixed(1)}`,
  );
  say('memory of all this', `${memory.toFixed(0)} MB`, memory < 300, 'under 300 MB');
  for (const batches of [5, 10, 20, 40, 80]) {
    const { instance: day } = bigBakery(batches);
    const { first: plan } = run(day, 1, [6]);
    say(`first plan of ${day.batches.length} batches`, plan ? `${plan.ms.toFixed(0)} ms` : 'none in 6 s');
  }
}

function impossibleDays(say: Say): void {
  const days = Array.from({ length: 20 }, (_, index) => impossibleBakery(index + 1));
  const certificates = days.map((instance) => ({ instance, certificate: whyImpossible(instance) }));
  const proved = certificates.filter(
    ({ instance, certificate }) => certificate && verifyCertificate(instance, certificate),
  ).length;
  say('20 impossible days: proved, and confirmed by the checker', `${proved}`, proved >= 15, 'at least 15');
  const possible = Array.from(
    { length: 40 },
    (_, index) => plantedBakery(index + 100, 4, { people: 3, mixers: 1, decks: 2 }).instance,
  );
  const wrong = possible.filter((instance) => whyImpossible(instance) !== null).length;
  say('40 days with a plan: called impossible', `${wrong}`, wrong === 0, 'none');
}
