import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { WEEK, type Hand } from '@jovet/core/bakehouse';
import { withSteps } from '@jovet/core/formula/way';
import {
  offeredFor,
  planAtPace,
  remediesFor,
  type Answer,
  remedied,
  remedyWords,
  type Offer,
  type Remedy,
} from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { resolveLocal } from '@jovet/core/time';
import { demoDay, madeSo, must, withThing } from '../demo.ts';
import { baking } from './planned.ts';

type Floor = DayInput['bakehouse']['floor'];
const withFloor = (input: DayInput, change: (floor: Floor) => Floor): DayInput => ({
  ...input,
  bakehouse: { ...input.bakehouse, floor: change(input.bakehouse.floor) },
});
const person = (name: string, skills: Hand['skills'], from: string, to: string, changes: Partial<Hand> = {}): Hand => ({
  name, skills, helps: [], learns: [], rota: [{ from, to, days: [...WEEK] }], breaks: [], away: [], dates: [], ...changes,
}); // prettier-ignore

/** The first plan, a proof that there is none, or after some rounds the nearest. */
const looked = (network: Network): Promise<Answer | null> =>
  planAtPace(network, 1, {
    over: (answer, rounds) => answer !== null || rounds >= 12,
    breathe: () => Promise.resolve(true),
    nearest: () => true,
  });

/** What is tried for a day that cannot be planned as it is, and what of it is offered. */
async function triedFor(input: DayInput, over: (share?: number) => boolean = () => false): Promise<{ all: Remedy[]; offers: Offer[] }> {
  const network = must(networkOf(input));
  const answer = (await looked(network)) ?? assert.fail('there is an answer');
  assert.notEqual(answer.verdict, 'planned', 'the day is in want of something');
  const offers: Offer[] = [];
  const trying = { plan: (_: DayInput, other: typeof network) => looked(other), over };
  for await (const offer of offeredFor(input, network, answer, null, trying)) offers.push(offer);
  return { all: remediesFor(input, network, answer).flat(2), offers };
} // prettier-ignore
const wordsOf = (offers: readonly Offer[]): string[] => offers.map(({ words }) => words);

