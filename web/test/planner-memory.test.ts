import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { DayInput } from '@jovet/core/plan/demand';
import { demoDay } from '../../core/test/demo.ts';

const day = DayInput.parse(demoDay());
const job = { input: day, seed: 1, seconds: 5, from: null };

describe('a planner process that grows too large', () => {
  test('is ended, also for what lies outside its heap; its day is refused in words, and so is the next', async () => {
    // Less than any plan takes.
    process.env['JOVET_PLANNER_MEMORY'] = '40';
    const { inPool } = await import('../src/lib/server/planning/pool.ts');
    const begun = performance.now();
    for (let n = 0; n < 2; n += 1) {
      const fell = await inPool('plan', job, 60);
      assert.ok('refused' in fell && fell.status === 422, JSON.stringify(fell).slice(0, 200));
      assert.match(fell.refused.problem, /more memory than a plan may have/);
      assert.match(fell.refused.remedy, /Order less at once/);
    }
    assert.ok(performance.now() - begun < 30_000, 'sooner than its time is over');
  }); // prettier-ignore
});
