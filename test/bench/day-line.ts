import { openBrowser } from '../browser/browser.ts';

/** What the page keeps while it is measured, ms: its long tasks, when a plan was first asked for, and when one was there. */
const WATCH = `
  Object.assign(window, { long: [], asked: 0, shown: 0 });
  new PerformanceObserver((list) => long.push(...list.getEntries().map(({ startTime, duration }) => ({ startTime, duration }))))
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

interface Watched {
  readonly long: { readonly startTime: number; readonly duration: number }[];
  readonly asked: number;
  readonly shown: number;
}

/**
 * How long after it was asked for the first plan of a day that is opened by its address is there, ms; and the longest tasks
 * of the page’s own thread, ms, while the demo day is planned: until it is asked for, when the page comes to life; when the
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
  /** The longest since this was called last, of those that began before the first plan was asked for, or after; 0 where none took 50 ms. */
  const longest = async () => {
    const { tasks, asked } = await page.evaluate(() => {
      const { long, asked } = window as unknown as Watched;
      return { tasks: long.splice(0), asked };
    });
    const most = (of: typeof tasks) => Math.max(0, ...of.map(({ duration }) => duration));
    return {
      before: most(tasks.filter(({ startTime }) => startTime < asked)),
      after: most(tasks.filter(({ startTime }) => startTime >= asked)),
    };
  };
  const settled = () =>
    page.waitForFunction(() => !/Looking for|Still looking/.test(document.body.innerText));
  await page.goto(`${served}/plan/day/${date}`);
  await page.waitForSelector('[data-task]');
  await page.waitForFunction(() => (window as unknown as Watched).shown > 0);
  const opened = await page.evaluate(() => {
    const { asked, shown } = window as unknown as Watched;
    return shown - asked;
  });
  await settled();
  const { before: loaded, after: first } = await longest();
  await page.keyboard.press('p');
  await page.waitForFunction(() => /Still looking/.test(document.body.innerText));
  await settled();
  const { after: again } = await longest();
  const knot = await page.$('[data-task="oat-tin.1.mix"] .work');
  const box = await knot?.boundingBox();
  if (!box) throw new Error('the oat tins are mixed on this day');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 30; step += 1) await page.mouse.move(x + step / 2, y);
  await page.mouse.up();
  await settled();
  const { after: dragged } = await longest();
  await end();
  return { opened, loaded, first, again, dragged };
}
