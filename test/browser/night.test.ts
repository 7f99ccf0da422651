import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import type { KeptEvent } from '@jovet/core/run';
import type { DayInput } from '@jovet/core/plan/demand';
import type { ViewTask } from '@jovet/core/plan/explain';
import { api, cultureLikeQuay, keptAll, onlyOrders } from './days.ts';
import { at } from './night.ts';
import { visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();

/** Two nights of this test's own, with one dough each. */
const [NIGHT, NEXT] = ['2034-03-08', '2034-03-09'];
const ORDER = [['own-counter', 'quay-loaf', '08:00', 40]] as const;

interface Saved {
  readonly n: number;
  readonly input: DayInput;
  readonly shown: { readonly view: { readonly tasks: readonly ViewTask[] } };
}
const planOf = async (date: string): Promise<Saved> =>
  ((await api('GET', `plans/${date}`)) as { plan: Saved }).plan;
const taskOf = ({ shown }: Saved, id: string): ViewTask =>
  shown.view.tasks.find((task) => task.id === id) ?? assert.fail(`${id} is not planned`);
const eventsOf = async (date: string): Promise<KeptEvent[]> =>
  ((await api('GET', `events?day=${date}`)) as { events: KeptEvent[] }).events;

/** Plans a day in the Day line and saves it. */
async function planned(visit: Visit, date: string): Promise<Saved> {
  await visit.go(`/plan/day/${date}`);
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  return planOf(date);
}

/** Waits until something that was noted is kept. */
const keptUntil = (visit: Visit, date: string, count: number) =>
  visit.page.waitForFunction(
    async (path, least) => (await (await fetch(path)).json()).events.length >= least,
    {},
    `/api/v1/events?day=${date}`,
    count,
  );

visited('a night from plan to floor to record to what is learned to the next plan', async (visit) => {
  const { page } = visit;
  // What other nights taught of the cultures is not of this one.
  const { id } = await cultureLikeQuay('Acorn culture');
  for (const date of [NIGHT, NEXT]) await onlyOrders(date, ORDER);
  const first = await planned(visit, NIGHT);
  const mix = taskOf(first, 'quay-country.1.mix');
  const divide = taskOf(first, 'quay-country.1.divide');

  // The mix is over: what went before as it was planned, then the dough with its salt and its temperature.
  await at(visit, mix.end + 60, async () => {
    await visit.go('/make/floor');
    await visit.until('h2', /Make Quay levain/);
    assert.equal(await visit.dateOf(), NIGHT);
    await visit.keys('p');
    await visit.until('.noted', /Quay levain done/);
    await visit.until('h2', /Weigh Quay Country/);
    await visit.keys('p');
    await visit.until('h2', /Mix Quay Country/);
    await visit.until('.what', /Water/);
    await visit.keys('d');
    await visit.until('[role="alert"]', /Nobody said that salt is in/);
    await visit.press('salt is in');
    await visit.press('dough temperature: −1');
    await visit.keys('d');
    await visit.until('.noted', /mix Quay Country done/);
    await visit.until('.left', /./);
    await visit.until('[aria-label="What this moves"]', /came out at .* longer.*divide Quay Country/s);
    await visit.press('Cancel');
    await page.waitForFunction(() => document.querySelector('[aria-label="What this moves"]') === null);
    await keptUntil(visit, NIGHT, 5);
  });
  assert.deepEqual(
    (await eventsOf(NIGHT)).map(({ subject, happened }) => [subject.id, happened.kind]),
    [
      ['quay-country.levain', 'ended'],
      ['quay-country.1.weigh', 'ended'],
      ['quay-country.1.mix', 'ended'],
      ['quay-country.1.mix', 'reading'],
      ['quay-country.1.mix', 'confirmed'],
    ],
  );
  assert.equal((await planOf(NIGHT)).n, first.n, 'what was left is not taken');

  // An hour before it is to be cut it stands lower than it should: the cut moves, and everybody goes by that.
  await at(visit, divide.start - 3600, async () => {
    await visit.go('/make/floor');
    await page.waitForSelector('[data-silent], .card');
    if (await page.$('[data-silent]')) await page.click('[data-silent] button');
    await page.waitForSelector('[data-dough="quay-country.1.divide"]');
    await page.click('[data-dough="quay-country.1.divide"]');
    for (let press = 0; press < 6; press += 1) await visit.press('height: −0.1');
    await page.waitForSelector('[role="dialog"] .press.filled:not([disabled])');
    await page.click('[role="dialog"] .press.filled');
    await visit.until('[aria-label="What this moves"]', /stood at .* longer/);
    await visit.press('Use it');
    await page.waitForFunction(
      async (path, n) => (await (await fetch(path)).json()).plan.n > n,
      {},
      `/api/v1/plans/${NIGHT}`,
      first.n,
    );
  });
  // More is ordered than was mixed: the Day line says how much there is, and saves what can be made of it.
  await onlyOrders(NIGHT, [['own-counter', 'quay-loaf', '08:00', 50]]);
  await at(visit, divide.start - 1800, async () => {
    await visit.go(`/plan/day/${NIGHT}`);
    await visit.press('Plan with the orders of now');
    await visit.until('[aria-label="What stands in the way"]', /Quay Country was mixed at .* enough for 40 of 50 Quay loaf for 08:00/);
  });
  const second = await planOf(NIGHT);
  assert.ok(taskOf(second, 'quay-country.1.divide').start > divide.start);
  assert.equal(taskOf(second, 'quay-country.1.mix').end, Math.round((mix.end + 60) / 300) * 300);

  // The next night knows that this dough was slow, says so, and gives it longer.
  await at(visit, divide.start + 12 * 3600, async () => {
    await visit.go(`/plan/day/${NEXT}`);
    await visit.until('[data-known] [data-dough="quay-country"]', /of its forecast: learned from 1 batch/);
    await page.click('[data-figure="learned.pace.quay-country"]');
    await page.waitForSelector('[data-working="learned.pace.quay-country"] [data-result]');
    await visit.keys('Escape');
    await page.waitForFunction(() => document.querySelector('[data-working]') === null);
  });
  const next = await planned(visit, NEXT);
  const pace = next.input.learned.pace.find(({ formula }) => formula === 'quay-country');
  assert.ok(pace && pace.value < 0.99, JSON.stringify(pace));
  assert.deepEqual(pace.records.map(({ day }) => day), [NIGHT]);
  const bulk = (plan: Saved) =>
    (taskOf(plan, 'quay-country.1.divide').window?.best ?? 0) - taskOf(plan, 'quay-country.1.mix').end;
  const without = (await api('POST', 'plan', { input: next.input, learned: {}, seconds: 1 })) as Record<string, unknown>;
  assert.equal(without['verdict'], 'planned');
  assert.ok(bulk(next) > bulk(first) + 600, `${bulk(next)} s after ${bulk(first)} s`);
  await api('DELETE', `cultures/${id}?rev=1`);
}); // prettier-ignore

/** How many hours before its mix the Day line has the levain of a day made. */
async function levainBeforeMix(visit: Visit, date: string): Promise<number> {
  await visit.go(`/plan/day/${date}`);
  await visit.until('header [role="status"]', /Not saved yet/);
  const [made, mixed] = await Promise.all(
    ['levain', '1.mix'].map(async (task) => {
      const said = await visit.page.$eval(
        `[data-task="quay-country.${task}"]`,
        (each) => each.getAttribute('aria-label') ?? '',
      );
      const [, hours = '', minutes = ''] = /(\d\d):(\d\d)/.exec(said) ?? assert.fail(said);
      return Number(hours) + Number(minutes) / 60;
    }),
  );
  return ((mixed ?? 0) - (made ?? 0) + 24) % 24;
}

visited('a culture that tires makes the feeding of the next night earlier', async (visit) => {
  const date = '2035-02-08';
  await onlyOrders(date, ORDER);
  const usual = await levainBeforeMix(visit, date);

  const { id, slug, vessel } = await cultureLikeQuay('Alder culture');
  const fed = Date.UTC(2035, 1, 6, 20) / 1000;
  const build = {
    schema: 1, at: fed, seed: 0.3, flour: 0.6, water: 0.6, temperature: 23, place: { name: 'bench', around: 23 }, vessel,
  }; // prettier-ignore
  await api('POST', `cultures/${id}/builds`, { id: uuid(), parent: null, build });
  try {
    await at(visit, fed + 8 * 3600, async () => {
      await visit.go('/make/cultures');
      await visit.page.click(
        '::-p-xpath(//nav[@aria-label="Cultures"]//button[contains(., "Alder culture")])',
      );
      await visit.until('.main', 'Its vigour is not known yet');
      await visit.press('young');
      await visit.press('sinks');
      await visit.until('.main', /Vigour 0\.\d\d from 1 build/);
      await keptAll(visit);
    });
    const earlier = await levainBeforeMix(visit, date);
    await visit.until('[data-known]', /Alder culture \d+ at \d\d % of usual vigour.*learned from 1 feeding/);
    assert.ok(earlier > usual + 0.4, `${earlier} h instead of ${usual} h before the mix`);
    await visit.page.click(`[data-figure="learned.vigour.${slug}"]`);
    await visit.until(`[data-working="learned.vigour.${slug}"]`, /most likely after 1 builds? with signs/);
  } finally {
    await api('DELETE', `cultures/${id}?rev=1`);
  }
  assert.ok(Math.abs((await levainBeforeMix(visit, date)) - usual) < 0.25);
});
