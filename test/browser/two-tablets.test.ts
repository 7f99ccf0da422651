import assert from 'node:assert/strict';
import type { Page } from 'puppeteer-core';
import { v7 as uuid } from 'uuid';
import { api, cultureLikeQuay, onlyOrders } from './days.ts';
import { Visit } from './visit.ts';
import { visits } from './visited.ts';

const { visited } = visits();

const DATE = '2036-04-08';
const CELLS = ['own-counter quay-loaf 08:00', 'own-counter oat-tin 08:00'] as const;
type Signs = { builds: { signs: { id: string; at: number }[] }[] };
type House = { rev: number; bakehouse: { floor: { tubs: number; over: number } }; mixers: unknown[] };

/** A page behind another one draws nothing. */
const POLLED = { polling: 100 };

/** A tablet: one browser, with a page in Cultures and one in another room. Its line can be cut. */
async function tablet(visit: Visit, name: string) {
  const shelf = await Visit.begin(visit.page.browserContext());
  const room = await Visit.begin(visit.page.browserContext());
  let cut = false;
  for (const { page } of [shelf, room]) {
    await page.setRequestInterception(true);
    page.on('request', (request) => void (cut ? request.abort() : request.continue()));
  }
  await shelf.go('/make/cultures');
  await shelf.page.bringToFront();
  await shelf.page.click(`::-p-xpath(//nav[@aria-label="Cultures"]//button[contains(., "${name}")])`);
  await room.go(`/plan/orders/${DATE}`);
  const both = [shelf, room];
  return {
    shelf, room,
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
  const { id, slug, vessel } = await cultureLikeQuay('Tablets');
  const place = { name: 'shelf', around: 23 };
  await api('POST', `cultures/${id}/builds`, { id: uuid(), parent: null, build: { schema: 1, at: Math.floor(Date.now() / 1000) - 10_800, seed: 0.3, flour: 1.2, water: 1.2, temperature: 23, place, vessel } });
  const seen = async () => ((await api('GET', `cultures/${id}`)) as Signs).builds.flatMap(({ signs }) => signs);
  const house = async () => (await api('GET', 'bakehouse')) as House;
  await onlyOrders(DATE, [['own-counter', 'quay-loaf', '08:00', 20], ['own-counter', 'oat-tin', '08:00', 10]]);
  const { tubs, over } = (await house()).bakehouse.floor;
  const called = `Tablets ${slug.split('-').at(-1)}`;
  const second = await Visit.begin(await visit.page.browser().createBrowserContext());
  const [one, other] = [await tablet(visit, called), await tablet(second, called)];
  for (const { shelf, room } of [one, other]) for (const each of [shelf, room]) each.expectErrors(/ERR_FAILED|Failed to load|409/);
  one.cut();
  other.cut();

  // Both see a sign of one culture; both keep orders, one cell each, and one an hour later once more.
  await one.shelf.page.bringToFront();
  await one.shelf.press('floats');
  await one.shelf.until('nav', /1 not sent/);
  await one.room.page.bringToFront();
  await one.room.enter(CELLS[0], '23');
  await one.room.keys('Control', 's');
  await other.room.enter(CELLS[1], '17');
  await other.room.keys('Control', 's');
  await Promise.all([one.hourOn(), other.hourOn()]);
  await other.shelf.page.bringToFront();
  await other.shelf.press('floats');
  await other.shelf.until('nav', /not sent/);
  await one.room.enter(CELLS[0], '24');
  await one.room.keys('Control', 's');
  await one.room.until('nav', /not sent/);
  assert.equal((await seen()).length, 0, 'the server knows nothing of it yet');
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
  const signs = await seen();
  assert.deepEqual([signs.length, new Set(signs.map((each) => each.id)).size], [2, 2], 'nothing is lost, nothing is there twice');
  // Read again, as by a tablet that heard no answer, it is there once.
  await one.shelf.page.bringToFront();
  await one.shelf.reload();
  assert.equal((await seen()).length, 2);
  assert.equal(await shown(one.room.page, CELLS[0]), await shown(other.room.page, CELLS[0]));
  const last = await house();
  assert.deepEqual([last.bakehouse.floor.tubs, last.bakehouse.floor.over], [tubs + 1, over]);
  await api('PUT', 'bakehouse', { base: last.rev, mixers: last.mixers, bakehouse: { ...last.bakehouse, floor: { ...last.bakehouse.floor, tubs } } });
  for (const { shelf, room } of [one, other]) for (const each of [shelf, room]) await each.end();
  await second.page.browserContext().close();
}); // prettier-ignore
