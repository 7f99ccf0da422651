import assert from 'node:assert/strict';
import type { Page } from 'puppeteer-core';
import { api, onlyOrders } from './days.ts';
import { Visit } from './visit.ts';
import { visits } from './visited.ts';

const { visited } = visits();

const DATE = '2036-04-08';
const CELLS = ['own-counter quay-loaf 08:00', 'own-counter oat-tin 08:00'] as const;
type Noted = {
  readonly id: string;
  readonly at: number;
  readonly subject: { readonly id: string };
  readonly happened: { readonly kind: string };
};
type House = { rev: number; bakehouse: { floor: { tubs: number; over: number } }; mixers: unknown[] };

/** A page behind another one draws nothing. */
const POLLED = { polling: 100 };

/** A tablet: one browser, with a page on the Floor and one in another room. Its line can be cut. */
async function tablet(visit: Visit, path: string) {
  const floor = await Visit.begin(visit.page.browserContext());
  const room = await Visit.begin(visit.page.browserContext());
  let cut = false;
  for (const { page } of [floor, room]) {
    await page.setRequestInterception(true);
    page.on('request', (request) => void (cut ? request.abort() : request.continue()));
  }
  await floor.go('/make/floor');
  await floor.until('header [role="status"]', 'All is sent');
  await room.go(path);
  const both = [floor, room];
  return {
    floor, room,
    cut: () => (cut = true),
    /** An hour goes by on its clock. */
    hourOn: () => Promise.all(both.map(({ page }) => page.evaluate(() => { const now = Date.now.bind(Date); Date.now = () => now() + 3_600_000; }))),
    mend: async () => {
      cut = false;
      for (const { page } of both) await page.evaluate(() => dispatchEvent(new Event('online')));
      for (const { page } of both) await page.waitForFunction(() => !/not sent|to choose/.test(document.querySelector('nav')?.textContent ?? ''), POLLED);
    },
  };
} // prettier-ignore

const shown = (page: Page, name: string) =>
  page.$eval(`[name="${name}"]`, (field) => (field as HTMLInputElement).value);
const becomes = (page: Page, name: string, text: string) =>
  page.waitForFunction(
    (field, wanted) => document.querySelector<HTMLInputElement>(`[name="${field}"]`)?.value === wanted,
    POLLED,
    name,
    text,
  );

visited('two tablets are an hour without a line, both at work: then nothing is lost, nothing is there twice, both show the same', async (visit) => {
  const noted = async () => ((await api('GET', 'events?since=0')) as { events: Noted[] }).events;
  const house = async () => (await api('GET', 'bakehouse')) as House;
  await onlyOrders(DATE, [['own-counter', 'quay-loaf', '08:00', 20], ['own-counter', 'oat-tin', '08:00', 10]]);
  const [before, { tubs, over }] = [await noted(), (await house()).bakehouse.floor];
  const second = await Visit.begin(await visit.page.browser().createBrowserContext());
  const [one, other] = [await tablet(visit, `/plan/orders/${DATE}`), await tablet(second, `/plan/orders/${DATE}`)];
  for (const { floor, room } of [one, other]) for (const each of [floor, room]) each.expectErrors(/ERR_FAILED|Failed to load|409/);
  one.cut();
  other.cut();

  // One begins what is next, the other a task after it; both keep orders, one cell each, and one an hour later once more.
  await one.floor.page.bringToFront();
  await one.floor.keys('b');
  await one.floor.until('nav', /1 not sent/);
  await one.room.page.bringToFront();
  await one.room.enter(CELLS[0], '23');
  await one.room.keys('Control', 's');
  await other.room.enter(CELLS[1], '17');
  await other.room.keys('Control', 's');
  await Promise.all([one.hourOn(), other.hourOn()]);
  await other.floor.page.bringToFront();
  await other.floor.keys('b');
  await other.floor.until('nav', /not sent/);
  await one.room.enter(CELLS[0], '24');
  await one.room.keys('Control', 's');
  await one.room.until('nav', /not sent/);
  assert.equal((await noted()).length, before.length, 'the server knows nothing of it yet');
  const { rev, bakehouse, mixers } = await house();
  await api('PUT', 'bakehouse', { base: rev, mixers, bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, tubs: tubs + 1 } } });

  await one.mend();
  await other.mend();
  for (const { room } of [one, other]) {
    await becomes(room.page, CELLS[0], '24');
    await becomes(room.page, CELLS[1], '17');
  }
  const { lines } = (await api('GET', `orders/${DATE}`)) as { lines: { product: string; pieces: number }[] };
  assert.deepEqual(lines.flatMap(({ product, pieces }) => (pieces > 0 ? [[product, pieces]] : [])).toSorted(), [['oat-tin', 17], ['quay-loaf', 24]]);
  const own = (await noted()).slice(before.length);
  assert.equal(own.filter(({ happened }) => happened.kind === 'began').length, 2, JSON.stringify(own));
  assert.equal(new Set(own.map(({ id }) => id)).size, own.length, 'nothing is there twice');
  for (const { floor } of [one, other]) {
    await floor.page.bringToFront();
    await floor.until('header [role="status"]', 'All is sent');
  }
  // Sent once more, as by a tablet that heard no answer, it is kept once.
  await one.floor.reload();
  assert.equal((await noted()).length, before.length + own.length);
  assert.equal(await shown(one.room.page, CELLS[0]), await shown(other.room.page, CELLS[0]));
  const last = await house();
  assert.deepEqual([last.bakehouse.floor.tubs, last.bakehouse.floor.over], [tubs + 1, over]);
  await api('PUT', 'bakehouse', { base: last.rev, mixers: last.mixers, bakehouse: { ...last.bakehouse, floor: { ...last.bakehouse.floor, tubs } } });
  for (const { floor, room } of [one, other]) for (const each of [floor, room]) await each.end();
  await second.page.browserContext().close();
}); // prettier-ignore
