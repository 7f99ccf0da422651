import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  adviceFor,
  chainOf,
  feedingAt,
  hoursOfChain,
  prefermentHours,
  prefermentTemperature,
  RIPE_CHAIN_SEED,
  warmThenCold,
  type ChainStage,
} from '@jovet/core/culture/feeding';
import type { OnItsWay } from '../../src/culture/feeding/advice.ts';
import {
  fermentFor,
  grownAt,
  HEAT_OF_RISE,
  heldAt,
  leavening,
  startOfDough,
  tubTimeConstant,
  type Place,
} from '@jovet/core/fermentation';
import { must, problemsOf } from '../demo.ts';

const RYE = { earliest: 0.6, best: 0.9, latest: 1.3 };
const WHEAT = { earliest: 1.5, best: 2, latest: 2.8 };
const stage = (name: string, flour: number, celsius: number): ChainStage => ({
  name, flour, water: flour, celsius, ripeness: RYE,
}); // prettier-ignore

test('a sour in two stages: amounts backwards to the gram, each stage begins with what the one before has', () => {
  const builds = must(chainOf([stage('first', 5, 26), stage('full', 2, 28)], RIPE_CHAIN_SEED, 10, 0.5, 2));
  const [first, full] = builds;
  assert.ok(first && full);
  assert.equal(full.total.toFixed(4), (10.5 / 0.98).toFixed(4));
  assert.equal((full.from + full.newFlour + full.newWater).toFixed(9), full.total.toFixed(9));
  assert.equal(first.total.toFixed(9), (full.from / 0.98).toFixed(9));
  assert.equal(first.y0.toFixed(6), (1 / 11).toFixed(6));
  assert.equal(full.y0.toFixed(9), ((first.population / 0.7) * 0.2).toFixed(9));
  assert.equal(hoursOfChain(builds).toFixed(9), (first.hours.best + full.hours.best).toFixed(9));
  const never = chainOf([stage('first', 5, -1)], RIPE_CHAIN_SEED, 10, 0, 0);
  assert.match(problemsOf(never)['stages.0.celsius'] ?? '', /never ripens/);
});

test('a warm build favours acid, a cool one yeast', () => {
  const balance = (celsius: number) =>
    must(chainOf([stage('one', 3, celsius)], RIPE_CHAIN_SEED, 1, 0, 0))[0]?.balance ?? 0;
  assert.ok(balance(20) > balance(26) && balance(26) > balance(31));
});

test('a yeasted pre-ferment solved for its temperature comes back', () => {
  const hours = fc.double({ min: 2, max: 30, noNaN: true });
  fc.assert(
    fc.property(fc.double({ min: 0.02, max: 1, noNaN: true }), hours, (yeast, wanted) => {
      const celsius = prefermentTemperature(WHEAT, yeast, wanted);
      if (celsius.ok)
        assert.ok(Math.abs(prefermentHours(WHEAT, yeast, celsius.value).best - wanted) < 1 / 60);
      else assert.match(celsius.problems[0]?.remedy ?? '', /yeast|time/);
    }),
  );
});

const shelf: Place = { around: 23, timeConstant: 2, heatOfRise: HEAT_OF_RISE };
const cold: Place = { ...shelf, around: 4 };
const build: OnItsWay = {
  state: startOfDough(23),
  leavening: leavening({ culture: 1 / 9 }),
  place: shelf,
  ripeness: WHEAT,
  hydration: 1,
};
const riseAfter = (moves: readonly (readonly [Place, number])[]) => {
  let state = build.state;
  for (const [place, hours] of moves)
    state = fermentFor(state, build.leavening, place, hours).at(-1) ?? state;
  return state;
};

test('too early: the cold holds it until it is wanted, or a second feeding is ripe just then', () => {
  const advice = adviceFor(build, 14, cold, [25, 28]);
  const chill = advice.find((each) => each.kind === 'cold');
  assert.ok(chill?.kind === 'cold');
  const then = riseAfter([[shelf, chill.after], [cold, 14 - chill.after]]); // prettier-ignore
  assert.ok(Math.abs(then.rise - 2) < 0.03, String(then.rise));
  assert.ok((chill.past ?? Infinity) > 20);
  const again = advice.find((each) => each.kind === 'feed-again');
  assert.ok(again?.kind === 'feed-again');
  const seedPopulation = grownAt(riseAfter([[shelf, again.after]]), build.leavening).culture;
  const fed = must(feedingAt({ ripeness: WHEAT, hydration: 1, vigour: 1, seedPopulation }, again.flour, 23));
  assert.ok(Math.abs(again.after + fed.hours.best - 14) < 1 / 60);
});

test('too late: a warmer place is in time, or the soonest there is; young, more of it makes up', () => {
  const advice = adviceFor(build, 7.5, cold, [24, 26, 28]);
  const warmer = advice.find((each) => each.kind === 'warmer');
  assert.ok(warmer?.kind === 'warmer' && warmer.ripe <= 7.76 && warmer.celsius === 26);
  const moved = riseAfter([[{ ...shelf, around: warmer.celsius }, warmer.ripe]]);
  assert.ok(Math.abs(moved.rise - 2) < 0.02);
  const young = advice.find((each) => each.kind === 'use-young');
  assert.ok(young?.kind === 'use-young' && young.factor > 1 && young.factor < 1.5);
  assert.deepEqual(adviceFor(build, 8.6, cold, []).map(({ kind }) => kind), ['leave']); // prettier-ignore
  const hopeless = adviceFor(build, 2, cold, [28]).map(({ kind }) => kind);
  assert.deepEqual(hopeless, ['warmer']);
});

test('a big sponge cools slowly: it goes into the cold sooner than a small one', () => {
  const of = leavening({ yeast: 0.2 });
  const moved = (mass: number) => {
    const place = (around: number): Place => ({
      around,
      timeConstant: tubTimeConstant(mass, 0.6, 0.4, 8),
      heatOfRise: HEAT_OF_RISE,
    });
    return warmThenCold(
      startOfDough(24),
      of,
      place(24),
      place(4),
      { earliest: 1, best: 1.6, latest: 2.2 },
      16,
    );
  };
  const [small, big] = [moved(2), moved(14)];
  assert.ok(small !== null && big !== null && big < small - 0.3, `${small} ${big}`);
  assert.equal(warmThenCold(startOfDough(24), of, heldAt(24), heldAt(24), { earliest: 1, best: 1.6, latest: 2.2 }, 30), null); // prettier-ignore
});
