import assert from 'node:assert/strict';
import { accessible, visits } from './visited.ts';
import { chooseStep, stepAt } from './days.ts';

const { visited } = visits();

const heading = '.step h2';

visited(
  'the way of a dough is drawn, set step by step, and what cannot be is said at its step',
  async (visit) => {
    const { page } = visit;
    await visit.go('/know/formulas/cardamom-knots');
    await visit.press('Way');
    await chooseStep(visit, 'way.1');
    await visit.until(heading, /^Mix/);
    await visit.enter('way.1.fields.to', '70 °C');
    await visit.until('[id="way.1.fields.to-problem"]', 'too large');
    await visit.until('.way-part .notice', 'too large');
    await visit.press('Undo');
    await chooseStep(visit, 'way.2');
    await visit.choose('way.2.fields.by', 'minutes');
    await visit.enter('way.2.fields.earliest', '-5');
    await visit.until('[id="way.2.fields.earliest-problem"]', 'at least 0');
    assert.equal(await visit.value('way.2.fields.earliest'), '-5');
    for (let n = 0; n < 4 && (await page.$(`[id="way.2.fields.earliest-problem"]`)); n += 1)
      await visit.press('Undo');
    await visit.press('Undo');
    await page.waitForFunction(() => !document.querySelector('.way-part .notice'));
    for (const look of ['light', 'dark'] as const)
      await accessible(visit, look, '/know/formulas/butter-crescents', async () => {
        await visit.press('Way');
        await chooseStep(visit, 'way.1');
      });
  },
  [1280, 1000],
);

visited(
  'by keys a step is put in, moved and taken out, and the heat of a bake is changed on the way',
  async (visit) => {
    const { page } = visit;
    await visit.go('/know/formulas/oat-tin');
    await visit.press('Way');
    await chooseStep(visit, 'way.0');
    await visit.keys('ArrowRight');
    await visit.until(heading, /^Mix/);
    await visit.keys('Insert');
    await visit.press('Rest');
    await visit.until(heading, /^Rest/);
    await page.waitForSelector('[name="way.2.fields.best"]');
    assert.equal(await visit.value('way.2.fields.best'), '20');
    await page.waitForSelector(stepAt('way.2'));
    await page.$eval(stepAt('way.2'), (step) => (step as SVGElement).focus());
    await visit.keys('Delete');
    await page.waitForSelector('[name="way.2.fields.by"]');
    assert.equal(await visit.value('way.2.fields.by'), 'rise');
    const bake = await page.$$eval('[data-step^="pieces."]', (all) =>
      all.findIndex((each) => /^Bake/.test(each.getAttribute('aria-label') ?? '')),
    );
    assert.ok(bake >= 0);
    const at = await page.$$eval(
      '[data-step^="pieces."]',
      (all, index) => all[index]?.getAttribute('data-step') ?? '',
      bake,
    );
    await chooseStep(visit, at);
    await visit.press('Change the heat on the way');
    await visit.enter(`${at}.rows.0.from`, '99');
    await visit.enter(`${at}.rows.0.top`, '210');
    await visit.until(`[id="${at}.rows.0.from-problem"]`, 'comes when the bake is over');
    await visit.press('Remove');
    await page.waitForFunction(
      (name) => !document.querySelector(`[name="${name}"]`),
      {},
      `${at}.rows.0.from`,
    );
  },
  [1280, 1000],
);

visited(
  'a fold is dragged to another time, a product goes its own way, and the way of another formula is taken over',
  async (visit) => {
    const { page } = visit;
    await visit.go('/know/formulas/quay-country');
    await visit.press('Way');
    const fold = await page.waitForSelector(stepAt('way.2'));
    const box = await fold?.boundingBox();
    assert.ok(box);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 14, y, { steps: 5 });
    await page.mouse.up();
    await page.waitForFunction(
      () =>
        Number((document.querySelector('[name="way.2.fields.at"]') as HTMLInputElement | null)?.value) > 40,
    );
    await visit.press('Undo');
    await page.waitForFunction(
      () => (document.querySelector('[name="way.2.fields.at"]') as HTMLInputElement | null)?.value === '40',
    );
    await visit.choose('products.1.own', 'own');
    await page.waitForSelector(stepAt('products.1.way.0'));
    await visit.press('Take the way of another formula');
    await visit.choose('copy-way', 'butter-crescents');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[data-step]')].some((each) =>
        /^Lock fat in/.test(each.getAttribute('aria-label') ?? ''),
      ),
    );
    await visit.press('Undo');
  },
  [1280, 1000],
);

visited(
  'a laminated dough has its rolling card: sheets, passes, cuts to scale, how long its fat stays firm; it goes on paper',
  async (visit) => {
    const { page } = visit;
    await visit.go('/know/formulas/butter-crescents');
    await visit.press('Way');
    await visit.until('.rolling', /One sheet/);
    await visit.until('.rolling', /layers of fat/);
    const cuts = () => page.$$eval('.rolling polygon', (all) => all.length);
    const shape = await page.$$eval(
      '[data-step^="pieces."]',
      (all) =>
        all.find((each) => /^Shape/.test(each.getAttribute('aria-label') ?? ''))?.getAttribute('data-step') ??
        '',
    );
    await chooseStep(visit, shape);
    const pieces = await cuts();
    assert.ok(pieces > 0);
    await visit.choose(`${shape}.fields.cut`, 'coils');
    await visit.until('.rolling', /Rolled up it is \d+ cm across/);
    assert.equal(await cuts(), pieces);
    await visit.enter(`${shape}.fields.height`, '');
    await visit.until('.way-part .notice', /Of the coils one side is missing/);
    await visit.press('Undo');
    await visit.press('Undo');
    await visit.until('.rolling', /triangles of/);
    // A turn says how long it can be rolled, a rest whether it is long enough for this very block.
    await chooseStep(visit, 'way.6');
    await visit.until('.laminated', /On this bench the fat (is soft after|stays firm)|Chill it first/);
    await chooseStep(visit, 'way.7');
    await visit.until('.laminated', /It lies \d+ mm thick.*(it rests|cold enough)/);
    await page.emulateMediaType('print');
    const paper = await page.waitForSelector('.formula-print .rolling');
    assert.match((await paper?.evaluate((each) => (each as HTMLElement).innerText)) ?? '', /triangles of/);
    await page.emulateMediaType('screen');
  },
  [1280, 1000],
);
