import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
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
    const told: string[] = [];
    let running = 0;
    const turn = (name: string, date: string, ms: number) =>
      inTurn(of(date), never, async () => {
        running += 1;
        told.push(`${name} begins${date === '2040-01-01' && running > 1 ? ' beside another' : ''}`);
        await rest(ms);
        running -= 1;
        told.push(`${name} is over`);
        return name;
      });
    const first = turn('first', '2040-01-01', 300);
    await rest(50);
    const second = turn('second', '2040-01-01', 20);
    await rest(50);
    const third = turn('third', '2040-01-01', 20);
    const other = inTurn(of('2040-01-02'), never, () => Promise.resolve('other'));
    const elsewhere = await other;
    assert.ok('done' in elsewhere && elsewhere.waited < 0.2, 'another day has its own turn');
    const all = await Promise.all([first, second, third]);
    assert.deepEqual(told, ['first begins', 'first is over', 'second begins', 'second is over', 'third begins', 'third is over']);
    const waited = all.map((each) => ('waited' in each ? each.waited : -1));
    assert.ok((waited[1] ?? 0) > 0.1 && (waited[2] ?? 0) > 0.05 && (waited[0] ?? 1) < 0.1, waited.join());
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

  test('more than can wait are told so', async () => {
    const day = of('2040-01-04');
    const ends: (() => void)[] = [];
    const some = Array.from({ length: 14 }, () =>
      inTurn(day, never, () => new Promise<void>((resolve) => void ends.push(resolve))),
    );
    const refused = (await Promise.all(some.map((each) => Promise.race([each, rest(2500)])))).filter(
      (each) => typeof each === 'object' && each !== null && 'refused' in each,
    );
    assert.equal(refused.length, 2);
    assert.match(JSON.stringify(refused[0]), /As many days as can wait/);
    const over = Promise.all(some);
    for (let n = 0; n < 12; n += 1) {
      while (ends.length <= n) await rest(5);
      ends[n]?.();
    }
    await over;
  });
});
