import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { checkSchedule, verifyCertificate } from '@jovet/core/plan/checker';
import { costOf, type Instance, type Load, type Schedule } from '@jovet/core/plan/instance';
import { crowded, domainsOf, search, whyImpossible } from '@jovet/core/plan/planner';
import { plantedBakery } from './made-bakery.ts';

/** A day so small that every plan of it can be looked at: batches that are shaped, wait in baskets, and are loaded. */
interface Tiny {
  readonly baskets: number;
  readonly decks: number;
  /** On shift: slots. */
  readonly shift: readonly [number, number];
  readonly batches: readonly {
    readonly from: number;
    readonly spread: number;
    readonly baskets: number;
    readonly wait: number;
    readonly play: number;
    readonly fill: number;
  }[];
}
const TINY: fc.Arbitrary<Tiny> = fc.record({
  baskets: fc.integer({ min: 2, max: 9 }),
  decks: fc.integer({ min: 1, max: 2 }),
  shift: fc.tuple(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 20, max: 32 })),
  batches: fc.array(
    fc.record({
      from: fc.integer({ min: 0, max: 9 }),
      spread: fc.integer({ min: 0, max: 5 }),
      baskets: fc.integer({ min: 1, max: 6 }),
      wait: fc.integer({ min: 2, max: 6 }),
      play: fc.integer({ min: 0, max: 2 }),
      fill: fc.integer({ min: 200, max: 1200 }),
    }),
    { minLength: 2, maxLength: 3 },
  ),
});
const SLOTS = 32;

function instanceOf({ baskets, decks, shift, batches }: Tiny): Instance {
  const { instance } = plantedBakery(1, 2, { people: 1, mixers: 1, decks });
  const mode = (slots: number, load: Load | null = null) => [{ name: '', slots, people: 1, uses: [], load, thing: null, cost: 0 }];
  const task = { skill: 0, due: null, told: null };
  return {
    ...instance, slots: SLOTS,
    resources: [{ id: 'baskets', name: 'baskets', capacity: baskets, unit: '', out: [] }],
    people: [{ name: 'One', skills: 1, helps: 0, free: [shift] }],
    tasks: batches.flatMap(({ from, spread, fill }, batch) => [
      { ...task, id: `${batch}.shape`, batch, kind: 'shape', first: from, last: from + spread, modes: mode(2) },
      { ...task, id: `${batch}.load`, batch, kind: 'load', first: 0, last: SLOTS - 6, modes: mode(1, { oven: 0, profile: batch, fill, slots: 4, before: 0 }) },
    ]),
    tables: batches.map(({ wait, play }) => ({ earliest: [wait], best: [wait], latest: [wait + play] })),
    arcs: batches.map((each, batch) => ({
      from: batch * 2, to: batch * 2 + 1, levels: false,
      ways: [{ name: '', tables: [batch], holds: [{ resource: 0, amount: each.baskets }], cost: 0, weight: 1 }],
    })),
    batches: batches.map((_, batch) => ({ id: `${batch}`, name: `${batch}`, tasks: [batch * 2, batch * 2 + 1], leaders: [] })),
  };
} // prettier-ignore

/** Every plan of a tiny day that the checker passes. */
function everyPlan(tiny: Tiny, instance: Instance): Schedule[] {
  const placed = (start: number) => ({ start, mode: 0, people: [0] });
  const plans = tiny.batches.reduce<Schedule['tasks'][]>(
    (found, { from, spread, wait, play }) =>
      found.flatMap((tasks) =>
        Array.from({ length: spread + 1 }, (_, later) => later).flatMap((later) =>
          Array.from({ length: play + 1 }, (_, more) => {
            const start = from + later;
            return [...tasks, placed(start), placed(start + 2 + wait + more)];
          }),
        ),
      ),
    [[]],
  );
  const ways = instance.arcs.map(() => 0);
  return plans.map((tasks) => ({ tasks, ways })).filter((plan) => checkSchedule(instance, plan).length === 0);
}

describe('days so small that every plan can be looked at', () => {
  it('have a plan where there is one, mostly the cheapest, and no proof against it; a proof is only where there is none', () => {
    const told = { planned: 0, cheapest: 0, impossible: 0, proved: 0 };
    fc.assert(
      fc.property(TINY, fc.integer({ min: 1, max: 1000 }), (tiny, seed) => {
        const instance = instanceOf(tiny);
        const plans = everyPlan(tiny, instance);
        const certificate = whyImpossible(instance);
        if (certificate) assert.ok(verifyCertificate(instance, certificate), JSON.stringify(certificate));
        const { domains, emptied } = domainsOf(instance);
        if (plans.length === 0) {
          told.impossible += 1;
          told.proved += Number(certificate !== null);
          if (emptied) return;
          for (const { unplaced, rounds } of search(instance, domains, seed)) {
            assert.ok(unplaced > 0);
            if (rounds > 60) break;
          }
          const [first] = crowded(instance, domains, seed, {
            tasks: instance.tasks.map(() => null),
            ways: [],
          });
          assert.ok(first);
          return;
        }
        assert.equal(certificate, null);
        assert.equal(emptied, null);
        const least = Math.min(...plans.map((plan) => costOf(instance, plan).total));
        let best: Schedule | null = null;
        for (const progress of search(instance, domains, seed)) {
          if (progress.unplaced === 0) best = progress.best;
          if (progress.rounds > 150) break;
        }
        assert.ok(best, 'there is a plan');
        assert.deepEqual(checkSchedule(instance, best), []);
        const { total } = costOf(instance, best);
        assert.ok(total >= least - 1e-9);
        told.planned += 1;
        told.cheapest += Number(total <= least + 1e-9);
      }),
      { seed: 6, numRuns: 400 },
    );
    assert.ok(told.planned > 100 && told.impossible > 100, JSON.stringify(told));
    assert.ok(told.cheapest >= 0.98 * told.planned, JSON.stringify(told));
    assert.ok(told.proved >= 0.8 * told.impossible, JSON.stringify(told));
  });
});
