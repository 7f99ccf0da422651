import { onlyOrders, api } from '../browser/days.ts';
import { openBrowser } from '../browser/browser.ts';
import { SERVED } from '../browser/visit.ts';

/** Screens that look at one thing. */
const SCREENS = 6;
const CELL = 'own-counter quay-loaf 08:00';

/**
 * How long it takes until six screens, each in a browser of its own, show what another device changed.
 *
 * @param rounds changes, one after another
 * @returns ms from the answer to the change, of each screen and round
 */
export async function sixScreens(date: string, rounds: number): Promise<number[]> {
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  const { browser, end } = await openBrowser();
  try {
    const pages = await Promise.all(
      Array.from({ length: SCREENS }, async () => {
        const page = await (await browser.createBrowserContext()).newPage();
        const live = page.waitForRequest((request) => request.url().endsWith('/api/v1/live'));
        await page.goto(`${SERVED}/plan/orders/${date}`);
        await page.waitForSelector(`[name="${CELL}"]`);
        await live;
        return page;
      }),
    );
    const all: number[] = [];
    for (let round = 0; round < rounds; round += 1) {
      const pieces = 21 + round;
      const shown = pages.map(async (page) => {
        await page.waitForFunction((name, text) => document.querySelector<HTMLInputElement>(`[name="${name}"]`)?.value === text, { polling: 10 }, CELL, String(pieces));
        return Date.now();
      });
      const [customer, product, drop] = CELL.split(' ');
      await api('PUT', `orders/${date}`, { lines: [{ customer, product, drop, pieces, was: pieces - 1 }] });
      const kept = Date.now();
      all.push(...(await Promise.all(shown)).map((at) => at - kept));
    }
    return all;
  } finally {
    await end();
  }
} // prettier-ignore