describe('remedies that bring what is there to where it is short', () => {
  it('somebody who packs with help packs alone, where nobody does', async () => {
    const day = withFloor(baking(demoDay(), 'oat-tin'), (floor) => ({
      ...floor,
      hands: [
        person('Ada Quill', ['mix', 'shape', 'oven'], '22:00', '08:00'),
        person('Tove Marsh', ['shape', 'oven'], '00:00', '09:00', { helps: ['pack'] }),
      ],
    }));
    const { all, offers } = await triedFor(day);
    assert.deepEqual(all.find(({ kind }) => kind === 'alone'), { kind: 'alone', name: 'Tove Marsh', skill: 'pack' });
    assert.ok(wordsOf(offers).includes('Tove Marsh packs alone'), wordsOf(offers).join('; '));
  }); // prettier-ignore

  it('two people change shifts, where both have their rest; nobody does who would not', async () => {
    const hands = [
      person('Ada Quill', ['mix', 'shape', 'oven', 'pack'], '12:00', '20:00'),
      person('Tove Marsh', ['shape'], '00:00', '09:00'),
    ];
    const day = withFloor(baking(demoDay(), 'oat-tin'), (floor) => ({ ...floor, hands, limits: { shift: 10, rest: 3 } }));
    const { all, offers } = await triedFor(day);
    const exchange = all.find((each) => each.kind === 'exchange') ?? assert.fail('it is tried');
    assert.deepEqual([...exchange.names], ['Ada Quill', 'Tove Marsh']);
    assert.ok(wordsOf(offers).includes('Ada Quill and Tove Marsh change shifts'), wordsOf(offers).join('; '));
    const after = remedied(day, exchange).bakehouse.floor.hands.map(({ dates }) => dates.map(({ from, to }) => `${from} ${to}`));
    assert.deepEqual(after, [['00:00 09:00'], ['12:00 20:00']]);
    const strict = await triedFor(withFloor(day, (floor) => ({ ...floor, limits: { shift: 10, rest: 11 } })));
    assert.ok(!strict.all.some(({ kind }) => kind === 'exchange'), 'from 20:00 to 00:00 is no rest');
    const begun = resolveLocal('2026-11-26', '01:00', day.bakehouse.zone);
    assert.ok(begun.ok);
    const late = remediesFor({ ...day, now: begun.value }, must(networkOf(day)), (await looked(must(networkOf(day)))) ?? assert.fail());
    assert.ok(!late.flat(2).some((each) => each.kind === 'exchange' && each.date === '2026-11-26'), 'who has begun does not change any more');
  }); // prettier-ignore

  it('pieces that there are too few baskets for go into couches; bread that a tin shapes goes nowhere else', async () => {
    const quay = withFloor(baking(demoDay(), 'quay-country'), (floor) => withThing(withThing(floor, 'round-baskets', { count: 10 }), 'couches', { count: 90 }));
    const { all, offers } = await triedFor(quay);
    assert.ok(all.some((each) => each.kind === 'holder' && each.to === 'couches'));
    assert.ok(wordsOf(offers).includes('Quay Country in couches instead of round baskets'), wordsOf(offers).join('; '));
    const tins = withFloor(baking(demoDay(), 'oat-tin'), (floor) => withThing(floor, 'small-tins', { count: 3 }));
    assert.ok(!(await triedFor(tins)).all.some(({ kind }) => kind === 'holder'));
  }); // prettier-ignore

  it('what a way names and is too little of is not insisted on', async () => {
    const two = withFloor(baking(demoDay(), 'oat-tin'), (floor) => withThing(withThing(floor, 'oven', { steam: 'built-in' }), 'small', { kind: 'oven', name: 'Small oven', decks: 1, out: [{ from: '2026-11-24T00:00', to: '2026-11-28T00:00', count: null }], width: 0.4, depth: 0.3, stone: 2, steam: 'built-in' }));
    const named = madeSo(two, 'oat-tin', (doc) => withSteps(doc, (step) => (step.kind === 'bake' ? { ...step, only: ['small'] } : step)));
    const { offers } = await triedFor(named);
    const words = remedyWords(named, { kind: 'anywhere', formula: 'oat-tin' });
    assert.ok(wordsOf(offers).includes(words), wordsOf(offers).join('; '));
    assert.ok(!remediesFor(two, must(networkOf(two)), { verdict: 'not-found', schedule: { tasks: [], ways: [] }, faults: [], partial: null }, ['oat-tin']).flat(2).some(({ kind }) => kind === 'anywhere'));
  }); // prettier-ignore

  it('bread is baked earlier into the racks, never for less long than it may lie already', () => {
    const day = baking(demoDay(), 'oat-tin');
    const tried = (input: DayInput) =>
      remediesFor(input, must(networkOf(input)), { verdict: 'not-found', schedule: { tasks: [], ways: [] }, faults: [], partial: null }, ['oat-tin'])
        .flat(2)
        .flatMap((each) => (each.kind === 'lies' ? [each.hours] : []));
    assert.deepEqual(tried(day), [8, 12]);
    const long = madeSo(day, 'oat-tin', (doc) => withSteps(doc, (step) => (step.kind === 'cool' ? { ...step, most: 10 } : step)));
    assert.deepEqual(tried(long), [12]);
  }); // prettier-ignore

  it('a dough is parted into batches that its decks and hands can take one after another, or made at once for all vans', () => {
    const day = demoDay();
    const batchesOf = (input: DayInput) => must(networkOf(input)).doughs.filter(({ slug }) => slug === 'quay-country').map(({ batches }) => batches.length);
    const parted = remedied(day, { kind: 'parted', formula: 'quay-country', batches: 3 });
    assert.deepEqual(batchesOf(parted), batchesOf(day).map((count) => Math.max(3, count)));
    const noon = { ...baking(day, 'quay-country'), demand: baking(day, 'quay-country').demand.map((line, index) => ({ ...line, drop: index === 0 ? '06:00' : '20:00' })) };
    assert.equal(batchesOf(noon).length, 2, 'vans that are far apart have a dough each');
    assert.equal(batchesOf(remedied(noon, { kind: 'together', formula: 'quay-country' })).length, 1);
    const tried = remediesFor(noon, must(networkOf(noon)), { verdict: 'not-found', schedule: { tasks: [], ways: [] }, faults: [], partial: null }, ['quay-country']).flat(2);
    assert.ok(['together', 'parted'].every((kind) => tried.some((each) => each.kind === kind)));
  }); // prettier-ignore

  it('where half of the time went into what is at the root, the other half is for what is known to help', async () => {
    const all = demoDay();
    const two = ['oat-tin', 'quay-country'];
    const day = { ...all, demand: all.demand.filter(({ formula }) => two.includes(formula)).map((line) => (line.formula === 'oat-tin' ? { ...line, drop: '00:10' } : line)) };
    const { offers } = await triedFor(day, (share = 1) => share < 1);
    assert.match(wordsOf(offers).join('; '), /^(Buy in .*; )?Leave out Oat Tin/);
  }); // prettier-ignore

  it('what is held in the way is let go before anything is left out', async () => {
    const day = baking(demoDay(), 'oat-tin');
    const { instance, notes } = must(networkOf(day));
    const mix = instance.tasks[notes.findIndex(({ kind }) => kind === 'mix')]?.id ?? assert.fail('a mix');
    const at = resolveLocal('2026-11-26', '07:45', day.bakehouse.zone);
    assert.ok(at.ok);
    const { offers } = await triedFor({ ...day, pins: [{ task: mix, at: at.value }] });
    assert.match(wordsOf(offers)[0] ?? '', /^Stop holding the time to mix Oat Tin/);
  }); // prettier-ignore
});
