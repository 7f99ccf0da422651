import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import { mixesByHand } from '@jovet/core/plan/explain';
import { demoFormula, demoHouse, must } from '../../core/test/demo.ts';
import { keptAll, onlyOrders } from './days.ts';
import { SERVED, type Visit } from './visit.ts';
import { accessible, opensEveryWorking, visits } from './visited.ts';

const { visited } = visits();

/** Puts mixes of the house loaf on a day of a test's own, for which nothing else is ordered. */
async function mixesOn(date: string, pieces = 36): Promise<string[]> {
  await onlyOrders(date, []);
  const { bakehouse, mixer } = demoHouse();
  const [, programme] = bakehouse.programmes;
  assert.ok(programme);
  const order = [{ product: 'quay-loaf', pieces, scaledWeight: 0.84 }];
  const formula = demoFormula('quay-country');
  const docs = must(
    mixesByHand({ slug: 'quay-country', formula, order, mixer, programme, ddt: 25 }, bakehouse),
  );
  const ids: string[] = [];
  for (const doc of docs) {
    const id = uuid();
    const response = await fetch(`${SERVED}/api/v1/mixes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, date, doc }),
    });
    assert.ok(response.ok, await response.text());
    ids.push(id);
  }
  return ids;
}
const kept = async (date: string) =>
  (await (await fetch(`${SERVED}/api/v1/mixes?date=${date}`)).json()).mixes;
/** The mixes of a day, once everything that was entered is kept. */
async function keptOnce(visit: Visit, date: string) {
  await keptAll(visit);
  return kept(date);
}
const focused = (visit: Visit, name: string) =>
  visit.page.waitForFunction((wanted) => document.activeElement?.getAttribute('name') === wanted, {}, name);
/** Does something to the simulated probe. */
const holdProbe = (what: { celsius?: number; silent?: number }) =>
  fetch(`${process.env['JOVET_TEST_DEVICES_URL']}/probe`, { method: 'PUT', body: JSON.stringify(what) });
const openDialog = '[role="dialog"][data-state="open"]';

visited('a whole mix by keyboard: read, pour, log the dough, and the mixer has learned', async (visit) => {
  const date = '2031-03-04';
  await mixesOn(date, 72);
  await visit.go(`/make/water/${date}`);
  await visit.page.waitForSelector('[name="factor.flour"]');
  assert.equal(await visit.figure('water.pour'), '21.2 °C');
  assert.match(await visit.text('.pour'), /hot tap \+ .* tap.*Dough comes out at 25.0 °C ± 1.2/);
  await visit.page.focus('[name="factor.flour"]');
  for (const [text, next] of [
    ['15', 'factor.levain'],
    ['22.5', 'factor.room'],
    ['18', 'factor.bowl'],
  ] as const) {
    await visit.page.keyboard.type(text);
    await visit.keys('Enter');
    await focused(visit, next);
  }
  const [{ doc, readings }] = await keptOnce(visit, date);
  const reckoned = await fetch(`${SERVED}/api/v1/water`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      method: 'mix',
      doc,
      readings: readings.map(({ by: _, ...reading }: Record<string, unknown>) => reading),
    }),
  });
  const { temperature, sum } = await reckoned.json();
  await visit.until('[data-figure="water.pour"]', `${temperature.toFixed(1)} °C`);
  assert.equal(await visit.figure('water.sum'), `${sum.temperature.toFixed(1)} °C`);
  assert.ok(Math.abs(sum.temperature - temperature) > 1);
  await visit.enter('factor.water', (temperature - 6).toFixed(1));
  await visit.keys('Enter');
  await visit.until('[data-jug]', /in the jug it comes out at 22\.\d °C: 2\.\d °C cold/);
  await visit.enter('factor.water', temperature.toFixed(1));
  await visit.keys('Enter');
  await visit.page.focus('[name="factor.dough"]');
  await visit.page.keyboard.type('23.2');
  await visit.keys('Enter');
  await visit.until('[data-meaning]', /1.8 °C cold: bulk about \d+ min longer; or stand the tub at \d+ °C/);
  await visit.until(
    '[data-learned]',
    /this mix says friction 0\.\d K, so Big mixer with gentle is now reckoned with [12]\.\d K/,
  );
  await visit.until('.caution', 'Is the salt in?');
  await visit.press('Salt is in');
  await visit.press('Seed is kept back');
  await visit.page.waitForFunction(() => !document.body.innerText.includes('Nobody has confirmed'));
  await visit.keys('PageDown');
  await visit.until('.strip [aria-current]', '2 Quay Country');
  await visit.until('.pour', /Friction from \d+ logged mix/);
  await visit.until('.ledger .origin', /as at/);
  const [first] = await keptOnce(visit, date);
  assert.deepEqual(first.doc.gates, { salt: true, keepBack: true });
  assert.deepEqual(
    first.readings.map(({ factor, value, by, spot }: Record<string, unknown>) => [factor, value, by, spot]),
    [
      ['flour', 15, 'Maren Tolley', 'core'],
      ['levain', 22.5, 'Maren Tolley', 'core'],
      ['room', 18, 'Maren Tolley', 'air'],
      ['water', Number((temperature - 6).toFixed(1)), 'Maren Tolley', 'core'],
      ['water', Number(temperature.toFixed(1)), 'Maren Tolley', 'core'],
      ['dough', 23.2, 'Maren Tolley', 'core'],
    ],
  );
  await visit.reload();
  await visit.until('.strip', '✓ 23.2 °C');
});

visited(
  'the same on a narrow screen with a knuckle: steps, the probe, by feel, and a wrong reading corrected',
  async (visit) => {
    const date = '2031-03-05';
    await mixesOn(date);
    await visit.go(`/make/water/${date}`);
    await visit.page.waitForSelector('[name="factor.flour"]');
    await visit.press('Flour, warmer');
    assert.equal(await visit.value('factor.flour'), '19.5');
    await visit.press('Flour, colder');
    await visit.press('Flour, colder');
    assert.equal(await visit.value('factor.flour'), '18.5');
    await visit.page.waitForSelector('[aria-label="Room: take the room sensor"]:not([disabled])');
    await visit.press('Room: take the room sensor');
    await visit.until('.ledger .row', /Room.*read \d\d:\d\d/);
    await visit.enter('feel.mass', '300 g');
    await visit.press('More');
    await visit.until('.added', /\+300 g Water.*Hydration 77.7 % instead of 76.0; dough 31.157 g/);
    await visit.enter('feel.mass', 'a splash');
    await visit.press('Less');
    await visit.until('.field-problem', '“a splash” is not a mass');
    await visit.enter('factor.bowl', '2O');
    await visit.keys('Enter');
    await visit.until('.field-problem', '“2O” is not a temperature');
    await visit.enter('factor.bowl', '26');
    await visit.keys('Enter');
    await visit.until('.ledger .row', /Bowl.*read/);
    await visit.page.$$eval('.ledger .origin', (all) =>
      (all.find((each) => /Bowl/.test(each.textContent ?? '')) as HTMLElement | undefined)?.click(),
    );
    await visit.press('Correct');
    await visit.enter('reading.value', '20');
    await visit.enter('reading.offset', '-0.5');
    await visit.press('Correct it');
    await visit.until(`${openDialog} .old`, '26.0 °C');
    await visit.until(`${openDialog} td`, /19.5 °C\s*shown 20.0 °C/);
    await visit.keys('Escape');
    assert.equal(await visit.value('factor.bowl'), '19.5');
    const small = await visit.page.$$eval('.dial button, .take, .gate, .knuckle', (all) =>
      all
        .filter((each) => Math.min(each.clientWidth, each.clientHeight) < 54)
        .map((each) => each.textContent),
    );
    assert.deepEqual(small, [], 'targets for a knuckle');
    assert.ok(await visit.page.evaluate(() => document.documentElement.scrollWidth <= innerWidth));
  },
  [390, 844],
);

visited('a bakery that reads Fahrenheit', async (visit) => {
  await visit.page
    .browserContext()
    .setCookie({ name: 'temperature', value: encodeURIComponent('°F'), domain: '127.0.0.1' });
  const date = '2031-03-06';
  await mixesOn(date);
  await visit.go(`/make/water/${date}`);
  await visit.page.waitForSelector('[name="factor.flour"]');
  assert.equal(await visit.value('factor.flour'), '66.2');
  await visit.enter('factor.flour', '50');
  await visit.keys('Enter');
  await visit.enter('factor.dough', '73.8');
  await visit.keys('Enter');
  await visit.until('[data-meaning]', /3.2 °F cold: bulk about \d+ min longer; or stand the tub at \d+ °F/);
  const [mix] = await keptOnce(visit, date);
  assert.equal(mix.readings[0].value, 10);
});

visited(
  'a hot night asks for ice and says what happens without; every number opens its working',
  async (visit) => {
    const date = '2031-07-04';
    await mixesOn(date);
    await visit.go(`/make/water/${date}`);
    for (const [factor, text] of [
      ['flour', '33'],
      ['levain', '30'],
      ['room', '33'],
      ['bowl', '33'],
    ] as const) {
      await visit.enter(`factor.${factor}`, text);
      await visit.keys('Enter');
    }
    await visit.until('.pour', /g ice|ice \+/);
    await visit.until('.pour', /Without ice: .* and the dough comes out at/);
    assert.ok((await opensEveryWorking(visit)) >= 12);
  },
);

visited(
  'a probe that falls silent says so, typing goes on, and it is taken again once it speaks',
  async (visit) => {
    const date = '2031-03-09';
    await mixesOn(date);
    await visit.go(`/make/water/${date}`);
    await visit.page.waitForSelector('[aria-label="Flour: take the probe"]:not([disabled])');
    await holdProbe({ silent: 24 });
    await visit.until('.state', 'probe quiet for a while');
    await visit.page.waitForSelector('[aria-label="Flour: take the probe"][disabled]');
    await visit.until('.out', 'The probe is silent');
    await visit.enter('factor.flour', '17.5');
    await visit.keys('Enter');
    await visit.until('.ledger .row', /Flour.*read \d\d:\d\d/);
    await holdProbe({ celsius: 12 });
    await visit.page.waitForSelector('[aria-label="Flour: take the probe"]:not([disabled])');
  },
);

visited(
  'what a lot of flour took is offered for the next mix; a tap that was read is blended as it is',
  async (visit) => {
    const date = '2031-03-10';
    await mixesOn(date, 72);
    await visit.go(`/make/water/${date}`);
    await visit.enter('lot', 'K 31');
    await visit.enter('feel.mass', '400 g');
    await visit.press('More');
    await visit.page.click('.sources');
    await visit.press('tap, colder');
    await visit.until('.sources', 'tap 13.5 °C');
    await visit.enter('factor.dough', '25');
    await visit.keys('Enter');
    await visit.page.waitForSelector('[data-learned]');
    await keptOnce(visit, date);
    await visit.keys('PageDown');
    await visit.until('.sources', 'tap 13.5 °C');
    await visit.enter('lot', 'K 31');
    await visit.until('.after', /This lot has taken \d\.\d % more water in 1 mix/);
    await visit.page.click('.after p .link');
    await visit.until('.added', /\+\d+ g Water.*Hydration 7[78]\.\d % instead of 76/);
  },
);

visited(
  'two screens: what each changed is kept, of the same it is chosen; a lost server loses nothing',
  async (visit) => {
    visit.expectErrors(/409|ERR_|Failed to load/);
    const date = '2031-03-07';
    const [id] = await mixesOn(date);
    await visit.go(`/make/water/${date}`);
    await visit.page.waitForSelector('[name="lot"]');
    const [mix] = await kept(date);
    const lotElsewhere = async ({ doc, rev }: typeof mix, lot: string) => {
      const { status } = await fetch(`${SERVED}/api/v1/mixes/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ doc: { ...doc, lot }, rev }),
      });
      assert.equal(status, 200);
    };
    await lotElsewhere(mix, 'K 7');
    await visit.press('Salt is in');
    await visit.page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('[name="lot"]')?.value === 'K 7',
    );
    const [both] = await keptOnce(visit, date);
    assert.ok(both.doc.gates.salt && both.doc.lot === 'K 7');
    await lotElsewhere(both, 'K 8');
    await visit.enter('lot', 'K 9');
    await visit.keys('Tab');
    await visit.until(openDialog, /Lot.*K 9.*K 8/);
    await visit.page.click(`${openDialog} input[value="mine"]`);
    await visit.press('Save this');
    await visit.page.waitForFunction((open) => document.querySelector(open) === null, {}, openDialog);
    await visit.page.setOfflineMode(true);
    await visit.enter('factor.flour', '17');
    await visit.keys('Enter');
    await visit.until('.notice', 'What you entered is still here');
    // It is sent by itself as soon as there is a line again.
    await visit.page.setOfflineMode(false);
    await visit.page.waitForFunction(() => document.querySelector('.notice') === null);
    const [after] = await keptOnce(visit, date);
    assert.ok(after.doc.gates.salt && after.doc.lot === 'K 9');
    assert.equal(after.readings.at(-1)?.value, 17);
  },
);

