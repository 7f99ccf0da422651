import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { plannedDay } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { planning } from '@jovet/core/plan';
import { type DayInput, ordersOn } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { must } from '../../core/test/demo.ts';
import { exportEverything } from '../src/lib/server/database/archive.ts';
import {
  chooseDayPlan,
  dayInputFor,
  listDayPlans,
  readDayPlan,
  saveDayPlan,
} from '../src/lib/server/database/day-plan.ts';
import { readVersion, retireFormula } from '../src/lib/server/database/formula.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { keepCustomer, ordersInTheWay, retireCustomer } from '../src/lib/server/database/customer.ts';
import { keepStanding, sayOrders } from '../src/lib/server/database/order-lines.ts';
import { readOrderBook } from '../src/lib/server/database/orders.ts';
import { done } from './done.ts';
import { freshDatabase } from './fresh-database.ts';

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

/** A Thursday. */
const DATE = '2026-11-26';

const ordered = async (date: string) => {
  const { customers, standing, said } = await readOrderBook(fresh.db, fresh.actor, date);
  return ordersOn(date, customers, standing, said);
};
const only = (input: DayInput, formula: string): DayInput => ({
  ...input,
  demand: input.demand.filter((line) => line.formula === formula),
});

test('standing orders, one day that differs, and back again', async () => {
  const { db, actor } = fresh;
  const usual = await ordered(DATE);
  const line = { customer: 'own-counter', product: 'quay-loaf', drop: '08:00' };
  done(await sayOrders(db, actor, DATE, [{ ...line, pieces: 31, was: null }]));
  const differing = (await ordered(DATE)).find(({ product, customer }) => product === 'quay-loaf' && customer === 'own-counter');
  assert.deepEqual([differing?.pieces, differing?.standing], [31, 24]);
  assert.deepEqual(await ordered('2026-12-03'), usual);
  done(await sayOrders(db, actor, DATE, [{ ...line, pieces: null, was: 31 }]));
  assert.deepEqual(await ordered(DATE), usual);

  const refused = await sayOrders(db, actor, DATE, [
    { ...line, pieces: 5, was: null },
    { ...line, customer: 'nobody', pieces: 5, was: null },
    { ...line, drop: '23:00', pieces: 5, was: null },
  ]);
  assert.deepEqual(refused.kind === 'refused' && refused.problems.map(({ path }) => path), ['lines.1.customer', 'lines.2.drop']);
  assert.deepEqual(await ordered(DATE), usual);
}); // prettier-ignore

test('a customer comes, gets something every week, and goes; what is over is baked', async () => {
  const { db, actor } = fresh;
  const lighthouse = { schema: 1 as const, slug: 'lighthouse', name: 'Lighthouse', drops: ['10:00'], off: [], short: 'even' as const };
  const { rev } = done(await keepCustomer(db, actor, lighthouse, 0));
  const twice = await keepCustomer(db, actor, { ...lighthouse, name: 'Another lighthouse' }, 0);
  assert.ok(twice.kind === 'stale' && twice.stands.name === 'Lighthouse', 'of two new ones the second is told of the first');
  const standing = { customer: 'lighthouse', product: 'oat-tin', drop: '10:00', weekdays: [0, 0, 0, 3, 0, 0, 0], from: null, to: null };
  done(await keepStanding(db, actor, [{ ...standing, was: null }]));
  assert.ok((await ordered(DATE)).some(({ customer, pieces }) => customer === 'lighthouse' && pieces === 3));
  const input = must(await dayInputFor(db, actor, DATE));
  assert.ok(input.demand.some(({ product, drop, pieces }) => product === 'oat-tin' && drop === '10:00' && pieces === 3));
  assert.equal((await retireCustomer(db, actor, 'lighthouse', rev + 1)).kind, 'stale');
  done(await retireCustomer(db, actor, 'lighthouse', rev));
  assert.ok(!(await ordered(DATE)).some(({ customer }) => customer === 'lighthouse'));
  assert.equal((await retireCustomer(db, actor, 'lighthouse', rev + 1)).kind, 'missing');
}); // prettier-ignore

test('a plan is checked before it is kept, opens as it was, and another is kept beside it', async () => {
  const { db, actor } = fresh;
  const input = only(must(await dayInputFor(db, actor, DATE)), 'oat-tin');
  const network = must(networkOf(input));
  let schedule: Schedule = { tasks: [], ways: [] };
  for (const { answer } of planning(network, 1))
    if (answer?.verdict === 'planned') {
      ({ schedule } = answer);
      break;
    }
  const load = network.notes.findIndex(({ kind }) => kind === 'load');
  const late = schedule.tasks.map((placed, index) =>
    placed && index === load ? { ...placed, start: placed.start + 20 } : placed,
  );
  const refused = await saveDayPlan(db, actor, input, { ...schedule, tasks: late }, [], 0);
  assert.equal(refused.kind, 'refused');
  assert.equal((await saveDayPlan(db, actor, input, { tasks: [], ways: [] }, [], 0)).kind, 'refused');
  assert.deepEqual(await saveDayPlan(db, actor, input, schedule, [], 0), { kind: 'done', value: { date: DATE, n: 1 } });
  assert.equal((await saveDayPlan(db, actor, input, schedule, [], 0)).kind, 'stale');
  assert.deepEqual(await saveDayPlan(db, actor, input, schedule, [], 1), { kind: 'done', value: { date: DATE, n: 2 } });
  const open = await readDayPlan(db, actor, DATE);
  assert.deepEqual([open?.n, open?.doc.schedule, open?.input], [2, schedule, input]);
  const { input: _, schedule: __, ...shown } = plannedDay(input, network, schedule, true);
  assert.deepEqual(open?.shown, JSON.parse(JSON.stringify(shown)), 'what it showed is kept with it');
  assert.equal((await chooseDayPlan(db, actor, DATE, 1, 7)).kind, 'stale', 'another was chosen since');
  done(await chooseDayPlan(db, actor, DATE, 1, 2));
  assert.equal((await chooseDayPlan(db, actor, DATE, 9, 1)).kind, 'missing');
  assert.deepEqual((await listDayPlans(db, actor, DATE)).map(({ n, chosen }) => [n, chosen]), [[2, false], [1, true]]);
  assert.equal((await readDayPlan(db, actor, DATE))?.n, 1);
}); // prettier-ignore

