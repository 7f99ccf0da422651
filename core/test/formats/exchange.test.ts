import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  formulaToCsv,
  ingredientsToCsv,
  readBakeryFile,
  readFormulaCsv,
  readIngredientsCsv,
  readRecipe,
  recipeOf,
} from '@jovet/core/formats';
import { readKitchenLine } from '../../src/formats/household.ts';
import { factsOf } from '@jovet/core/formula/facts';
import { scaleTo } from '@jovet/core/formula/scale';
import { upcastFormulaDoc } from '@jovet/core/formula';
import { draftOfFormula, Larder, readSheet } from '@jovet/core/sheet';
import { DEMO_FORMULAS, demoFormula, larder, must, problemsOf, quayCountry, beforeSteps } from '../demo.ts';

const shelves = new Larder(larder);

test('import(export(x)) = x: a formula as JSON and as a table, the larder as a table', () => {
  for (const slug of DEMO_FORMULAS) {
    const formula = demoFormula(slug);
    const file = must(
      readBakeryFile(JSON.stringify({ jovet: 'formula', schema: 1, slug, note: '', formula: formula.doc })),
    );
    assert.deepEqual(file.jovet === 'formula' && file.formula, formula.doc);
    const { draft, problems } = must(readFormulaCsv(formulaToCsv(draftOfFormula(formula, '°C'))));
    assert.deepEqual(problems, []);
    assert.deepEqual(must(readSheet(draft, shelves, '°C').formula).formula.doc, formula.doc, slug);
  }
  const lines = must(readIngredientsCsv(ingredientsToCsv(larder), []));
  assert.deepEqual(lines.map(({ read }) => must(read)), larder); // prettier-ignore
});

test('a table of another spreadsheet: semicolons, grams, quotes; problems line by line', () => {
  const read = must(
    readFormulaCsv('Ingredient;Grams\r\n"Bread flour";1000\r\nWater;"650"\r\n\r\nSalt;20 g\r\n;5\r\n'),
  );
  assert.deepEqual(read.draft.rows.map(({ ingredient, total }) => [ingredient, total]), [['Bread flour', '1000 g'], ['Water', '650 g'], ['Salt', '20 g']]); // prettier-ignore
  assert.deepEqual(Object.keys(Object.fromEntries(read.problems.map((each) => [each.path, each]))), [
    'line.6',
  ]);
  const odd = must(
    readFormulaCsv('formula,colour,red\nstage,x,X,brew,mix\ningredient,total,moon\nSalt,2,1\n'),
  );
  assert.deepEqual(odd.problems.map(({ path }) => path), ['line.1', 'line.2', 'line.3']); // prettier-ignore
  assert.match(problemsOf(readFormulaCsv('a,b\n1,2'))[''] ?? '', /called “ingredient”/);
});

test('a table of ingredients: a bad line is told, the others are read, the unsaid is kept', () => {
  const read = must(
    readIngredientsCsv(
      'name,kind,cost,allergens\nButter,fat,900,milk\nMoon dust,powder,1,\nGhost pepper,spice,x,\n',
      larder,
    ),
  );
  const [butter, moon, ghost] = read.map((each) => each.read);
  assert.ok(butter?.ok && moon && ghost);
  assert.deepEqual([butter.value.cost, butter.value.water, butter.value.source !== ''], [900, 0.16, true]);
  assert.match(problemsOf(moon)['line.3.kind'] ?? '', /not one of the choices/);
  assert.match(problemsOf(ghost)['line.4.cost'] ?? '', /“x” is not a number/);
  assert.match(problemsOf(readIngredientsCsv('name,colour\nSalt,white', larder))['line.1'] ?? '', /“colour”/);
});

