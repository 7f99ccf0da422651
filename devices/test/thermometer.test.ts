import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Thermometer } from '../src/thermometer.ts';

const STEADY = { lag: 3, noise: 0, dropOut: 0, silence: 0 };
const even = () => 0.5;

test('it lags: after one time constant it has gone 63 % of the way, and then arrives', () => {
  const probe = new Thermometer(STEADY, 20, 1000, even);
  probe.hold(30, 1000);
  assert.equal(probe.read(1003)?.value, 26.3);
  assert.equal(probe.read(1060)?.value, 30);
});

test('it wavers by its noise, and not more than noise does', () => {
  let state = 1;
  const chance = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
  const probe = new Thermometer({ ...STEADY, noise: 0.2 }, 25, 0, chance);
  const values = Array.from({ length: 400 }, (_, second) => probe.read(second)?.value ?? NaN);
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  const spread = Math.sqrt(values.reduce((sum, each) => sum + (each - mean) ** 2, 0) / values.length);
  assert.ok(Math.abs(mean - 25) < 0.05 && spread > 0.15 && spread < 0.25, `${mean} ${spread}`);
});

test('while it is silent its last word stands with its time, and then it speaks again', () => {
  const probe = new Thermometer(STEADY, 20, 0, even);
  assert.deepEqual(probe.read(10), { value: 20, at: 10 });
  probe.silence(60, 10);
  probe.hold(30, 10);
  assert.deepEqual(probe.read(40), { value: 20, at: 10 });
  assert.equal(probe.read(80)?.value, 30);
  const deaf = new Thermometer({ ...STEADY, dropOut: 1, silence: 30 }, 20, 0, even);
  assert.equal(deaf.read(5), null);
});
