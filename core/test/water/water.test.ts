import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { answerMix, type MixDoc } from '@jovet/core/mix';
import {
  autolyseTemperature,
  balanceWater,
  doughSpread,
  doughTemperature,
  frictionFactor,
  pourWater,
  solveMix,
  temperatureOfPortions,
  waterByBase,
  waterBySumOf,
  type Mix,
  type WaterSource,
} from '@jovet/core/water';
import { baseOfFactor, waterBySum } from '../../src/water/factors.ts';
import { demoHouse, demoMix, must, problemsOf } from '../demo.ts';

/** F1's final mix as domain section 5 gives it. */
const f1 = (change: Partial<Mix> = {}): Mix => ({
  parts: [
    { name: 'flour', mass: 14.9002, specificHeat: 1.8, temperature: 19 },
    { name: 'salt', mass: 0.3638, specificHeat: 0.88, temperature: 19 },
    { name: 'levain', mass: 4.8512, specificHeat: 2.99, temperature: 23 },
  ],
  water: 10.742,
  newFlour: 14.9002,
  bowl: { mass: 0, temperature: 20 },
  room: 20,
  friction: 3,
  minutes: 0,
  ...change,
});
const waterAt = (mix: Mix, ddt = 25) => must(balanceWater(mix, ddt)).temperature;

test('W1 and W2: sum of factors and base number', () => {
  assert.equal(waterBySum(25, [19, 22, 23], 9), 27);
  assert.equal(waterByBase(66, 19, 22), 25);
});

/** The water of 36 loaves at some temperatures, what is not said being as usual. */
const waterOf = (forecast: Record<string, number>, changes: Partial<MixDoc> = {}) => {
  const usual = { flour: 19, room: 20, levain: 23, bowl: 20 };
  const doc = { ...demoMix(), ...changes, forecast: { ...usual, ...forecast } };
  return must(answerMix({ doc, readings: [] }, [], [], 0)).water;
};

test('W3: heat balance without bowl and loss', () => {
  assert.equal(waterAt(f1()).toFixed(2), '18.51');
  assert.equal(waterAt(f1({ friction: 8 })).toFixed(2), '8.88');
});

test('W5: with bowl and loss; sum and base are derived and agree at the usual readings', () => {
  const real = must(balanceWater(f1({ bowl: { mass: 20, temperature: 20 }, minutes: 30 }), 25));
  assert.equal(real.temperature.toFixed(2), '21.20');
  assert.equal(real.loss.toFixed(2), '1.11');
  const water = waterOf({});
  assert.equal(water.balance.temperature.toFixed(2), '21.20');
  assert.equal(water.sum.temperature.toFixed(2), '21.20');
  assert.equal(water.base.temperature.toFixed(2), '21.20');
  assert.equal(water.sum.frictionFactor.toFixed(1), '16.8');
  assert.equal((75 - water.base.base).toFixed(1), '14.8');
  assert.equal(water.base.base.toFixed(1), '60.2');
});

test('away from the usual readings the three ways differ, and the balance weighs the masses', () => {
  const water = waterOf({ flour: 12 });
  assert.ok(water.balance.temperature < water.sum.temperature - 1);
});

test('the ledger closes, and the predicted dough temperature inverts the balance', () => {
  const warm = fc.double({ min: 2, max: 35, noNaN: true });
  fc.assert(
    fc.property(
      warm,
      warm,
      warm,
      warm,
      fc.double({ min: 18, max: 30, noNaN: true }),
      (flour, room, levain, bowl, ddt) => {
        const mix = f1({ bowl: { mass: 20, temperature: bowl }, room, minutes: 30 });
        mix.parts.forEach((part) =>
          Object.assign(part, { temperature: part.name === 'levain' ? levain : flour }),
        );
        const balance = must(balanceWater(mix, ddt));
        const sum = balance.ledger.reduce((total, entry) => total + entry.heat, balance.waterHeat);
        assert.ok(Math.abs(sum) < 1e-9);
        assert.ok(Math.abs(doughTemperature(mix, balance.temperature) - ddt) < 1e-9);
      },
    ),
  );
});

const tap = (temperature: number): WaterSource => ({ name: 'tap', kind: 'water', temperature });
const hot: WaterSource = { name: 'hot tap', kind: 'water', temperature: 52 };
const ice = (temperature: number): WaterSource => ({ name: 'ice', kind: 'ice', temperature });
const portion = (sources: readonly WaterSource[], wanted: number, name: string, mass = 10.742) =>
  must(pourWater(mass, wanted, sources)).portions.find((each) => each.name === name)?.mass ?? 0;

