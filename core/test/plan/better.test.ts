import assert from 'node:assert/strict';
import { test } from 'node:test';
import { checkSchedule } from '@jovet/core/plan/checker';
import { plannedDay } from '@jovet/core/plan/explain';
import { awayFromBest } from '../../src/plan/explain/better.ts';
import { demoDay } from '../demo.ts';
import { planned } from './planned.ts';

test('what could be better is at most three things, the dearest, a batch once, and why it is not is true', () => {
  const day = demoDay();
  const { network, answer } = planned(day, 20);
  const { schedule } = answer;
  const { notBetter = [] } = plannedDay(day, network, schedule, false);
  assert.ok(notBetter.length > 0 && notBetter.length <= 3, `${notBetter.length}`);
  const batches = notBetter.map(({ task }) => network.instance.tasks[task]?.batch);
  assert.equal(new Set(batches).size, batches.length);
  const away = awayFromBest(network, schedule);
  assert.deepEqual(away.map(({ cost }) => cost), away.map(({ cost }) => cost).toSorted((a, b) => b - a));
  const [dearest] = away.filter(({ off }) => Math.abs(off) >= 10);
  assert.equal(notBetter[0]?.task, dearest?.task);
  for (const { task, words } of notBetter) {
    const [, minutes = '', side = '', , sooner] = /: (.+) (after|before) its best\. (?:Nothing was found against )?(\d+) min (earlier|later)/.exec(words) ?? [];
    assert.ok(minutes !== '', words);
    assert.equal(sooner, side === 'after' ? 'earlier' : 'later');
    // What is said to break does: with all that hangs on it, it is moved towards its best.
    const by = (side === 'after' ? -1 : 1) * Math.round(Number(/(\d+) min (?:earlier|later)/.exec(words)?.[1]) / 5);
    const moving = new Set([task]);
    for (const each of moving) for (const { from, to } of network.instance.arcs) if (from === each) moving.add(to);
    const tasks = schedule.tasks.map((each, index) => (each && moving.has(index) ? { ...each, start: each.start + by } : each));
    const breaks = checkSchedule(network.instance, { ...schedule, tasks }).length > 0;
    assert.equal(breaks, !/Nothing was found|by more/.test(words), words);
  }
}); // prettier-ignore
