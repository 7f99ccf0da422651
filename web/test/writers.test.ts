import assert from 'node:assert/strict';
import { test } from 'node:test';
import { writeTogether } from './writers.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

test('eight who write the same things at one time: nothing that was acknowledged is lost, and nothing fails', async () => {
  const { done, stale, failed, lost } = await writeTogether(served, 8, 240, '2041-02-05');
  assert.ok(done >= 240 && stale > 0, `${done} done, ${stale} told that somebody was quicker`);
  assert.deepEqual({ failed, lost }, { failed: 0, lost: 0 });
});
