import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { partings, partingWords, toldOf } from '@jovet/core/plan/changes';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay } from '@jovet/core/plan/explain';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { SLOT } from '@jovet/core/dough';
import { demoDay, must, withThing } from '../demo.ts';
import { baking, planned } from './planned.ts';

const demo = demoDay();
const quay = baking(demo, 'quay-country');
const loaf = quay.demand.find(({ product }) => product === 'quay-loaf') ?? quay.demand[0];
assert.ok(loaf);
const drops = (...lines: (readonly [string, number])[]): DayInput => ({
  ...quay,
  demand: lines.map(([drop, pieces]) => ({ ...loaf, drop, pieces })),
});
/** What people were told of a day: as its tasks follow one another, without a search. */
const toldAs = (network: Network): DayInput['told'] =>
  network.instance.tasks.flatMap(({ id }, index) => {
    const own = network.notes[index];
    if (!own) return [];
    const { done: _, ...note } = own;
    const at = network.instance.origin + index * SLOT;
    return { task: id, at, end: at + SLOT, note };
  });
const idsOf = (network: Network) => network.instance.tasks.map(({ id }) => id);
const dropOf = (network: Network, kind: string, key: string) =>
  network.notes.find((note) => note.kind === kind && note.dough === key)?.drop;
const timesOf = (network: Network) =>
  new Map(network.doughs.map(({ key, batches }) => [key, batches[0]?.lots[0]?.drop]));

