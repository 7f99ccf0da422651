import { openBrowser } from '../browser/browser.ts';
import { median } from './median.ts';

/** What the page keeps while it is measured: ms between its frames, and when a load came to stand elsewhere. */
const WATCH = `
  window.frames_ = [];
  window.changed_ = [];
  let last = performance.now();
  requestAnimationFrame(function frame(now) {
    frames_.push(now - last);
    last = now;
    requestAnimationFrame(frame);
  });
  new MutationObserver(() => changed_.push(performance.now())).observe(
    document.querySelector('[data-load]').closest('svg'),
    { subtree: true, attributes: true, attributeFilter: ['aria-label'] },
  );`;

/**
 * The room Oven while pieces and loads are dragged.
 *
 * @param served address of a Jovet with the demo bakery
 * @param date a day with standing orders
 * @returns ms between frames, of twenty the longest but one, while pieces and while a load follow the pointer; and ms from a
 *   load that comes to rest until the night that is planned around it appears, the median of some places
 */
export async function benchOvenRoom(served: string, date: string) {
  const { browser, end } = await openBrowser();
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(`${served}/plan/oven/${date}`);
  await page.waitForSelector('[data-load]');
  const settled = () =>
    page.waitForFunction(
      () =>
        !/Looking for|Still looking/.test(
          document.querySelector('header [role="status"]')?.textContent ?? '',
        ),
    );
  await settled();
  await page.evaluate(WATCH);
  const slowest = async () => {
    const frames = ((await page.evaluate('frames_.splice(0)')) as number[]).slice(2).sort((a, b) => a - b);
    return frames[Math.floor(frames.length * 0.95)] ?? NaN;
  };
  const middle = async (selector: string) => {
    const box = await (await page.$(selector))?.boundingBox();
    if (!box) throw new Error(`${selector} is not in the room`);
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  const along = async (selector: string) => {
    const [x, y] = await middle(selector);
    await page.mouse.move(x, y);
    await page.mouse.down();
    await slowest();
    for (let step = 0; step < 120; step += 1) await page.mouse.move(x + Math.sin(step / 12) * 30, y);
    const found = await slowest();
    await page.mouse.move(x, y);
    await page.mouse.up();
    await settled();
    return found;
  };
  const pieces = await along('svg.own [data-piece="0"]');
  const load = await along('[data-load="2"] rect');
  const rests: number[] = [];
  const [x, y] = await middle('[data-load="2"] rect');
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (const by of [-12, -24, -36, -24, -12, 12, 24]) {
    const began = Number(await page.evaluate('changed_.splice(0), performance.now()'));
    await page.mouse.move(x + by, y);
    // Where it can stand nowhere near, nothing is planned.
    const planned = await page.waitForFunction('changed_.length > 0', { timeout: 3000 }).catch(() => null);
    if (planned) rests.push(Number(await page.evaluate('changed_[0]')) - began);
    await settled();
  }
  await page.mouse.up();
  await end();
  return { pieces, load, rest: median(rests) };
}