test('W4: a hot night needs ice', () => {
  const mix = f1({ friction: 8 });
  mix.parts.forEach((part) => Object.assign(part, { temperature: part.name === 'levain' ? 27 : 29 }));
  const wanted = waterAt(mix, 24);
  assert.equal(wanted.toFixed(2), '-0.39');
  assert.equal(portion([tap(21), ice(0)], wanted, 'ice').toFixed(3), '2.277');
  const frozen = must(pourWater(10.742, wanted, [tap(21), ice(-18)]));
  assert.equal(frozen.portions.find(({ kind }) => kind === 'ice')?.mass.toFixed(3), '2.094');
  assert.equal((frozen.ice * 100).toFixed(1), '19.5');
  assert.deepEqual(frozen.cautions, []);
});

test('water is blended from the two sources next to it, worked on paper', () => {
  // 10 kg at 20 °C of tap 14 and hot 52: 10 · 6/38 = 1.579 kg hot.
  assert.equal(portion([tap(14), hot, ice(0)], 20, 'hot tap', 10).toFixed(3), '1.579');
  assert.equal(portion([tap(14), hot, ice(0)], 20, 'ice', 10), 0);
  // 10 kg at 8 °C of cooler 4 and tap 14: 4 kg tap.
  const cooler: WaterSource = { name: 'cooler', kind: 'water', temperature: 4 };
  assert.equal(portion([tap(14), cooler, hot], 8, 'tap', 10).toFixed(3), '4.000');
  // 10 kg at 2 °C of cooler 4 and ice 0: 10 · 4.18 · 2 / (334 + 4.18 · 4) = 0.238 kg ice, none of the tap.
  assert.equal(portion([tap(14), cooler, ice(0)], 2, 'ice', 10).toFixed(3), '0.238');
  assert.equal(portion([tap(14), cooler, ice(0)], 2, 'tap', 10), 0);
  // Exactly the tap needs nothing else.
  assert.deepEqual(must(pourWater(10, 14, [tap(14), hot])).portions.map(({ name }) => name), ['tap']); // prettier-ignore
  assert.match(must(pourWater(10, -40, [tap(14), ice(0)])).cautions.join(), /% of the water is ice/);
});

test('a blend has the heat that was asked for, and ice grows with the warmth of the tap', () => {
  const celsius = fc.double({ min: 1, max: 30, noNaN: true });
  fc.assert(
    fc.property(
      celsius,
      celsius,
      fc.double({ min: -20, max: 0, noNaN: true }),
      fc.double({ min: -90, max: 60, noNaN: true }),
      (a, b, frozen, wanted) => {
        const [cold, warm] = [Math.min(a, b), Math.max(a, b)];
        const iceFor = (at: number) => portion([tap(at), hot, ice(frozen)], wanted, 'ice');
        assert.ok(iceFor(cold) <= iceFor(warm) + 1e-9);
        const poured = must(pourWater(10.742, wanted, [tap(warm), hot, ice(frozen)]));
        const whole = poured.portions.reduce((sum, { mass }) => sum + mass, 0);
        assert.ok(Math.abs(whole - 10.742) < 1e-9 && poured.portions.every(({ mass }) => mass >= 0));
        assert.ok(Math.abs(must(temperatureOfPortions(poured.portions)) - poured.temperature) < 1e-9);
        assert.ok(poured.limit !== null || Math.abs(poured.temperature - wanted) < 1e-9);
      },
    ),
  );
});

test('any one unknown is solved from the rest', () => {
  const mix = f1({ bowl: { mass: 20, temperature: 18 }, room: 18, minutes: 25 });
  const water = must(solveMix(mix, { kind: 'water' }, NaN, 25));
  assert.ok(Math.abs(must(solveMix(mix, { kind: 'dough' }, water, NaN)) - 25) < 1e-9);
  assert.ok(Math.abs(must(solveMix(mix, { kind: 'friction' }, water, 25)) - mix.friction) < 1e-9);
  assert.ok(Math.abs(must(solveMix(mix, { kind: 'part', name: 'levain' }, water, 25)) - 23) < 1e-9);
  assert.match(
    problemsOf(solveMix(mix, { kind: 'part', name: 'butter' }, 20, 25))['part'] ?? '',
    /not in this mix/,
  );
  const empty = f1({ parts: [], water: 0, newFlour: 0 });
  for (const kind of ['water', 'dough', 'friction'] as const)
    assert.equal(solveMix(empty, { kind }, 20, 25).ok, false);
});

test('more friction never asks for warmer water, and a hotter room never for more of it', () => {
  const kelvin = fc.double({ min: 0, max: 20, noNaN: true });
  fc.assert(
    fc.property(kelvin, kelvin, fc.double({ min: -5, max: 45, noNaN: true }), (a, b, room) => {
      const at = (friction: number) =>
        waterAt(f1({ friction, room, bowl: { mass: 20, temperature: room }, minutes: 20 }));
      assert.ok(at(Math.max(a, b)) <= at(Math.min(a, b)) + 1e-9);
    }),
  );
});

