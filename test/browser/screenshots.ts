import { openBrowser } from './browser.ts';
import { SERVED, Visit } from './visit.ts';

/**
 * Makes the pictures of docs/screenshots from the demo data. Start Jovet on an empty data folder, then:
 * JOVET_TEST_URL=http://127.0.0.1:4600 npm run screenshots
 */
const FOLDER = new URL('../../docs/screenshots/', import.meta.url).pathname;
const DAY = '2026-11-24';

const { browser, end } = await openBrowser();
const visit = await Visit.begin(browser);
const { page } = visit;
const take = (name: string) => page.screenshot({ path: `${FOLDER}${name}.png` });
const look = (value: string) => browser.setCookie({ name: 'look', value, domain: new URL(SERVED).hostname });

await look('light');
await visit.go(`/plan/day/${DAY}`);
await visit.enter('order.0.pieces', '36');
await visit.until('h2', 'Weigh');
await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
await take('day-line');

await visit.enter('room', '17');
await page.click('.room [data-figure="water.balance"]');
await visit.until('[data-working]', 'flour brings');
await page.waitForFunction(() => document.getAnimations().every((each) => each.playState !== 'running'));
await take('show-the-working');
await visit.keys('Escape');
await page.waitForFunction(() => document.querySelector('[data-working]') === null);

await look('dark');
await visit.reload();
await visit.until('h2', 'Weigh');
await take('day-line-night');

await look('light');
await page.setViewport({ width: 794, height: 1123 });
await visit.reload();
await page.waitForSelector('.print-sheet');
await page.emulateMediaType('print');
await take('scale-sheet');
await page.emulateMediaType('screen');

await page.setViewport({ width: 1280, height: 800 });
await visit.go('/know/formulas');
await page.waitForSelector('tbody th');
await take('formulas');
await visit.go('/know/formulas/tidewater-rye');
await page.waitForSelector('[data-figure="facts.salt"]');
await take('formula-sheet');
await visit.go(`/plan/day/${DAY}`);
await visit.enter('order.0.pieces', '36');
await page.setViewport({ width: 390, height: 844 });
await visit.reload();
await visit.until('h2', 'Weigh');
await page.evaluate(() => document.querySelector('.answer')?.scrollIntoView());
await take('day-line-narrow');

await visit.end();
await end();