describe('what people were told of keeps its id when the day is planned anew', () => {
  test('a dough that another one comes before', () => {
    const evening = must(networkOf(drops(['16:00', 20])));
    const both = must(networkOf({ ...drops(['07:00', 20], ['16:00', 20]), told: toldAs(evening) }));
    const [key] = [...timesOf(evening).keys()];
    assert.ok(key);
    assert.equal(timesOf(both).get(key), timesOf(evening).get(key), 'it is still the one of the evening');
    assert.equal(both.doughs.length, 2);
    assert.equal(new Set(idsOf(both)).size, idsOf(both).length);
    const fresh = must(networkOf(drops(['07:00', 20], ['16:00', 20])));
    assert.notEqual(
      timesOf(fresh).get(key),
      timesOf(evening).get(key),
      'without a plan the first is the first',
    );
  });

  test('a dough that moves to another van near by, but not one of half a day later', () => {
    const before = must(networkOf(drops(['07:00', 20], ['16:00', 20])));
    const told = toldAs(before);
    const moved = must(networkOf({ ...drops(['06:00', 20], ['17:30', 20]), told }));
    assert.deepEqual([...timesOf(moved).keys()], [...timesOf(before).keys()]);
    const other = must(networkOf({ ...drops(['11:30', 20]), told }));
    assert.ok(!timesOf(before).has(other.doughs[0]?.key ?? ''), 'something else gets a name of its own');
  });

  test('pieces of another weight that leave earlier do not take the id of those that were told', () => {
    const before = must(networkOf(drops(['08:00', 20])));
    const loads = (network: Network) =>
      network.notes.flatMap(({ kind, load, pieces }) => (kind === 'load' ? [`${load} ${pieces}`] : []));
    const small = { ...loaf, scaledWeight: loaf.scaledWeight / 2, drop: '06:30', pieces: 12 };
    const day = drops(['08:00', 20]);
    const after = must(networkOf({ ...day, demand: [small, ...day.demand], told: toldAs(before) }));
    const [own] = loads(before);
    assert.ok(own && loads(after).includes(own), `${loads(after).join()} has ${own}`);
    assert.equal(loads(after).length, 2);
    assert.equal(new Set(idsOf(after)).size, idsOf(after).length);
  });

  test('a formula whose name looks like the second dough of another keeps apart from it', () => {
    const [own] = quay.formulas.filter(({ slug }) => slug === 'quay-country');
    assert.ok(own);
    const day = drops(['07:00', 20], ['16:00', 20]);
    const twin = { ...loaf, formula: 'quay-country-2', drop: '09:00', pieces: 10 };
    const network = must(
      networkOf({
        ...day,
        formulas: [...day.formulas, { ...own, slug: 'quay-country-2' }],
        demand: [...day.demand, twin],
      }),
    );
    assert.equal(new Set(network.doughs.map(({ key }) => key)).size, 3);
    assert.equal(new Set(idsOf(network)).size, idsOf(network).length);
  });

  test('a batch that was weighed out stays, though fewer would do now', () => {
    const mixers = quay.mixers.map((mixer) => ({ ...mixer, minDough: 1, maxDough: 15 }));
    const before = must(networkOf({ ...drops(['08:00', 30]), mixers }));
    const told = toldAs(before);
    const weighed = told.filter(({ note }) => note?.kind === 'weigh').at(-1);
    assert.ok(weighed?.note?.batch && weighed.note.batch > 1);
    const day = { ...drops(['08:00', 10]), mixers };
    const after = must(networkOf({ ...day, told: told.map((each) => (each === weighed ? each : { ...each, at: each.at + 1e6 })), now: weighed.at + 1 }));
    assert.ok(idsOf(after).includes(weighed.task));
    assert.equal(must(networkOf(day)).doughs[0]?.batches.length, 1);
  }); // prettier-ignore

  test('whatever is ordered: an id is there once, and what is ordered as before has the ids of before', () => {
    const line = fc.record({ drop: fc.constantFrom('05:00', '06:30', '08:00', '12:30', '16:00', '21:00'), pieces: fc.integer({ min: 1, max: 40 }), half: fc.boolean() }); // prettier-ignore
    const dayOf = (lines: readonly { drop: string; pieces: number; half: boolean }[]): DayInput => ({
      ...quay,
      demand: lines.map(({ drop, pieces, half }) => ({ ...loaf, drop, pieces, scaledWeight: loaf.scaledWeight / (half ? 2 : 1) })),
    }); // prettier-ignore
    const all = fc.array(line, { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(all, all, (first, second) => {
        const before = must(networkOf(dayOf(first)));
        const told = toldAs(before);
        assert.deepEqual(idsOf(must(networkOf({ ...dayOf(first), told }))), idsOf(before));
        const after = must(networkOf({ ...dayOf(second), told }));
        assert.equal(new Set(idsOf(after)).size, idsOf(after).length);
        for (const { key } of after.doughs)
          if (before.doughs.some((dough) => dough.key === key)) {
            const [was, is] = [dropOf(before, 'load', key), dropOf(after, 'load', key)];
            assert.ok(Math.abs((was ?? 0) - (is ?? 0)) <= 12 * 3600, key);
          }
      }),
      { numRuns: 60 },
    );
  });
});

describe('what was divided', () => {
  test('keeps the pieces of all its loads, also of one product in several', () => {
    const { bakehouse } = quay;
    const input = {
      ...drops(['08:00', 36]),
      bakehouse: { ...bakehouse, floor: withThing(bakehouse.floor, 'oven', { decks: 1 }) },
    };
    const { network, answer } = planned(input, 0);
    const { view } = plannedDay(input, network, answer.schedule, false);
    const loads = view.tasks.filter(({ note }) => note.kind === 'load');
    const divided = view.tasks.find(({ note }) => note.kind === 'divide');
    assert.ok(divided && loads.length > 1);
    const after = must(networkOf({ ...input, told: toldOf(view), now: divided.end + 300 }));
    assert.deepEqual(after.doughs[0]?.short, []);
    assert.deepEqual(
      after.notes.flatMap(({ kind, load, pieces }) => (kind === 'load' ? [[load, pieces]] : [])).sort(),
      loads.map(({ note }) => [note.load, note.pieces]).sort(),
    );
  });
});

describe('what was split and joined is kept with both sides', () => {
  const mix = (id: string, mass: number, name = 'Quay Country') => ({
    id: `${id}.mix`,
    note: { kind: 'mix', name, dough: id.split('.')[0] ?? '', formula: name, mass },
  });
  const [one, two, three] = [mix('q.1', 20), mix('q.2', 20), mix('q.3', 20)];

  test('one mix in two, two in one, three in two', () => {
    const said = (before: (typeof one)[], after: (typeof one)[]) =>
      partings(before, after).map(({ from, into }) => [from.length, into.length]);
    assert.deepEqual(said([one], [one, two]), [[1, 2]]);
    assert.deepEqual(said([one, two], [one]), [[2, 1]]);
    assert.deepEqual(said([one, two, three], [one, two]), [[3, 2]]);
    assert.deepEqual(said([one, two], [one, two]), []);
    assert.deepEqual(said([one], []), []);
    assert.deepEqual(partingWords(partings([one], [one, two])), ['Quay Country is mixed twice instead of once.']);
  }); // prettier-ignore

  test('doughs do not mix with one another', () => {
    const rye = mix('r.1', 10, 'Rye');
    assert.deepEqual(partings([one, rye], [one, two, rye]), [
      { dough: 'Quay Country', from: ['q.1.mix'], into: ['q.1.mix', 'q.2.mix'] },
    ]);
  });

  test('it stands in what a plan keeps', () => {
    const mixers = quay.mixers.map((mixer) => ({ ...mixer, minDough: 1, maxDough: 15 }));
    const small = { ...drops(['08:00', 14]), mixers };
    const before = planned(small, 0);
    const shown = plannedDay(small, before.network, before.answer.schedule, false);
    assert.deepEqual(shown.partings, []);
    const large = { ...drops(['08:00', 30]), mixers, told: toldOf(shown.view) };
    const after = planned(large, 0);
    const [parting] = plannedDay(large, after.network, after.answer.schedule, false).partings ?? [];
    assert.deepEqual(parting?.from.length, 1);
    assert.ok((parting?.into.length ?? 0) > 1 && parting?.into.includes(parting.from[0] ?? ''));
  });
});
