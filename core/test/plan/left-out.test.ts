import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { byPrice, remediesFor, remedied, remedyWords, type Offer } from '@jovet/core/plan';
import { shortWords } from '@jovet/core/plan/changes';
import { totalsOf, type DayInput } from '@jovet/core/plan/demand';
import { marginOf, planSums } from '@jovet/core/plan/explain';
import { afterMishaps } from '@jovet/core/plan/mishaps';
import { networkOf } from '@jovet/core/plan/network';
import { demoDay, must, withThing } from '../demo.ts';

const both = ['oat-tin', 'lantern-baguette'];
const whole = demoDay();
const day = {
  ...whole,
  demand: whole.demand.filter(({ formula }) => both.includes(formula)),
  formulas: whole.formulas.filter(({ slug }) => both.includes(slug)),
};
const priced = (
  pieces: { product: string; sold: number | null; bought: number | null }[],
  of: DayInput = day,
): DayInput => {
  const { floor } = of.bakehouse;
  return { ...of, bakehouse: { ...of.bakehouse, floor: { ...floor, prices: { ...floor.prices, pieces } } } };
};
const piecesOf = ({ demand }: DayInput, formula: string) =>
  demand.reduce((sum, line) => sum + (line.formula === formula ? line.pieces : 0), 0);
const NONE = { tasks: [], ways: [] };

describe('who gets less where not all can be made', () => {
  it('is whoever can wait, then all alike, then who cannot; as many are left out as were asked for, of any lines', () => {
    const line = fc.record({ pieces: fc.nat(60), first: fc.nat(80), last: fc.nat(80) });
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), fc.integer({ min: 1, max: 100 }), (lines, percent) => {
        const demand = lines.map((each, n) => ({ ...each, formula: 'oat-tin', product: 'oat-tin', scaledWeight: 1, drop: `0${n}:00` }));
        const after = afterMishaps({ ...day, demand, fewer: [{ formula: 'oat-tin', percent }] }).demand;
        const all = (some: typeof after) => some.reduce((sum, { pieces }) => sum + pieces, 0);
        assert.equal(all(after), demand.reduce((sum, { pieces }) => sum + Math.floor(pieces * (1 - percent / 100) + 1e-9), 0));
        assert.ok(after.every(({ pieces }, n) => pieces >= 0 && pieces <= (demand[n]?.pieces ?? 0)));
        const firstOf = ({ pieces, first = 0 }: (typeof after)[number]) => Math.min(pieces, first);
        const lastOf = (each: (typeof after)[number]) => Math.min(each.pieces - firstOf(each), each.last ?? 0);
        const sum = (some: typeof after, of: typeof firstOf) => some.reduce((total, each) => total + of(each), 0);
        // Nobody else goes short while somebody who can wait gets something.
        if (sum(after, firstOf) > 0) assert.equal(all(demand) - all(after), sum(demand, firstOf) - sum(after, firstOf));
        const even = (each: (typeof after)[number]) => each.pieces - firstOf(each) - lastOf(each);
        if (sum(after, even) > 0) assert.equal(sum(after, lastOf), sum(demand, lastOf));
      }),
      { numRuns: 300 },
    );
  }); // prettier-ignore

  it('is told of each customer, and what is baked over is left out before them all', () => {
    const customer = (slug: string, short: 'first' | 'even' | 'last') => ({ schema: 1 as const, slug, name: slug, drops: ['06:30'], off: [], short });
    const line = (of: string, pieces: number) => ({ customer: of, product: 'oat-tin', drop: '06:30', pieces });
    const totals = totalsOf([line('quay', 10), line('market', 20), line('hotel', 5)], () => 20, [customer('quay', 'first'), customer('market', 'even'), customer('hotel', 'last')]);
    assert.deepEqual(totals, [{ product: 'oat-tin', drop: '06:30', ordered: 35, baked: 42, first: 17, last: 5 }]);
  }); // prettier-ignore
});

