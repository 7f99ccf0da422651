import assert from 'node:assert/strict';
import { visits } from './visited.ts';

const { visited } = visits();

const ROOMS = [
  '/plan/orders', '/plan/day', '/plan/oven', '/make/floor', '/make/water', '/make/cultures',
  '/know/formulas', '/know/formulas/quay-country', '/know/larder', '/know/bakehouse', '/know/crew', '/sign-in/password',
]; // prettier-ignore
const WIDTHS = [360, 768, 1280, 1920];
/** Text is read and targets are met from here on, px. */
const [TEXT, TARGET] = [12, 24];

/** What does not fit its screen: how far it is over, text that is too small, targets that are too small and too near. */
function misfits(least: { text: number; target: number }) {
  const shown = (element: Element) => {
    const { width, height } = element.getBoundingClientRect();
    const style = getComputedStyle(element);
    return width > 0 && height > 0 && style.visibility !== 'hidden' && Number(style.opacity) > 0;
  };
  const nameOf = (element: Element) => `${element.tagName.toLowerCase()}.${element.getAttribute('class') ?? ''} “${(element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 30)}”`;
  const over = document.documentElement.scrollWidth - innerWidth;
  const small: string[] = [];
  for (const element of document.querySelectorAll('body *')) {
    const own = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
    if (!own || !shown(element)) continue;
    const svg = element instanceof SVGElement ? element.ownerSVGElement : null;
    const scale = svg ? (svg.getScreenCTM()?.a ?? 1) : 1;
    const size = parseFloat(getComputedStyle(element).fontSize) * scale;
    if (size < least.text - 0.05) small.push(`${size.toFixed(1)} px: ${nameOf(element)}`);
  }
  const targets = [...document.querySelectorAll('a[href], button, input, select, textarea, [role="button"], [role="tab"], [role="radio"], [tabindex="0"]')].filter(shown);
  const boxes = targets.map((each) => each.getBoundingClientRect());
  const near = targets.flatMap((each, index) => {
    const box = boxes[index];
    // Words within a sentence are as large as the sentence.
    if (!box || Math.min(box.width, box.height) >= least.target || getComputedStyle(each).display === 'inline') return [];
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const isMet = boxes.some((other, at) => {
      if (at === index) return false;
      const [dx, dy] = [Math.max(other.left - x, 0, x - other.right), Math.max(other.top - y, 0, y - other.bottom)];
      return Math.hypot(dx, dy) < least.target / 2 && !targets[at]?.contains(each) && !each.contains(targets[at] ?? null);
    });
    return isMet ? [`${box.width.toFixed(0)} × ${box.height.toFixed(0)}: ${nameOf(each)}`] : [];
  });
  return { over, small: [...new Set(small)], near: [...new Set(near)] };
} // prettier-ignore

for (const room of ROOMS)
  visited(
    `${room} fits every screen: no wider than it, text that can be read, targets that can be met`,
    async (visit) => {
      const faults: string[] = [];
      for (const width of WIDTHS) {
        await visit.page.setViewport({ width, height: width < 500 ? 780 : 900 });
        await visit.go(room);
        await visit.page.waitForSelector('main h1');
        await visit.page.waitForFunction(() => !document.querySelector('.opening'));
        await visit.page.evaluate(
          () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
        );
        const { over, small, near } = await visit.page.evaluate(misfits, { text: TEXT, target: TARGET });
        if (over > 0) faults.push(`at ${width}: ${over} px over`);
        faults.push(
          ...small.slice(0, 12).map((each) => `at ${width}: ${each}`),
          ...near.slice(0, 12).map((each) => `at ${width}: too near, ${each}`),
        );
      }
      assert.deepEqual(faults, []);
    },
  );
