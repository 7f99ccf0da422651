import assert from 'node:assert/strict';
import { cell, cellValue, closed, openDialog, publish, published } from './formula-sheets.ts';
import { SERVED, type Visit } from './visit.ts';
import { chooseFile, visits } from './visited.ts';

const { visited } = visits();

visited('a formula is handed out as files that come in again', async (visit) => {
  await visit.go('/know/formulas/skipper-twists');
  await visit.page.evaluate(() => {
    const handed: Promise<string>[] = [];
    Object.assign(window, { handed });
    const create = URL.createObjectURL.bind(URL);
    URL.createObjectURL = (blob) => {
      handed.push((blob as Blob).text());
      return create(blob);
    };
  });
  await visit.press('Hand out');
  for (const file of ['Formula file', 'Table', 'Recipe for the web']) await visit.press(file);
  const [formula, table, recipe] = await visit.page.evaluate(() =>
    Promise.all((window as unknown as { handed: Promise<string>[] }).handed),
  );
  assert.deepEqual(JSON.parse(formula ?? '').formula, (await published('skipper-twists')).formula.doc);
  assert.match(table ?? '', /Fresh yeast,,2,0.2/);
  assert.equal(JSON.parse(recipe ?? '')['@type'], 'Recipe');
  const looked = await fetch(`${SERVED}/api/v1/import/preview`, {
    method: 'POST',
    headers: { 'content-type': 'text/plain' },
    body: table ?? '',
  });
  assert.ok(looked.ok, await looked.text());
});

visited('an ingredient is entered, used, and goes out of use instead of away', async (visit) => {
  await visit.go('/know/larder');
  await visit.press('New ingredient');
  await visit.page.waitForSelector(`${openDialog} [name="name"]`);
  await visit.enter('name', 'Quay seaweed');
  await visit.choose('ingredient-kind', 'inclusion');
  await visit.enter('water', '82');
  await visit.press('Save');
  await closed(visit);
  await publish('eider', 'Eider', 0, (doc) => doc.lines.push({ ingredient: 'quay-seaweed', percent: 3 }));
  await visit.enter('words', 'seaweed');
  await visit.press('Quay seaweed');
  await visit.press('Out of use');
  await closed(visit);
  await visit.until('.empty', 'No ingredient is like that');
  await visit.go('/know/formulas/eider');
  await visit.page.waitForSelector(cell(5, 'total'));
  assert.equal(await cellValue(visit, 5, 'ingredient'), 'Quay seaweed');
  assert.equal(await visit.figure('facts.trueHydration'), '78.5 %');
});

visited('the list is searched by what a baker asks for', async (visit) => {
  await visit.go('/know/formulas');
  const names = () => visit.page.$$eval('tbody th', (all) => all.map((each) => each.textContent?.trim()));
  await visit.choose('without', 'milk');
  await visit.page.waitForFunction(() => !document.body.innerText.includes('Cardamom Knots'));
  await visit.enter('from', '90');
  await visit.page.waitForFunction(() => location.search.includes('from=90'));
  await visit.page.waitForFunction(() => !document.body.innerText.includes('Quay Country'));
  assert.ok((await names()).includes('Tidewater Rye'));
  await visit.enter('words', 'no such bread');
  await visit.until('.empty', 'No formula is like that');
  await visit.press('Show all');
  await visit.page.waitForFunction(() => document.body.innerText.includes('Cardamom Knots'));
});

visited('a file is looked into first; a recipe of the kitchen becomes a sheet to finish', async (visit) => {
  visit.expectErrors(/422/);
  await visit.go('/know/formulas');
  await visit.press('Bring in a file');
  await chooseFile(visit, 'larder.csv', 'name,kind\nDulse,spice\nMoon dust,powder\n');
  await visit.until(openDialog, 'has a fault');
  await visit.until(`${openDialog} li`, /Moon dust.*not one of the choices/);
  await visit.press('Bring in what is good');
  await visit.until(`${openDialog} [role="status"]`, 'Brought in 1 ingredients');
  const recipe = {
    '@type': 'Recipe',
    name: 'Lodge bread',
    recipeIngredient: ['4 cups bread flour', '330 g water', '2 tsp salt'],
  };
  await chooseFile(visit, 'recipe.json', JSON.stringify(recipe));
  await visit.until(`${openDialog} li`, /4 cups bread flour: about 502 g approximate/);
  await visit.press('Bring it in');
  await visit.page.waitForSelector('::-p-xpath(//a[.="Open the sheet"])');
  await visit.page.click('::-p-xpath(//a[.="Open the sheet"])');
  await visit.page.waitForSelector('.sheet-grid');
  assert.equal(Number(await cellValue(visit, 0, 'total')), 100);
  await visit.until('.notice', 'Product 1 has no name. Give it one.');
  await chooseNothing(visit);
});
/** Ends on the list, where the draft of the sheet waits. */
async function chooseNothing(visit: Visit) {
  await visit.go('/know/formulas');
  await visit.until('.drafts', 'Lodge bread');
}

visited('an ingredient is corrected; the sheet offers to take the correction over', async (visit) => {
  await publish('whimbrel', 'Whimbrel', 0, (doc) => doc.lines.push({ ingredient: 'honey', percent: 10 }));
  await visit.go('/know/larder');
  await visit.enter('words', 'honey');
  await visit.press('Honey');
  await visit.page.waitForSelector(`${openDialog} [name="water"]`);
  await visit.enter('water', '2O');
  await visit.press('Save');
  await visit.until(openDialog, '“2O” is not a percentage');
  await visit.enter('water', '18');
  await visit.press('Save');
  await closed(visit);
  await visit.until('td.number', '18');
  await visit.go('/know/formulas/whimbrel');
  assert.equal(await visit.figure('facts.trueHydration'), '77.7 %');
  await visit.until('.notice', 'Honey was corrected in the larder');
  await visit.press('Take the correction over');
  await visit.until('[data-figure="facts.trueHydration"]', '77.8 %');
  await visit.press('Publish');
  await visit.page.waitForSelector(`${openDialog} [name="note"]`);
  await visit.enter('note', 'honey corrected');
  await visit.keys('Enter');
  await visit.until('.state', 'Version 2');
});
