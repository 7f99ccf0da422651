import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  acidityAt,
  fermentFor,
  HEAT_TRANSFER,
  leavening,
  pieceTimeConstant,
  RIPE_ACIDITY,
  startOfDough,
} from '@jovet/core/fermentation';
import {
  bakersYeastRate,
  cultureYeastRate,
  hoursToRise,
  modifierOf,
  modifiersOf,
  startingPopulation,
  thermalTimeForRise,
  yeastForRise,
  yeastThetaForRise,
  type MakeUp,
} from '@jovet/core/fermentation/rates';
import { lacticRate } from '../../src/fermentation/rates/rates.ts';
import { riseAfter } from '../../src/fermentation/rates/mixed.ts';
import { yeastAt, yeastOfDough, yeastRiseAt } from '../../src/fermentation/rates/bakers-yeast.ts';

const yeasted = (yeast: number) => leavening({ yeast });
const soured = (culture: number) => leavening({ culture });

test('P1 to P3: poolish, a quick dough, and a dough that takes over what its poolish has grown', () => {
  const poolish = hoursToRise(1.8, 22, yeasted(0.1));
  assert.equal(poolish.toFixed(2), '9.16');
  const grown = yeastAt(poolish * bakersYeastRate(22), 0.1);
  assert.equal(grown.toFixed(3), '0.729');
  assert.equal(hoursToRise(1, 27, yeasted(1.2)).toFixed(2), '0.93');
  const y0 = yeastOfDough(0.3, 0.3, grown);
  assert.equal(y0.toFixed(3), '0.519');
  assert.equal(hoursToRise(1, 24, yeasted(y0)).toFixed(2), '2.17');
});

test('B3: pieces in the cold rise on until their core is cold', () => {
  const y0 = 0.1572;
  const place = {
    around: 4,
    timeConstant: pieceTimeConstant(0.84, HEAT_TRANSFER.fanRetarder),
    heatOfRise: 0,
  };
  assert.ok(Math.abs(place.timeConstant / 1.75 - 1) < 0.01);
  // Divided at G 0.6, of which 0.7 is kept; in twelve hours 0.31 comes to it.
  const from = {
    ...startOfDough(24),
    culture: thermalTimeForRise(0.6, y0),
    gas: thermalTimeForRise(0.6, y0),
    rise: 0.42,
  };
  const states = fermentFor(from, soured(y0), place, 12);
  assert.ok(Math.abs((states.at(-1)?.rise ?? 0) - 0.73) < 0.02, `${states.at(-1)?.rise}`);
  assert.ok(Math.abs((states.find(({ time }) => time >= 2)?.temperature ?? 0) - 10.4) < 0.1);
});

test('practice: what bakers see is what comes out of the box', () => {
  const within = (hours: number, from: number, to: number) =>
    assert.ok(hours >= from && hours <= to, `${hours}`);
  within(hoursToRise(2, 26, soured(startingPopulation(1 / 3))), 4, 5.5);
  within(hoursToRise(2, 21, soured(startingPopulation(1 / 21))), 13, 16);
  within(hoursToRise(1.8, 20.5, yeasted(0.05)), 12, 15);
  within(hoursToRise(1.8, 24, yeasted(0.5)), 2.7, 3.7);
  within(hoursToRise(1, 26, yeasted(1)) * 60, 60, 80);
  const bulk = (celsius: number) => thermalTimeForRise(0.6, 0.1572) / cultureYeastRate(celsius);
  within((bulk(22) / bulk(25)) * 3, 3.7, 4.3);
});

test('baker’s yeast: rise and its inverse, and the yeast for a wish', () => {
  const y0 = fc.double({ min: 1e-5, max: 5, noNaN: true });
  const rise = fc.double({ min: 0.01, max: 4, noNaN: true });
  fc.assert(
    fc.property(y0, rise, (yeast, wanted) => {
      const theta = yeastThetaForRise(wanted, yeast);
      assert.ok(Math.abs(yeastRiseAt(theta, yeast) - wanted) < 1e-9 * Math.max(1, wanted));
      assert.ok(Math.abs(yeastForRise(wanted, theta) / yeast - 1) < 1e-6);
    }),
  );
});

test('mixed leavening adds up: never later than either alone, and the wish comes back', () => {
  const share = fc.double({ min: 1e-4, max: 1, noNaN: true });
  const celsius = fc.double({ min: 1, max: 35.5, noNaN: true });
  fc.assert(
    fc.property(share, share, celsius, (culture, yeast, at) => {
      const both = leavening({ culture, yeast });
      const hours = hoursToRise(1, at, both);
      assert.ok(hours <= hoursToRise(1, at, yeasted(yeast)) + 1e-3);
      assert.ok(hours <= hoursToRise(1, at, soured(culture)) + 1e-3);
      assert.ok(Math.abs(riseAfter(hours, at, both) - 1) < 0.01);
    }),
  );
});

