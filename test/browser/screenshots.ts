import { v7 as uuid } from 'uuid';
import { mixesByHand } from '@jovet/core/plan/explain';
import { demoFormula, demoHouse, must } from '../../core/test/demo.ts';
import type { ViewTask } from '@jovet/core/plan/explain';
import { openBrowser } from './browser.ts';
import { api, chooseStep } from './days.ts';
import { at } from './night.ts';
import { SERVED, Visit } from './visit.ts';

/**
 * Makes the pictures of docs/screenshots from the demo data. Start Jovet on an empty data folder, then:
 * JOVET_TEST_URL=http://127.0.0.1:4600 JOVET_TEST_DATABASE_URL=$(cat DATA/database.url) npm run screenshots
 */
const FOLDER = new URL('../../docs/screenshots/', import.meta.url).pathname;
const DAY = '2026-11-24';

const { browser, end } = await openBrowser();
const visit = await Visit.begin(browser);
const { page } = visit;
const take = (name: string) => page.screenshot({ path: `${FOLDER}${name}.png` });
const look = (value: string) => browser.setCookie({ name: 'look', value, domain: new URL(SERVED).hostname });

await look('light');
await visit.go('/plan/orders/2027-01-14');
await page.waitForSelector('tfoot td');
await take('orders');
await visit.go('/plan/day/2027-01-14');
await visit.until('header [role="status"]', 'Not saved yet');
await page.$eval('[data-task="quay-country.1.divide"]', (each) => (each as unknown as HTMLElement).focus());
await visit.until('section caption', 'If it alone were moved');
await take('day');
await page.$eval('[data-task="oat-tin.1.mix"]', (each) => (each as unknown as HTMLElement).focus());
for (let half = 0; half < 16; half += 1) await visit.keys('Alt', 'Shift', 'ArrowRight');
await page.waitForSelector('[aria-label="What stands in the way"] li button');
await page.waitForFunction(() => !document.body.innerText.includes('Planning what might help'));
await take('day-conflict');
// Somebody is sick on the night of the demo day: what helps.
await visit.go('/plan/day');
await page.waitForSelector('[data-task]');
await visit.press('Something went wrong');
await visit.press('Somebody is sick');
await visit.press('Odo Fenwright');
await page.waitForSelector(
  '[aria-label="What stands in the way"] li button, [aria-label="What this moves"] button',
);
await page.waitForFunction(() => !document.body.innerText.includes('Planning what might help'));
await take('bad-night');
await visit.press('Undo');
await visit.until('header [role="status"]', /Not saved yet|Saved/);
await visit.go('/plan/oven/2027-01-14');
await page.waitForSelector('[data-chart] svg');
await visit.until('header [role="status"]', 'Not saved yet');
const loads = await page.$$eval('[data-load]', (all) =>
  all.map((each) => each.getAttribute('aria-label') ?? ''),
);
const shown = loads.findIndex((label) => label.includes('Oat tin'));
await page.$$eval('[data-load]', (all, index) => (all[index] as unknown as HTMLElement).focus(), shown);
await page.waitForFunction(() => document.querySelector('.under h2')?.textContent?.includes('Oat tin'));
await take('oven');

// The floor as it is while the big dough is in the mixer.
await visit.go('/plan/day');
await page.waitForSelector('[data-task]');
const atHand = await page.$eval('[name="day"]', (field) => field.getAttribute('data-date'));
const { plan } = (await api('GET', `plans/${atHand}`)) as {
  plan: { shown: { view: { tasks: ViewTask[] } } };
};
const mixing = plan.shown.view.tasks.find(({ id }) => id === 'cardamom-knots.1.mix');
await at(visit, (mixing?.start ?? 0) + 240, async () => {
  await visit.go('/make/floor');
  await page.waitForSelector('[data-silent] button');
  await page.click('[data-silent] button');
  await page.waitForFunction(() => document.querySelector('[data-silent]') === null);
  await page.$$eval('.row button', (all) =>
    all.find((each) => each.textContent.includes('mix Cardamom Knots'))?.click(),
  );
  await visit.until('h2', 'Mix Cardamom Knots');
  await visit.until('header [role="status"]', 'All is sent');
  await visit.until('.what', 'Water');
  await take('floor');
  await page.setViewport({ width: 390, height: 844 });
  await take('floor-narrow');
  await page.setViewport({ width: 1280, height: 800 });
});
await visit.go('/know/bakehouse');
await page.waitForSelector('[name="hands.0.days.0"]');
await page.click('[data-thing][aria-label^="Deck oven:"]');
await take('bakehouse');

