import assert from 'node:assert/strict';
import { test } from 'node:test';
import { factsOf } from '@jovet/core/formula/facts';
import { finalMixBasis } from '@jovet/core/formula/sums';
import { FormulaDoc, type Formula } from '@jovet/core/formula';
import { scaleFormula, scaleTo, splitFormula, type ScaledFormula } from '@jovet/core/formula/scale';
import { must, quayCountry, withLarder } from '../demo.ts';

/** A formula of which a test says only what it is about; everything else is that of the house loaf. */
function formulaOf(doc: object): Formula {
  const { lines, parts = [], ...rest } = doc as Pick<FormulaDoc, 'lines' | 'parts'>;
  return withLarder(
    FormulaDoc.parse({
      ...quayCountry.doc,
      coatings: [],
      parts,
      products: [{ slug: 'loaf', name: 'Loaf', scaledWeight: 1 }],
      lines,
      ...rest,
    }),
  );
}
const lines = (of: Record<string, number>) =>
  Object.entries(of).map(([ingredient, percent]) => ({ ingredient, percent }));

/** Grams of a stage as a baker would write them on paper. */
function grams(scaled: ScaledFormula, slug: string): Record<string, number> {
  const stage = [...scaled.parts, ...scaled.steps].find((each) => each.slug === slug);
  assert.ok(stage, slug);
  const on = [...stage.lines.map(({ ingredient, mass }) => [ingredient.slug, mass] as const), ...stage.holds.map(({ slug: held, mass }) => [held, mass] as const)]; // prettier-ignore
  return Object.fromEntries(on.map(([name, mass]) => [name, Number((mass * 1000).toFixed(1))]));
}

test('stiff overnight pre-ferment, water in two goes, oil last', () => {
  const formula = formulaOf({
    lines: lines({ durum: 60, 'bread-flour': 40, water: 70, salt: 2, 'instant-yeast': 0.3, 'olive-oil': 3 }),
    parts: [{ slug: 'stiff', name: 'Stiff', kind: 'biga', lines: lines({ 'bread-flour': 35, water: 17.5, 'instant-yeast': 0.07 }) }], // prettier-ignore
    additions: [
      { slug: 'last-water', name: 'Last water', kind: 'hold-back', lines: lines({ water: 6 }) },
      { slug: 'oil', name: 'Oil', kind: 'late', lines: lines({ 'olive-oil': 3 }) },
    ],
  });
  const scaled = must(scaleTo(formula, { by: 'flour', mass: 10 }));
  // 60 + 40 + 70 + 2 + 0.3 + 3 = 175.3 % of 10 kg
  assert.equal(scaled.dough.toFixed(3), '17.530');
  // 35, 17.5 and 0.07 % of 10 kg; together 5 257 g
  assert.deepEqual(grams(scaled, 'stiff'), { 'bread-flour': 3500, water: 1750, 'instant-yeast': 7 });
  // Flour 40 − 35 = 5 %; water 70 − 17.5 − 6 = 46.5 %; yeast 0.3 − 0.07 = 0.23 %
  assert.deepEqual(grams(scaled, 'mix'), { durum: 6000, 'bread-flour': 500, water: 4650, salt: 200, 'instant-yeast': 23, stiff: 5257 }); // prettier-ignore
  assert.deepEqual(grams(scaled, 'last-water'), { water: 600 });
  assert.deepEqual(grams(scaled, 'oil'), { 'olive-oil': 300 });
  // Over the 6 500 g of flour in the mix: salt 200 / 6 500, pre-ferment 5 257 / 6 500
  assert.equal(scaled.facts.saltOfFinalMix?.toFixed(3), '3.077');
  assert.equal(scaled.facts.prefermentOfFinalMix?.toFixed(2), '80.88');
});

test('rye sour in two stages with keep-back and loss, and a soaker', () => {
  const formula = formulaOf({
    lines: lines({ rye: 70, 'bread-flour': 30, water: 90, salt: 2, 'sunflower-seeds': 10 }),
    parts: [
      { slug: 'first', name: 'First', kind: 'sour', into: 'full', lines: lines({ rye: 6, water: 6 }), seed: { flour: 8 }, keepBack: 0.05 }, // prettier-ignore
      { slug: 'full', name: 'Full', kind: 'sour', lines: lines({ rye: 30, water: 24 }), loss: 2 },
      { slug: 'seeds', name: 'Seeds', kind: 'soaker', lines: lines({ 'sunflower-seeds': 10, water: 10 }) },
    ],
  });
  const scaled = must(scaleTo(formula, { by: 'flour', mass: 20 }));
  assert.equal(scaled.dough.toFixed(3), '40.400'); // 202 % of 20 kg
  const [first, full] = scaled.parts;
  // Full sour: 6 + 6 + 30 + 24 = 66 % → 13 200 g; ÷ 0.98 = 13 469.4 g
  assert.equal(full?.build.toFixed(4), '13.4694');
  // First sour in it: 12/66 of 13 469.4 = 2 449.0 g, and 50 g kept back
  assert.equal(first?.build.toFixed(4), '2.4990');
  // Seed 1 : 8 of flour, seed half flour: 6 % of flour = 8 s + 0.5 s → s = 0.70588 % of 12 % → 147.0 g
  assert.equal(first?.seed?.mass.toFixed(4), '0.1470');
  // Flour of the first stage 1 249.5 − 73.5 from the seed
  assert.deepEqual(grams(scaled, 'first'), { rye: 1176, water: 1176 });
  assert.deepEqual(grams(scaled, 'full'), { rye: 6122.4, water: 4898, first: 2449 });
  assert.deepEqual(grams(scaled, 'seeds'), { 'sunflower-seeds': 2000, water: 2000 });
  // Rye 70 − 36, water 90 − 6 − 24 − 10
  assert.deepEqual(grams(scaled, 'mix'), { rye: 6800, 'bread-flour': 6000, water: 10_000, salt: 400, full: 13_200, seeds: 4000 }); // prettier-ignore
  assert.equal(scaled.facts.prefermentedFlour, 36);
  assert.equal(scaled.facts.wholeGrain.toFixed(1), '70.0');
  assert.equal(scaled.facts.inoculation.toFixed(2), ((66 / 202) * 100).toFixed(2));
});

