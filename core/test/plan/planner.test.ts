import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { checkSchedule, verifyCertificate } from '@jovet/core/plan/checker';
import { costOf, type Instance, type Schedule } from '@jovet/core/plan/instance';
import { domainsOf, search, whyImpossible, type Progress } from '@jovet/core/plan/planner';
import { impossibleBakery, plantedBakery, provedDay } from './made-bakery.ts';
import { readFileSync } from 'node:fs';

/** Proved by `npm run bench -- planner --prove`. */
const PROVED = JSON.parse(
  readFileSync(new URL('../../../test/bench/small-days.json', import.meta.url), 'utf8'),
) as readonly { readonly seed: number; readonly optimum: number }[];

const SMALL = { people: 4, mixers: 1, decks: 2 };

/** Searches until all have a place or so many rounds are over. */
function planOf(instance: Instance, seed: number, rounds: number): Progress {
  const rounding = search(instance, domainsOf(instance).domains, seed);
  let progress = rounding.next().value;
  while (progress.unplaced > 0 && progress.rounds < rounds) progress = rounding.next().value;
  return progress;
}

describe('a day is planned', () => {
  it('every bakery with a planted plan gets one that the checker passes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 2, max: 6 }), (seed, batches) => {
        const { instance } = plantedBakery(seed, batches, SMALL);
        const progress = planOf(instance, seed, 400);
        assert.equal(progress.unplaced, 0);
        assert.deepEqual(checkSchedule(instance, progress.best), []);
        assert.ok(Math.abs(progress.cost - costOf(instance, progress.best).total) < 1e-9);
      }),
      { numRuns: 120 },
    );
  });

  it('a large day is begun a few batches at a time, so that others have their turn in between', () => {
    const { instance } = plantedBakery(7, 6, SMALL);
    const small = search(instance, domainsOf(instance).domains, 1).next().value;
    const seen: number[] = [];
    for (const { unplaced } of search(instance, domainsOf(instance).domains, 1)) if (seen.push(unplaced) >= 4 || unplaced === 0) break;
    assert.deepEqual([seen[0], seen.at(-1)], [small.unplaced, 0]);
    assert.ok((seen[0] ?? 0) > 0 && seen.every((each, index) => index === 0 || each < (seen[index - 1] ?? 0)), seen.join());
  }); // prettier-ignore

  it('where all decks share one heat, bakes of different heat are never in together, and the checker sees where they are', () => {
    let mixed = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const { instance } = plantedBakery(seed, 4, SMALL);
        const rack = { ...instance, ovens: instance.ovens.map((oven) => ({ ...oven, oneHeat: true })) };
        const progress = planOf(rack, seed, 60);
        if (progress.unplaced === 0) assert.deepEqual(checkSchedule(rack, progress.best), []);
        const free = planOf(instance, seed, 60).best;
        const loads = instance.tasks.flatMap(({ modes }, task) => {
          const load = modes[0]?.load;
          const start = free.tasks[task]?.start;
          return load && start !== undefined
            ? [{ start, end: start + load.slots, profile: load.profile }]
            : [];
        });
        const together = loads.some((a) =>
          loads.some((b) => a.profile !== b.profile && a.start <= b.start && b.start < a.end),
        );
        const faults = checkSchedule(rack, free).map(({ kind }) => kind);
        assert.equal(faults.includes('heat'), together);
        mixed += Number(together);
      }),
      { numRuns: 40 },
    );
    assert.ok(mixed > 5, `${mixed} days tell nothing`);
  });

  it('the same seed gives the same plan, and more rounds never a dearer one', () => {
    const { instance } = plantedBakery(11, 6, SMALL);
    const run = () => {
      const rounding = search(instance, domainsOf(instance).domains, 5);
      const seen: Progress[] = [rounding.next().value];
      for (const progress of rounding) if (seen.push(progress) === 30) break;
      return seen;
    };
    const [first, second] = [run(), run()];
    assert.deepEqual(first, second);
    first.slice(1).forEach((progress, index) => {
      const before = first[index];
      if (before && before.unplaced <= progress.unplaced) assert.ok(progress.cost <= before.cost + 1e-9);
    });
  });

  it('never costs less than what an exact solver proved, and comes to within 2 % of it', () => {
    for (const { seed, optimum } of PROVED) {
      const instance = provedDay(seed);
      const rounding = search(instance, domainsOf(instance).domains, 1);
      let progress = rounding.next().value;
      let first = Infinity;
      while (progress.rounds < 1500) {
        if (progress.unplaced === 0 && first === Infinity) first = progress.cost;
        if (progress.unplaced === 0 && progress.cost <= optimum + 1e-6) break;
        progress = rounding.next().value;
      }
      assert.deepEqual(checkSchedule(instance, progress.best), [], `day ${seed}`);
      assert.ok(progress.cost > optimum - 1e-6, `day ${seed}: ${progress.cost} under ${optimum}`);
      assert.ok(progress.cost - optimum <= 0.02 * Math.max(1e-4, first - optimum), `day ${seed}: ${progress.cost}`);
    }
  }); // prettier-ignore

  it('what a plan placed is kept when the search begins from it', () => {
    const { instance } = plantedBakery(3, 5, SMALL);
    const { best } = planOf(instance, 1, 400);
    const again = search(instance, domainsOf(instance).domains, 2, best).next().value;
    assert.deepEqual(
      again.best.tasks.map((placed) => placed?.start),
      best.tasks.map((placed) => placed?.start),
    );
  });
});

