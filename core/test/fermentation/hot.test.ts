import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import {
  fermentFor,
  gasMade,
  grownAt,
  heldAt,
  leavening,
  startOfDough,
  tubTimeConstant,
} from '@jovet/core/fermentation';
import {
  cultureGasRate,
  cultureYeastRate,
  hoursAlong,
  hoursToRise,
  thetasAlong,
} from '@jovet/core/fermentation/rates';
import { deathRate, lacticRate } from '../../src/fermentation/rates/rates.ts';

const sour = leavening({ culture: 1 / 3, modifier: 1.15 });
const last = <T>(all: readonly T[]): T => all.at(-1) as T;

describe('a culture that is warm', () => {
  it('its gas goes on above 32 °C where its yeast stops, and its acid up to 48 °C', () => {
    for (let celsius = 0; celsius <= 32; celsius += 0.5)
      assert.equal(cultureGasRate(celsius), cultureYeastRate(celsius));
    for (const [celsius, gas, lactic] of [[34, 0.08, 0.634], [36, 0.07, 0.556], [38, 0.06, 0.4], [41, 0.04, 0.25], [45, 0, 0.05]] as const) {
      assert.ok(Math.abs(cultureGasRate(celsius) - gas) < 1e-6, `${celsius}`);
      assert.ok(Math.abs(lacticRate(celsius) - lactic) < 1e-6, `${celsius}`);
    }
    assert.equal(cultureYeastRate(36), 0);
    assert.equal(lacticRate(48), 0);
  }); // prettier-ignore

  it('a whole-rye sour, a third of it seed, rises about 0.9 in 8 h and 1.0 in 10 h at 41 °C', () => {
    // 1.2 kg in a jar of 12 cm.
    const side = 0.12 * Math.sqrt(Math.PI / 4);
    const place = { around: 41, timeConstant: tubTimeConstant(1.2, side, side, 8), heatOfRise: 0.8 };
    const course = fermentFor(startOfDough(25), sour, place, 10);
    const at = (hours: number) => course.findLast(({ time }) => time <= hours + 1e-6)?.rise ?? 0;
    assert.ok(Math.abs(at(8) - 0.9) < 0.08, `${at(8)}`);
    assert.ok(Math.abs(at(10) - 1) < 0.08, `${at(10)}`);
    const yeast = grownAt(last(course), sour).culture;
    const sooner = grownAt(course.findLast(({ time }) => time <= 5) ?? last(course), sour).culture;
    assert.ok(Math.abs(yeast - sooner) < 0.01, 'its yeast does not grow there');
  });

  it('above 48 °C it dies, the faster the hotter, and stays dead; what gas there is stays', () => {
    assert.equal(deathRate(48), 0);
    assert.ok(Math.abs(Math.LN2 / deathRate(50) - 10 / 60) < 1e-9 && Math.abs(deathRate(55) / deathRate(50) - 5) < 1e-9);
    const lively = leavening({ culture: 0.2, yeast: 0.5 });
    const warm = last(fermentFor(startOfDough(26), lively, heldAt(26), 3));
    const cooked = last(fermentFor({ ...warm, temperature: 55 }, lively, heldAt(55), 0.25));
    const before = grownAt(warm, lively);
    const after = grownAt(cooked, lively);
    // 15 min at 55 °C are seven and a half half-lives of 2 min.
    for (const of of ['culture', 'yeast'] as const)
      assert.ok(Math.abs(Math.log2(before[of] / after[of]) - 7.5) < 0.02, `${of} ${before[of]} ${after[of]}`);
    assert.ok(Math.abs(cooked.rise - warm.rise) < 0.02);
    const later = last(fermentFor({ ...cooked, temperature: 26 }, lively, heldAt(26), 1));
    const alive = last(fermentFor(warm, lively, heldAt(26), 1));
    assert.ok(later.rise - cooked.rise < (alive.rise - warm.rise) / 20);
  }); // prettier-ignore
});

describe('a pre-ferment in one place after another', () => {
  const stay = fc.record({ celsius: fc.double({ min: 2, max: 40, noNaN: true }), hours: fc.double({ min: 0.1, max: 12, noNaN: true }) });
  const of = fc.record({ culture: fc.constantFrom(0, 0.05, 0.2), yeast: fc.constantFrom(0, 0.1, 0.6) }).filter(({ culture, yeast }) => culture + yeast > 0);

  it('has worked as much as it has in each of them, and is as far as it is when it is followed', () => {
    fc.assert(
      fc.property(fc.array(stay, { minLength: 1, maxLength: 3 }), fc.double({ min: 0.5, max: 20, noNaN: true }), of, (first, hours, what) => {
        const leaven = leavening(what);
        const stays = [...first, { celsius: 20, hours: null }];
        let state = startOfDough(0);
        for (const { celsius, hours: own } of stays) {
          const left = Math.min(own ?? Infinity, hours - state.time);
          if (left > 1e-9) state = last(fermentFor({ ...state, temperature: celsius }, leaven, heldAt(celsius), left));
        }
        const along = thetasAlong(hours, stays, leaven);
        assert.ok(Math.abs(gasMade(along, leaven) - state.rise) < 1e-3, `${gasMade(along, leaven)} ${state.rise}`);
      }),
    );
  });

  it('is ripe when it has risen so far, and a place that is the same throughout is one place', () => {
    fc.assert(
      fc.property(fc.array(stay, { maxLength: 3 }), fc.double({ min: 0.1, max: 2.5, noNaN: true }), of, (first, rise, what) => {
        const leaven = leavening(what);
        const stays = [...first, { celsius: 22, hours: null }];
        const hours = hoursAlong(rise, stays, leaven);
        assert.ok(Number.isFinite(hours));
        assert.ok(Math.abs(gasMade(thetasAlong(hours, stays, leaven), leaven) - rise) < 2e-3);
        const same = first.map((each) => ({ ...each, celsius: 22 }));
        assert.ok(Math.abs(hoursAlong(rise, [...same, { celsius: 22, hours: null }], leaven) - hoursToRise(rise, 22, leaven)) < 1e-3);
      }),
    );
  });
}); // prettier-ignore
