import { openBrowser } from '../browser/browser.ts';

/** What the page keeps while it is measured, ms: its long tasks, when a plan was first asked for, and when one was there. */
const WATCH = `
  Object.assign(window, { long: [], asked: 0, shown: 0 });
  new PerformanceObserver((list) => long.push(...list.getEntries().map(({ duration }) => duration)))
    .observe({ type: 'longtask', buffered: true });
  const { postMessage } = Worker.prototype;
  Worker.prototype.postMessage = function (message, ...rest) {
    if (message.kind === 'plan') asked ||= performance.now();
    postMessage.call(this, message, ...rest);
  };
  requestAnimationFrame(function look() {
    if (document.querySelector('[data-task]')) shown = performance.now();
    else requestAnimationFrame(look);
  });`;

/**
 * How long after it was asked for the first plan of a day that is opened by its address is there, ms; and the longest tasks
 * of the page’s own thread, ms, while the demo day is planned: when the page comes to life, when the
 * first plan is drawn, when it is planned again, and while a piece of work is dragged through half an hour.
 *
 * @param served address of a Jovet with the demo bakery
 * @param date a day with standing orders
 */
export async function benchDayLine(served: string, date: string) {
  const { browser, end } = await openBrowser();
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await page.evaluateOnNewDocument(WATCH);
  /** The longest since it was asked last; 0 where none took 50 ms. */
  const longest = () =>
    page.evaluate(() => Math.max(0, ...(window as unknown as { long: number[] }).long.splice(0)));
  const settled = () =>
    page.waitForFunction(() => !/Looking for|Still looking/.test(document.body.innerText));
  await page.goto(`${served}/plan/day/${date}`);
  await page.waitForSelector('body[data-ready]');
  const loaded = await longest();
  await page.waitForSelector('[data-task]');
  await page.waitForFunction(() => (window as unknown as { shown: number }).shown > 0);
  const opened = await page.evaluate(() => {
    const { asked, shown } = window as unknown as { asked: number; shown: number };
    return shown - asked;
  });
  await settled();
  const first = await longest();
  await page.keyboard.press('p');
  await page.waitForFunction(() => /Still looking/.test(document.body.innerText));
  await settled();
  const again = await longest();
  const knot = await page.$('[data-task="oat-tin.1.mix"] .work');
  const box = await knot?.boundingBox();
  if (!box) throw new Error('the oat tins are mixed on this day');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 30; step += 1) await page.mouse.move(x + step / 2, y);
  await page.mouse.up();
  await settled();
  const dragged = await longest();
  await end();
  return { opened, loaded, first, again, dragged };
}