test('everything goes out and comes in again: customers, orders, plans of days', async () => {
  const { db, actor } = fresh;
  done(await sayOrders(db, actor, '2026-12-24', [{ customer: 'tea-room', product: 'beacon-slab', drop: '09:30', pieces: 4, was: null }]));
  const out = await exportEverything(db, actor);
  const empty = await freshDatabase(false);
  try {
    must(await importFile(empty.db, empty.actor, JSON.stringify(out)));
    const again = await exportEverything(empty.db, empty.actor);
    assert.deepEqual(again.orders, out.orders);
    assert.deepEqual(again.dayPlans, out.dayPlans);
    assert.ok(out.orders.customers.some(({ retired }) => retired));
    assert.equal(out.dayPlans.length, 2);
  } finally {
    await empty.end();
  }
}); // prettier-ignore

test('orders of a formula that goes out of use stay in sight, and the day says so instead of leaving them out', async () => {
  const { db, actor } = fresh;
  const makes = (await readOrderBook(db, actor, DATE)).products.find(({ slug }) => slug === 'oat-tin');
  assert.ok(makes?.made);
  const before = must(await dayInputFor(db, actor, DATE)).demand;
  assert.ok(before.some(({ product }) => product === 'oat-tin'));

  const { version = 0 } = (await readVersion(db, actor, makes.formula)) ?? {};
  done(await retireFormula(db, actor, makes.formula, true, version));
  const book = await readOrderBook(db, actor, DATE);
  assert.deepEqual(book.products.find(({ slug }) => slug === 'oat-tin'), { ...makes, made: false });
  const now = await dayInputFor(db, actor, DATE);
  assert.ok(!now.ok && now.problems.every(({ path }) => path === 'demand.oat-tin'));
  assert.match(now.problems[0]?.problem ?? '', /\d+ × .* are ordered for \d\d:\d\d, and no formula in use makes them/);
  assert.match(now.problems[0]?.remedy ?? '', new RegExp(`Take ${makes.dough} into use again`));

  // Either way out leads back to a day that can be planned.
  const lines = (await ordered(DATE)).filter(({ product }) => product === 'oat-tin');
  done(await sayOrders(db, actor, DATE, lines.map(({ customer, product, drop }) => ({ customer, product, drop, pieces: 0, was: null }))));
  assert.ok(must(await dayInputFor(db, actor, DATE)).demand.every(({ product }) => product !== 'oat-tin'));
  done(await sayOrders(db, actor, DATE, lines.map(({ customer, product, drop }) => ({ customer, product, drop, pieces: null, was: 0 }))));
  done(await retireFormula(db, actor, makes.formula, false, version));
  assert.deepEqual(must(await dayInputFor(db, actor, DATE)).demand, before);
}); // prettier-ignore

test('a van or a customer with orders to come does not go out of sight', async () => {
  const { db, actor } = fresh;
  const { customers } = await readOrderBook(db, actor, DATE);
  const counter = customers.find(({ slug }) => slug === 'own-counter');
  assert.ok(counter);
  const way = (staying: readonly string[], today = DATE) => ordersInTheWay(db, actor, counter.slug, staying, today);
  assert.equal(await way(counter.drops), null);
  const gone = await way([]);
  assert.equal(gone?.path, 'customer.drops');
  assert.match(gone.problem, new RegExp(`Orders leave at ${counter.drops[0]}.*: \\d+ every week`));

  // An order of one day counts until that day is past.
  const { rev, ...known } = counter;
  done(await keepCustomer(db, actor, { ...known, drops: [...counter.drops, '21:30'] }, rev));
  done(await sayOrders(db, actor, DATE, [{ customer: counter.slug, product: 'oat-tin', drop: '21:30', pieces: 2, was: null }]));
  assert.match((await way(counter.drops))?.problem ?? '', /Orders leave at 21:30: 1 of single days/);
  assert.equal(await way(counter.drops, '2026-11-27'), null);
  // What is left at a van that is gone can still be taken away.
  done(await keepCustomer(db, actor, known, rev + 1));
  done(await sayOrders(db, actor, DATE, [{ customer: counter.slug, product: 'oat-tin', drop: '21:30', pieces: null, was: 2 }]));
  assert.equal(await way(counter.drops), null);
}); // prettier-ignore
