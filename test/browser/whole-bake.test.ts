import assert from 'node:assert/strict';
import type { KeptEvent } from '@jovet/core/run';
import type { ViewTask } from '@jovet/core/plan/explain';
import { api, cultureLikeQuay, keptAll, onlyOrders } from './days.ts';
import { at } from './night.ts';
import { visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();

/** A Tuesday of this test's own: two doughs, one with a levain, one with a scald. */
const DAY = '2036-02-12';
const eventsOf = async (): Promise<KeptEvent[]> =>
  ((await api('GET', `events?day=${DAY}`)) as { events: KeptEvent[] }).events;
const rail = async ({ page }: Visit, room: string) => {
  const link = await page.waitForSelector(`::-p-xpath(//nav//a[normalize-space(.)="${room}"])`);
  await link?.click();
  await page.waitForFunction(
    (name) => document.querySelector('main h1')?.textContent?.trim() === name,
    {},
    room,
  );
};

visited('a whole bake from the orders to the last pack, through the rail: nothing is typed that is known', async (visit) => {
  const { page } = visit;
  const culture = await cultureLikeQuay('Abele culture');
  await onlyOrders(DAY, [
    ['own-counter', 'quay-loaf', '08:00', 24],
    ['own-counter', 'oat-tin', '08:00', 18],
  ]);
  // Tuesday's orders are there; the day goes along from room to room.
  await visit.go(`/plan/orders/${DAY}`);
  await visit.until('main', /Quay loaf/);
  await rail(visit, 'Day line');
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await rail(visit, 'Oven');
  await page.waitForSelector('[data-load]');
  const loads = await page.$$eval('[data-load]', (all) => all.map((each) => each.getAttribute('aria-label') ?? ''));
  assert.ok(loads.some((label) => /24 Quay loaf/.test(label)) && loads.some((label) => /18 Oat tin/.test(label)), loads.join());
  const { plan } = (await api('GET', `plans/${DAY}`)) as { plan: { shown: { view: { tasks: ViewTask[] } } } };
  const { tasks } = plan.shown.view;
  const taskOf = (kind: string, dough: string) =>
    tasks.find(({ note }) => note.kind === kind && note.dough === dough) ?? assert.fail(`${kind} ${dough}`);

  // The levain is fed in Cultures, as the plan has it: one press fills it in, one notes it.
  const feed = taskOf('feed', 'quay-country');
  await at(visit, feed.start + 60, async () => {
    await visit.go('/make/floor');
    assert.equal(await visit.dateOf(), DAY);
    await visit.until('.card h2', /Make Quay levain/);
    await rail(visit, 'Cultures');
    await page.click('::-p-xpath(//nav[@aria-label="Cultures"]//button[contains(., "Abele culture")])');
    await visit.until('main', /Quay levain/);
    await visit.until('[data-need]', /It is filled in here/);
    await page.click('.btn.preset-filled.knuckle');
    await visit.until('.state', /Noted: fed at/);
    await page.waitForFunction(() => document.querySelector('[data-need]') === null);
    await keptAll(visit);
    await rail(visit, 'Floor');
    await page.waitForFunction(() => !/Make Quay levain/.test(document.querySelector('.card h2')?.textContent ?? ''));
  });

  // The mix is read in Water: mass, flour, levain and bowl are there; only what a thermometer says is entered.
  const mix = taskOf('mix', 'quay-country');
  await at(visit, mix.end - 300, async () => {
    await visit.go('/make/floor');
    await page.waitForSelector('.card');
    if (await page.$('[data-silent]')) await page.click('[data-silent] button');
    await rail(visit, 'Water');
    await visit.until('.strip button b', /Quay Country/);
    await page.click('::-p-xpath(//*[contains(@class,"strip")]//button[contains(., "Quay Country")])');
    await page.waitForSelector('[name="factor.dough"]');
    await visit.press('Salt is in');
    await visit.enter('factor.dough', '25');
    await visit.keys('Enter');
    await keptAll(visit);
    await rail(visit, 'Floor');
    await page.waitForFunction(() => !/Mix Quay Country/.test(document.querySelector('.card h2')?.textContent ?? ''));
  });

  // The rest of the night is worked from the Floor, in two visits.
  const ends = tasks.map(({ end }) => end).sort((a, b) => a - b);
  for (const moment of [0.6, 1].map((share) => ends[Math.floor(share * (ends.length - 1))] ?? 0))
    await at(visit, moment + 60, async () => {
      await visit.go(moment === ends.at(-1) ? `/make/floor/${DAY}` : '/make/floor');
      await page.waitForSelector('.card, .empty');
      if (await page.$('[data-silent]')) await page.click('[data-silent] button');
      for (let press = 0; press < 60; press += 1) {
        await visit.until('header [role="status"]', 'All is sent');
        const card = await page.$eval('.card', (each) => [each.classList.contains('due'), each.getAttribute('data-task')] as const).catch(() => null);
        if (!card?.[0]) break;
        for (const gate of await page.$$('[aria-label="What must not be forgotten"] [aria-pressed="false"]')) await gate.click();
        // What is over just now is done now.
        await visit.keys((await page.$('[data-verb="planned"]')) ? 'p' : 'd');
        await page.waitForFunction((id) => document.querySelector('.card')?.getAttribute('data-task') !== id, {}, card[1]);
      }
    });
  const noted = new Set(
    (await eventsOf()).flatMap(({ subject, happened }) =>
      subject.kind === 'task' && happened.kind === 'ended' ? [subject.id] : [],
    ),
  );
  const here = tasks.filter(({ id }) => ![feed.id, mix.id].includes(id));
  assert.deepEqual(here.filter(({ id }) => !noted.has(id)).map(({ id }) => id), []);
  await at(visit, (ends.at(-1) ?? 0) + 120, async () => {
    await visit.go(`/make/floor/${DAY}`);
    await visit.until('.empty', /everything of .* is packed/);
    await rail(visit, 'Day line');
    await page.waitForSelector('[data-task]');
    assert.equal(await page.$('[data-unnoted]'), null);
  });
  await api('DELETE', `cultures/${culture.id}?rev=1`);
}); // prettier-ignore
