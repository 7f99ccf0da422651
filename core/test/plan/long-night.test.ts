import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { checkSchedule } from '@jovet/core/plan/checker';
import { doughsOf } from '@jovet/core/plan/demand';
import { networkOf } from '@jovet/core/plan/network';
import { must } from '../demo.ts';
import { longNight } from './long-night.ts';
import { answered } from './planned.ts';

describe('the long night', () => {
  it('2,000 baguettes are mixed by the day, baked from 16:30 through the night, and leave at 05:00', () => {
    const network = must(networkOf(longNight(2000)));
    const { instance, notes } = network;
    for (const seed of [1, 2, 3]) {
      const answer = answered(network, 0, null, 120, seed);
      assert.equal(answer?.verdict, 'planned', `seed ${seed}`);
      if (answer?.verdict !== 'planned') continue;
      assert.deepEqual(checkSchedule(instance, answer.schedule), []);
      const first = (kind: string) =>
        Math.min(...notes.flatMap((note, task) => (note.kind === kind ? [answer.schedule.tasks[task]?.start ?? Infinity] : [])));
      const clock = (slot: number) => new Date((instance.origin + slot * 300) * 1000).toISOString().slice(11, 16);
      assert.ok(clock(first('mix')) >= '08:00' && clock(first('mix')) < '12:00', clock(first('mix')));
      assert.ok(clock(first('load')) >= '16:30' && clock(first('load')) < '18:00', clock(first('load')));
    }
  }); // prettier-ignore

  it('where waits that were drawn in leave no room the day as it is goes on beside them: one lot finds what another does', () => {
    const network = must(networkOf(longNight(2100, true)));
    for (const seed of [2, 3]) assert.equal(answered(network, 0, null, 350, seed)?.verdict, 'planned', `seed ${seed}`);
  }); // prettier-ignore

  it('of batches that are made alike the first is mixed first', () => {
    const network = must(networkOf(longNight(2000)));
    const answer = answered(network);
    assert.ok(answer?.verdict === 'planned');
    const { schedule } = answer;
    for (const kind of ['mix', 'divide'] as const) {
      const starts: number[] = network.notes.flatMap((note, task) => (note.kind === kind ? [schedule.tasks[task]?.start ?? -1] : []));
      assert.equal(starts.length, 8);
      if (kind === 'mix') assert.deepEqual(starts, starts.toSorted((a, b) => a - b));
    }
    // It is planned all the same where one of them is held.
    const mix = network.notes.findIndex(({ kind, batch }) => kind === 'mix' && batch === 1);
    const told = network.instance.tasks[mix]?.id ?? '';
    const at = network.instance.origin + 300 * (schedule.tasks[network.notes.findIndex(({ kind, batch }) => kind === 'mix' && batch === 4)]?.start ?? 0);
    const held = must(networkOf({ ...longNight(2000), pins: [{ task: told, at }] }));
    const again = answered(held, 0, schedule, 300);
    assert.equal(again?.verdict, 'planned');
    if (again?.verdict === 'planned') assert.equal(held.instance.origin + 300 * (again.schedule.tasks[mix]?.start ?? 0), at);
  }); // prettier-ignore

  it('where a batch is more than the oven takes, a few more of them load it less often', () => {
    const day = longNight(2000);
    const loads = (fullOvens: boolean) => {
      const [dough] = must(doughsOf({ ...day, fullOvens }));
      const { notes } = must(networkOf({ ...day, fullOvens }));
      return [dough?.batches.length, notes.filter(({ kind }) => kind === 'load').length];
    };
    assert.deepEqual(loads(false), [7, 14], 'as many as the mixer takes, each in two loads that leave decks empty');
    assert.deepEqual(loads(true), [8, 8], 'each fills the oven once');
    assert.deepEqual(must(doughsOf({ ...longNight(250), fullOvens: true }))[0]?.batches.length, 1, 'one that fits stays one');
  }); // prettier-ignore
});
