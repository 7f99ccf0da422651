import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { DayWeights } from '@jovet/core/bakehouse';
import { carriedOver, drawnTo, LEANINGS, leaningTo, leansMore, type Leaning } from '@jovet/core/plan';
import { plannedDay } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { demoDay, must } from '../demo.ts';
import { answered, planned } from './planned.ts';

const usual = DayWeights.parse({});
const weight = fc.integer({ min: 0, max: 10_000 }).map((n) => n / 100);
const weights = fc.record(
  Object.fromEntries(Object.keys(usual).map((key) => [key, weight])) as Record<keyof DayWeights, fc.Arbitrary<number>>,
); // prettier-ignore

describe('plans that differ for a reason', () => {
  const input = demoDay();
  const { network, answer } = planned(input, 30);
  const leant = (leaning: Leaning) => {
    const { bakehouse } = input;
    const day = { ...input, bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights: leaningTo(bakehouse.floor.weights, leaning) } } };
    const other = must(networkOf(day));
    const found = answered(other, 60, carriedOver(answer.schedule, network, other), 100);
    assert.ok(found?.verdict === 'planned', leaning);
    return plannedDay(day, other, found.schedule, false);
  }; // prettier-ignore
  const { view, sums } = plannedDay(input, network, answer.schedule, false);

  it('one begins later, one has the oven on for no longer, one has its doughs nearer to their best', () => {
    assert.ok(leant('late').view.firstHands > view.firstHands);
    assert.ok(leant('oven').view.ovenHours <= view.ovenHours);
    assert.ok((leant('bread').sums?.away ?? 0) <= (sums?.away ?? 0), 'no further from their best');
    assert.ok((sums?.away ?? 0) > 0);
  });

  it('only what is better in what it is for is one beside another', () => {
    const of = (firstHands: number, energy: number, away: number) => ({ view: { firstHands }, sums: { energy, away } });
    const now = of(1000, 81, 600);
    for (const leaning of LEANINGS) assert.ok(!leansMore(leaning, now, now));
    assert.ok(leansMore('late', of(1300, 90, 900), now) && !leansMore('late', of(700, 70, 0), now));
    assert.ok(leansMore('oven', of(0, 79, 900), now) && !leansMore('oven', of(2000, 80.8, 0), now));
    assert.ok(leansMore('bread', of(0, 99, 300), now) && !leansMore('bread', of(2000, 70, 590), now));
  }); // prettier-ignore

  it('goals stay within their bounds, and a plan that is rather had draws only what it leans to, never past it', () => {
    fc.assert(
      fc.property(weights, fc.constantFrom(...LEANINGS), (own, leaning) => {
        const to = leaningTo(own, leaning);
        assert.deepEqual(DayWeights.parse(to), to);
        const drawn = drawnTo(own, to);
        assert.deepEqual(DayWeights.parse(drawn), drawn);
        for (const key of Object.keys(usual) as (keyof DayWeights)[]) {
          if (to[key] === own[key]) assert.equal(drawn[key], own[key]);
          else if (own[key] > 0)
            assert.ok(
              drawn[key] >= Math.min(own[key], to[key]) && drawn[key] <= Math.max(own[key], to[key]),
              key,
            );
        }
      }),
    );
  });
});