describe('the impossible is proved', () => {
  it('a day without a plan has a certificate that the checker confirms; a day with one has none', () => {
    const proved = Array.from({ length: 20 }, (_, index) => {
      const instance = impossibleBakery(index + 1);
      const certificate = whyImpossible(instance);
      return certificate !== null && verifyCertificate(instance, certificate);
    });
    assert.ok(proved.filter(Boolean).length >= 15, `${proved.filter(Boolean).length} of 20`);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        assert.equal(whyImpossible(plantedBakery(seed, 4, SMALL).instance), null);
      }),
      { numRuns: 120 },
    );
  });

  it('no plan is ever found for a day that has none by construction', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const instance = impossibleBakery(seed);
        const { domains, emptied } = domainsOf(instance);
        if (emptied) return;
        for (const progress of search(instance, domains, seed)) {
          assert.ok(progress.unplaced > 0 || checkSchedule(instance, progress.best).length > 0);
          if (progress.rounds >= 25) break;
        }
      }),
      { numRuns: 100 },
    );
  });

  it('a certificate that says too little is refused', () => {
    const { instance } = plantedBakery(5, 3, SMALL);
    assert.equal(
      verifyCertificate(instance, { kind: 'chain', tasks: [...instance.tasks.keys()], bulk: null }),
      false,
    );
    const energy = {
      kind: 'energy',
      of: { kind: 'decks' },
      from: 0,
      to: 400,
      arcs: [],
      need: 9999,
      have: 1,
    } as const;
    assert.equal(verifyCertificate(instance, { ...energy, tasks: [...instance.tasks.keys()] }), false);
  });
});

describe('the checker finds what does not hold', () => {
  const { instance } = plantedBakery(7, 5, SMALL);
  const { best } = planOf(instance, 1, 400);
  const changed = (index: number, change: Partial<NonNullable<Schedule['tasks'][number]>>): Schedule => ({
    ...best,
    tasks: best.tasks.map((placed, each) => (each === index && placed ? { ...placed, ...change } : placed)),
  });
  const kinds = (schedule: Schedule) => new Set(checkSchedule(instance, schedule).map(({ kind }) => kind));

  it('a task left out, a task too late, a wait too long', () => {
    assert.ok(
      kinds({ ...best, tasks: best.tasks.map((placed, index) => (index === 2 ? null : placed)) }).has(
        'missing',
      ),
    );
    const pack = instance.tasks.findIndex(({ kind }) => kind === 'pack');
    assert.ok(kinds(changed(pack, { start: instance.tasks[pack]?.due ?? 0 })).has('bounds'));
    const load = instance.tasks.findIndex(({ kind }) => kind === 'load');
    assert.ok(kinds(changed(load, { start: (best.tasks[load]?.start ?? 0) + 1 })).has('window'));
  });

  it('hands off shift, hands that cannot do it, hands in two places', () => {
    const mix = instance.tasks.findIndex(({ kind }) => kind === 'mix');
    const start = best.tasks[mix]?.start ?? 0;
    const able = (person: number) => ((instance.people[person]?.skills ?? 0) & 1) === 1;
    const [shift] = instance.people.map(({ free }, person) => ({ person, from: free[0]?.[0] ?? 0, to: free[0]?.[1] ?? 0 }))
      .filter(({ person, from, to }) => able(person) && (start < from || start >= to)); // prettier-ignore
    if (shift) assert.ok(kinds(changed(mix, { people: [shift.person] })).has('people'));
    const unable = [...instance.people.keys()].find((person) => !able(person)) ?? -1;
    assert.ok(kinds(changed(mix, { people: [unable] })).has('people'));
    const everyoneOnce = best.tasks.map((placed) => (placed ? { ...placed, people: [0] } : null));
    assert.ok(kinds({ ...best, tasks: everyoneOnce }).has('double'));
  });

  it('more tubs, mixers or decks than there are', () => {
    const none = {
      ...instance,
      resources: instance.resources.map((each) => ({ ...each, capacity: 0 })),
      ovens: instance.ovens.map((oven) => ({ ...oven, decks: 0 })),
    };
    const found = new Set(checkSchedule(none, best).map(({ kind }) => kind));
    assert.ok(found.has('over'));
    assert.ok(found.has('decks'));
  });
});