describe('what others bake', () => {
  it('is offered where it has a price, is not made here, and is said and paid for', () => {
    const input = priced([{ product: 'oat-tin', sold: null, bought: 2.5 }]);
    const network = must(networkOf(input));
    const all = remediesFor(input, network, { verdict: 'not-found', schedule: NONE, faults: [], partial: null }, ['oat-tin']).flat(2);
    const [bought] = all.filter(({ kind }) => kind === 'bought');
    assert.ok(bought);
    const both = remediesFor(input, network, { verdict: 'not-found', schedule: NONE, faults: [], partial: null }, ['oat-tin', 'lantern-baguette']).flat(2);
    assert.ok(both.every(({ kind }) => kind !== 'bought'), 'only where all of it has a price');
    const pieces = piecesOf(input, 'oat-tin');
    assert.equal(remedyWords(input, bought), `Buy in ${pieces} Oat tin`);
    const after = remedied(input, bought);
    const without = must(networkOf(after));
    assert.deepEqual(without.doughs.map(({ slug }) => slug), ['lantern-baguette']);
    assert.match(shortWords(after, without)[0] ?? '', new RegExp(`^${pieces} Oat tin are bought in: .*for \\d\\d:\\d\\d`));
    const { paidBought, forgone } = planSums(after, without, { tasks: without.instance.tasks.map(() => null), ways: [] } as never);
    assert.equal(paidBought, pieces * 2.5);
    assert.equal(forgone, null);
  }); // prettier-ignore
});

describe('what is left out', () => {
  it('is told with what it would have brought beyond what is in it', () => {
    const input = priced([{ product: 'oat-tin', sold: 4, bought: null }]);
    const [line] = input.demand.filter(({ formula }) => formula === 'oat-tin');
    assert.ok(line);
    const margin = marginOf(input, line) ?? 0;
    assert.ok(margin > 2 && margin < 4, `${margin}`);
    assert.equal(marginOf(day, line), null);
    const after = remedied(input, { kind: 'fewer', formula: 'oat-tin', percent: 100 });
    const network = must(networkOf(after));
    const { forgone = null } = planSums(after, network, { tasks: network.instance.tasks.map(() => null), ways: [] } as never);
    assert.ok(forgone !== null && Math.abs(forgone - margin * piecesOf(input, 'oat-tin')) < 1e-6);
    assert.match(shortWords(after, network).join(' '), /Oat tin are left out: /);
  }); // prettier-ignore

  it('is what brings least, also where something else is short of hands or things', () => {
    const all = demoDay();
    const { floor } = all.bakehouse;
    const input = priced(
      [{ product: 'lantern-baguette', sold: 1.2, bought: null }, { product: 'oat-tin', sold: 9, bought: null }],
      { ...all, bakehouse: { ...all.bakehouse, floor: withThing(floor, 'oven', { decks: 1 }) } },
    );
    const network = must(networkOf(input));
    const certificate = { kind: 'energy', of: { kind: 'decks' }, from: 100, to: 140, need: 80, have: 40, tasks: [0], arcs: [] } as never;
    const families = remediesFor(input, network, { verdict: 'impossible', certificate, partial: null });
    const fewer = families.flatMap(([first = []]) => first.flatMap((each) => (each.kind === 'fewer' ? [each.formula] : [])));
    assert.ok(fewer.indexOf('lantern-baguette') >= 0 && fewer.indexOf('lantern-baguette') < fewer.indexOf('oat-tin'), fewer.join());
  }); // prettier-ignore

  it('comes last in the list, after what is bought in; of it what brings least first', () => {
    const offer = (kind: 'fewer' | 'bought' | 'later', forgone: number | null, cost: number): Offer => ({
      remedies: [{ kind } as never], words: `${kind} ${forgone} ${cost}`, cost, sums: { paidBought: kind === 'bought' ? 30 : null, forgone } as never,
    });
    const offers = [offer('fewer', 50, 1), offer('bought', null, 3), offer('fewer', 20, 9), offer('later', null, 40)];
    assert.deepEqual(offers.toSorted(byPrice).map(({ words }) => words), ['later null 40', 'bought null 3', 'fewer 20 9', 'fewer 50 1']);
  }); // prettier-ignore
});
