import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { OvenDay } from '@jovet/core/plan/explain/oven';
import { sessionsOf } from '../../src/lib/bench/oven/sessions.ts';

const HOUR = 3600;
const load = (oven: number, from: number, hours = 1): OvenDay['loads'][number] => ({
  oven, at: from * HOUR, until: (from + hours) * HOUR, loadAt: 240, items: [], decks: [], order: [], left: [], byHand: 'no',
}); // prettier-ignore
const heating = (oven: number, from: number, to: number): OvenDay['heatings'][number] => ({
  oven, from: from * HOUR, to: to * HOUR, load: 0,
}); // prettier-ignore
const day = (more: Partial<OvenDay>): OvenDay => ({ loads: [], decks: [], heatings: [], heated: 0, ...more });
const told = (oven: OvenDay) =>
  sessionsOf(oven).map(({ from, to, loads }) => [from / HOUR, to / HOUR, loads.map(({ at }) => at / HOUR)]);

test('an oven that goes off between is on twice', () => {
  const oven = day({ heatings: [heating(0, 2, 4), heating(0, 9, 10)], loads: [load(0, 4), load(0, 10, 2)] });
  assert.deepEqual(told(oven), [[2, 5, [4]], [9, 12, [10]]]); // prettier-ignore
});

test('two ovens that are on at one time are seen together, each load once, in its order', () => {
  const oven = day({
    heatings: [heating(0, 2, 4), heating(1, 3, 5), heating(1, 20, 21)],
    loads: [load(0, 4), load(0, 6), load(1, 5), load(1, 21)],
  });
  assert.deepEqual(told(oven), [[2, 7, [4, 5, 6]], [20, 22, [21]]]); // prettier-ignore
});

test('what stands warm in an oven before it is heated is seen with it, not with another', () => {
  const stands = { oven: 1, task: 0, name: 'Oat Tin', celsius: 28, from: 0, at: 6 * HOUR, out: 8 * HOUR, until: 9 * HOUR, wanted: 1, decks: [] }; // prettier-ignore
  const oven = day({ heatings: [heating(0, 2, 3), heating(1, 8, 9)], loads: [load(0, 3), load(1, 9)], chambers: [stands] }); // prettier-ignore
  assert.deepEqual(told(oven), [[2, 4, [3]], [6, 10, [9]]]); // prettier-ignore
});
