import assert from 'node:assert/strict';
import { addDays, localTime } from '@jovet/core/time';
import { api } from './days.ts';
import { accessible, opensEveryWorking, visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();

/** Opens Bake it of a formula. */
async function bake(visit: Visit, slug: string) {
  await visit.go(`/know/formulas/${slug}`);
  await visit.press('Bake it');
  await visit.page.waitForSelector('[name="bake.time"]');
}

visited('one dough by itself: pieces and a van give weights, water and the clock; every number opens its sum', async (visit) => {
  await bake(visit, 'quay-country');
  await visit.enter('bake.pieces.quay-loaf', '36');
  await visit.until('[aria-label="Dough"] .total', '30 857 g');
  assert.equal(await visit.figure('water.balance'), '21.2 °C');
  await visit.until('caption, [data-task="mix"]', /mix Quay Country/);
  await visit.until('[aria-label="Quay levain"]', 'Seed, ripe');
  assert.ok((await opensEveryWorking(visit)) > 20);
  const before = await visit.text('[data-task="divide"] b');
  await visit.enter('bake.room', '16');
  await visit.page.waitForFunction(
    (was) => document.querySelector('[data-task="divide"] b')?.textContent !== was,
    {},
    before,
  );
}); // prettier-ignore

visited('what cannot be read is told in its field and stays there, also after a reload', async (visit) => {
  await bake(visit, 'quay-country');
  await visit.enter('bake.room', 'cosy');
  await visit.until('#bake\\.room-problem', /temperature/);
  await visit.enter('bake.pieces.quay-loaf', '4000');
  await visit.enter('bake.room', '20');
  await visit.until('.notice', /4000 pieces.*orders of a day/);
  await visit.reload();
  await visit.press('Bake it');
  await visit.page.waitForSelector('[name="bake.time"]');
  assert.equal(await visit.value('bake.pieces.quay-loaf'), '4000');
});

visited(
  'a laminated dough and a rye with a sour in two stages are baked by themselves as well',
  async (visit) => {
    for (const slug of ['butter-crescents', 'tidewater-rye']) {
      await bake(visit, slug);
      await visit.page.waitForSelector('[data-task="mix"] b');
      await visit.page.waitForSelector('[data-task="pack"] b');
    }
    await visit.until('[data-task="feed"]', /First sour/);
  },
);

visited('a dough is put into the orders of a day, on top of what stands there', async (visit) => {
  const date = '2031-08-07';
  const own = async () => {
    const { lines } = (await api('GET', `orders/${date}`)) as {
      lines: { customer: string; product: string; pieces: number }[];
    };
    return lines
      .filter(({ product }) => product === 'quay-loaf')
      .reduce((sum, { pieces }) => sum + pieces, 0);
  };
  const before = await own();
  await bake(visit, 'quay-country');
  await visit.enter('bake.pieces.quay-loaf', '12');
  await visit.enterDay(date, 'bake.date');
  await visit.until('.day', /Thursday|Wednesday/);
  await visit.press('Put it into a day’s orders');
  await visit.page.waitForSelector('[name="bake.van"]');
  await visit.press('Add to Thursday 7 August');
  await visit.until('[role="status"]', /stands in the orders/);
  assert.equal(await own(), before + 12);
});

visited(
  'it opens on tomorrow, and a checker of accessibility finds nothing by day and by night',
  async (visit) => {
    for (const look of ['light', 'dark'])
      await accessible(visit, look, '/know/formulas/lantern-baguette', async () => {
        await visit.press('Bake it');
        await visit.page.waitForSelector('[data-task="pack"] b');
      });
    const tomorrow = addDays(localTime(Date.now() / 1000, 'Europe/London').date, 1);
    assert.equal(await visit.dateOf('bake.date'), tomorrow);
  },
);
