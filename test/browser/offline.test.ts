import assert from 'node:assert/strict';
import type { Browser } from 'puppeteer-core';
import { api, floorOf, onlyOrders } from './days.ts';
import { SERVED, Visit } from './visit.ts';
import { visits } from './visited.ts';

const { visited } = visits();

/** Cuts the line of a page and of what answers for the server on its device, or mends it. */
async function line(visit: Visit, offline: boolean) {
  await visit.page.setOfflineMode(offline);
  const browser: Browser = visit.page.browser();
  for (const target of browser.targets().filter((each) => each.type() === 'service_worker')) {
    const session = await target.createCDPSession();
    await session.send('Network.enable');
    await session.send('Network.emulateNetworkConditions', { offline, latency: 0, downloadThroughput: -1, uploadThroughput: -1 });
  }
} // prettier-ignore

const isKept = (visit: Visit, path: string) =>
  visit.page.waitForFunction(
    async (wanted) => (await caches.match(wanted)) !== undefined,
    { polling: 200 },
    path,
  );

visited('without a line the Floor opens, takes what is done, and sends it when the line is back', async (visit) => {
  visit.expectErrors(/ERR_|Failed to load/);
  const floor = '/make/floor/2036-09-02';
  await floorOf(visit, '2036-09-02');
  // The worker comes once the first room stands; then it brings in the others, and keeps what is opened.
  await isKept(visit, '/make/floor');
  await isKept(visit, '/make/cultures');
  await isKept(visit, '/know/formulas/quay-country');
  await visit.go(floor);
  await isKept(visit, floor);
  const noted = async () => ((await api('GET', 'events?since=0')) as { events: unknown[] }).events.length;
  const before = await noted();
  await line(visit, true);
  await visit.reload();
  await visit.until('nav', /No line/);
  await visit.page.waitForSelector('[data-verb="begin"]');
  await visit.keys('b');
  await visit.until('nav', /1 not sent/);
  await visit.go('/make/cultures');
  await visit.page.waitForSelector('.shelf button');
  await visit.until('nav', /1 not sent/);
  await visit.go('/know/formulas/quay-country');
  await visit.page.waitForSelector('.sheet-grid');
  await visit.page.goto(`${SERVED}/know/larder`);
  assert.match(await visit.text('body'), /was not opened on this device before/);
  assert.equal(await noted(), before);

  await visit.go(floor);
  await line(visit, false);
  await visit.page.waitForFunction(() => !/not sent|No line/.test(document.querySelector('nav')?.textContent ?? ''));
  assert.equal(await noted(), before + 1);
}); // prettier-ignore

visited('it can be put on the screen of a tablet', async (visit) => {
  const manifest = await (await fetch(`${SERVED}/manifest.webmanifest`)).json();
  assert.equal(manifest.start_url, '/make/floor');
  for (const { src } of manifest.icons) assert.equal((await fetch(SERVED + src)).status, 200, src);
  await visit.go('/make/floor');
  const session = await visit.page.createCDPSession();
  const { errors } = await session.send('Page.getAppManifest');
  assert.deepEqual(errors, []);
});

visited('a line that is cut is said at once, in every page of the tablet, and the room comes back to now by itself', async (visit) => {
  visit.expectErrors(/ERR_|Failed to load/);
  const date = '2036-04-15';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/plan/orders/${date}`);
  const second = await Visit.begin(visit.page.browserContext());
  second.expectErrors(/ERR_|Failed to load/);
  await second.go(`/plan/orders/${date}`);
  const says = ({ page }: Visit, cut: boolean) =>
    page.waitForFunction((wanted) => /No line/.test(document.querySelector('nav')?.textContent ?? '') === wanted, { polling: 100, timeout: 6000 }, cut);
  const begun = Date.now();
  for (const each of [visit, second]) await each.page.setOfflineMode(true);
  for (const each of [visit, second]) await says(each, true);
  assert.ok(Date.now() - begun < 2000, `${Date.now() - begun} ms`);
  const [line] = ((await api('GET', `orders/${date}`)) as { said: { customer: string; product: string; drop: string; pieces: number }[] }).said.filter(({ pieces }) => pieces === 20);
  await api('PUT', `orders/${date}`, { lines: [{ ...line, pieces: 37, was: 20 }] });
  for (const each of [visit, second]) await each.page.setOfflineMode(false);
  for (const each of [visit, second]) {
    await says(each, false);
    await each.page.waitForFunction(() => document.querySelector<HTMLInputElement>('[name="own-counter quay-loaf 08:00"]')?.value === '37', { polling: 100 });
  }
  await second.end();
}); // prettier-ignore
