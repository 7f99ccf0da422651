import assert from 'node:assert/strict';
import { visits } from './visited.ts';

const { visited } = visits();

const TIP = '[data-scope="tooltip"][data-part="content"]';

visited('what a button is for is told to the mouse and the keyboard, once', async (visit) => {
  const { page } = visit;
  await visit.go('/plan/orders/2041-06-04');
  await page.waitForSelector('button[title="What the instruments say"]');
  await page.waitForSelector('button[title="Keys (?)"]');
  await page.hover('button[title="Keys (?)"]');
  await visit.until(TIP, 'Keys (?)');
  // The browser does not tell it as well.
  assert.equal(await page.$('button[title="Keys (?)"]'), null);
  await page.mouse.move(640, 500);
  await page.waitForSelector(TIP, { hidden: true });
  await page.waitForSelector('button[title="Keys (?)"]');

  await page.focus('button[title="Keys (?)"]');
  await page.keyboard.press('Tab');
  await page.keyboard.down('Shift');
  await page.keyboard.press('Tab');
  await page.keyboard.up('Shift');
  await visit.until(TIP, 'Keys (?)');
  await page.keyboard.press('Escape');
  await page.waitForSelector(TIP, { hidden: true });
});

visited('every room says how many instruments speak, and what each says', async (visit) => {
  const { page } = visit;
  await visit.go('/know/larder');
  await page.waitForSelector('button[aria-label="Instruments: 2 speak"]');
  await visit.press('Instruments: 2 speak');
  await page.waitForSelector('[role="dialog"] table');
  const rows = await page.$$eval('[role="dialog"] tbody tr', (all) => all.map((each) => each.innerText));
  assert.equal(rows.length, 2);
  for (const row of rows)
    assert.match(row, /^(probe\tthe dough|room sensor\tthe air)\t\d+\.\d °C\t\d\d:\d\d/);
});