test('sums of two to six factors; a missing one is named', () => {
  const factors = ['flour', 'room', 'levain', 'soaker', 'bowl'].map((name) => ({ name, temperature: 20 }));
  assert.equal(must(waterBySumOf(25, factors.slice(0, 1), 8)), 22);
  assert.equal(must(waterBySumOf(25, factors, 24)), 26);
  const missing = waterBySumOf(25, [...factors.slice(0, 2), { name: 'levain', temperature: null }], 9);
  assert.match(problemsOf(missing)['factors.levain'] ?? '', /levain is missing .* Read it, or leave/);
  assert.equal(waterBySumOf(25, [...factors, ...factors], 9).ok, false);
});

test('sum, base number and friction of the balance turn into each other', () => {
  const mix = f1({ bowl: { mass: 20, temperature: 20 }, minutes: 30 });
  const water = waterAt(mix);
  const factor = frictionFactor(25, [19, 20], water);
  assert.equal(waterByBase(baseOfFactor(25, factor), 19, 20).toFixed(6), water.toFixed(6));
  assert.equal(baseOfFactor(25, baseOfFactor(25, factor)).toFixed(6), factor.toFixed(6));
  const fromSum = waterBySum(25, [19, 20, 23], frictionFactor(25, [19, 20, 23], water));
  assert.equal(must(solveMix(mix, { kind: 'friction' }, fromSum, 25)).toFixed(6), '3.000000');
});

test('an autolyse drifts to the room, worked on paper', () => {
  // 10 kg flour (1.8) at 20 and 7 kg water at 30: (360 + 877.8 + 150) / (18 + 29.26) = 29.365 °C; two hours in a
  // room of 20 °C leave 1/e of what is above it: 20 + 9.365 · 0.36788 = 23.445 °C.
  const rested = autolyseTemperature({
    flour: 10,
    flourHeat: 1.8,
    flourTemperature: 20,
    water: 7,
    waterTemperature: 30,
    room: 20,
    minutes: 120,
  });
  assert.equal(rested.toFixed(3), '23.445');
});

test('the band of a forecast grows with the spread of friction', () => {
  const mix = f1({ bowl: { mass: 20, temperature: 20 }, minutes: 30 });
  assert.ok(doughSpread(mix, 0) > 0.2 && doughSpread(mix, 0) < 0.5);
  assert.ok(doughSpread(mix, 1.2) > doughSpread(mix, 0.4));
});

test('water that cannot be poured is as near as the sources get, and the dough that results is said', () => {
  const cold = waterOf({ flour: 2, room: 6, levain: 10, bowl: 5 });
  assert.equal(cold.pour, 40);
  assert.ok(cold.fdt < 24.5);
  assert.match(cold.cautions.join(' '), /harms the leaven: pour 40 °C and the dough comes out at/);
  const readings = { flour: 32, room: 30, levain: 28, bowl: 30 };
  const programme = demoHouse().bakehouse.programmes.find(({ slug }) => slug === 'intensive');
  assert.ok(programme);
  const hot = waterOf(readings, { programme });
  assert.ok(hot.poured.ice > 0.2 && Math.abs(hot.fdt - 25) < 1e-9);
  assert.ok((hot.iceless?.fdt ?? 0) > 27);
  const sources = demoMix().sources.filter(({ kind }) => kind !== 'ice');
  const iceless = waterOf(readings, { programme, sources });
  assert.equal(iceless.pour, 14);
  assert.match(iceless.cautions.join(' '), /colder than any source: with 14.0 °C the dough comes out at/);
  assert.match(problemsOf(balanceWater(f1({ water: 0 }), 25))['water'] ?? '', /no water/);
  assert.match(problemsOf(pourWater(0, 20, [tap(14)]))['water'] ?? '', /no water/);
  assert.match(problemsOf(pourWater(1, 20, []))['sources'] ?? '', /Name the tap/);
});

test('impossible wishes give the nearest answer, never nothing and never less than nothing', () => {
  const any = fc.double({ min: -40, max: 110, noNaN: true });
  fc.assert(
    fc.property(any, any, any, fc.double({ min: 5, max: 40, noNaN: true }), (flour, room, levain, ddt) => {
      const mix = f1({ room, bowl: { mass: 20, temperature: room }, minutes: 30 });
      mix.parts.forEach((part) =>
        Object.assign(part, { temperature: part.name === 'levain' ? levain : flour }),
      );
      const poured = must(pourWater(mix.water, waterAt(mix, ddt), [tap(14), hot, ice(-6)]));
      const fdt = doughTemperature(mix, poured.temperature);
      assert.ok(Number.isFinite(fdt) && poured.portions.every(({ mass }) => mass > 0));
      if (poured.limit === null) assert.ok(Math.abs(fdt - ddt) < 0.01);
      else assert.ok(poured.limit === 'hot' ? fdt < ddt : fdt > ddt);
    }),
  );
});
