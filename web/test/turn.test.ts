import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import pg from 'pg';
import { inTurn } from '../src/lib/server/planning/turn.ts';

const url = process.env['JOVET_TEST_DATABASE_URL'];
if (url === undefined)
  throw new Error('JOVET_TEST_DATABASE_URL is not set; run these tests with ./jovet test database');
process.env['JOVET_DATABASE_URL'] = url;

const never = new AbortController().signal;
const of = (date: string) => ({ bakehouseId: 'test of turns', date });
const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('plans of a day wait for their turn', () => {
  test('one at a time, in the order in which they came; another day does not wait', async () => {
    const admin = new pg.Client({ connectionString: url });
    await admin.connect();
    const waiting = async (count: number) => {
      const asked = "select 1 from pg_locks where locktype = 'advisory' and not granted and ((classid::bigint << 32) | objid::bigint) = hashtextextended($1, 0)";
      while ((await admin.query(asked, ['plan test of turns 2040-01-01'])).rowCount !== count) await rest(5);
    };
    const told: string[] = [];
    let end = () => {};
    const turn = (name: string, until: Promise<void> | null = null) =>
      inTurn(of('2040-01-01'), never, async () => {
        told.push(`${name} begins`);
        await until;
        told.push(`${name} is over`);
      });
    const first = turn('first', new Promise((resolve) => (end = resolve)));
    while (told.length === 0) await rest(5);
    const second = turn('second');
    await waiting(1);
    const third = turn('third');
    await waiting(2);
    const elsewhere = await inTurn(of('2040-01-02'), never, () => Promise.resolve('other'));
    assert.ok('done' in elsewhere, 'another day has its own turn');
    end();
    await Promise.all([first, second, third]);
    await admin.end();
    assert.deepEqual(told, ['first begins', 'first is over', 'second begins', 'second is over', 'third begins', 'third is over']);
  }); // prettier-ignore

  test('who is gone gives up their place, and what fails gives back its turn', async () => {
    const day = of('2040-01-03');
    let end = () => {};
    const first = inTurn(day, never, () => new Promise<void>((resolve) => (end = resolve)));
    const gone = new AbortController();
    let ran = false;
    const left = inTurn(day, gone.signal, () => Promise.resolve((ran = true)));
    await rest(100);
    gone.abort();
    assert.ok('refused' in (await left), 'it is told that nobody waits');
    end();
    await first;
    assert.equal(ran, false);
    await assert.rejects(
      inTurn(day, never, () => Promise.reject(new Error('fell'))),
      /fell/,
    );
    const next = await inTurn(day, never, () => Promise.resolve('next'));
    assert.ok('done' in next && next.done === 'next' && next.waited < 1);
  });

  test('who is gone before their turn is told at once; a lost connection ends neither the plan nor the process', async () => {
    const ran: string[] = [];
    const over = await inTurn(of('2040-01-05'), AbortSignal.abort(), () => Promise.resolve(ran.push('nobody')));
    assert.ok('refused' in over && ran.length === 0);
    const admin = new pg.Client({ connectionString: url });
    await admin.connect();
    const held =
      "select pg_terminate_backend(pid) from pg_locks where locktype = 'advisory' and granted and ((classid::bigint << 32) | objid::bigint) = hashtextextended($1, 0)";
    const kept = await inTurn(of('2040-01-06'), never, async () => {
      assert.equal((await admin.query(held, ['plan test of turns 2040-01-06'])).rowCount, 1);
      await rest(200);
      return 'done';
    });
    assert.ok('done' in kept && kept.done === 'done');
    await admin.end();
    const next = await inTurn(of('2040-01-06'), never, () => Promise.resolve('next'));
    assert.ok('done' in next && next.done === 'next');
  }); // prettier-ignore

  test('more than can wait are told so', async () => {
    const day = of('2040-01-04');
    const ends: (() => void)[] = [];
    const some = Array.from({ length: 14 }, () =>
      inTurn(day, never, () => new Promise<void>((resolve) => void ends.push(resolve))),
    );
    const refused = (await Promise.all(some.map((each) => Promise.race([each, rest(4000)])))).filter(
      (each) => typeof each === 'object' && each !== null && 'refused' in each,
    );
    assert.ok(refused.length >= 2, `${refused.length}`);
    assert.match(JSON.stringify(refused[0]), /As many days as can wait/);
    const over = Promise.all(some);
    for (let n = 0; n < 14 - refused.length; n += 1) {
      while (ends.length <= n) await rest(5);
      ends[n]?.();
    }
    await over;
  });
});
