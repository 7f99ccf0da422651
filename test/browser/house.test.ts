import assert from 'node:assert/strict';
import { accessible, visits } from './visited.ts';

const { visited } = visits();

visited('what stands in a bakehouse is pressed, changed, put in and moved, kept, found again and put back', async (visit) => {
  const { page } = visit;
  const standing = 'header [role="status"]';
  const thing = (name: string) => `[data-thing][aria-label^="${name}:"]`;
  await visit.go('/know/bakehouse');
  await page.click(thing('Deck oven'));
  await visit.enter('things.2.fields.decks', 'a few');
  await visit.enter('house.packWithin', '3.5');
  await visit.enter('hands.0.days.1', 'early');
  await visit.keys('Escape');
  await visit.press('Save');
  await visit.until('.field-problem', /“a few”/);
  assert.equal(await visit.value('things.2.fields.decks'), 'a few');
  await visit.enter('things.2.fields.decks', '5');
  await visit.until('.field-problem', '“early” is not from one time to another. Type it as 02:00 to 10:30.');
  await visit.enter('hands.0.days.1', '2-10.30');
  await visit.keys('Escape');
  await page.waitForFunction(() => document.querySelector('.field-problem') === null);
  await visit.choose('things.2.fields.steam', 'lid');
  await page.click('[name="things.2.fields.shared"]');
  await visit.press('Out of order from … to …');
  await visit.enterDay('1.5.2031', 'things.2.out.0.from');
  await visit.enter('things.2.out.0.from.time', '6');
  await visit.enterDay('2 May 2031', 'things.2.out.0.to');
  await visit.enter('things.2.out.0.to.time', '18:00');
  // A second oven, and where it stands.
  await visit.choose('add', 'oven');
  await visit.press('Add');
  await visit.until('form[aria-label="Oven"] h2', /^Oven/);
  await page.waitForFunction(() => document.activeElement?.getAttribute('name')?.endsWith('fields.name'));
  const added = await page.evaluate(() => document.activeElement?.getAttribute('name')?.split('.')[1] ?? '');
  await visit.enter(`things.${added}.fields.name`, 'Rack oven');
  await page.$eval(thing('Rack oven'), (each) => (each as SVGElement).focus());
  const place = () => page.$eval(`${thing('Rack oven')} rect`, (box) => Number(box.getAttribute('x')));
  const before = await place();
  await page.keyboard.down('Alt');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.up('Alt');
  await page.waitForFunction((at, from) => Number(document.querySelector(at)?.getAttribute('x')) > from, {}, `${thing('Rack oven')} rect`, before);
  await visit.keys('Control', 's');
  await visit.until(standing, /^ ?Saved/);
  await visit.reload();
  await page.click(thing('Deck oven'));
  assert.equal(await visit.value('things.2.fields.decks'), '5');
  assert.equal(await visit.value('house.packWithin'), '3.5');
  assert.equal(await visit.value('hands.0.days.1'), '02:00 to 10:30');
  assert.equal(await visit.chosen('things.2.fields.steam'), 'lid');
  assert.equal(`${await visit.dateOf('things.2.out.0.to')} ${await visit.value('things.2.out.0.to.time')}`, '2031-05-02 18:00');
  assert.ok(await page.$eval('[name="things.2.fields.shared"]', (box) => (box as HTMLInputElement).checked));
  await page.click('[name="things.2.fields.shared"]');
  await visit.enter('things.2.fields.decks', '4');
  await visit.enter('house.packWithin', '5');
  await page.click('[aria-label="Take this line away"]');
  await visit.choose('things.2.fields.steam', 'built-in');
  await page.$eval(thing('Rack oven'), (each) => (each as SVGElement).focus());
  await page.keyboard.press('Delete');
  await page.waitForFunction((at) => document.querySelector(at) === null, {}, thing('Rack oven'));
  await visit.keys('Control', 'z');
  await page.waitForSelector(thing('Rack oven'));
  await page.$eval(thing('Rack oven'), (each) => (each as SVGElement).focus());
  await page.keyboard.press('Delete');
  await visit.press('Save');
  await visit.until(standing, /^ ?Saved/);
}); // prettier-ignore