await visit.go('/know/formulas/quay-country');
await visit.press('Bake it');
await visit.enter('bake.pieces.quay-loaf', '36');
await visit.enter('bake.room', '17');
await visit.until('h2', 'Weigh');
await take('bake-it');
await page.click('.room [data-figure="water.balance"]');
await visit.until('[data-working]', 'flour brings');
await page.waitForFunction(() => document.getAnimations().every((each) => each.playState !== 'running'));
await take('show-the-working');
await visit.keys('Escape');
await page.waitForFunction(() => document.querySelector('[data-working]') === null);

await look('dark');
await visit.go('/plan/day/2027-01-14');
await visit.until('header [role="status"]', 'Not saved yet');
await take('day-line-night');
await look('light');

await page.setViewport({ width: 1280, height: 800 });
await visit.go('/know/formulas');
await page.waitForSelector('tbody th');
await take('formulas');
await visit.go('/know/formulas/tidewater-rye');
await page.waitForSelector('[data-figure="facts.salt"]');
await take('formula-sheet');
await visit.go('/know/formulas/butter-crescents');
await visit.press('Way');
await chooseStep(visit, 'way.6');
await visit.until('.step h2', 'Turn');
await take('way');
await visit.go('/know/formulas/tidewater-rye');
await page.waitForSelector('[name="size.by"]');
await page.setViewport({ width: 794, height: 1123 });
await page.emulateMediaType('print');
await page.waitForSelector('.formula-print');
await take('scale-sheet');
await page.emulateMediaType('screen');

// A night of three mixes that came out one by one, so that the mixer has something to say.
await page.setViewport({ width: 1280, height: 800 });
const { bakehouse, mixer } = demoHouse();
const programme = bakehouse.programmes.find(({ slug }) => slug === 'gentle');
if (!programme) throw new Error('the demo bakery mixes gently');
const formula = demoFormula('quay-country');
const order = [{ product: 'quay-loaf', pieces: 140, scaledWeight: 0.84 }];
const docs = must(
  mixesByHand({ slug: 'quay-country', formula, order, mixer, programme, ddt: 25 }, bakehouse),
);
for (const doc of docs) {
  const sent = await fetch(`${SERVED}/api/v1/mixes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: uuid(), date: DAY, doc }),
  });
  if (!sent.ok) throw new Error(await sent.text());
}
await visit.go(`/make/water/${DAY}`);
const read = async (factor: string, text: string) => {
  await visit.enter(`factor.${factor}`, text);
  await visit.keys('Enter');
};
for (const [dough, flour] of [
  ['25.6', '17.5'],
  ['25.2', '17.5'],
] as const) {
  await read('flour', flour);
  await read('room', '21');
  await visit.press('Salt is in');
  await visit.press('Seed is kept back');
  await read('dough', dough);
  await visit.keys('PageDown');
}
await visit.until('.pour', 'Friction from 2 logged mixes');
await page.waitForFunction(() => !/Saving/.test(document.querySelector('.state')?.textContent ?? ''));
await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
await take('water');
await page.setViewport({ width: 390, height: 844 });
await visit.keys('PageUp');
await page.evaluate(() => document.querySelector('.after')?.scrollIntoView());
await take('water-narrow');

// Two cultures on their way: one with signs of its build before, one without.
const { cultures } = await (await fetch(`${SERVED}/api/v1/cultures`)).json();
const post = async (path: string, body: unknown) => {
  const sent = await fetch(`${SERVED}/api/v1/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!sent.ok) throw new Error(await sent.text());
};
const now = Math.floor(Date.now() / 1000);
for (const { id, culture } of cultures) {
  if (culture.slug === 'stiff-keeper') continue;
  let parent: string | null = null;
  for (const hoursAgo of [30, 5]) {
    const build: string = uuid();
    const at = now - hoursAgo * 3600;
    const { ratio, place, vessel } = culture;
    await post(`cultures/${id}/builds`, {
      id: build,
      parent,
      build: {
        schema: 1,
        at,
        seed: 0.36,
        flour: 0.36 * ratio,
        water: 0.36 * ratio,
        temperature: 23,
        place,
        vessel,
      },
    });
    const signs = parent === null ? [[6, { kind: 'surface', surface: 'domed' }], [8, { kind: 'ripe', ripe: 'ripe' }]] as const : [[3, { kind: 'height', centimetres: culture.slug === 'quay-culture' ? 7 : 4 }]] as const; // prettier-ignore
    for (const [hours, sign] of signs)
      await post(`builds/${build}/signs`, { id: uuid(), at: at + hours * 3600, sign });
    parent = build;
  }
}
await page.setViewport({ width: 1280, height: 800 });
await visit.go('/make/cultures');
await page.waitForSelector('[data-chart] svg');
await take('cultures');

await visit.go('/know/crew');
await page.waitForSelector('button[aria-label^="At work here"]');
await take('crew');

await visit.end();
await end();
