import assert from 'node:assert/strict';
import { onlyOrders, settled } from './days.ts';
import { SERVED, type Visit } from './visit.ts';
import { accessible, visits } from './visited.ts';

const { visited } = visits();
const DAY = '2034-04-05';

/** Begins what went wrong by keyboard: the key of the room, and what it is. */
async function wentWrong(visit: Visit, what: string): Promise<void> {
  await visit.page.keyboard.press('w');
  await visit.until('[role="dialog"]', what);
  await visit.page.$$eval(
    '[role="dialog"] button',
    (all, name) => all.find((each) => each.textContent === name)?.focus(),
    what,
  );
  await visit.page.keyboard.press('Enter');
}
const eventsOf = async () => {
  const { events } = (await (await fetch(`${SERVED}/api/v1/events?day=${DAY}`)).json()) as {
    events: { happened: { kind: string; mishap?: { kind: string } } }[];
  };
  return events.map(({ happened }) => happened.mishap?.kind ?? happened.kind);
};

visited('what goes wrong in the night is said in two steps, and what moves is shown before it is taken', async (visit) => {
  const { page } = visit;
  await onlyOrders(DAY, [
    ['own-counter', 'quay-loaf', '08:00', 24],
    ['own-counter', 'oat-tin', '08:00', 12],
  ]);
  await visit.go(`/plan/day/${DAY}`);
  await page.waitForSelector('[data-task="quay-country.1.mix"]');
  await settled(visit);
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await page.waitForSelector('[data-task="quay-country.1.mix"]');

  await wentWrong(visit, 'Somebody comes later');
  await visit.enter('back', 'soon');
  await visit.until('[role="alert"]', /“soon” is not a time of day/);
  assert.equal(await visit.value('back'), 'soon');
  await visit.enter('back', '');
  await visit.until('[role="alert"]', /Say when they come/);
  await visit.press('Something else');
  await visit.press('Somebody is sick');
  await visit.press('Odo Fenwright');
  await visit.until('[aria-label="What this moves"], [aria-label="What stands in the way"]', /Odo Fenwright is not there from/);
  await settled(visit);
  await visit.press('Use it');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await visit.until('[aria-label="What went wrong"]', /Odo Fenwright is not there from/);
  assert.deepEqual(await eventsOf(), ['away']);
  const working = await page.$$eval('[data-task]', (all) => all.map((each) => each.getAttribute('aria-label') ?? ''));
  assert.ok(working.length > 10 && working.every((label) => !label.includes('Odo Fenwright')));

  // Taken back before it is taken: nothing of it is left.
  await wentWrong(visit, 'More of something');
  await visit.enter('pieces', '5');
  await page.locator('::-p-xpath(//dialog//button[starts-with(normalize-space(.), "Oat tin for 08:00")] | //*[@role="dialog"]//button[starts-with(normalize-space(.), "Oat tin for 08:00")])').click();
  await visit.until('[aria-label="What this moves"]', /5 Oat tin more for 08:00/);
  await visit.press('Cancel');
  await settled(visit);

  await visit.press('It is not so');
  await settled(visit);
  await page.waitForFunction(() => !document.querySelector('[aria-label="What went wrong"]'));
  for (let n = 0; n < 100 && (await eventsOf()).length < 4; n += 1) await visit.until('header [role="status"]', /./);
  assert.deepEqual((await eventsOf()).sort(), ['away', 'order', 'taken-back', 'taken-back']);
  for (const look of ['light', 'dark'])
    await accessible(visit, look, `/plan/day/${DAY}`, async () => {
      await settled(visit);
      await wentWrong(visit, 'An oven or a deck is out');
      await visit.until('[role="dialog"]', /All of Deck oven/);
    });
}); // prettier-ignore