visited('a rota has days off, somebody is away, and swaps a day: the week says so', async (visit) => {
  const { page } = visit;
  const standing = 'header [role="status"]';
  const monday = () => page.$eval('.rota [role="columnheader"]:nth-child(2)', (each) => each.textContent ?? '');
  await visit.go('/know/bakehouse');
  assert.match(await monday(), /^Mon \d+\.\d+\./);
  await visit.press('Odo Fenwright mixing, shaping');
  await visit.press('Away from … to …');
  await visit.enterDay('2026-12-24', 'hands.1.away.0.from');
  await visit.enter('hands.1.away.0.why', 'holiday');
  await visit.press('Other hours on one day');
  await visit.enterDay('2026-12-22', 'hands.1.dates.0.date');
  await visit.enter('hands.1.dates.0.shift', '16 to 22');
  await visit.keys('Escape');
  await visit.enter('hands.1.days.6', ' ');
  await visit.keys('Escape');
  const weeks = async () => (await page.$$eval('.rota .note', (all) => all.map((each) => each.textContent)));
  for (let n = 0; n < 400 && !/21\.12\./.test(await monday()); n += 1) {
    const before = await monday();
    const on = await page.evaluate(() => Date.now() < Date.UTC(2026, 11, 22));
    await page.click(`[aria-label="Week ${on ? 'after' : 'before'}"]`);
    await page.waitForFunction((was) => document.querySelector('.rota [role="columnheader"]:nth-child(2)')?.textContent !== was, {}, before);
  }
  assert.deepEqual(await weeks(), ['16 to 22', 'away: holiday']);
  await visit.press('Save');
  await visit.until(standing, /^ ?Saved/);
  await visit.reload();
  assert.equal(await visit.value('hands.1.days.6'), '');
  await visit.enter('hands.1.days.6', '00:30 to 09:00');
  await visit.press('Odo Fenwright mixing, shaping');
  for (let n = 0; n < 2; n += 1) {
    await page.waitForSelector('form[aria-label="Person"] [aria-label="Take this line away"]');
    await page.click('form[aria-label="Person"] [aria-label="Take this line away"]');
  }
  await visit.keys('Escape');
  await visit.press('Save');
  await visit.until(standing, /^ ?Saved/);
}); // prettier-ignore

visited('a customer is added, ordered for every week, has a day off and is taken off the list', async (visit) => {
  const { page } = visit;
  const cell = 'lighthouse quay-loaf 05:30';
  await visit.go('/plan/orders/2032-05-06');
  await visit.press('Customers');
  await visit.press('Add a customer');
  await visit.enter('customer-name', 'Lighthouse');
  await visit.enter('customer-drops', 'dawn');
  await visit.press('Save');
  await visit.until('.field-problem', '“dawn” is not a time of day');
  await visit.enter('customer-drops', '5:30');
  await visit.enter('customer-off', '2032-05-13');
  await page.click('::-p-xpath(//form[.//input[@name="customer-name"]]//button[normalize-space(.)="Save"])');
  await visit.until('li', /Lighthouse 05:30/);
  await visit.keys('Escape');
  await visit.page.click('::-p-xpath(//label[normalize-space(.)="every Thursday"])');
  await visit.enter(cell, '9');
  await visit.until('.room header [role="status"]', /1 change/);
  await visit.press('Save');
  await visit.until('.room header [role="status"]', /^ *$/);
  await visit.go('/plan/orders/2032-05-20');
  assert.equal(await visit.value(cell), '9');
  await visit.go('/plan/orders/2032-05-13');
  assert.notEqual(await page.$eval(`[name="${cell}"]`, (input) => (input as HTMLInputElement).value).catch(() => 'off'), '9');
  await visit.press('Customers');
  await visit.until('li', /Lighthouse/);
  await page.click('::-p-xpath(//li[contains(., "Lighthouse")]//button)');
  // What is ordered does not go out of sight with a van, nor with the customer, unless it is said so.
  visit.expectErrors(/422/);
  await visit.enter('customer-drops', '6:00');
  await page.click('::-p-xpath(//form[.//input[@name="customer-name"]]//button[normalize-space(.)="Save"])');
  await visit.until('.field-problem', 'Orders leave at 05:30: 1 every week');
  assert.equal(await visit.value('customer-drops'), '6:00');
  await visit.press('Take off the list');
  await visit.until('form .notice', 'Orders leave at 05:30: 1 every week');
  await visit.until('li', /Lighthouse 05:30/);
  await visit.press('Take off with its orders');
  await page.waitForFunction(() => ![...document.querySelectorAll('li')].some((each) => each.textContent?.includes('Lighthouse')));
}); // prettier-ignore

for (const look of ['light', 'dark'])
  visited(`Bakehouse is accessible in the ${look} look`, (visit) =>
    accessible(visit, look, '/know/bakehouse', () => visit.until('h1', 'Bakehouse')),
  );

visited('a list is found by typing, and a day is typed as one says it; Escape closes only what is open', async (visit) => {
  const { page } = visit;
  await visit.go('/know/bakehouse');
  await visit.press('Odo Fenwright mixing, shaping');
  await visit.press('Away from … to …');
  await visit.enterDay('Heiligabend', 'hands.1.away.0.from');
  await visit.until('.field-problem', /“Heiligabend” is no day. Type it as \w+ \d+ \w+ \d{4}\./);
  assert.equal(await visit.value('hands.1.away.0.from'), 'Heiligabend');
  await visit.enterDay('24 Dec 2026', 'hands.1.away.0.from');
  await page.waitForFunction(() => document.querySelector('.field-problem') === null);
  assert.equal(await visit.value('hands.1.away.0.from'), 'Thu 24 Dec 2026');
  await visit.keys('Escape');
  await visit.press('Undo');

  await page.click('[name="add"]');
  await page.keyboard.type('pro');
  await page.waitForFunction(() => document.querySelectorAll('[role="option"]').length === 1);
  await page.keyboard.press('Enter');
  assert.equal(await visit.value('add'), 'Proof box');
  await page.keyboard.press('ArrowDown');
  await page.waitForSelector('[role="option"]');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => document.querySelector('[role="option"]') === null);
  assert.equal(await visit.chosen('add'), 'proof-box');
}); // prettier-ignore
