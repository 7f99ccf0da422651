import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { planning } from '@jovet/core/plan';
import { checkSchedule } from '@jovet/core/plan/checker';
import { endOf, loadOf, loads } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import { demoDay, madeSo, must, withThing } from '../demo.ts';
import { FAMILY, familyDay } from './family.ts';
import { answered, baking } from './planned.ts';
import { asPlanted, plants } from './planted.ts';

/** Rounds in which a first plan is to be found. */
const ROUNDS = 120;
const DAYS = { home: [0, 4, 9], corner: [2, 7], village: [1, 5, 8], town: [0, 5], factory: [4, 6] } as const;

describe('bakeries of five sizes', () => {
  for (const size of FAMILY)
    it(`${size}: days of 0.7 to 0.9 of what it can do are planned, and the checker finds nothing`, () => {
      for (const day of DAYS[size]) {
        const network = must(networkOf(familyDay(size, day)));
        const answer = answered(network, 0, null, ROUNDS);
        assert.equal(answer?.verdict, 'planned', `day ${day}`);
        if (answer?.verdict === 'planned') assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
      }
    }); // prettier-ignore

  it('each of the fifty days has a plan planted in it that the checker finds nothing in', () => {
    const all = plants();
    for (const size of FAMILY) {
      assert.equal(all[size]?.length, 10, size);
      all[size]?.forEach((plan, day) => {
        const { instance } = must(networkOf(familyDay(size, day)));
        const schedule = asPlanted(instance, plan);
        assert.ok(schedule.tasks.every((placed) => placed !== null), `${size} ${day}: every task has its place`);
        assert.deepEqual(checkSchedule(instance, schedule), [], `${size} ${day}: npm run bench -- family --long plants anew`);
      });
    }
  }); // prettier-ignore

  it('what was found is never given up for something dearer, also where waits are drawn in on the way', () => {
    for (const [size, day] of [['village', 1], ['corner', 2]] as const) {
      let [last, plans, rounds] = [Infinity, 0, 0];
      for (const { answer } of planning(must(networkOf(familyDay(size, day))), 1)) {
        if (answer?.verdict === 'planned') {
          assert.ok(answer.cost.total <= last + 1e-9, `${answer.cost.total} after ${last}`);
          if (answer.cost.total < last) plans += 1;
          last = answer.cost.total;
        }
        if ((rounds += 1) > 500) break;
      }
      assert.ok(plans > 1, `${size}: it grows better`);
    }
  }); // prettier-ignore

  it('the same seed makes the same day, and their sizes are what they are said to be', () => {
    assert.deepEqual(familyDay('village', 3), familyDay('village', 3));
    const pieces = (size: (typeof FAMILY)[number]) => familyDay(size, 0).demand.reduce((sum, line) => sum + line.pieces, 0);
    const all = FAMILY.map(pieces);
    assert.deepEqual(all, all.toSorted((a, b) => a - b));
    assert.ok((all[3] ?? 0) > 1200 && (all[4] ?? 0) > 3000, all.join());
  }); // prettier-ignore
});

describe('batches of one dough that do not go into the oven together', () => {
  it('follow one another by themselves: a thousand baguettes in four mixes, with any of three seeds', () => {
    // A cooler poolish is ripe for as long as four loads take.
    const base = madeSo(baking(demoDay(), 'lantern-baguette'), 'lantern-baguette', (doc) => ({ ...doc, parts: doc.parts.map((part) => ({ ...part, temperature: 17 })) }));
    const [line] = base.demand;
    const [big] = base.mixers;
    assert.ok(line && big);
    const { floor } = base.bakehouse;
    const night = floor.hands.map((hand) => ({ ...hand, rota: [{ from: '16:00', to: '10:00', days: [0, 1, 2, 3, 4, 5, 6] }], breaks: [] }));
    const large = withThing(withThing(withThing({ ...floor, hands: night, tubs: 60, quiet: null }, 'oven', { width: 2.4, depth: 1.8, loader: true }), 'couches', { count: 200 }), 'proof-box', { dough: 600 });
    const input = {
      ...base, mixers: [{ ...big, maxDough: 110 }], tub: { ...base.tub, maxDough: 25 }, demand: [{ ...line, pieces: 1056, drop: '09:00' }],
      bakehouse: { ...base.bakehouse, floor: withThing(large, 'bench', { metres: 20 }) },
    };
    for (const seed of [1, 2, 3]) {
      const network = must(networkOf({ ...input, seed }));
      const { instance } = network;
      const answer = answered(network, 0, null, ROUNDS);
      assert.equal(answer?.verdict, 'planned', `seed ${seed}`);
      if (answer?.verdict !== 'planned') return;
      const baked = instance.tasks.flatMap((task, index) => {
        const placed = answer.schedule.tasks[index];
        const load = loadOf(instance, index, placed);
        return loads(task) && placed && load ? [{ start: placed.start, end: placed.start + load.slots, decks: load.fill / 1000, done: endOf(instance, index, placed) }] : [];
      });
      assert.ok(baked.length >= 4, `${baked.length} loads`);
      for (const one of baked) {
        const together = baked.filter((other) => other.start < one.end && one.start < other.end);
        assert.ok(together.reduce((sum, { decks }) => sum + Math.ceil(decks), 0) <= 4 || together.length === 1);
      }
    }
  }); // prettier-ignore
});