test('any temperature, any seed, no vigour: a time, or never', () => {
  // Evenly: doubles of chance lie mostly about 0.
  const anyAt = fc.integer({ min: -1000, max: 6000 }).map((hundredths) => hundredths / 100);
  const anySeed = fc.double({ min: 1e-5, max: 1, noNaN: true });
  fc.assert(
    fc.property(anyAt, anySeed, fc.constantFrom(0, 0.4, 1, 1.4), (celsius, seed, vigour) => {
      const hours = hoursToRise(1, celsius, leavening({ culture: seed, vigour }));
      assert.ok(hours > 0 && !Number.isNaN(hours));
      // Bacteria of a sour make gas up to 45 °C, where its yeasts rest.
      if (vigour === 0 || celsius <= 0 || celsius >= 45) assert.equal(hours, Infinity);
      else assert.ok(Number.isFinite(hours));
    }),
  );
});

test('warmer below the optimum is never slower, and more seed is never slower', () => {
  const celsius = fc.double({ min: 0.5, max: 27, noNaN: true });
  const seed = fc.double({ min: 1e-5, max: 1, noNaN: true });
  fc.assert(
    fc.property(celsius, celsius, seed, seed, (a, b, few, many) => {
      const [cold, warm] = [Math.min(a, b), Math.max(a, b)];
      const [little, much] = [Math.min(few, many), Math.max(few, many)];
      for (const of of [soured, yeasted]) {
        assert.ok(hoursToRise(1, warm, of(little)) <= hoursToRise(1, cold, of(little)) + 1e-9);
        assert.ok(hoursToRise(1, cold, of(much)) <= hoursToRise(1, cold, of(little)) + 1e-9);
      }
    }),
  );
});

test('lactic bacteria by their table, and warm builds are more sour than cool ones', () => {
  for (const [celsius, rate] of [
    [2, 0.019],
    [20, 0.239],
    [32, 0.652],
    [38, 0.4],
    [41, 0.25],
    [-1, 0],
  ] as const)
    assert.ok(Math.abs(lacticRate(celsius) - rate) < 1e-12, `${celsius}`);
  assert.equal(lacticRate(1), 0.0095);
  // A 1:4:4 build from a ripe culture, until it is ripe: about as acid as the culture it came from.
  const ripe = (celsius: number) => {
    const hours = hoursToRise(2, celsius, soured(1 / 9));
    const of = { ...soured(1 / 9), acidity: RIPE_ACIDITY / 9 };
    return acidityAt({ lactic: hours * lacticRate(celsius) }, of);
  };
  assert.ok(Math.abs(ripe(24) - RIPE_ACIDITY) < 0.3, `${ripe(24)}`);
  assert.ok(ripe(30) > ripe(24) && ripe(30) > ripe(18));
});

test('modifiers, worked on paper, and within their bounds whatever is asked', () => {
  const plain: MakeUp = { salt: 2, sugar: 0, wholeGrain: 0, hydration: 70, osmotolerant: false };
  assert.equal(modifierOf(plain), 1);
  assert.equal(modifiersOf({ ...plain, salt: 2.5 }).salt.toFixed(3), '0.950');
  assert.equal(modifiersOf({ ...plain, sugar: 15 }).sugar.toFixed(3), '0.700');
  assert.equal(modifiersOf({ ...plain, sugar: 15, osmotolerant: true }).sugar.toFixed(3), '0.880');
  assert.equal(modifiersOf({ ...plain, wholeGrain: 70 }).wholeGrain.toFixed(3), '1.105');
  assert.equal(modifiersOf({ ...plain, hydration: 50 }).hydration.toFixed(3), '0.800');
  assert.equal(modifiersOf({ ...plain, hydration: 57.5 }).hydration.toFixed(3), '0.900');
  const percent = fc.double({ min: 0, max: 200, noNaN: true });
  fc.assert(
    fc.property(
      percent,
      percent,
      percent,
      percent,
      fc.boolean(),
      (salt, sugar, wholeGrain, hydration, osmotolerant) => {
        const k = modifierOf({ salt, sugar, wholeGrain, hydration, osmotolerant });
        assert.ok(k >= 0.3 && k <= 1.3);
      },
    ),
  );
});
