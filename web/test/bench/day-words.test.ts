import assert from 'node:assert/strict';
import { test } from 'node:test';
import { takesWords } from '../../src/lib/bench/day/day-words.ts';

test('what a plan takes is said in money as far as it has prices, and never more than they say', () => {
  const sums = { work: 60_300, asleep: 3600, awake: 2, energy: 76, cheap: 0, currency: 'EUR' };
  const said = (paidWork: number | null, paidEnergy: number | null) =>
    takesWords({ ...sums, paidWork, paidEnergy });
  assert.equal(said(402, 18.99), '16 h 45 min of work, €420.99 in all');
  assert.equal(said(402, null), '16 h 45 min of work, €402.00 for it');
  assert.equal(said(null, 18.99), '16 h 45 min of work, €18.99 for energy');
  assert.equal(said(null, null), '16 h 45 min of work');
  assert.equal(
    takesWords({ ...sums, paidWork: 40_200, paidEnergy: 1900, currency: 'JPY' }),
    '16 h 45 min of work, ¥42,100 in all',
  );
});
