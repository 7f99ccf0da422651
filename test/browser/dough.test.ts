import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { SERVED } from './visit.ts';
import { accessible, chooseFile, opensEveryWorking, visits } from './visited.ts';

const { visited, open } = visits();

const digits = (text: string) => Number(text.replace(/[^\d.−-]/g, '').replace('−', '-'));
const minutes = (text: string) => {
  const [, hours = '0', rest = '0'] = /(?:(\d+) h)? ?(\d+)?/.exec(text.replace(/^\D+/, '')) ?? [];
  return Number(hours) * 60 + Number(rest);
};

/** The example order of the API, with changes. */
async function orderWith(changes: object) {
  const { paths } = await (await fetch(`${SERVED}/api/v1/openapi.json`)).json();
  const { order } = paths['/api/v1/day/clock'].post.requestBody.content['application/json'].example;
  return { ...order, ...changes };
}

const send = (method: string, path: string, body: object) =>
  fetch(SERVED + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

const clockOf = async (changes: object) =>
  (await send('POST', '/api/v1/day/clock', { order: await orderWith(changes) })).json();

visited(
  'an order gives the weights and the water of the API, is saved, and is still there',
  async (visit) => {
    await visit.go('/plan/dough/2032-03-02');
    assert.match(await visit.text('.empty'), /Enter how many pieces/);
    await visit.enter('order.0.pieces', '36');
    const api = await clockOf({ dispatch: { date: '2032-03-02', time: '07:00' } });
    assert.equal(
      digits(await visit.figure('part.levain.build')),
      Math.round(api.scaled.parts[0].build * 1000),
    );
    assert.equal(
      digits(await visit.figure('mix.water')),
      Math.round(api.scaled.finalMix.lines[3].mass * 1000),
    );
    assert.equal(await visit.figure('water.balance'), `${api.water.balance.toFixed(1)} °C`);
    const load = api.steps.find((step: { id: string }) => step.id === 'load');
    assert.equal(await visit.figure('clock.load'), load.local.slice(-5));

    await visit.press('Save');
    await visit.until('.state', 'Saved at');
    await visit.reload();
    assert.equal(await visit.value('order.0.pieces'), '36');
    assert.equal(digits(await visit.figure('part.levain.build')), 4851);
  },
);

visited('a colder room lengthens bulk before anything is saved', async (visit) => {
  await visit.go('/plan/dough/2032-03-03');
  await visit.enter('order.0.pieces', '36');
  await visit.enter('room', '22');
  const warm = minutes(await visit.figure('bulk.hours'));
  await visit.enter('room', '17');
  const cold = minutes(await visit.figure('bulk.hours'));
  assert.ok(cold > warm + 20, `${warm} min at 22 °C, ${cold} min at 17 °C`);
});

visited('wrong entries say what is wrong, keep what was typed, and survive a reload', async (visit) => {
  await visit.go('/plan/dough/2032-03-04');
  await visit.enter('order.0.pieces', '36');
  await visit.figure('clock.load');
  await visit.enter('room', 'abc');
  await visit.until('#room-problem', '“abc” is not a temperature');
  await visit.enter('order.0.pieces', '-5');
  await visit.until('[id="order.0.pieces-problem"]', 'A count cannot be negative');
  await visit.enter('time', '25:99');
  await visit.until('#time-problem', '“25:99” is not a time of day');
  await visit.until('.notice', 'the plan before your last entry');
  assert.equal(await visit.page.$eval('.save', (button) => (button as HTMLButtonElement).disabled), true);
  await visit.reload();
  assert.deepEqual(await Promise.all(['room', 'order.0.pieces', 'time'].map((name) => visit.value(name))), [
    'abc',
    '-5',
    '25:99',
  ]);
  await visit.enter('levain', '2');
  await visit.enter('room', '20');
  await visit.enter('order.0.pieces', '36');
  await visit.enter('time', '7');
  await visit.until('#levain-problem', 'does not ripen');
});

visited('undo and redo go field by field, and back through what was saved', async (visit) => {
  await visit.go('/plan/dough/2032-03-05');
  await visit.enter('order.0.pieces', '20');
  await visit.keys('Control', 's');
  await visit.until('.state', 'Saved at');
  await visit.page.waitForFunction(() => document.activeElement?.getAttribute('name') === 'order.0.pieces');
  await visit.enter('order.0.pieces', '25');
  await visit.enter('room', '18');
  await visit.keys('Control', 'z');
  assert.equal(await visit.value('room'), '20');
  assert.equal(await visit.value('order.0.pieces'), '25');
  await visit.keys('Control', 'Shift', 'z');
  assert.equal(await visit.value('room'), '18');
  await visit.press('Save');
  await visit.until('.state', 'Saved at');
  await visit.reload();
  await visit.press('Undo');
  assert.deepEqual([await visit.value('order.0.pieces'), await visit.value('room')], ['20', '20']);
  await visit.press('Redo');
  assert.equal(await visit.value('order.0.pieces'), '25');
});

visited('the working of the water opens, leads to what is behind it, and back', async (visit) => {
  await visit.go('/plan/dough/2032-03-06');
  await visit.enter('order.0.pieces', '36');
  await visit.enter('room', '20');
  await visit.page.focus('.room [data-figure="water.sum"]');
  await visit.keys('Enter');
  await visit.until('[data-working="water.sum"]', 'room');
  assert.equal(await visit.text('[data-working] [data-result]'), '21.2 °C');
  await visit.page.click('[data-working="water.sum"] .value button');
  await visit.until('[data-working="water.frictionFactor"]', '16.799 K');
  await visit.press('Back');
  await visit.page.waitForSelector('[data-working="water.sum"]');
  await visit.keys('Escape');
  await visit.page.waitForFunction(() => document.querySelector('[data-working]') === null);
  await visit.page.waitForFunction(() => document.activeElement?.getAttribute('data-figure') === 'water.sum');
});

visited('every computed number on the screen opens its working', async (visit) => {
  await visit.go('/plan/dough/2032-03-22');
  await visit.enter('order.0.pieces', '36');
  await visit.figure('clock.load');
  assert.ok((await opensEveryWorking(visit)) > 60);
});

visited('two people on one day: the second is told, and nothing is lost', async (visit) => {
  visit.expectErrors(/409/);
  await visit.go('/plan/dough/2032-03-07');
  await visit.enter('order.0.pieces', '30');
  const order = [{ product: 'quay-loaf', pieces: 12, scaledWeight: 0.84 }];
  const theirs = await orderWith({ dispatch: { date: '2032-03-07', time: '07:00' }, order });
  assert.ok((await send('PUT', '/api/v1/days/2032-03-07', { order: theirs, base: 0 })).ok);
  await visit.press('Save');
  await visit.until('.notice', 'already has a plan by Maren Tolley: 12 pieces');
  assert.equal(await visit.value('order.0.pieces'), '30');
  await visit.press('Save mine over it');
  await visit.until('.state', 'Saved at');
  await visit.press('Undo');
  assert.equal(await visit.value('order.0.pieces'), '12');
});

visited('saved days are listed and open from the list; another day takes its order along', async (visit) => {
  await visit.go('/plan/dough/2032-03-08');
  await visit.enter('order.0.pieces', '44');
  await visit.press('Save');
  await visit.until('.state', 'Saved at');
  await visit.go('/plan/dough/2032-03-09');
  assert.equal(await visit.value('order.0.pieces'), '44');
  await visit.press('Saved days');
  await visit.until('[role="dialog"] li', '44 pieces of Quay Country');
  await visit.page.click('[role="dialog"] li button');
  await visit.page.waitForFunction(() => location.pathname.endsWith('/2032-03-08'));
});

visited(
  'a formula file of the user comes in as the demo did, and a bad one says what is wrong',
  async (visit) => {
    visit.expectErrors(/422/);
    const demo = JSON.parse(
      readFileSync(new URL('../../demo/formulas/quay-country.json', import.meta.url), 'utf8'),
    );
    const own = structuredClone(demo);
    Object.assign(own, { slug: 'skerry-white' });
    Object.assign(own.formula, {
      name: 'Skerry White',
      products: [{ slug: 'skerry-loaf', name: 'Skerry loaf', scaledWeight: 0.6 }],
    });
    const bring = (content: unknown) => chooseFile(visit, 'formula.json', JSON.stringify(content));
    await visit.go('/plan/dough/2032-03-10');
    await visit.press('Bring in a formula file');
    await bring({ ...own, formula: { ...own.formula, name: '' } });
    await visit.until('[role="dialog"] [role="alert"]', 'formula.name');
    await bring(own);
    await visit.until('[name="formula"] option', 'Skerry White');
    await visit.keys('Escape');
    await visit.page.select('[name="formula"]', 'skerry-white');
    await visit.enter('order.0.pieces', '10');
    await visit.until('h2', 'Weigh');
    assert.match(await visit.text('.product-name'), /Skerry loaf/);
  },
);

visited('Enter moves down the form, ? lists the keys, and units can be changed', async (visit) => {
  await visit.go('/plan/dough/2032-03-11');
  await visit.enter('order.0.pieces', '36');
  await visit.enter('room', '20');
  await visit.page.focus('[name="order.0.pieces"]');
  await visit.keys('Enter');
  assert.equal(
    await visit.page.evaluate(() => document.activeElement?.getAttribute('name')),
    'order.0.scaledWeight',
  );
  await visit.page.focus('[aria-label="Saved days"]');
  await visit.page.keyboard.type('?');
  await visit.until('[role="dialog"][data-state="open"]', 'save the day');
  await visit.keys('Escape');
  await visit.page.waitForFunction(
    () => document.querySelector('[role="dialog"][data-state="open"]') === null,
  );
  await visit.press('Temperatures in °C; change');
  await visit.until('.answer', '70.2 °F');
  assert.equal(await visit.value('ddt'), '77');
  await visit.press('Weights in grams; change');
  await visit.until('.answer', /10 lb 11\.\d oz/);
  await visit.press('Temperatures in °F; change');
  assert.equal(await visit.value('ddt'), '25');
});

visited('the scale sheet prints on one page', async (visit) => {
  await visit.go('/plan/dough/2032-03-12');
  for (const line of [0, 1, 2]) await visit.enter(`order.${line}.pieces`, '120');
  await visit.page.waitForSelector('.print-sheet');
  const pdf = Buffer.from(await visit.page.pdf({ preferCSSPageSize: true }));
  assert.equal(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length, 1);
});

visited('the server going away loses nothing', async (visit) => {
  visit.expectErrors(/ERR_FAILED|Failed to load/);
  await visit.go('/plan/dough/2032-03-13');
  await visit.enter('order.0.pieces', '36');
  await visit.page.setRequestInterception(true);
  visit.page.on(
    'request',
    (request) => void (request.method() === 'PUT' ? request.abort() : request.continue()),
  );
  await visit.press('Save');
  await visit.until('.notice', 'its server does not answer');
  assert.equal(await visit.value('order.0.pieces'), '36');
});

visited(
  'everything fits a narrow screen',
  async (visit) => {
    await visit.go('/plan/dough/2032-03-14');
    await visit.enter('order.0.pieces', '36');
    await visit.until('h2', 'Weigh');
    const overflow = await visit.page.evaluate(
      () => document.documentElement.scrollWidth - window.innerWidth,
    );
    assert.ok(overflow <= 0, `${overflow} px too wide`);
  },
  [360, 740],
);

visited('several products of one dough give the weights and the clock of the API', async (visit) => {
  await visit.go('/plan/dough/2032-03-16');
  await visit.enter('order.0.pieces', '24x');
  await visit.enter('order.1.pieces', '10');
  await visit.enter('order.1.scaledWeight', '1 lb');
  await visit.enter('order.2.pieces', '80');
  await visit.enter('time', '6.30');
  await visit.enter('room', '68 F');
  const api = await clockOf({
    dispatch: { date: '2032-03-16', time: '06:30' },
    order: [
      { product: 'quay-loaf', pieces: 24, scaledWeight: 0.84 },
      { product: 'quay-small', pieces: 10, scaledWeight: 0.453_592_37 },
      { product: 'quay-roll', pieces: 80, scaledWeight: 0.095 },
    ],
  });
  assert.equal(digits(await visit.figure('formula.dough')), Math.round(api.scaled.dough * 1000));
  for (const step of api.steps.filter(({ id }: { id: string }) => id !== 'dispatch')) {
    assert.equal(await visit.figure(`clock.${step.id}`), step.local.slice(-5), step.id);
  }
  await visit.page.click('.room [data-figure="formula.dough"]');
  await visit.page.waitForSelector('[data-working="formula.dough"]');
  await visit.page.click('[data-working] .value button');
  await visit.until('[data-working="formula.pieces"]', 'scaled weight of Quay small');
});

visited(
  'what the dough, the mixer or the water cannot do is said before anything is saved',
  async (visit) => {
    await visit.go('/plan/dough/2032-03-17');
    await visit.enter('order.0.pieces', '120');
    await visit.until('.notice', 'more than Big mixer takes (45 kg). Mix 3 equal batches');
    await visit.page.select('[name="mixer"]', 'small-mixer');
    await visit.until('.notice', 'more than Small mixer takes (14 kg)');
    await visit.enter('flour', '2');
    await visit.enter('levain', '10');
    await visit.enter('room', '6');
    await visit.until('.notice', 'harms the leaven: pour 40 °C');
    assert.equal(await visit.figure('water.pour'), '40.0 °C');
    await visit.enter('room', '36');
    await visit.until('#room-problem', 'bread never cools to 35 °C');
  },
);

visited(
  'the printed sheet has the weights, the water and the clock, and nothing of the screen',
  async (visit) => {
    await visit.page.browserContext().setCookie({ name: 'look', value: 'dark', domain: '127.0.0.1' });
    await visit.go('/plan/dough/2032-03-18');
    await visit.enter('order.0.pieces', '36');
    await visit.enter('room', '20');
    await visit.figure('clock.load');
    await visit.page.emulateMediaType('print');
    const paper = await visit.page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
    assert.equal(paper, 'rgb(255, 255, 255)');
    const seen = await visit.page.evaluate(() => document.body.innerText.replace(/[\s\u202f]+/g, ' '));
    for (const line of [
      'Quay Country',
      'van 07:00',
      '36 × 840 g Quay loaf',
      'Bread flour 12 648 g',
      'Water at 21.2 °C',
      'Load Thu',
    ]) {
      assert.ok(seen.includes(line), `${line} is not on the sheet: ${seen}`);
    }
    for (const line of ['Save', 'Undo', 'Heat balance', 'jovet'])
      assert.ok(!seen.includes(line), `${line} is on the sheet`);
  },
);

visited('the look can be chosen and stays; the list of days can be copied as a table', async (visit) => {
  await visit.go('/plan/dough/2032-03-19');
  const mode = () => visit.page.evaluate(() => document.documentElement.dataset['mode']);
  await visit.press('Look: by the clock; change');
  assert.equal(await mode(), 'light');
  await visit.press('Look: day; change');
  assert.equal(await mode(), 'dark');
  await visit.reload();
  assert.equal(await mode(), 'dark');
  await visit.enter('order.0.pieces', '36');
  await visit.press('Save');
  await visit.until('.state', 'Saved at');
  await visit.page
    .browserContext()
    .overridePermissions(SERVED, ['clipboard-read', 'clipboard-write', 'clipboard-sanitized-write']);
  await visit.press('Saved days');
  await visit.press('Copy as a table');
  await visit.until('[role="dialog"] button', 'Copied');
  const rows = (await visit.page.evaluate(() => navigator.clipboard.readText()))
    .split('\n')
    .map((row) => row.split('\t'));
  assert.deepEqual(rows[0], ['day', 'formula', 'pieces', 'dough', 'first hands', 'van']);
  const saved = rows.find(([day]) => day === '2032-03-19');
  assert.deepEqual(saved?.slice(1, 4), ['Quay Country', '36', '30.9 kg']);
});

visited(
  'another day of the calendar is another plan; a day that is none has a page that says so',
  async (visit) => {
    visit.expectErrors(/404/);
    await visit.go('/plan/dough/2032-03-20');
    await visit.enter('order.0.pieces', '15');
    await visit.enterDay('2032-03-21');
    await visit.until('.when', 'Sunday 21 March');
    await visit.press('Save');
    await visit.page.waitForFunction(() => location.pathname.endsWith('/2032-03-21'));
    await visit.until('.state', 'Saved at');
    const untouched = await fetch(`${SERVED}/api/v1/days/2032-03-20`);
    assert.equal(untouched.status, 404);
    await visit.go('/plan/dough/2032-02-31');
    await visit.until('h1', 'not a day of the calendar');
  },
);

test('a request that would leave this machine fails the visit', async () => {
  const visit = await open();
  visit.expectErrors(/ERR_NAME_NOT_RESOLVED/);
  await visit.go('/api');
  await visit.page.evaluate(() => fetch('http://outside.invalid/').catch(() => null));
  await assert.rejects(visit.end(), /request to http:\/\/outside\.invalid/);
});

for (const [name, path] of [
  ['One dough', '/plan/dough/2032-03-15'],
  ['API page', '/api'],
] as const) {
  for (const look of ['light', 'dark']) {
    visited(`${name}, ${look}: nothing for the accessibility checker to find`, (visit) =>
      accessible(visit, look, path, async () => {
        if (name !== 'One dough') return;
        await visit.enter('order.0.pieces', '36');
        await visit.until('h2', 'Weigh');
      }),
    );
  }
}