visited('a mix that no plan has, the way to the water, mixers and the last mixes', async (visit) => {
  // The way to the water, chosen a moment ago, may have made the bakehouse that is on the page an older one.
  visit.expectErrors(/409/);
  const date = '2031-03-08';
  await onlyOrders(date, []);
  await visit.go(`/make/water/${date}`);
  await visit.until('.empty', 'Nothing is planned for this day');
  await visit.press('Add a mix');
  await visit.page.waitForSelector(`${openDialog} [name="mix.formula"]`);
  await visit.choose('mix.formula', 'cardamom-knots');
  await visit.enter('mix.pieces.cardamom-knot', '400');
  await visit.until(openDialog, /g of dough in 1 mix/);
  await visit.press('Put it on the day');
  await visit.until('.strip', '1 Cardamom Knots');
  await visit.until('.pour', /cold milk|warmed milk/);
  await visit.enter('factor.dough', '25');
  await visit.keys('Enter');
  await visit.until('.strip', '✓ 25.0 °C');
  await visit.press('why they differ');
  await visit.page.waitForSelector('#method-sum');
  await visit.page.click('#method-sum');
  await visit.until('.ways b', 'sum of factors');
  await visit.until(openDialog, /1 K there is [\d.]+ K of water/);
  await visit.page.click('#method-balance');
  await visit.until('.ways b', 'heat balance');
  await visit.keys('Escape');
  await visit.page.waitForFunction((at) => !document.querySelector(at), {}, openDialog);
  await visit.press('Programmes and water');
  await visit.enter('sources.0.temperature', 'icy');
  await visit.press('Save');
  await visit.until('.field-problem', '“icy” is not a temperature');
  await visit.enter('sources.0.temperature', '14');
  await visit.enter('programmes.1.bouts', '4 min at 1; salt: 6 min at 2; rest 20 min');
  await visit.press('Save');
  await visit.page.waitForFunction((at) => !document.querySelector(at), {}, openDialog);
  const { bakehouse } = await (await fetch(`${SERVED}/api/v1/bakehouse`)).json();
  assert.equal(bakehouse.programmes[1].bouts.length, 3);
  await visit.press('Last mixes');
  await visit.page.waitForSelector(`${openDialog} [data-chart] svg path`);
  await visit.until(`${openDialog} table`, /Cardamom Knots, Big mixer/);
});

for (const look of ['light', 'dark']) {
  visited(`Water, ${look}: nothing for the accessibility checker to find`, async (visit) => {
    const date = `2031-04-0${look === 'light' ? 1 : 2}`;
    await mixesOn(date);
    await accessible(visit, look, `/make/water/${date}`, async () => {
      await visit.page.waitForSelector('[name="factor.dough"]');
    });
  });
}
