import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { planDough } from '@jovet/core/day';
import { balanceWater, doughTemperature, waterByBase, waterBySum, type Mix } from '@jovet/core/water';
import { demoInput, must, problemsOf } from '../demo.ts';

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

test('W3: heat balance without bowl and loss', () => {
  assert.equal(waterAt(f1()).toFixed(2), '18.51');
  assert.equal(waterAt(f1({ friction: 8 })).toFixed(2), '8.88');
});

test('W5: with bowl and loss; sum and base are derived and agree at the usual readings', () => {
  const real = must(balanceWater(f1({ bowl: { mass: 20, temperature: 20 }, minutes: 30 }), 25));
  assert.equal(real.temperature.toFixed(2), '21.20');
  assert.equal(real.loss.toFixed(2), '1.11');
  const { water } = must(planDough(demoInput()));
  assert.equal(water.balance.temperature.toFixed(2), '21.20');
  assert.equal(water.sum.temperature.toFixed(2), '21.20');
  assert.equal(water.base.temperature.toFixed(2), '21.20');
  assert.equal(water.sum.frictionFactor.toFixed(1), '16.8');
  assert.equal((75 - water.base.base).toFixed(1), '14.8');
  assert.equal(water.base.base.toFixed(1), '60.2');
});

test('away from the usual readings the three ways differ, and the balance weighs the masses', () => {
  const { water } = must(planDough(demoInput({ readings: { flour: 12, room: 20, levain: 23, bowl: 20 } })));
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

test('water that cannot be poured is clamped, and the dough that results is said', () => {
  const cold = must(planDough(demoInput({ readings: { flour: 2, room: 6, levain: 10, bowl: 5 } })));
  assert.equal(cold.water.pour, 40);
  assert.ok(cold.water.fdt < 24.5);
  assert.match(cold.cautions.join(' '), /harms the culture: pour 40 °C and the dough comes out at/);
  const hot = must(
    planDough(demoInput({ readings: { flour: 32, room: 30, levain: 28, bowl: 30 }, programme: 'intensive' })),
  );
  assert.equal(hot.water.pour, 0.5);
  assert.match(hot.cautions.join(' '), /colder than water can be poured/);
  assert.match(problemsOf(balanceWater(f1({ water: 0 }), 25))['water'] ?? '', /no water/);
});
