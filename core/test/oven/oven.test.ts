import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bakeMinutes, BREAD_DENSITY, coolingHours } from '@jovet/core/oven';

test('cooling to 35 °C in a room of 22 °C, the three cases of practice', () => {
  assert.equal(coolingHours(0.74, BREAD_DENSITY.hearth, 22, 35).toFixed(2), '1.33');
  assert.equal(coolingHours(0.05, BREAD_DENSITY.hearth, 22, 35).toFixed(2), '0.54');
  assert.equal(coolingHours(1.4, BREAD_DENSITY.rye, 22, 35).toFixed(2), '2.46');
  assert.equal(coolingHours(0.74, BREAD_DENSITY.hearth, 36, 35), Infinity);
});

test('the bake time of the same shape', () => {
  const known = { mass: 0.84, minutes: 42 };
  assert.equal(bakeMinutes(0.84, known), 42);
  assert.equal(bakeMinutes(1.68, known).toFixed(1), '66.8');
});