test('a cell never runs in a spreadsheet, and comes back as it was', () => {
  const draft = { ...draftOfFormula(quayCountry, '°C'), name: '=1+1' };
  const csv = formulaToCsv(draft);
  assert.match(csv, /formula,name,'=1\+1/);
  assert.equal(must(readFormulaCsv(csv)).draft.name, '=1+1');
});

test('household measures: by density, marked approximate; grams as they are', () => {
  const line = (text: string) => {
    const { ingredient, mass, approximate } = must(readKitchenLine(text, larder));
    return [ingredient.slug, Number((mass * 1000).toFixed(1)), approximate];
  };
  assert.deepEqual(line('500 g bread flour'), ['bread-flour', 500, false]);
  assert.deepEqual(line('2 ½ cups all-purpose flour'), ['plain-flour', 313.5, true]); // 2.5 × 236.6 ml × 0.53
  assert.deepEqual(line('1 1/2 tsp salt'), ['salt', 9, true]); // 7.395 ml × 1.22
  assert.deepEqual(line('2 large eggs'), ['whole-egg', 100, true]);
  assert.deepEqual(line('1 lb rye flour'), ['rye', 453.6, false]);
  assert.deepEqual(line('3 tbsp olive oil, extra'), ['olive-oil', 40.8, true]);
  assert.match(problemsOf(readKitchenLine('some salt', larder))[''] ?? '', /says no amount/);
  assert.match(
    problemsOf(readKitchenLine('2 cups moon dust', larder))[''] ?? '',
    /“moon dust” is not in the larder/,
  );
});

test('schema.org: out with stages, in with the same percentages; a kitchen recipe keeps what it can', () => {
  const scaled = must(scaleTo(quayCountry, { by: 'flour', mass: 10 }));
  const recipe = recipeOf(quayCountry, scaled, '20 loaves');
  const back = must(readRecipe(JSON.parse(JSON.stringify([{ '@graph': [recipe] }])), shelves));
  assert.deepEqual([back.problems, back.notes], [[], []]);
  const numbers = readSheet(back.draft, shelves, '°C').numbers;
  assert.equal(numbers.total.toFixed(2), factsOf(scaled.split).yield.toFixed(2));
  const kitchen = must(
    readRecipe(
      {
        '@type': 'Recipe',
        name: 'Supper loaf',
        recipeIngredient: ['4 cups bread flour', '360 g water', '2 tsp salt', 'love'],
      },
      shelves,
    ),
  );
  assert.deepEqual(
    [kitchen.draft.rows.length, kitchen.notes.length, kitchen.problems[0]?.path],
    [3, 2, 'line.4'],
  );
  assert.equal(readSheet(kitchen.draft, shelves, '°C').numbers.flour.toFixed(6), '100.000000');
  assert.match(
    problemsOf(readRecipe({ '@type': 'Recipe', recipeIngredient: ['1 kg water'] }, shelves))[''] ?? '',
    /no flour/,
  );
  assert.match(problemsOf(readRecipe({ hello: 1 }, shelves))[''] ?? '', /no recipe/);
});

test('a formula of the first schema is read as one of today', () => {
  const first = {
    schema: 1,
    name: 'Old Friend',
    lines: quayCountry.doc.lines.map(({ ingredient, percent }) => ({ ingredient, percent })),
    levain: {
      name: 'Quay levain',
      flourShare: 14,
      flours: [
        { ingredient: 'bread-flour', percent: 50 },
        { ingredient: 'whole-wheat', percent: 50 },
      ],
      water: 'water',
      ratio: { flour: 4, water: 4 },
      ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
    },
    products: [{ slug: 'quay-loaf', name: 'Quay loaf', scaledWeight: 0.84 }],
    processLoss: 2,
    process: beforeSteps('quay-country').process,
  };
  const file = must(
    readBakeryFile(JSON.stringify({ jovet: 'formula', schema: 1, slug: 'old', formula: first })),
  );
  assert.ok(file.jovet === 'formula');
  const formula = { doc: file.formula, ingredients: quayCountry.ingredients };
  const [now, then] = [quayCountry, formula].map((each) => must(scaleTo(each, { by: 'dough', mass: 30 })));
  assert.equal(then?.parts[0]?.seed?.mass.toFixed(9), now?.parts[0]?.seed?.mass.toFixed(9));
  assert.deepEqual(then?.finalMix.lines.map(({ mass }) => mass.toFixed(9)), now?.finalMix.lines.map(({ mass }) => mass.toFixed(9))); // prettier-ignore
  assert.equal(upcastFormulaDoc(quayCountry.doc), quayCountry.doc);
});

test('whatever text is read as a file, the answer is a value or problems, never an exception', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.json().map((json) => json),
        fc.string().map((text) => `ingredient,total\n${text}`),
      ),
      (text) => {
        for (const read of [
          readFormulaCsv(text),
          readIngredientsCsv(text, larder),
          readKitchenLine(text, larder),
          readBakeryFile(text),
        ]) {
          assert.ok(read.ok || read.problems.every((each) => each.problem !== '' && each.remedy !== ''));
        }
      },
    ),
  );
});
