import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { AIR_MOVES, skinMinutes, type Surface } from '@jovet/core/fermentation';
import { saturation } from '../../src/fermentation/skin.ts';

const K1 = { dough: 24, air: 24, humidity: 50, h: 8, cover: 'open' } as const;

test('K1: open in air of 50 % a skin after 13.8 min; at 80 %, or under a cloth, never', () => {
  assert.ok(Math.abs(saturation(24) - 21.8) < 0.1, `${saturation(24)}`);
  assert.ok(Math.abs(skinMinutes(K1) - 13.8) < 0.05, `${skinMinutes(K1)}`);
  assert.equal(skinMinutes({ ...K1, humidity: 80 }), Infinity);
  assert.equal(skinMinutes({ ...K1, cover: 'cloth' }), Infinity);
});

const celsius = fc.double({ min: 1, max: 40, noNaN: true });
const surface: fc.Arbitrary<Surface> = fc.record({
  dough: celsius,
  air: celsius,
  humidity: fc.double({ min: 5, max: 100, noNaN: true }),
  h: fc.constantFrom(...Object.values(AIR_MOVES)),
  cover: fc.constantFrom('open', 'cloth', 'lid'),
});

test('it is what a walk through the loss minute by minute comes to', () => {
  fc.assert(
    fc.property(surface, (of) => {
      const found = skinMinutes(of);
      const over = { open: 1, cloth: 10, lid: 30 }[of.cover];
      const flux = ((of.h / 1087) * (0.97 * saturation(of.dough) - (of.humidity / 100) * saturation(of.air)) * 60) / over; // prettier-ignore
      const fed = of.air < 12 ? 180 : 30;
      let [lost, minutes] = [0, 0];
      for (; lost < 50 && minutes < 2000; minutes += 0.02)
        lost = Math.max(0, lost + 0.02 * (flux - lost / fed));
      if (found < 1500) assert.ok(Math.abs(minutes - found) < 0.05 + found * 0.02, `${minutes} ${found}`);
      else assert.ok(lost < 50.5);
    }),
    { numRuns: 60 },
  );
});

test('moister air, a cover, a cooler dough and stiller air never make it sooner', () => {
  fc.assert(
    fc.property(surface, fc.double({ min: 0, max: 1, noNaN: true }), (of, share) => {
      const found = skinMinutes(of);
      assert.ok(skinMinutes({ ...of, humidity: of.humidity + share * (100 - of.humidity) }) >= found - 1e-9);
      assert.ok(skinMinutes({ ...of, cover: 'lid' }) >= found - 1e-9);
      assert.ok(skinMinutes({ ...of, dough: of.dough * share }) >= found - 1e-9);
      assert.ok(skinMinutes({ ...of, h: Math.min(of.h, AIR_MOVES.still) }) >= found - 1e-9);
    }),
  );
});
