import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { median } from '../bench/median.ts';
import { sixScreens } from '../bench/six-screens.ts';
import { api, cultureLikeQuay, floorOf, onlyOrders } from './days.ts';
import { SERVED } from './visit.ts';
import { visits } from './visited.ts';

const { visited } = visits();

test('six screens show what another device changed, without a reload', async () => {
  const all = await sixScreens('2036-05-06', 3);
  assert.equal(all.length, 18);
  assert.ok(median(all) < 5000, `${median(all)} ms`);
});

visited('Water, Cultures, Bakehouse and Formulas show what another device did', async (visit) => {
  const date = '2036-05-13';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/make/water/${date}`);
  await visit.press('Salt is in');
  await visit.page.waitForFunction(() => !/Saving/.test(document.querySelector('.state')?.textContent ?? ''));
  type Mix = { id: string; rev: number; doc: { lot: string } };
  const [mix] = ((await api('GET', `mixes?date=${date}`)) as { mixes: Mix[] }).mixes;
  assert.ok(mix);
  await api('PUT', `mixes/${mix.id}`, { doc: { ...mix.doc, lot: 'K 11' }, rev: mix.rev });
  await visit.page.waitForFunction(() => document.querySelector<HTMLInputElement>('[name="lot"]')?.value === 'K 11');
  await api('POST', `mixes/${mix.id}/readings`, { id: uuid(), factor: 'flour', value: 12.5, at: 1_900_000_000, instrument: 'typed', spot: 'core', offset: 0, corrects: null });
  await visit.page.waitForFunction(() => [...document.querySelectorAll<HTMLInputElement>('[name="factor.flour"]')].some(({ value, placeholder }) => `${value}${placeholder}`.includes('12.5')));

  await visit.go('/make/cultures');
  const { slug } = await cultureLikeQuay('Live');
  await visit.until('.shelf', /Live \d+/);
  assert.ok(slug);

  await visit.go('/know/bakehouse');
  type House = { rev: number; bakehouse: { floor: { over: number } }; mixers: unknown[] };
  const house = (await api('GET', 'bakehouse')) as House;
  const { over } = house.bakehouse.floor;
  const withOver = (now: House, next: number) => api('PUT', 'bakehouse', { base: now.rev, mixers: now.mixers, bakehouse: { ...now.bakehouse, floor: { ...now.bakehouse.floor, over: next } } });
  await withOver(house, over + 3);
  await visit.page.waitForFunction((text) => document.querySelector<HTMLInputElement>('[name="house.over"]')?.value === text, {}, String(over + 3));
  await withOver((await api('GET', 'bakehouse')) as House, over);
}); // prettier-ignore

visited('what is typed stands on what was there then: what another device keeps meanwhile is shown, and asked about', async (visit) => {
  visit.expectErrors(/409/);
  const date = '2036-05-20';
  const cell = 'own-counter quay-loaf 08:00';
  const other = 'own-counter oat-tin 08:00';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20], ['own-counter', 'oat-tin', '08:00', 10]]);
  const say = (of: string, pieces: number, was: number) => {
    const [customer, product, drop] = of.split(' ');
    return api('PUT', `orders/${date}`, { lines: [{ customer, product, drop, pieces, was }] });
  };
  await visit.go(`/plan/orders/${date}`);
  await visit.enter(cell, '30');
  await say(cell, 27, 20);
  await say(other, 11, 10);
  await visit.page.waitForFunction((name) => document.querySelector<HTMLInputElement>(`[name="${name}"]`)?.value === '11', {}, other);
  assert.equal(await visit.value(cell), '30');
  await visit.keys('Control', 's');
  await visit.until('[role="dialog"]', /30.*27/s);
  await visit.page.click('[role="dialog"] input[value="mine"]');
  await visit.press('Save this');
  await visit.page.waitForFunction(() => !/not saved|Saving/.test(document.querySelector('header [role="status"]')?.textContent ?? ''));
  const { lines } = (await api('GET', `orders/${date}`)) as { lines: { customer: string; product: string; pieces: number }[] };
  assert.deepEqual(lines.filter(({ customer }) => customer === 'own-counter').flatMap(({ pieces }) => (pieces > 0 ? pieces : [])).toSorted(), [11, 30]);
}); // prettier-ignore

visited('a room stays where the line is cut while it reads again, and shows the change once there is one', async (visit) => {
  visit.expectErrors(/ERR_FAILED|Failed to load/);
  const date = '2036-06-03';
  const [cell, other] = ['own-counter quay-loaf 08:00', 'own-counter oat-tin 08:00'];
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/plan/orders/${date}`);
  await visit.enter(other, '5');
  let cuts = 0;
  await visit.page.setRequestInterception(true);
  visit.page.on('request', (request) => {
    const isCut = request.url().includes('__data.json') && cuts < 2;
    if (isCut) cuts += 1;
    void (isCut ? request.abort() : request.continue());
  });
  await api('PUT', `orders/${date}`, { lines: [{ customer: 'own-counter', product: 'quay-loaf', drop: '08:00', pieces: 27, was: 20 }] });
  await visit.page.waitForFunction((name) => document.querySelector<HTMLInputElement>(`[name="${name}"]`)?.value === '27', {}, cell);
  assert.equal(cuts, 2);
  assert.equal(await visit.value(other), '5');
}); // prettier-ignore

