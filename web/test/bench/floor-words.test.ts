import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { ViewTask } from '@jovet/core/plan/explain';
import { leftWords, whenWords } from '../../src/lib/bench/floor/floor-words.ts';

const HOUR = 3600;

test('time left is told in minutes, hours, and in days where it is far away', () => {
  const told = [0, 33 * 60, 99 * 60, 100 * 60, 30 * HOUR, 376 * HOUR].map(leftWords);
  assert.deepEqual(told, ['0 min', '33 min', '99 min', '1:40 h', '30:00 h', '16 days']);
  assert.equal(leftWords(-5 * 60), '5 min ago');
});

test('a task is in your hands, due, due now, or to come', () => {
  const task = { start: 10 * HOUR } as ViewTask;
  assert.equal(whenWords(task, 9 * HOUR, 10 * HOUR), 'in your hands for 60 min');
  assert.equal(whenWords(task, null, 10 * HOUR + 120), 'due 2 min ago');
  assert.equal(whenWords(task, null, 10 * HOUR + 30), 'due now');
  assert.equal(whenWords(task, null, 9 * HOUR), 'next, in 60 min');
});
