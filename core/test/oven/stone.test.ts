import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { forecastStone, hotEnough, STONE, type Stone, type StoneLoad } from '@jovet/core/oven';
import { loadHeat, preheatHours } from '../../src/oven/stone.ts';
import { must, problemsOf } from '../demo.ts';

const stone: Stone = { area: 1.2, ...STONE };
const hearth: StoneLoad = {
  at: 4 * 3600,
  minutes: 38,
  dough: 11.8,
  from: 22,
  core: 97,
  loss: 14,
  steam: 0.3,
};

describe('the stone of a deck', () => {
  it('takes the heat of a load as reckoned by hand', () => {
    // 11.8 × (2.9 × 75 + 0.14 × 2257) + 0.3 × 2900
    assert.ok(Math.abs(loadHeat(hearth) - 7165.064) < 0.01, `${loadHeat(hearth)} kJ`);
  });

  it('is heated up as long as its equation says, and the forecast agrees', () => {
    const hours = preheatHours(stone, 20, 240, 20);
    // C/UA · ln(833.3 / 613.3), C/UA = 5.093 h
    assert.ok(Math.abs(hours - 1.561) < 0.002, `${hours} h`);
    const day = must(forecastStone(stone, 20, 20, [{ at: 0, celsius: 240 }], [], 0, 6 * 3600));
    const hot = hotEnough(day, 240, 0);
    assert.ok(hot !== null && Math.abs(hot / 3600 - hours) < 0.02, `${hot} s`);
    assert.ok(Math.abs((day.course.at(-1)?.celsius ?? 0) - 240) < 0.01);
    assert.equal(preheatHours(stone, 20, 900, 20), Infinity);
    assert.equal(preheatHours(stone, 250, 240, 20), 0);
  });

  it('falls under a load and is hot again later; a second load on it waits longer', () => {
    const sets = [{ at: 0, celsius: 240 }];
    const after = (loads: readonly StoneLoad[]) => {
      const day = must(forecastStone(stone, 20, 20, sets, loads, 0, 10 * 3600));
      const out = Math.max(...loads.map(({ at, minutes }) => at + minutes * 60));
      const least = Math.min(...day.course.filter(({ at }) => at > hearth.at).map(({ celsius }) => celsius));
      return { least, waits: (hotEnough(day, 240, out) ?? Infinity) - out };
    };
    const one = after([hearth]);
    const two = after([hearth, { ...hearth, dough: 2 * hearth.dough }]);
    assert.ok(one.least < 232 && one.least > 150, `${one.least} °C`);
    assert.ok(two.least < one.least - 10 && two.waits > one.waits);
  });

  it('heat that goes in comes out again', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    const loads = fc.array(
      fc.record({
        at: number(0, 30_000), minutes: number(8, 70), dough: number(0.5, 40), from: number(2, 30), core: number(88, 99),
        loss: number(5, 25), steam: number(0, 1),
      }),
      { maxLength: 6 },
    ); // prettier-ignore
    fc.assert(
      fc.property(loads, number(10, 260), number(150, 280), number(0.4, 3), (all, first, set, area) => {
        const until = 40_000;
        const own = { ...stone, area };
        const day = must(forecastStone(own, 21, first, [{ at: 3000, celsius: set }], all, 0, until));
        const stored = (own.capacity * area * ((day.course.at(-1)?.celsius ?? 0) - first)) / 3600;
        const [into, out] = [day.heated, stored + day.taken + day.lost];
        assert.ok(Math.abs(into - out) <= 0.001 * Math.max(1, into), `${into} and ${out} kWh`);
        const wanted = all.reduce((sum, load) => sum + loadHeat(load), 0) / 3600;
        assert.ok(Math.abs(day.taken - wanted) <= 0.001 * Math.max(1, wanted));
        assert.ok(day.course.every(({ heat }) => heat >= 0 && heat <= own.power * area + 1e-9));
      }),
      { numRuns: 100 },
    );
  });

  it('a stone without mass, a deck without floor and a bake of no time are said', () => {
    const ask = (own: Partial<Stone>, load: Partial<StoneLoad>) =>
      problemsOf(forecastStone({ ...stone, ...own }, 20, 20, [], [{ ...hearth, ...load }], 0, 3600));
    assert.match(ask({ area: 0 }, {})['stone'] ?? '', /no floor/);
    assert.match(ask({ capacity: 0 }, {})['stone'] ?? '', /without mass/);
    assert.match(ask({}, { minutes: 0 })['loads.0'] ?? '', /0 minutes/);
  });
});
