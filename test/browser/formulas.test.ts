import assert from 'node:assert/strict';
import { cell, cellSays, cellValue, closed, openDialog, publish, published, type } from './formula-sheets.ts';
import { SERVED } from './visit.ts';
import { accessible, opensEveryWorking, visits } from './visited.ts';

const { visited } = visits();

visited('Tidewater Rye is written from nothing with the keyboard alone, and published', async (visit) => {
  const { keyboard } = visit.page;
  /** Goes on with Tab until a named control has the focus, as a person without a mouse would. */
  const tabTo = async (wanted: RegExp) => {
    for (let step = 0; step < 400; step += 1) {
      const here = await visit.page.evaluate(() => {
        const at = document.activeElement as HTMLElement | null;
        return at?.getAttribute('aria-label') ?? at?.getAttribute('name') ?? at?.textContent?.trim() ?? '';
      });
      if (wanted.test(here)) return;
      await keyboard.press('Tab');
    }
    assert.fail(`no way to ${wanted} with Tab`);
  };
  const fill = async (text: string) => {
    await keyboard.down('Control');
    await keyboard.press('a');
    await keyboard.up('Control');
    await keyboard.type(text);
  };
  await visit.go('/know/formulas');
  await tabTo(/^New formula$/);
  await keyboard.press('Enter');
  await visit.page.waitForSelector(openDialog);
  await tabTo(/^Rye bread$/);
  await keyboard.press('Enter');
  await visit.page.waitForSelector('.sheet-grid');
  await visit.ready();

  await tabTo(/^Name of the formula$/);
  await keyboard.type('Tidewater Rye, tried');
  await tabTo(/^Ingredient 1$/);
  const rows: [string, string][] = [
    ['Rye', '70'],
    ['Bread flour', '30'],
    ['Water', '90'],
    ['Salt', '1.9'],
    ['Sunflower seeds', ''],
    ['Linseed', ''],
    ['Dried bread, ground', ''],
  ];
  for (const [index, [name]] of rows.entries()) {
    await visit.page.waitForFunction(
      (row) => document.activeElement?.getAttribute('aria-label') === `Ingredient ${row}`,
      {},
      index + 1,
    );
    await keyboard.type(name);
    if (index < rows.length - 1) await keyboard.press('Enter');
  }
  await keyboard.press('Tab');
  for (let up = 0; up < 6; up += 1) {
    await keyboard.press('ArrowUp');
    await visit.page.waitForFunction(
      (row) => document.activeElement?.closest('[data-row]')?.getAttribute('data-row') === row,
      {},
      String(5 - up),
    );
  }
  for (const [index, [, percent]] of rows.entries()) {
    await visit.page.waitForFunction(
      (row) => document.activeElement?.closest('[data-row]')?.getAttribute('data-row') === row,
      {},
      String(index),
    );
    await keyboard.type(percent);
    if (index < rows.length - 1) await keyboard.press('ArrowDown');
  }

  const addStage = async (kind: string, name: string, fields: Record<string, string>) => {
    await tabTo(/^Add a stage$/);
    await keyboard.press('Enter');
    await visit.until(openDialog, 'built from a ripe seed');
    await visit.page.waitForFunction(() => document.activeElement?.closest('[role="dialog"]') !== null);
    await tabTo(new RegExp(`^${kind}$`));
    await keyboard.press('Enter');
    await visit.page.waitForSelector(`${openDialog} [name$=".name"]`);
    await visit.page.waitForFunction(() => document.activeElement?.closest('[role="dialog"]') !== null);
    await tabTo(/^stages\.\d\.name$/);
    await fill(name);
    for (const [field, text] of Object.entries(fields)) {
      await tabTo(new RegExp(`^stages\\.\\d\\.${field}$`));
      await fill(text);
    }
    await keyboard.press('Escape');
    await closed(visit);
  };
  await addStage('Sour', 'Full sour', {});
  await addStage('Soaker', 'Seed soaker', { hours: '8' });
  await addStage('Sour', 'First sour', { seed: '10', temperature: '26' });
  // The first stage is made first, so it goes to the left; then it can go into the next one.
  await tabTo(/^First sour$/);
  await keyboard.press('Enter');
  await visit.page.waitForSelector(openDialog);
  for (let step = 0; step < 2; step += 1) {
    await tabTo(/^Earlier$/);
    await keyboard.press('Enter');
  }
  await keyboard.press('Escape');
  await closed(visit);
  await tabTo(/^First sour$/);
  await keyboard.press('Enter');
  await visit.page.waitForSelector(openDialog);
  await tabTo(/^stages\.0\.into$/);
  await keyboard.type('Full');
  await keyboard.press('Enter');
  await keyboard.press('Escape');
  await closed(visit);

  await tabTo(/^Rye, First sour$/);
  await fill('7');
  await tabTo(/^Rye, Full sour$/);
  await fill('28');
  await tabTo(/^Water, First sour$/);
  await fill('8 + 0.4');
  await tabTo(/^Water, Full sour$/);
  await fill('22');
  await tabTo(/^Water, Seed soaker$/);
  await fill('20');
  for (const [name, percent] of [
    ['Sunflower seeds', '8'],
    ['Linseed', '5'],
    ['Dried bread, ground', '4'],
  ] as const) {
    await tabTo(new RegExp(`^${name}, Seed soaker$`));
    await fill(percent);
  }
  // Of the tabs one is gone to, and the arrows go on.
  await tabTo(/^Sheet$/);
  await keyboard.press('ArrowRight');
  await visit.page.waitForSelector(
    '::-p-xpath(//*[@role="tab"][@aria-selected="true"][starts-with(normalize-space(.), "Way")])',
  );
  await keyboard.press('ArrowRight');
  await tabTo(/^products\.0\.name$/);
  await keyboard.type('Tried tin');
  await keyboard.down('Control');
  await keyboard.press('s');
  await keyboard.up('Control');
  await visit.page.waitForSelector(`${openDialog} [name="note"]`);
  await visit.page.waitForFunction(() => document.activeElement?.closest('[role="dialog"]') !== null);
  await tabTo(/^note$/);
  await keyboard.type('Written by hand.');
  await keyboard.press('Enter');
  await visit.page.waitForFunction(() => location.pathname === '/know/formulas/tidewater-rye-tried');
  await visit.until('.state', 'Version 1');

  const { formula, note } = await published('tidewater-rye-tried');
  const known = (await published('tidewater-rye')).formula.doc;
  const amounts = (lines: { ingredient: string; percent: number }[]) =>
    lines.map(({ ingredient, percent }) => [ingredient, percent]);
  assert.deepEqual(amounts(formula.doc.lines), amounts(known.lines));
  interface Made {
    slug: string;
    name: string;
    into: string;
    lines: never[];
  }
  const stages = ({ parts }: { parts: Made[] }) =>
    parts.map(({ name, into, lines }) => [
      name,
      parts.find(({ slug }) => slug === into)?.name ?? into,
      amounts(lines),
    ]);
  assert.deepEqual(stages(formula.doc), stages(known));
  assert.equal(note, 'Written by hand.');
});

