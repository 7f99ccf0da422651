import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { latestEstimate } from '@jovet/core/logbook';

const prior = { value: 3, spread: 1.2 };

/** Noise that is the same at each run: a normal deviate from two uniform ones (Box and Muller). */
function noise(seed: number): () => number {
  let state = seed;
  const uniform = () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return (state + 0.5) / 4_294_967_296;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

test('200 mixes: after 20 the friction is within 0.5 K, and a step is followed within 10', () => {
  for (let seed = 1; seed <= 12; seed += 1) {
    const normal = noise(seed * 7919);
    const records = Array.from({ length: 200 }, (_, index) => (index < 100 ? 4 : 7) + 0.5 * normal());
    const off = (count: number) =>
      Math.abs(latestEstimate(records.slice(0, count), prior).value - (count <= 100 ? 4 : 7));
    const counts = Array.from({ length: 180 }, (_, index) => index + 21).filter(
      (count) => count <= 100 || count > 110,
    );
    const within = counts.filter((count) => off(count) < 0.5).length / counts.length;
    assert.ok(within > 0.97, `seed ${seed}: ${within}`);
    assert.ok(
      [107, 108, 109, 110].some((count) => off(count) < 0.5),
      `seed ${seed}: step`,
    );
  }
});

test('nothing logged is the prior; one slip moves little and is shown', () => {
  assert.deepEqual(latestEstimate([], prior), { value: 3, spread: 1.2, count: 0, outliers: [] });
  const steady = [4.1, 3.9, 4, 4.2, 3.8, 4, 4.1, 3.9];
  const slip = latestEstimate([...steady, 14], prior);
  assert.deepEqual(slip.outliers, [8]);
  assert.ok(Math.abs(slip.value - latestEstimate(steady, prior).value) < 0.15);
});

test('the estimate lies within what was recorded or believed, and shifts with it', () => {
  const values = fc.array(fc.double({ min: -5, max: 20, noNaN: true }), { maxLength: 30 });
  fc.assert(
    fc.property(values, fc.double({ min: -10, max: 10, noNaN: true }), (records, shift) => {
      const { value, spread } = latestEstimate(records, prior);
      const all = [...records, prior.value];
      assert.ok(value >= Math.min(...all) - 1e-9 && value <= Math.max(...all) + 1e-9 && spread > 0);
      const moved = latestEstimate(
        records.map((each) => each + shift),
        { ...prior, value: prior.value + shift },
      );
      assert.ok(Math.abs(moved.value - value - shift) < 1e-6);
    }),
  );
});
