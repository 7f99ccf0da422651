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

/** Plans of a day that wait for their turn, as PostgreSQL tells it. */
async function waiting(date: string, count: number) {
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  const asked = "select 1 from pg_locks where locktype = 'advisory' and not granted and ((classid::bigint << 32) | objid::bigint) = hashtextextended($1, 0)";
  while ((await admin.query(asked, [`plan test of turns ${date}`])).rowCount !== count) await rest(5);
  await admin.end();
} // prettier-ignore

/** Has the turn of a day until it is ended; comes back when it has begun. */
async function holding(date: string) {
  let end = () => {};
  let over: Promise<unknown> = Promise.resolve();
  await new Promise<void>((begun) => {
    over = inTurn(of(date), never, () => (begun(), new Promise<void>((resolve) => (end = resolve))));
  });
  return () => (end(), over);
}

describe('plans of a day wait for their turn', () => {
  test('one at a time, in the order in which they came; another day does not wait', async () => {
    const date = '2040-01-01';
    const told: string[] = [];
    const turn = (name: string) =>
      inTurn(of(date), never, () => {
        told.push(name);
        return Promise.resolve();
      });
    const end = await holding(date);
    const second = turn('second');
    await waiting(date, 1);
    const third = turn('third');
    await waiting(date, 2);
    const elsewhere = await inTurn(of('2040-01-02'), never, () => Promise.resolve('other'));
    assert.ok('done' in elsewhere, 'another day has its own turn');
    assert.deepEqual(told, []);
    await end();
    await Promise.all([second, third]);
    assert.deepEqual(told, ['second', 'third']);
  });

  test('who is gone gives up their place, and what fails gives back its turn', async () => {
    const date = '2040-01-03';
    const end = await holding(date);
    const gone = new AbortController();
    let ran = false;
    const left = inTurn(of(date), gone.signal, () => Promise.resolve((ran = true)));
    await waiting(date, 1);
    gone.abort();
    assert.ok('refused' in (await left), 'it is told that nobody waits');
    await end();
    assert.equal(ran, false);
    await assert.rejects(
      inTurn(of(date), never, () => Promise.reject(new Error('fell'))),
      /fell/,
    );
    const next = await inTurn(of(date), never, () => Promise.resolve('next'));
    assert.ok('done' in next && next.done === 'next');
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
      return 'done';
    });
    assert.ok('done' in kept && kept.done === 'done');
    await admin.end();
    const next = await inTurn(of('2040-01-06'), never, () => Promise.resolve('next'));
    assert.ok('done' in next && next.done === 'next');
  }); // prettier-ignore

  test('more than can wait are told so', async () => {
    const ends: (() => void)[] = [];
    const told: object[] = [];
    const some = Array.from({ length: 14 }, async () =>
      told.push(await inTurn(of('2040-01-04'), never, () => new Promise<void>((resolve) => void ends.push(resolve)))),
    );
    while (told.length < 2) await rest(5);
    for (const each of told) assert.match(JSON.stringify(each), /As many days as can wait/);
    while (told.length < some.length) {
      ends.shift()?.();
      await rest(5);
    }
    await Promise.all(some);
  }); // prettier-ignore
});