visited('who goes to another room gets there, also where something changes in that moment', async (visit) => {
  const date = '2036-06-10';
  const cell = 'own-counter quay-loaf 08:00';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/plan/orders/${date}`);
  await visit.page.waitForSelector(`[name="${cell}"]`);
  let held: (() => void) | null = null;
  await visit.page.setRequestInterception(true);
  visit.page.on('request', (request) => {
    if (request.url().includes('/make/cultures/__data.json')) held = () => void request.continue();
    else void request.continue();
  });
  await visit.page.click('::-p-xpath(//nav//a[normalize-space(.)="Cultures"])');
  while (!held) await new Promise((resolve) => setImmediate(resolve));
  await api('PUT', `orders/${date}`, { lines: [{ customer: 'own-counter', product: 'quay-loaf', drop: '08:00', pieces: 27, was: 20 }] });
  await new Promise<void>((resolve) => void visit.page.evaluate(() => new Promise((done) => setTimeout(done, 500))).then(() => resolve()));
  (held as () => void)();
  await visit.page.waitForFunction(() => document.querySelector('main h1')?.textContent?.trim() === 'Cultures');
}); // prettier-ignore

visited('who else is in a room is shown, and the cell that they are at; who goes away is gone', async (visit) => {
  const date = '2036-06-17';
  const cell = 'own-counter quay-loaf 08:00';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/plan/orders/${date}`);
  await visit.page.waitForSelector(`[name="${cell}"]`);
  const outline = () => visit.page.$eval(`[name="${cell}"]`, (field) => getComputedStyle(field).outlineStyle);
  assert.notEqual(await outline(), 'dashed');
  const context = await visit.page.browser().createBrowserContext();
  const other = await context.newPage();
  await other.goto(`${SERVED}/plan/orders/${date}`);
  await other.waitForSelector('body[data-ready]');
  await other.focus(`[name="${cell}"]`);
  await visit.page.waitForFunction((name) => getComputedStyle(document.querySelector(`[name="${name}"]`) ?? document.body).outlineStyle === 'dashed', {}, cell);
  const link = '::-p-xpath(//nav//a[normalize-space(.)="Orders"])';
  assert.match(await visit.page.$eval(link, (each) => each.getAttribute('title') ?? ''), /^Another device is here: \w/);
  await other.waitForSelector('nav a[data-others="1"]');
  await context.close();
  await visit.page.waitForFunction(() => document.querySelector('nav a[data-others]') === null);
  assert.notEqual(await outline(), 'dashed');
}); // prettier-ignore

visited(
  'pages of one browser share one stream, and the other goes on when its holder is closed',
  async (visit) => {
    await visit.go('/know/formulas');
    const streams: string[] = [];
    const page = await visit.page.browserContext().newPage();
    page.on('request', (request) => request.url().endsWith('/api/v1/live') && streams.push(request.url()));
    await page.goto(`${SERVED}/know/bakehouse`);
    await page.waitForSelector('[name="house.spare"], [name="house.over"]');
    assert.deepEqual(streams, []);
    const taken = page.waitForRequest((request) => request.url().endsWith('/api/v1/live'));
    await visit.page.goto('about:blank');
    await taken;
    await page.close();
  },
);

visited('after a lost line a room catches up by itself', async (visit) => {
  visit.expectErrors(/ERR_|Failed to load/);
  const date = '2036-05-27';
  const cell = 'own-counter quay-loaf 08:00';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/plan/orders/${date}`);
  await visit.page.setOfflineMode(true);
  const [customer, product, drop] = cell.split(' ');
  await api('PUT', `orders/${date}`, { lines: [{ customer, product, drop, pieces: 44, was: 20 }] });
  await visit.page.setOfflineMode(false);
  await visit.page.waitForFunction(
    (name) => document.querySelector<HTMLInputElement>(`[name="${name}"]`)?.value === '44',
    {},
    cell,
  );
});

visited('what is begun on one device is begun on the Floor of the other', async (visit) => {
  const date = '2036-07-08';
  await floorOf(visit, date);
  const context = await visit.page.browser().createBrowserContext();
  const page = await context.newPage();
  await page.goto(`${SERVED}/make/floor/${date}`);
  await page.waitForSelector('body[data-ready]');
  await page.waitForFunction(() =>
    /All is sent/.test(document.querySelector('header [role="status"]')?.textContent ?? ''),
  );
  await page.waitForSelector('[data-verb="begin"]');
  await visit.keys('b');
  await visit.until('.noted', /begun \d\d:\d\d/);
  await page.waitForFunction(
    () => document.querySelector('[data-verb="done"]') && !document.querySelector('[data-verb="begin"]'),
  );
  await context.close();
  await visit.keys('Control', 'z');
});
