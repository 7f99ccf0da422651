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

  it('a day that is nearly too much is begun anew where waits that were drawn in leave no room: one lot finds what another does', () => {
    const network = must(networkOf(longNight(2100, true)));
    for (const seed of [2, 3]) assert.equal(answered(network, 0, null, 300, seed)?.verdict, 'planned', `seed ${seed}`);
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
