import assert from 'node:assert/strict';
import type { KeptEvent } from '@jovet/core/run';
import { api } from './days.ts';
import { accessible, visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();

/** The day that the room opened on, once its plan stands there. */
async function dayAtHand(visit: Visit): Promise<string> {
  await visit.go('/plan/day');
  await visit.page.waitForSelector('[data-task]');
  return visit.dateOf();
}
const eventsOf = async (date: string) =>
  ((await api('GET', `events?day=${date}`)) as { events: KeptEvent[] }).events;

visited('it opens on the day that is worked on, says why, and asks for what nobody noted', async (visit) => {
  const date = await dayAtHand(visit);
  await visit.until('[data-why]', /being worked on/);
  const asked = await visit.page.$$eval(
    '[data-unnoted]',
    ([each]) => each?.getAttribute('data-unnoted') ?? '',
  );
  // In the first minutes of a plan there may be nothing to ask for yet.
  if (asked === '') return;
  await visit.press('Done then');
  await visit.page.waitForFunction(
    (task) => document.querySelector('[data-unnoted]')?.getAttribute('data-unnoted') !== task,
    {},
    asked,
  );
  await visit.page.waitForFunction(
    async (path) => (await (await fetch(path)).json()).events.length >= 2,
    {},
    `/api/v1/events?day=${date}`,
  );
  const noted = (await eventsOf(date)).filter(({ subject }) => subject.id === asked);
  assert.deepEqual(
    noted.map(({ happened }) => happened.kind),
    ['began', 'ended'],
  );
  await visit.press('Undo');
  await visit.page.waitForSelector(`[data-unnoted="${asked}"]`);
  await visit.page.waitForFunction(
    async (path) => (await (await fetch(path)).json()).events.length >= 4,
    {},
    `/api/v1/events?day=${date}`,
  );
  await visit.reload();
  await visit.page.waitForSelector(`[data-unnoted="${asked}"]`);
});

visited('the rooms of Make hang on the plan of the day: mixes in their order, what is taken from cultures', async (visit) => {
  const date = await dayAtHand(visit);
  const { plan } = (await api('GET', `plans/${date}`)) as { plan: { n: number; shown: { view: { tasks: { id: string; start: number; note: { kind: string } }[] } } } };
  const mixes = plan.shown.view.tasks.filter(({ note }) => note.kind === 'mix');
  await visit.go('/make/water');
  await visit.until('.when', new RegExp(`plan ${plan.n}`));
  await visit.page.waitForFunction((count) => document.querySelectorAll('.strip button b').length >= count, {}, mixes.length);
  const names = await visit.page.$$eval('.strip button b', (all) => all.map((each) => each.textContent ?? ''));
  assert.equal(names.length, mixes.length);
  await visit.until('.ledger', 'by the plan');
  await visit.go('/make/cultures');
  await visit.page.waitForSelector('.state');
}); // prettier-ignore

visited('what goes on paper is saved first, and says which plan it is', async (visit) => {
  const { page } = visit;
  await page.evaluateOnNewDocument(() => {
    window.print = () => {
      (window as unknown as { printed: string }).printed =
        document.querySelector('.print-day')?.textContent?.replace(/\s+/g, ' ') ?? '';
    };
  });
  await visit.go('/plan/day/2033-02-03');
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.press('Print the wall sheet');
  await page.waitForFunction(() => (window as unknown as { printed?: string }).printed !== undefined);
  const printed = await page.evaluate(() => (window as unknown as { printed: string }).printed);
  assert.match(printed, /plan 1, .* \d\d:\d\d/);
  const { plan } = (await api('GET', 'plans/2033-02-03')) as { plan: { n: number } };
  assert.equal(plan.n, 1);
});

visited('a day that is opened again shows the plan that was seen before, also when nobody saved it', async (visit) => {
  const path = '/plan/day/2033-02-10';
  await visit.go(path);
  await visit.until('header [role="status"]', 'Not saved yet');
  const seen = () =>
    visit.page.$$eval('[data-task]', (all) => all.map((each) => each.getAttribute('aria-label') ?? '').sort());
  const before = await seen();
  await visit.reload();
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.page.waitForSelector('[data-task]');
  assert.deepEqual(await seen(), before);
}); // prettier-ignore

visited('why a task begins when it does can be worked again, down to what nothing is behind', async (visit) => {
  await visit.go('/plan/day/2033-02-17');
  const mix = '[data-task="oat-tin.1.divide"]';
  await visit.page.waitForSelector(mix);
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.page.$eval(mix, (each) => (each as unknown as HTMLElement).focus());
  await visit.page.waitForSelector('.under [data-figure="task.oat-tin.1.divide"]');
  await visit.page.$eval('.under [data-figure="task.oat-tin.1.divide.latest"]', (each) => (each as unknown as HTMLElement).focus());
  await visit.keys('Enter');
  const shown = await visit.text('.under [data-figure="task.oat-tin.1.divide.latest"]');
  assert.equal((await visit.text('[data-working="task.oat-tin.1.divide.latest"] [data-result]')).slice(0, 5), shown);
  const behind = await visit.page.waitForSelector('[data-working] td button');
  await behind?.click();
  await visit.press('Back');
  await visit.page.waitForSelector('[data-working="task.oat-tin.1.divide.latest"]');
  await visit.keys('Escape');
  await visit.page.waitForFunction(() => document.querySelector('[data-working]') === null);
  await visit.page.$eval('[data-task="oat-tin.1.mix"]', (each) => (each as unknown as HTMLElement).focus());
  for (const [figure, unit] of [['mass', 'kg'], ['filled', 'cm'], ['ready', 'cm']]) {
    await visit.page.waitForSelector(`.under [data-figure="${figure}.oat-tin.1.mix"]`);
    await visit.page.$eval(`.under [data-figure="${figure}.oat-tin.1.mix"]`, (each) => (each as unknown as HTMLElement).click());
    assert.match(await visit.text(`[data-working="${figure}.oat-tin.1.mix"] [data-result]`), new RegExp(`^\\d+\\.\\d+ ${unit}$`));
    await visit.keys('Escape');
    await visit.page.waitForFunction(() => document.querySelector('[data-working]') === null);
  }
}); // prettier-ignore

for (const look of ['light', 'dark'])
  visited(`the Floor is accessible in the ${look} look`, async (visit) => {
    await accessible(visit, look, '/make/floor', () => visit.until('.card h2', /\w/));
  });

visited(
  'on a narrow screen the Floor is worked with a knuckle: a thing begun and done, by key too, and taken back',
  async (visit) => {
    await visit.go('/make/floor');
    await visit.until('header [role="status"]', 'All is sent');
    const first = await visit.text('.card h2');
    assert.ok(await visit.page.evaluate(() => document.documentElement.scrollWidth <= innerWidth));
    const small = await visit.page.$$eval('.card .press, .row .press', (all) =>
      all.filter((each) => each.clientHeight < 54).map((each) => each.textContent),
    );
    assert.deepEqual(small, [], 'targets for a knuckle');
    await visit.keys('b');
    await visit.until('.noted', /begun \d\d:\d\d/);
    await visit.until('.card .when', /In your hands/);
    assert.equal(await visit.text('.card h2'), first);
    await visit.keys('Control', 'z');
    await visit.page.waitForFunction(() => document.querySelector('.noted') === null);
    await visit.until('.card .when', /^ ?(Due|Next)/);
    await visit.keys('?');
    await visit.until('[role="dialog"]', 'it is done now');
  },
  [390, 844],
);
