import assert from 'node:assert/strict';
import { accessible, visits } from './visited.ts';

const { visited } = visits();

visited('what a bakehouse has is changed, kept, found again and put back', async (visit) => {
  const { page } = visit;
  const standing = 'header [role="status"]';
  await visit.go('/know/bakehouse');
  await visit.enter('things.racks', 'a few');
  await visit.enter('hands.0.shift', 'early');
  await visit.enter('things.packWithin', '3.5');
  await visit.press('Keep');
  await visit.until('.field-problem', '“early” is not from one time to another. Type it as 02:00 to 10:30.');
  await visit.until('.field-problem', /a few/);
  assert.equal(await visit.value('things.racks'), 'a few');
  await visit.enter('things.racks', '6');
  await visit.enter('things.onRack', '30 kg');
  await visit.enter('hands.0.shift', '2:00 to 10:30');
  await page.select('[name="steam"]', 'lid');
  await page.click('[name="oven.shared"]');
  await visit.enter('things.stone', '0');
  await visit.keys('Control', 's');
  await visit.until(standing, /^ ?Kept/);
  await visit.reload();
  assert.equal(await visit.value('things.racks'), '6');
  assert.equal(await visit.value('things.packWithin'), '3.5');
  assert.equal(await visit.value('hands.0.shift'), '02:00 to 10:30');
  assert.equal(await visit.value('steam'), 'lid');
  assert.equal(await visit.value('things.stone'), '0');
  assert.ok(await page.$eval('[name="oven.shared"]', (box) => (box as HTMLInputElement).checked));
  await page.click('[name="oven.shared"]');
  await visit.enter('things.stone', '5');
  await visit.enter('things.packWithin', '5');
  for (const field of ['things.racks', 'things.onRack']) await visit.enter(field, ' ');
  await page.select('[name="steam"]', 'built-in');
  await visit.press('Keep');
  await visit.until(standing, /^ ?Kept/);
});

visited('a customer is added, ordered for every week, has a day off and is taken off the list', async (visit) => {
  const { page } = visit;
  const cell = 'lighthouse quay-loaf 05:30';
  await visit.go('/plan/orders/2032-05-06');
  await visit.press('Customers');
  await visit.press('Add a customer');
  await visit.enter('customer-name', 'Lighthouse');
  await visit.enter('customer-drops', 'dawn');
  await visit.press('Keep');
  await visit.until('.field-problem', '“dawn” is not a time of day');
  await visit.enter('customer-drops', '5:30');
  await visit.enter('customer-off', '2032-05-13');
  await page.click('::-p-xpath(//form[.//input[@name="customer-name"]]//button[normalize-space(.)="Keep"])');
  await visit.until('li', /Lighthouse 05:30/);
  await visit.keys('Escape');
  await visit.press('every Thursday');
  await visit.enter(cell, '9');
  await visit.until('.room header [role="status"]', /1 change/);
  await visit.press('Keep');
  await visit.until('.room header [role="status"]', /^ *$/);
  await visit.go('/plan/orders/2032-05-20');
  assert.equal(await visit.value(cell), '9');
  await visit.go('/plan/orders/2032-05-13');
  assert.notEqual(await page.$eval(`[name="${cell}"]`, (input) => (input as HTMLInputElement).value).catch(() => 'off'), '9');
  await visit.press('Customers');
  await page.click('::-p-xpath(//li[contains(., "Lighthouse")]//button)');
  // What is ordered does not go out of sight with a van, nor with the customer, unless it is said so.
  visit.expectErrors(/422/);
  await visit.enter('customer-drops', '6:00');
  await page.click('::-p-xpath(//form[.//input[@name="customer-name"]]//button[normalize-space(.)="Keep"])');
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