visited('percent and grams live in one cell: either can be typed, and what is held stays', async (visit) => {
  await publish('turnstone', 'Turnstone', 0);
  await visit.go('/know/formulas/turnstone');
  await visit.page.waitForSelector('.sheet-grid');
  await visit.choose('size.by', 'flour');
  await visit.enter('size.mass', '20 kg');
  await type(visit, 4, 'total', '440 g');
  await visit.until('.sheet-grid .total .grams', '440');
  await visit.keys('Tab');
  assert.equal(Number(await cellValue(visit, 4, 'total')), 2.2);
  await visit.until('.answer', /flour 20.000 g/);
  await visit.choose('basis', 'own');
  await cellSays(visit, 0, 'levain', '50');
  await type(visit, 3, 'total', '10');
  await visit.until('.sheet-grid .said', 'Quay levain alone holds 14.00 % and the formula only 10.00 %');
  await visit.keys('Control', 'z');
  await visit.page.waitForFunction((at) => document.querySelector(at) === null, {}, '.sheet-grid .said');
  assert.equal(Number(await cellValue(visit, 3, 'total')), 76);
  await visit.keys('Control', 'z');
  assert.equal(Number(await cellValue(visit, 4, 'total')), 2.1);
  await visit.keys('Control', 'Shift', 'z');
  assert.equal(Number(await cellValue(visit, 4, 'total')), 2.2);
});

