import assert from 'node:assert/strict';
import { readFile } from 'node:fs/promises';
import { after, before, test } from 'node:test';
import type { Browser } from 'puppeteer-core';
import { openBrowser } from './browser.ts';
import { Visit } from './visit.ts';

/** One browser for the tests of a file, and a way to write a test as one visit that must end without a fault. */
export function visits() {
  let browser: Browser;
  let end: () => Promise<void>;
  before(async () => {
    ({ browser, end } = await openBrowser());
  });
  after(() => end());
  return {
    open: () => Visit.begin(browser),
    visited: (name: string, steps: (visit: Visit) => Promise<void>, size: [number, number] = [1280, 800]) =>
      test(name, async () => {
        const context = await browser.createBrowserContext();
        const visit = await Visit.begin(context, ...size);
        try {
          await steps(visit);
          await visit.end();
        } catch (error) {
          throw new Error(`${String(error)} The page says: ${await visit.says()}`, { cause: error });
        } finally {
          await context.close();
        }
      }),
  };
}

const AXE = readFile(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url), 'utf8');

/** Opens a page in a look and lets the accessibility checker find nothing. */
export async function accessible(visit: Visit, look: string, path: string, ready: () => Promise<void>) {
  await visit.page.browserContext().setCookie({ name: 'look', value: look, domain: '127.0.0.1' });
  await visit.go(path);
  await ready();
  await visit.page.waitForFunction((mode) => document.documentElement.dataset['mode'] === mode, {}, look);
  // Put in from outside: the page itself runs nothing but what came with it.
  await visit.page.evaluate(await AXE);
  const violations = await visit.page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run(): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
    };
    return (await axe.run()).violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
  });
  assert.deepEqual(violations, []);
}

/** Opens the working of every computed number of the room, and closes it again. Returns how many there are. */
export async function opensEveryWorking({ page }: Visit): Promise<number> {
  const figures = await page.$$eval('.room [data-figure]', (all) =>
    all.map((each) => each.getAttribute('data-figure')),
  );
  for (const figure of new Set(figures)) {
    await page.$eval(`.room [data-figure="${figure}"]`, (each) => (each as HTMLElement).click());
    await page.waitForSelector(`[data-working="${figure}"] [data-result]`);
    // Escape is heard where the focus is.
    await page.waitForFunction(() => document.activeElement?.closest('[role="dialog"]') !== null);
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[data-working]') === null);
  }
  return figures.length;
}

/** Hands the page a file as if it had been chosen. */
export async function chooseFile(visit: Visit, name: string, content: string): Promise<void> {
  const field = await visit.page.waitForSelector('[role="dialog"][data-state="open"] input[type="file"]');
  await field?.evaluate(
    (input, text, called) => {
      const files = new DataTransfer();
      files.items.add(new File([text], called));
      (input as HTMLInputElement).files = files.files;
      input.dispatchEvent(new Event('input', { bubbles: true }));
    },
    content,
    name,
  );
}
