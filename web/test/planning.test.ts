import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { demoDay } from '../../core/test/demo.ts';
import { inPool } from '../src/lib/server/planning/pool.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

/** A day of so many times the pieces of the demo day. */
const times = (n: number) => {
  const input = demoDay();
  return { ...input, demand: input.demand.map((line) => ({ ...line, pieces: line.pieces * n })) };
};
const job = (n: number, seconds: number) => ({ input: times(n), seed: 1, seconds, from: null });

describe('planning in processes of their own', () => {
  test('one that is late is ended, and the next day is planned as if nothing had been', async () => {
    const begun = performance.now();
    const late = await inPool('plan', job(40, 10), 1);
    assert.ok('refused' in late && late.status === 503);
    assert.match(late.refused.problem, /could neither be planned/);
    assert.ok(performance.now() - begun < 4000, `${performance.now() - begun} ms`);
    const next = await inPool('plan', job(1, 4), 40);
    assert.ok('done' in next && next.done.ok && next.done.value.verdict === 'planned');
  });

  test('one that nobody waits for is ended, and gives its place to the next', async () => {
    const gone = new AbortController();
    const left = inPool('plan', job(40, 10), 60, gone.signal);
    setTimeout(() => gone.abort(), 300);
    const begun = performance.now();
    assert.ok('refused' in (await left));
    const next = await inPool('check', { input: times(1), schedule: { tasks: [], ways: [] } }, 20);
    assert.ok('done' in next && !next.done.ok, 'a plan of other tasks is refused as ever');
    assert.ok(performance.now() - begun < 15_000);
  });

  test('while a large day is planned, others are answered; a day beyond all bounds is refused in words', async () => {
    const post = (n: number, seconds: number) =>
      fetch(`${served}/api/v1/plan`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ input: times(n), seconds }),
      });
    let over = false;
    const large = post(40, 1).finally(() => (over = true));
    const waited: number[] = [];
    while (!over) {
      const begun = performance.now();
      assert.ok((await fetch(`${served}/api/v1/health`)).ok);
      waited.push(performance.now() - begun);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    assert.ok([200, 503].includes((await large).status));
    waited.sort((one, other) => one - other);
    assert.ok(waited.length > 20);
    // Half of them, so that a busy machine is no fault; the benchmark tells more.
    assert.ok((waited[waited.length >> 1] ?? 0) < 50, `${waited[waited.length >> 1]} ms`);
    const refused = await post(200, 1);
    assert.equal(refused.status, 422);
    const { problems } = (await refused.json()) as { problems: { path: string; problem: string }[] };
    assert.match(problems[0]?.problem ?? '', /\d+ pieces, and a day is planned up to 20000/);
  });
});