visited('half-typed text is kept as a draft, and survives closing the window', async (visit) => {
  await publish('shoal', 'Shoal', 0);
  await visit.go('/know/formulas/shoal');
  await type(visit, 4, 'total', '2..1');
  await visit.until('.sheet-grid .said', '“2..1”');
  await visit.until('.state', 'Draft saved at');
  await visit.reload();
  await visit.page.waitForSelector(cell(4, 'total'));
  assert.equal(await cellValue(visit, 4, 'total'), '2..1');
  await visit.press('Back to version 1 as published');
  await cellSays(visit, 4, 'total', '2.1');
  assert.equal((await published('shoal')).version, 1);
});

visited('two windows on one sheet: what each changed is kept, of one cell it is chosen', async (visit) => {
  visit.expectErrors(/409/);
  await publish('tern', 'Tern', 0);
  const path = '/know/formulas/tern';
  await visit.go(path);
  await type(visit, 4, 'total', '2');
  await visit.until('.state', 'Draft saved at');
  const page = await visit.page.browserContext().newPage();
  await page.goto(SERVED + path);
  await page.waitForSelector(cell(4, 'total'));
  await page.waitForSelector('body[data-ready]');
  await page.click(cell(4, 'total'));
  await page.keyboard.type('1.8');
  await page.waitForFunction(() => /Draft saved/.test(document.querySelector('.state')?.textContent ?? ''));
  await page.waitForFunction(async () => {
    const { drafts } = await (await fetch('/api/v1/drafts')).json();
    return JSON.stringify(drafts).includes('"total":"1.8"');
  });
  await page.close();
  await type(visit, 3, 'total', '77');
  await cellSays(visit, 4, 'total', '1.8');
  assert.equal(Number(await cellValue(visit, 3, 'total')), 77);
  await visit.until('.state', 'Draft saved at');

  const { drafts } = await (await fetch(`${SERVED}/api/v1/drafts`)).json();
  const draft = drafts.find(({ formula }: { formula: string }) => formula === 'tern');
  draft.doc.rows[4].total = '1.9';
  const { status } = await fetch(`${SERVED}/api/v1/drafts/${draft.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ formula: 'tern', base: draft.base, rev: draft.rev, doc: draft.doc }),
  });
  assert.equal(status, 200);
  await type(visit, 4, 'total', '2.2');
  await visit.until(openDialog, /2\.2.*1\.9/);
  await visit.page.click(`${openDialog} input[value="theirs"]`);
  await visit.press('Save this');
  await cellSays(visit, 4, 'total', '1.9');
  assert.equal(Number(await cellValue(visit, 3, 'total')), 77);
});

visited('someone published in between: both texts stand side by side', async (visit) => {
  visit.expectErrors(/409/);
  await publish('shearwater', 'Shearwater', 0);
  await visit.go('/know/formulas/shearwater');
  await type(visit, 4, 'total', '2');
  await publish('shearwater', 'Shearwater', 1, (doc) => (doc.processLoss = 4));
  await visit.press('Publish');
  await visit.page.waitForSelector(`${openDialog} [name="note"]`);
  await visit.enter('note', 'less salt');
  await visit.keys('Enter');
  await visit.until(openDialog, 'published version 2');
  const changed = await visit.page.$$eval(`${openDialog} tr.changed th`, (all) =>
    all.map((each) => each.textContent),
  );
  assert.deepEqual(changed.filter((name) => name === 'Salt' || name === 'Process loss').length, 4);
  await visit.press('Publish mine over it');
  await visit.until('.state', 'Version 3');
  const { formula, note } = await published('shearwater');
  assert.deepEqual([formula.doc.lines[4].percent, formula.doc.processLoss, note], [2, 2, 'less salt']);
});

visited('what if, comparing and another flour leave the sheet alone until they are taken', async (visit) => {
  await publish('skua', 'Skua', 0);
  await visit.go('/know/formulas/skua');
  await visit.press('What if');
  await visit.page.waitForSelector(`${openDialog} [data-what-if="hydration"]`);
  await visit.page.waitForFunction(() => document.activeElement?.closest('[role="dialog"]') !== null);
  await visit.page.focus(`${openDialog} [role="slider"]`);
  for (let step = 0; step < 4; step += 1) await visit.keys('ArrowRight');
  await visit.until('[data-what-if="hydration"]', '78 %');
  assert.equal(Number(await cellValue(visit, 3, 'total')), 76);
  await visit.press('Take this into the sheet');
  await closed(visit);
  assert.equal(Number(await cellValue(visit, 3, 'total')), 78);
  await visit.press('Compare');
  await visit.until('[data-differences]', '2 numbers differ');
  await visit.choose('compare', 'tidewater-rye ');
  await visit.until(`${openDialog} thead`, 'Tidewater Rye');
  await visit.keys('Escape');
  await closed(visit);
  await visit.press('Divide, tins, baths');
  await visit.choose('swap.from', 'whole-wheat');
  await visit.choose('swap.to', 'rye');
  await visit.enter('swap.percent', '15');
  await visit.until('[data-answer="swap"]', '78.0 % becomes 79.5 %');
  await visit.press('Take it with the new water');
  await visit.press('Sheet');
  assert.equal(Number(await cellValue(visit, 2, 'total')), 79.5);
  await visit.press('Divide, tins, baths');
  await visit.enter('again.mass', '18 kg');
  await visit.until('[data-answer="again"]', /less than ordered: skua-loaf is short of/);
  await visit.enter('heads.pieces', '100');
  await visit.until('[data-answer="heads"]', '4 heads of');
  await visit.choose('bath.basis', 'solution');
  await visit.until('section', '40 g pure in 1 kg of finished bath');
});

visited(
  'products and branches can be changed by hand, and what is wrong is said in place',
  async (visit) => {
    await visit.go('/know/formulas/cardamom-knots');
    await visit.press('Products');
    await visit.enter('products.1.parts.1.percent', '30');
    await visit.until('.field-problem', 'make 90.00 % of the piece');
    await visit.press('Undo');
    await visit.page.waitForFunction(() => !document.body.innerText.includes('make 90.00 %'));
    await visit.enter('branches.0.lines.0.ingredient', 'Moon dust');
    await visit.until('.field-problem', '“Moon dust” is not in the larder');
    await visit.press('Undo');
    await visit.press('Add a product');
    await visit.enter('products.2.name', 'Slab');
    await visit.enter('products.2.scaledWeight', '1.2kg');
    await visit.until('aside', 'Slab');
    await visit.press('Remove Slab');
  },
  [1280, 1400],
);

visited('rows are headed, moved, dragged, added and taken away', async (visit) => {
  await publish('petrel', 'Petrel', 0);
  await visit.go('/know/formulas/petrel');
  const names = () =>
    visit.page.$$eval('[data-row] [data-column="ingredient"]', (all) =>
      all.map((each) => each.querySelector('input')?.value ?? each.textContent?.trim()),
    );
  const namesAre = (wanted: string[]) =>
    visit.page.waitForFunction(
      (text) =>
        [...document.querySelectorAll('[data-row] [data-column="ingredient"]')]
          .map((each) => each.querySelector('input')?.value ?? each.textContent?.trim())
          .join() === text,
      {},
      wanted.join(),
    );
  await visit.page.waitForSelector(cell(4, 'total'));
  const begun = (await names()) as string[];
  const [first, second, third, ...rest] = begun as [string, string, string];
  await visit.page.click(cell(0, 'total'));
  await visit.keys('Alt', 'ArrowDown');
  await namesAre([second, first, third, ...rest]);
  const grip = async (row: number) => {
    const button = await visit.page.waitForSelector(`[data-row="${row}"] .grip button`);
    assert.ok(button);
    return button;
  };
  await (await grip(2)).hover();
  await visit.page.mouse.down();
  await (await grip(0)).hover();
  await visit.page.mouse.up();
  await namesAre([third, second, first, ...rest]);
  await visit.page.click(cell(1, 'total'));
  await visit.keys('Control', 'Enter');
  await namesAre([third, second, '', first, ...rest]);
  await visit.page.keyboard.type('Rye');
  await visit.keys('Control', 'Delete');
  await namesAre([third, second, first, ...rest]);
  await (await grip(1)).click();
  await visit.enter('rows.1.group', 'Flours');
  await visit.until('.sheet-grid .group', 'Flours');
  await visit.press('Up');
  await visit.press('Remove the row');
  await namesAre([third, first, ...rest]);
  for (let step = 0; step < 8; step += 1) await visit.press('Undo');
  await namesAre(begun);
  assert.equal(await visit.page.$('.sheet-grid .group'), null);
  await visit.press('Quay levain');
  await visit.page.waitForSelector(openDialog);
  await visit.press('Remove');
  await visit.page.waitForFunction(() => !document.querySelector('[data-column="levain"]'));
  await closed(visit);
});

visited('every computed number of the room opens its working', async (visit) => {
  await visit.go('/know/formulas/cardamom-knots');
  await visit.figure('facts.salt');
  assert.ok((await opensEveryWorking(visit)) >= 14);
});

visited(
  'the scale sheet prints a page a batch, in weighing order, with allergens and room for what was weighed',
  async (visit) => {
    await visit.go('/know/formulas/oat-tin');
    await visit.page.waitForSelector('.sheet-grid');
    await visit.choose('size.by', 'dough');
    await visit.enter('size.mass', '80 kg');
    await visit.until('.answer', '2 batches of');
    const pdf = await visit.page.pdf({ format: 'A4' });
    assert.equal(
      Buffer.from(pdf)
        .toString('latin1')
        .match(/\/Type\s*\/Page\b/g)?.length,
      2,
    );
    await visit.page.emulateMediaType('print');
    await visit.page.waitForSelector('.formula-print');
    const pages = await visit.page.$$eval('.formula-print article', (all) =>
      all.map((each) => (each as HTMLElement).innerText),
    );
    assert.equal(pages.length, 2);
    assert.match(
      pages[0] ?? '',
      /batch 1 of 2[\s\S]*Contains: gluten \(wheat, oat\), milk[\s\S]*Oat scald, once for all batches/,
    );
    assert.doesNotMatch(pages[1] ?? '', /Oat scald, once/);
    const order = [...(pages[1] ?? '').matchAll(/(Bread flour|Honey|Water|Milk|Salt|Instant yeast)/g)].map(
      ([name]) => name,
    );
    assert.deepEqual(order, ['Bread flour', 'Honey', 'Water', 'Salt', 'Instant yeast', 'Milk']);
    assert.equal(await visit.page.$eval('.room', (room) => getComputedStyle(room).display), 'none');
  },
);

for (const [name, path, ready] of [
  ['list of formulas', '/know/formulas', 'tbody th'],
  ['formula sheet', '/know/formulas/tidewater-rye', '.sheet-grid'],
  ['larder', '/know/larder', 'tbody th'],
] as const) {
  for (const look of ['light', 'dark']) {
    visited(`${name}, ${look}: nothing for the accessibility checker to find`, (visit) =>
      accessible(visit, look, path, async () => void (await visit.page.waitForSelector(ready))),
    );
  }
}
