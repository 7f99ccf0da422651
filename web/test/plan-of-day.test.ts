import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { addDays, resolveLocal } from '@jovet/core/time';
import { networkOf } from '@jovet/core/plan/network';
import type { Schedule } from '@jovet/core/plan/instance';
import { must } from '../../core/test/demo.ts';
import { answered } from '../../core/test/plan/planned.ts';
import { chooseDayPlan, dayInputFor, saveDayPlan } from '../src/lib/server/database/day-plan.ts';
import { keepFoundPlan, readFoundPlan } from '../src/lib/server/database/found-plan.ts';
import { sayOrders } from '../src/lib/server/database/order-lines.ts';
import { dayAtHand, planOfDay } from '../src/lib/server/plan-of-day.ts';
import { done } from './done.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

/** A Thursday. */
const DATE = '2027-01-14';
const at = (date: string, time: string): number => must(resolveLocal(date, time, fresh.actor.zone));
const dayOf = async (date: string) => must(await dayInputFor(fresh.db, fresh.actor, date));

/** A plan of a day, saved and chosen; from another seed another one. */
async function save(date: string, base: number, rounds = 0): Promise<{ n: number; schedule: Schedule }> {
  const input = await dayOf(date);
  const answer = answered(must(networkOf(input)), rounds, null, 600);
  assert.equal(answer?.verdict, 'planned');
  assert.ok(answer && 'schedule' in answer);
  const saved = await saveDayPlan(fresh.db, fresh.actor, input, answer.schedule, [], base);
  assert.equal(saved.kind, 'done');
  return { n: base + 1, schedule: answer.schedule };
}

describe('the plan that every room of a day hangs on', () => {
  test('nobody saved one: the first that is found, then the best that was kept, until the orders change', async () => {
    const { db, actor } = fresh;
    const input = await dayOf(DATE);
    const first = await planOfDay(db, actor, DATE);
    // On a busy machine none may be found at once.
    assert.ok(first === null || first.n === null);
    const better = answered(must(networkOf(input)), 30);
    assert.ok(better?.verdict === 'planned');
    assert.equal(await keepFoundPlan(db, actor, input, better.schedule), true);
    assert.equal(await keepFoundPlan(db, actor, input, better.schedule), false, 'no better than what is kept');
    assert.deepEqual((await planOfDay(db, actor, DATE))?.schedule, better.schedule);
    assert.equal(await keepFoundPlan(db, actor, input, { tasks: [], ways: [] }), false, 'of another day');
    const nowhere = { ...better.schedule, tasks: better.schedule.tasks.map((each) => each && { ...each, start: 0 }) };
    assert.equal(await keepFoundPlan(db, actor, input, nowhere), false, 'it does not hold');

    done(await sayOrders(db, actor, DATE, [{ customer: 'own-counter', product: 'quay-loaf', drop: '08:00', pieces: 30, was: null }]));
    assert.equal(await readFoundPlan(db, actor, await dayOf(DATE)), null, 'it was for other orders');
    assert.deepEqual(await readFoundPlan(db, actor, input), better.schedule);
    const changed = await planOfDay(db, actor, DATE);
    assert.ok(changed === null || changed.input.demand.some(({ product, pieces }) => product === 'quay-loaf' && pieces !== input.demand.find((line) => line.product === product)?.pieces));
  }); // prettier-ignore

  test('one is saved: that one, then the one that is chosen; orders that change do not change it', async () => {
    const { db, actor } = fresh;
    const date = addDays(DATE, 1);
    const one = await save(date, 0);
    const two = await save(date, one.n, 30);
    assert.equal((await planOfDay(db, actor, date))?.n, two.n);
    done(await chooseDayPlan(db, actor, date, one.n, two.n));
    assert.equal((await chooseDayPlan(db, actor, date, 99, one.n)).kind, 'missing');
    const line = { customer: 'own-counter', product: 'oat-tin', drop: '08:00' };
    done(await sayOrders(db, actor, date, [{ ...line, pieces: 44, was: null }]));
    const chosen = await planOfDay(db, actor, date);
    assert.equal(chosen?.n, one.n);
    assert.deepEqual(chosen?.schedule, one.schedule);
    assert.equal(chosen?.network.instance.tasks.length, one.schedule.tasks.length);
  });

  test('a day of no orders has none', async () => {
    const empty = await freshDatabase(false);
    try {
      assert.equal(await planOfDay(empty.db, empty.actor, DATE), null);
      const opened = await dayAtHand(empty.db, empty.actor, at(DATE, '10:00'));
      assert.equal(opened.date, addDays(DATE, 1), 'an empty bakehouse opens on tomorrow');
    } finally {
      await empty.end();
    }
  });
});

test('rooms open on the day that is being worked, from its first hands to its last van, else on one that can still be begun', async () => {
  const { db, actor } = fresh;
  const date = addDays(DATE, 7);
  await save(date, 0);
  const plan = await planOfDay(db, actor, date);
  assert.ok(plan);
  const starts = plan.schedule.tasks.flatMap((each) => (each ? [plan.network.instance.origin + each.start * 300] : []));
  const [from, to] = [Math.min(...starts), Math.max(...plan.network.doughs.flatMap(({ batches }) => batches.flatMap(({ lots }) => lots.map(({ drop }) => drop))))];
  for (const now of [from + 60, (from + to) / 2, to - 60]) {
    const opened = await dayAtHand(db, actor, now);
    assert.deepEqual([opened.date, opened.why?.kind], [date, 'at-work']);
  }
  const after = await dayAtHand(db, actor, to + 60);
  assert.ok(after.date > date, after.date);
  // What is opened without a plan that was chosen can still be begun then, or it is said that nothing can.
  for (let hour = 0; hour < 24; hour += 3) {
    const now = at(addDays(date, 14), `${String(hour).padStart(2, '0')}:30`);
    const opened = await dayAtHand(db, actor, now);
    const standing = await planOfDay(db, actor, opened.date);
    const first = standing && Math.min(...standing.schedule.tasks.flatMap((each) => (each ? [standing.network.instance.origin + each.start * 300] : [])));
    assert.ok(opened.why?.kind !== 'first-left' || first === null || first > now, `${hour}: ${opened.date}`);
    assert.ok(opened.date > addDays(date, 13) && opened.date <= addDays(date, 18));
  }
}); // prettier-ignore