test('enriched dough: water, fat and sugar inside egg, milk, butter and yeast', () => {
  const facts = factsOf(
    must(
      splitFormula(
        formulaOf({
          lines: lines({ 'bread-flour': 100, milk: 44, 'whole-egg': 12, sugar: 16, butter: 20, 'fresh-yeast': 4, salt: 1.5 }), // prettier-ignore
        }),
      ),
    ),
  );
  assert.equal(facts.hydration, 0);
  // 44 × 0.87 + 12 × 0.75 + 20 × 0.16 + 4 × 0.70
  assert.equal(facts.trueHydration.toFixed(2), '53.28');
  // 44 × 0.036 + 12 × 0.10 + 20 × 0.82
  assert.equal(facts.fat.toFixed(3), '19.184');
  // 16 + 44 × 0.048
  assert.equal(facts.sugar.toFixed(3), '18.112');
  assert.deepEqual([facts.salt, facts.yield, facts.prefermentedFlour], [1.5, 197.5, 0]);
});

test('composite piece: core of the dough, wrapper of a cocoa branch', () => {
  const formula = formulaOf({
    lines: lines({ 'bread-flour': 100, water: 60, salt: 2 }),
    branches: [{ slug: 'cocoa', name: 'Cocoa', lines: lines({ cocoa: 5, water: 4 }) }],
    products: [
      {
        slug: 'swirl',
        name: 'Swirl',
        scaledWeight: 0.09,
        parts: [
          { dough: 'base', role: 'core', percent: 60 },
          { dough: 'cocoa', role: 'wrapper', percent: 40 },
        ],
      },
    ],
    processLoss: 0,
  });
  const scaled = must(scaleFormula(formula, [{ product: 'swirl', pieces: 100, scaledWeight: 0.09 }]));
  // Core 100 × 54 g = 5 400 g; wrapper 3 600 g, of which 162/171 is the dough itself: 3 410.5 g
  assert.equal(scaled.dough.toFixed(4), '8.8105');
  assert.equal(scaled.flour.toFixed(4), '5.4386'); // ÷ 1.62
  const [cocoa] = scaled.branches;
  assert.equal(cocoa?.base.toFixed(4), '3.4105');
  // Flour in the branch 2 105.3 g: 5 % and 4 % of it
  assert.deepEqual(
    cocoa?.lines.map(({ mass }) => mass.toFixed(4)),
    ['0.1053', '0.0842'],
  );
});

test('old dough as a pre-ferment', () => {
  const formula = formulaOf({
    lines: lines({ 'bread-flour': 100, water: 60, salt: 2, 'instant-yeast': 1 }),
    parts: [{ slug: 'old', name: 'Old dough', kind: 'old-dough', lines: lines({ 'bread-flour': 20, water: 12, salt: 0.4, 'instant-yeast': 0.2 }) }], // prettier-ignore
  });
  const scaled = must(scaleTo(formula, { by: 'dough', mass: 8.15 })); // 163 % of 5 kg
  assert.equal(scaled.flour.toFixed(4), '5.0000');
  assert.deepEqual(grams(scaled, 'mix'), { 'bread-flour': 4000, water: 2400, salt: 80, 'instant-yeast': 40, old: 1630 }); // prettier-ignore
  const basis = finalMixBasis(scaled.split);
  // 1 630 g over 4 000 g of flour; salt 80 over 4 000
  assert.equal(basis?.parts[0]?.percent.toFixed(2), '40.75');
  assert.equal(basis?.lines.find(({ ingredient }) => ingredient.slug === 'salt')?.percent.toFixed(2), '2.00');
});

test('a stiff levain from a liquid seed', () => {
  const formula = formulaOf({
    lines: lines({ 'bread-flour': 100, water: 65, salt: 2 }),
    parts: [{ slug: 'stiff', name: 'Stiff', kind: 'levain', lines: lines({ 'bread-flour': 20, water: 10 }), seed: { flour: 3, lines: lines({ 'bread-flour': 100, water: 100 }) } }], // prettier-ignore
  });
  const scaled = must(scaleTo(formula, { by: 'flour', mass: 7 }));
  // 20 % = 3 s + s/2 → s = 5.714 % of 7 kg = 400 g, half of it flour; new flour 1 400 − 200, new water 700 − 200
  assert.equal(scaled.parts[0]?.seed?.mass.toFixed(4), '0.4000');
  assert.deepEqual(grams(scaled, 'stiff'), { 'bread-flour': 1200, water: 500 });
});

test('the same dough from pieces, baked weight, dough, flour and the ingredient that limits', () => {
  const loaves = must(scaleFormula(quayCountry, [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }]));
  const same = (target: Parameters<typeof scaleTo>[1]) =>
    assert.equal(must(scaleTo(quayCountry, target)).flour.toFixed(6), loaves.flour.toFixed(6));
  same({ by: 'baked', order: [{ product: 'quay-loaf', pieces: 36, bakedWeight: 0.84 * 0.86 }] }); // 14 % lost in the oven
  same({ by: 'dough', mass: loaves.dough });
  same({ by: 'flour', mass: loaves.flour });
  same({ by: 'ingredient', ingredient: 'rye', mass: loaves.flour * 0.05 });
});
