import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readQuantity, writeQuantity, type Quantity } from '@jovet/core/field';

/** Numbers that each quantity may have, in the unit of the document. */
const RANGES: readonly (readonly [Quantity, number, number])[] = [
  ['celsius', -60, 600], ['minutes', -1000, 100_000], ['wait', -1000, 100_000], ['seconds', 0, 100_000], ['hours', 0, 10_000],
  ['percent', 0, 100_000], ['part', 0, 1000], ['ratio', 0, 1000], ['mass', 0, 10_000], ['kilograms', 0, 10_000], ['volumes', 0, 1000],
  ['count', 0, 100_000], ['money', 0, 100_000], ['kilowatts', 0, 100_000], ['millimetres', 0, 10_000], ['centimetres', 0, 10_000],
  ['side', 0, 100], ['metres', 0, 10_000],
]; // prettier-ignore

test('what is written is read again as the same value, in both units of temperature', () => {
  for (const [quantity, least, most] of RANGES)
    fc.assert(
      fc.property(fc.integer({ min: least * 10, max: most * 10 }), fc.constantFrom('°C' as const, '°F' as const), (tenths, unit) => {
        const value = tenths / 10;
        const read = readQuantity(quantity, writeQuantity(quantity, value, unit), unit);
        assert.ok(read.ok, `${quantity} ${value}`);
        // A temperature is written to a tenth of a degree of its unit.
        const near = quantity === 'celsius' && unit === '°F' ? 0.06 : 1e-6;
        assert.ok(Math.abs((read.value as number) - value) < near, `${quantity} ${value} came back as ${String(read.value)}`);
      }),
      { numRuns: 60 },
    );
}); // prettier-ignore

test('each quantity takes the word of its unit, and what is longer or shorter than it says', () => {
  const cases: readonly (readonly [Quantity, string, unknown])[] = [
    ['minutes', '15 min', 15], ['hours', '1.5 h', 1.5], ['seconds', '20 s', 20], ['centimetres', '7 cm', 7], ['centimetres', '70 mm', 7],
    ['side', '40', 0.4], ['side', '0.4 m', 0.4], ['metres', '40 cm', 0.4], ['metres', '2,4', 2.4], ['millimetres', '0.6 cm', 6],
    ['ratio', '1 : 2.5', 2.5], ['part', '65 %', 0.65], ['mass', '1.2 kg', 1.2], ['kilograms', '800 g', 0.8], ['kilowatts', '3.5 kW', 3.5],
    ['span', '2-10.30', { from: '02:00', to: '10:30' }], ['area', '60 x 40', { length: 0.6, width: 0.4 }], ['numbers', '80, 120', [80, 120]],
    ['names', 'a, b;c', ['a', 'b', 'c']], ['tick', 'yes', true], ['tick', '', false], ['moment', '2026-11-29 14:00', '2026-11-29T14:00'],
  ]; // prettier-ignore
  for (const [quantity, text, wanted] of cases)
    assert.deepEqual(readQuantity(quantity, text), { ok: true, value: wanted }, `${quantity} ${text}`);
});

test('what cannot be read, or nobody means, is refused with a remedy', () => {
  const wrong: readonly (readonly [Quantity, string])[] = [
    ['celsius', 'warm'], ['celsius', '9000'], ['minutes', '1e9'], ['minutes', '999999999'], ['part', '-3'], ['mass', '3 stone'],
    ['side', 'wide'], ['metres', '-1'], ['date', '2026-02-30'], ['span', 'all day'], ['area', '40'], ['text', 'x'.repeat(20_001)], ['minutes', ' '.repeat(201)],
  ]; // prettier-ignore
  for (const [quantity, text] of wrong) {
    const read = readQuantity(quantity, text);
    assert.ok(!read.ok, `${quantity} ${text}`);
    for (const each of read.problems)
      assert.ok(each.problem.length > 5 && each.remedy.length > 3 && each.path === '');
  }
});

test('what stands in a document is written whatever it is: a long list whole, a number that nobody means as it is', () => {
  const cautions = Array.from({ length: 20 }, (_, index) => `${index} ${'hot'.repeat(60)}`);
  const text = writeQuantity('sentences', cautions);
  assert.deepEqual(readQuantity('sentences', text), { ok: true, value: cautions });
  assert.equal(writeQuantity('hours', -3), '-3');
  assert.equal(writeQuantity('celsius', 9000), '9000');
  assert.equal(writeQuantity('mass', null), '');
});
