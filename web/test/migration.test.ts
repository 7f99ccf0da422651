import assert from 'node:assert/strict';
import { readFile } from 'node:fs/promises';
import { after, before, describe, test } from 'node:test';
import { sql } from 'kysely';
import { ensureBakehouse, readBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { listCultures } from '../src/lib/server/database/culture.ts';
import { listDayPlans, readDayPlan } from '../src/lib/server/database/day-plan.ts';
import { exportEverything } from '../src/lib/server/database/archive.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { listMixes } from '../src/lib/server/database/mix.ts';
import { readOrderBook } from '../src/lib/server/database/orders.ts';
import { ofKind } from '@jovet/core/equipment';
import { firstOf, mayRetard, piecesOf } from '@jovet/core/formula/way';
import { actualsOf } from '@jovet/core/run';
import { draftOfPerson } from '../src/lib/server/database/formula-draft.ts';
import { readFormulas } from '../src/lib/server/database/formula.ts';
import { planOfDay } from '../src/lib/server/plan-of-day.ts';
import { must } from '../../core/test/demo.ts';
import { dumpedDatabase, freshDatabase } from './fresh-database.ts';

/** A database as the version of migration 0006 made it, brought to that of now. */
let old: Awaited<ReturnType<typeof dumpedDatabase>>;
before(async () => {
  old = await dumpedDatabase('0006-orders');
});
after(() => old.end());

test('plans of one dough become plans of their days that are not chosen, behind those that were there', async () => {
  const { db, actor } = old;
  const plans = async (date: string) =>
    (await listDayPlans(db, actor, date)).map(({ n, chosen, doc }) => [n, chosen, doc.alone ?? null, doc.pieces]);
  assert.deepEqual(await plans('2026-11-24'), [[2, false, 'Quay Country', 52], [1, false, 'Quay Country', 36]]);
  assert.deepEqual(await plans('2026-11-25'), [[1, false, 'Quay Country', 36]]);
  const both = await plans('2026-11-26');
  assert.deepEqual(both.map(([n, chosen, alone]) => [n, chosen, alone]), [[3, false, 'Quay Country'], [2, true, null], [1, false, null]]);
  assert.equal(await readDayPlan(db, actor, '2026-11-24'), null, 'none of them is the plan of its day');
  assert.equal((await readDayPlan(db, actor, '2026-11-26'))?.n, 2);
}); // prettier-ignore

test('a plan of one dough keeps what it was planned from, and shows its clock and its ribbon', async () => {
  const { db, actor } = old;
  const plan = await readDayPlan(db, actor, '2026-11-25', 1);
  assert.ok(plan?.shown);
  const { tasks, rows } = plan.shown.view;
  assert.deepEqual(
    tasks.map(({ note }) => note.kind),
    ['feed', 'weigh', 'mix', 'fold', 'fold', 'fold', 'divide', 'shape', 'load', 'out', 'pack'],
  );
  assert.ok(rows[0]?.ribbons.every(({ points }) => points.length > 20));
  assert.equal(plan.input.demand[0]?.pieces, 36);
  const { rows: kept } = await sql<{ room: number }>`
    select (doc -> 'from' -> 'order' -> 'readings' ->> 'room')::float as room from day_plan
    where local_date = '2026-11-25'`.execute(db);
  assert.deepEqual(kept, [{ room: 17 }]);
});

test('a plan of a day shows what the model of then showed: tasks, people, labels, the oven', async () => {
  const { db, actor } = old;
  for (const [date, n] of [['2026-11-26', 1], ['2026-11-26', 2], ['2026-11-28', 1]] as const) {
    const plan = await readDayPlan(db, actor, date, n);
    assert.ok(plan?.shown, `${date} ${n}`);
    const { view, labels, oven, people } = plan.shown;
    assert.equal(view.tasks.length, plan.doc.schedule.tasks.length);
    assert.equal(view.cost?.total, plan.cost);
    assert.ok(labels.length > 5 && people.length === 4 && (oven?.loads.length ?? 0) > 3);
    assert.equal(view.firstHands, plan.doc.firstHands);
  }
  const second = await readDayPlan(db, actor, '2026-11-26', 2);
  assert.ok(second && [...actualsOf(second.input.events).values()].some(({ temperature }) => temperature === 24.6), 'what happened is there');
}); // prettier-ignore

test('orders, mixes, readings, cultures and signs are what they were, with their corrections', async () => {
  const { db, actor } = old;
  const { customers, said } = await readOrderBook(db, actor, '2026-11-26');
  assert.ok(customers.length > 2 && said.length === 1);
  const [closed] = await listMixes(db, actor, '2026-11-24');
  assert.deepEqual(
    closed?.readings.map(({ factor, value }) => [factor, value]),
    [['flour', 91], ['flour', 19], ['room', 20.5], ['water', 21], ['dough', 24.4]],
  ); // prettier-ignore
  assert.equal(closed.readings[1]?.corrects, closed.readings[0]?.id);
  assert.deepEqual([closed.doc.lot, closed.doc.task, closed.doc.forecast], ['Lot 7', null, {}]);
  const quay = (await listCultures(db, actor)).find(({ culture }) => culture.slug === 'quay-culture');
  assert.deepEqual(
    quay?.builds.map(({ signs }) => signs.length),
    [3, 1],
  );
});

test('an export of it comes into an empty Jovet whole', async () => {
  const out = await exportEverything(old.db, old.actor);
  const empty = await freshDatabase(false);
  try {
    must(await importFile(empty.db, empty.actor, JSON.stringify(out)));
    const again = await exportEverything(empty.db, empty.actor);
    assert.deepEqual(again.dayPlans, out.dayPlans);
    assert.equal(out.dayPlans.length, 8);
  } finally {
    await empty.end();
  }
});

test('an export that an older version made has its plans of one dough taken over', async () => {
  const file = JSON.parse(
    await readFile(new URL('dumps/everything-0006.json', import.meta.url), 'utf8'),
  ) as { days: unknown[] };
  assert.ok(file.days.length > 0);
  const empty = await freshDatabase(false);
  try {
    must(await importFile(empty.db, empty.actor, JSON.stringify(file)));
    const plans = await listDayPlans(empty.db, await ensureBakehouse(empty.db), '2026-11-24');
    assert.deepEqual(plans.map(({ doc, chosen }) => [doc.alone, chosen]), [['Quay Country', false], ['Quay Country', false]]);
  } finally {
    await empty.end();
  }
}); // prettier-ignore

describe('a database of before formulas said how they are made', () => {
  let before0009: Awaited<ReturnType<typeof dumpedDatabase>>;
  before(async () => {
    before0009 = await dumpedDatabase('0008-events');
  });
  after(() => before0009.end());

  test('its formulas are ways, with what its bakehouse said of them', async () => {
    const { db, actor } = before0009;
    const formulas = await readFormulas(db, actor);
    assert.equal(formulas.length, 8);
    const docOf = (slug: string) => formulas.find((each) => each.slug === slug)?.formula.doc;
    const [quay, crescents, knots] = [docOf('quay-country'), docOf('butter-crescents'), docOf('cardamom-knots')];
    assert.ok(quay && crescents && knots);
    assert.deepEqual(firstOf(piecesOf(quay, 'quay-loaf'), 'shape')?.into, 'round-baskets');
    assert.deepEqual(firstOf(piecesOf(quay, 'quay-roll'), 'shape')?.into, 'trays');
    assert.equal(mayRetard(quay, 'quay-loaf'), true);
    assert.equal(mayRetard(quay, 'quay-roll'), false);
    assert.deepEqual(crescents.way.filter(({ kind }) => kind === 'turn').map(({ slug }) => slug), ['turn-1', 'turn-2', 'turn-3']);
    assert.equal(firstOf(piecesOf(knots, 'cardamom-knot'), 'shape')?.hold, 15);
    const { bakehouse } = await readBakehouse(db, actor);
    assert.ok(!('doughs' in bakehouse.floor) && !('products' in bakehouse.floor));
  }); // prettier-ignore

  test('what its bakehouse had one of is rows, and who worked every day has a shift for every day', async () => {
    const { db, actor } = before0009;
    const { bakehouse, mixers } = await readBakehouse(db, actor);
    const { equipment, rooms, hands, tubs } = bakehouse.floor;
    assert.deepEqual(
      equipment.map(({ kind, slug }) => `${kind} ${slug}`),
      [
        'oven oven',
        'retarder retarder',
        'proof-box proof-box',
        'bench bench',
        ...['round-baskets', 'couches', 'large-tins', 'small-tins', 'trays'].map((slug) => `holder ${slug}`),
      ],
    );
    const [oven] = ofKind(bakehouse.floor, 'oven');
    assert.deepEqual(
      [oven?.decks, oven?.width, oven?.depth, oven?.recovery, oven?.out],
      [4, 1.25, 0.85, 10, []],
    );
    assert.deepEqual(
      rooms.map(({ air }) => air),
      [{ coldest: 18, warmest: 22, warmestAt: 15 }],
    );
    assert.deepEqual(hands[0]?.rota, [{ from: '02:00', to: '10:30', days: [0, 1, 2, 3, 4, 5, 6] }]);
    assert.equal(tubs, 14);
    assert.ok(mixers.every(({ out, spare }) => out.length === 0 && !spare));
  });

  test('a draft keeps what was typed, also what cannot be read', async () => {
    const { db, actor } = before0009;
    const draft = await draftOfPerson(db, actor, 'quay-country');
    const typed = (slug: string) => draft?.doc.way.find((step) => step.slug === slug)?.fields;
    assert.equal(typed('mix')?.to, 'about 25');
    assert.equal(typed('bulk')?.best, '0.65');
    assert.equal(draft?.doc.pieces.find(({ slug }) => slug === 'shape')?.fields.into, 'round-baskets');
  });

  test('its plan opens as it was, and is worked from task by task under the new numbers', async () => {
    const { db, actor } = before0009;
    const saved = await readDayPlan(db, actor, '2026-11-26');
    assert.ok(saved?.shown);
    const plan = await planOfDay(db, actor, '2026-11-26');
    assert.ok(plan);
    const { instance } = plan.network;
    assert.equal(saved.shown.view.tasks.length, instance.tasks.length);
    for (const { id, start } of saved.shown.view.tasks) {
      const index = instance.tasks.findIndex((task) => task.id === id);
      assert.equal(instance.origin + (plan.schedule.tasks[index]?.start ?? 0) * 300, start, id);
    }
    assert.equal(plan.input.formulas[0]?.formula.doc.schema, 3);
  });

  test('an export of it comes into an empty Jovet with the same ways', async () => {
    const { db, actor } = before0009;
    const archive = await exportEverything(db, actor);
    const empty = await freshDatabase(false);
    must(await importFile(empty.db, empty.actor, JSON.stringify(archive)));
    const [there, here] = [await readFormulas(empty.db, empty.actor), await readFormulas(db, actor)];
    assert.deepEqual(
      there.map(({ formula }) => formula.doc),
      here.map(({ formula }) => formula.doc),
    );
    await empty.end();
  });
});
