import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  amountsOf,
  feedingAt,
  prefermentHours,
  ratioFor,
  temperatureFor,
  yeastForPreferment,
} from '@jovet/core/culture/feeding';
import { beforeQuiet, isQuiet } from '../../src/culture/feeding/quiet.ts';
import type { FedCulture } from '../../src/culture/feeding/feed.ts';
import { RIPE_POPULATION } from '@jovet/core/fermentation/rates';
import { must, problemsOf } from '../demo.ts';

const liquid: FedCulture = {
  ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
  hydration: 1,
  vigour: 1,
  seedPopulation: RIPE_POPULATION,
};
const poolish = { earliest: 1.3, best: 1.8, latest: 2.6 };

test('C1: 1:4:4 at 23 °C; C2: ripe in exactly 10 h at 20 °C', () => {
  const { hours } = must(feedingAt(liquid, 4, 23));
  assert.deepEqual(
    [hours.earliest, hours.best, hours.latest].map((each) => each.toFixed(2)),
    ['7.63', '8.90', '10.64'],
  );
  const overnight = must(ratioFor(liquid, 10, 20));
  assert.equal(overnight.y0.toFixed(4), '0.2295');
  assert.equal(overnight.flour.toFixed(2), '1.68');
  assert.equal(overnight.water.toFixed(2), '1.68');
});

test('any one of ratio, time and temperature from the others: the wish comes back within a minute', () => {
  const flour = fc.double({ min: 0.3, max: 20, noNaN: true });
  const celsius = fc.double({ min: 4, max: 26.5, noNaN: true });
  const hydration = fc.constantFrom(0.5, 0.65, 1, 1.25);
  fc.assert(
    fc.property(flour, celsius, hydration, (ratio, at, water) => {
      const culture = { ...liquid, hydration: water };
      const { best } = must(feedingAt(culture, ratio, at)).hours;
      assert.ok(Math.abs(must(ratioFor(culture, best, at)).flour / ratio - 1) < 1e-6);
      assert.ok(Math.abs(must(temperatureFor(culture, ratio, best)).celsius - at) < 1e-3);
      assert.ok(Math.abs(must(ratioFor(culture, best, at)).hours.best - best) < 1 / 60);
    }),
  );
});

test('amounts backwards from tonight’s need, worked on paper', () => {
  // 4.850 kg and 0.150 kg kept, 2 % lost: 5.102 kg in ten parts 1 : 4 : 5.
  const { build, seed, flour, water } = amountsOf({ flour: 4, water: 5 }, 4.85, 0.15, 2);
  assert.deepEqual(
    [build, seed, flour, water].map((each) => each.toFixed(3)),
    ['5.102', '0.510', '2.041', '2.551'],
  );
});

test('what cannot be is said with its remedy, and what is unwise with a caution', () => {
  assert.match(
    problemsOf(ratioFor(liquid, 1, 20))['hours'] ?? '',
    /No feeding is ripe so soon at 20.0 °C; the soonest takes \d/,
  );
  assert.match(problemsOf(temperatureFor(liquid, 10, 3))['hours'] ?? '', /takes \d+\.\d h even at 27 °C/);
  assert.match(problemsOf(feedingAt(liquid, 4, 46))['celsius'] ?? '', /does not rise/);
  assert.match(problemsOf(feedingAt({ ...liquid, vigour: 0 }, 4, 24))['celsius'] ?? '', /never ripens/);
  assert.match(problemsOf(feedingAt(liquid, 0, 24))['flour'] ?? '', /Nothing is fed/);
  assert.match(must(feedingAt(liquid, 30, 24)).cautions.join(), /Feed twice instead/);
  assert.match(must(feedingAt(liquid, 4, 31)).cautions.join(), /look at it, not at the clock/);
});

test('any temperature, ratio and vigour: finite hours, or a problem that says why', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -10, max: 60, noNaN: true }),
      fc.double({ min: 1e-5, max: 1e5, noNaN: true }),
      fc.double({ min: 0, max: 1.4, noNaN: true }),
      fc.double({ min: 0, max: 200, noNaN: true }),
      (celsius, flour, vigour, hours) => {
        const culture = { ...liquid, vigour };
        for (const result of [
          feedingAt(culture, flour, celsius),
          ratioFor(culture, hours, celsius),
          temperatureFor(culture, flour, hours),
        ])
          assert.ok(
            result.ok ? Object.values(result.value.hours).every(Number.isFinite) : result.problems.length > 0,
          );
      },
    ),
  );
});

test('a poolish: the yeast for a wish, and the wish from the yeast', () => {
  const yeast = must(yeastForPreferment(poolish, 9.16, 22));
  assert.equal(yeast.toFixed(3), '0.100');
  assert.equal(prefermentHours(poolish, 0.1, 22).best.toFixed(2), '9.16');
  assert.equal(prefermentHours(poolish, 0.1, 50).best, Infinity);
  assert.match(problemsOf(yeastForPreferment(poolish, 9, -5))['celsius'] ?? '', /yeast does not rise/);
});

test('quiet hours reach over midnight, and what falls due in them moves before', () => {
  const night = { from: 22 * 60, to: 3 * 60 };
  assert.deepEqual([21 * 60, 23 * 60, 60, 3 * 60].map((at) => isQuiet(night, at)), [false, true, true, false]); // prettier-ignore
  assert.equal(beforeQuiet(night, 60), -2 * 60);
  assert.equal(beforeQuiet(night, 24 * 60 + 60), 22 * 60);
  assert.equal(beforeQuiet(night, 12 * 60), 12 * 60);
  assert.equal(isQuiet({ from: 60, to: 120 }, 90), true);
});
