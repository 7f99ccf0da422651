import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  againstRule,
  againstUsual,
  allergensOf,
  allergenText,
  costOf,
  factsOf,
} from '@jovet/core/formula/facts';
import {
  bathOf,
  compareFormulas,
  dividerHeads,
  doughForTin,
  redivide,
  substituteFlour,
  tinForDough,
  whatIf,
  withAskedWater,
} from '@jovet/core/formula/sums';
import { equalBatches, scaleTo, splitFormula, specificHeatOf } from '@jovet/core/formula/scale';
import type { Formula } from '@jovet/core/formula';
import { demoFormula, larder, must, problemsOf, quayCountry } from '../demo.ts';

const fixed = (value: number, digits = 1) => Number(value.toFixed(digits));
const ingredient = (slug: string) => {
  const found = larder.find((each) => each.slug === slug);
  assert.ok(found, slug);
  return found;
};
const split = (formula: Formula) => must(splitFormula(formula));

test('the larder: at least 60 ingredients, every one with a source and its allergens', () => {
  assert.ok(larder.length >= 60, `${larder.length}`);
  for (const each of larder) assert.notEqual(each.source, '', each.slug);
  const gluten = ['wheat', 'spelt', 'durum', 'rye', 'barley', 'oat'];
  for (const each of larder)
    if (each.kind === 'flour')
      assert.equal(each.allergens.includes('gluten'), gluten.includes(each.grain ?? ''), each.slug);
  assert.equal(specificHeatOf(ingredient('butter')), 4.5);
  // 0.17 × 4.18 + 0.82 × 1.25 + 0.01 × 1.8
  assert.equal(fixed(specificHeatOf(ingredient('honey')), 4), 1.7536);
});

test('a divider: whole heads with their mass, or the rest by hand', () => {
  // 100 rolls of 60 g, 30 at once: 4 heads of 1 800 g make 120; or 3 heads and 10 by hand
  assert.deepEqual(must(dividerHeads(100, 0.06, 30)), { headMass: 1.7999999999999998, heads: 4, made: 120, extra: 20, wholeHeads: 3, byHand: 10 }); // prettier-ignore
  assert.match(problemsOf(dividerHeads(100, 0.06, 1))['count'] ?? '', /at least 2/);
});

test('re-divide: a little is spread, much becomes pieces, too little makes the last one short', () => {
  const order = [
    { product: 'large', pieces: 10, scaledWeight: 1 },
    { product: 'small', pieces: 20, scaledWeight: 0.5 },
  ];
  const said = (mass: number) => must(redivide(mass, order)).sentence;
  const pieces = (mass: number) => must(redivide(mass, order)).lines.map((line) => line.pieces);
  const spread = must(redivide(20.2, order)); // 1 % more
  assert.equal(fixed(spread.lines[0]?.scaledWeight ?? 0, 3), 1.01);
  assert.equal(spread.sentence, '0.20 kg more than ordered: spread 200 g over all pieces.');
  assert.deepEqual(pieces(21.6), [10, 23]); // 1.6 kg more: 3 small, 100 g spread
  assert.equal(said(21.6), '1.60 kg more than ordered: make 3 more small; spread 100 g over all pieces.');
  assert.deepEqual(pieces(19.85), [10, 20], 'a little less is spread'); // 0.75 % light
  assert.deepEqual(pieces(19.7), [10, 19], 'and no more than one is short of 300 g'); // 1.5 % light
  assert.deepEqual(pieces(9.2), [9, 0]); // 10.8 kg too little: all 20 small and 1 large
  assert.equal(said(9.2), '10.80 kg less than ordered: large is short of 1; small is short of 20; spread 200 g over all pieces.');
  assert.deepEqual(pieces(9.6), [9, 1], 'where a large one is short, a small one is made of the rest');
  assert.equal(said(20), 'The dough is exactly what was ordered.');
  const one = [{ product: 'wreath', pieces: 2, scaledWeight: 1 }];
  assert.equal(must(redivide(2.5, one)).sentence, '0.50 kg more than ordered: 500 g is left over, too little for a piece.');
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 60, noNaN: true }), (mass) => {
      const { lines, sentence } = must(redivide(mass, order));
      const used = lines.reduce((sum, line) => sum + line.pieces * line.scaledWeight, 0);
      assert.ok(used <= mass + 1e-9, `${used} of ${mass}`);
      assert.ok(mass - used < 0.5 + 1e-9, 'less than the smallest piece is left');
      assert.doesNotMatch(sentence, /make 0|short of 0/);
      for (const [index, line] of lines.entries()) {
        const factor = line.scaledWeight / (order[index]?.scaledWeight ?? 1);
        assert.ok(factor > 0.99 - 1e-9 && factor < 1.03 + 1e-9, `${factor} of its weight`);
        // One more of what is short would make all of them too light.
        const more = lines.reduce((sum, each, at) => sum + (each.pieces + (at === index ? 1 : 0)) * (order[at]?.scaledWeight ?? 0), 0);
        if (line.pieces < line.ordered) assert.ok(mass < 0.99 * more + 1e-9, `${line.product} is short of more than needed at ${mass}`);
      }
    }),
  );
}); // prettier-ignore

test('equal batches for a mixer, and a batch too small for it', () => {
  const mixer = { name: 'Big mixer', minDough: 8, maxDough: 45 };
  assert.deepEqual(must(equalBatches(100, mixer)), { count: 3, each: 100 / 3, caution: null });
  assert.equal(must(equalBatches(45, mixer)).count, 1);
  assert.match(
    must(equalBatches(5, mixer)).caution ?? '',
    /5\.0 kg is less than Big mixer moves well \(8\.0 kg\)/,
  );
});

test('tins: volume to scaled weight and back', () => {
  assert.equal(doughForTin(2.6, 2.6), 1);
  assert.equal(tinForDough(doughForTin(2.1, 1.7), 1.7), 2.1);
});

test('a bath states its basis: 4 % of water is not 4 % of solution', () => {
  // 40 g pure to 1 kg of water, 98 %: 40.82 g of flakes
  const water = must(bathOf({ basis: 'water', percent: 4, purity: 0.98, given: 'water', mass: 1 }));
  assert.equal(fixed(water.agent * 1000, 2), 40.82);
  assert.match(water.sentence, /4\.0 % of the water: 40 g pure to 1 kg of water/);
  // 40 g pure in 1 kg of bath: 40.82 g and 959.18 g of water
  const solution = must(bathOf({ basis: 'solution', percent: 4, purity: 0.98, given: 'solution', mass: 1 }));
  assert.deepEqual([fixed(solution.agent * 1000, 2), fixed(solution.water * 1000, 2)], [40.82, 959.18]);
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 40, noNaN: true }), fc.constantFrom('water', 'solution'), fc.constantFrom('water', 'solution'), (percent, basis, given) => {
      const bath = must(bathOf({ basis, percent, purity: 0.9, given, mass: 3 }));
      assert.ok(Math.abs((basis === 'water' ? bath.ofWater : bath.ofSolution) - percent) < 1e-9);
      assert.ok(Math.abs(bath[given] - 3) < 1e-9);
    }),
  ); // prettier-ignore
  assert.match(problemsOf(bathOf({ basis: 'solution', percent: 60, purity: 0.5, given: 'water', mass: 1 }))['percent'] ?? '', /stronger than what is bought/); // prettier-ignore
  assert.match(problemsOf(bathOf({ basis: 'water', percent: 4, purity: 0, given: 'water', mass: 1 }))['purity'] ?? '', /package/); // prettier-ignore
});

test('another flour asks for water again by absorption', () => {
  // 15 % whole wheat (70) becomes rye (80): 76 + 15 × (80 − 70)/100 = 77.5
  const swapped = must(substituteFlour(quayCountry, 'whole-wheat', ingredient('rye'), 15));
  assert.deepEqual([swapped.water?.now, swapped.water?.asked], [76, 77.5]);
  assert.match(
    swapped.sentence,
    /Rye takes 80 % water where Whole wheat takes 70 %: 76\.0 % becomes 77\.5 %/,
  );
  const made = split(withAskedWater(swapped));
  assert.equal(fixed(factsOf(made).hydration), 77.5);
  assert.equal(made.overall.find((line) => line.ingredient.slug === 'rye')?.percent, 20);
  assert.equal(made.parts[0]?.lines.find((line) => line.ingredient.slug === 'rye')?.percent, 7);
  // Half of it: the levain keeps half of its whole wheat
  const half = split(must(substituteFlour(quayCountry, 'whole-wheat', ingredient('rye'), 7.5)).formula);
  assert.deepEqual(half.parts[0]?.lines.map(({ percent }) => percent), [7, 3.5, 3.5, 14]); // prettier-ignore
  assert.match(
    problemsOf(substituteFlour(quayCountry, 'whole-wheat', ingredient('rye'), 20))['percent'] ?? '',
    /15\.0 %/,
  );
  assert.match(
    problemsOf(substituteFlour(quayCountry, 'salt', ingredient('rye'), 1))['to'] ?? '',
    /Only a flour/,
  );
  const unknown = { ...ingredient('rye'), absorption: null };
  assert.match(
    must(substituteFlour(quayCountry, 'whole-wheat', unknown, 15)).sentence,
    /absorption of Rye is not known/,
  );
});

test('what if: the formula itself stays', () => {
  const before = structuredClone(quayCountry);
  const wetter = split(whatIf(quayCountry, { hydration: 78, salt: 2, parts: { levain: 20 } }));
  const facts = factsOf(wetter);
  assert.deepEqual([fixed(facts.hydration), facts.salt, fixed(facts.prefermentedFlour)], [78, 2, 20]);
  assert.equal(wetter.parts[0]?.lines[2]?.percent, 20);
  assert.deepEqual(quayCountry, before);
  const rye = demoFormula('tidewater-rye');
  const chain = split(whatIf(rye, { parts: { 'full-sour': 42 } }));
  assert.equal(fixed(factsOf(chain).prefermentedFlour), 42);
  assert.equal(fixed(chain.parts[0]?.lines[0]?.percent ?? 0, 3), 8.4); // 7 of 35 stays a fifth
});

test('read-outs against what is usual, and the rule of the bakery for whole grain', () => {
  const facts = factsOf(split(quayCountry));
  assert.equal(againstUsual(facts, 'hearth').salt.sentence, null);
  assert.match(againstUsual({ ...facts, salt: 2.6 }, 'hearth').salt.sentence ?? '', /Salt of 2\.6 % is above the 1\.6 to 2\.3 % usual for a hearth bread/); // prettier-ignore
  assert.match(
    againstUsual(facts, 'rolls').trueHydration.sentence ?? '',
    /above the 48 to 65 %.*slack dough/,
  );
  assert.deepEqual(againstRule(20, { name: 'Ours', least: 50 }), { met: false, sentence: '30 % short of “Ours” (50 %).' }); // prettier-ignore
  assert.ok(againstRule(50, { name: 'Ours', least: 50 }).met);
});

test('allergens of a product come from its own dough, branch, topping and wash', () => {
  const knots = demoFormula('cardamom-knots');
  const [plain, cocoa] = knots.doc.products;
  assert.ok(plain && cocoa);
  assert.equal(allergenText(allergensOf(knots, plain)), 'gluten (wheat), egg, milk');
  const doc = structuredClone(knots.doc);
  doc.branches[0]?.lines.push({ ingredient: 'almonds', percent: 10 });
  const nutty = { doc, ingredients: [...knots.ingredients, ingredient('almonds')] };
  assert.equal(allergenText(allergensOf(nutty, plain)), 'gluten (wheat), egg, milk');
  assert.equal(allergenText(allergensOf(nutty, cocoa)), 'gluten (wheat), egg, milk, nuts');
});

test('cost of a piece: dough with its loss, extras, yield; an unpriced ingredient is named', () => {
  const doc = structuredClone(quayCountry.doc);
  doc.coatings = [];
  doc.lines = [
    { ingredient: 'bread-flour', percent: 100, group: '' },
    { ingredient: 'water', percent: 60, group: '' },
    { ingredient: 'hazelnuts', percent: 40, group: '' },
  ];
  doc.parts = [];
  doc.products = [{ slug: 'nut', name: 'Nut', scaledWeight: 1, parts: [], extras: [{ use: 'topping', ingredient: 'salt', mass: 0.01 }], bakeLoss: 20, way: null, over: null }]; // prettier-ignore
  const priced = { 'bread-flour': 100, hazelnuts: 950, salt: 50 } as Record<string, number>;
  const ingredients = ['bread-flour', 'water', 'hazelnuts', 'salt'].map((slug) => ({ ...ingredient(slug), cost: priced[slug] ?? null })); // prettier-ignore
  const cost = (formula: Formula) => costOf(formula, must(scaleTo(formula, { by: 'flour', mass: 1 })));
  const [piece] = cost({ doc, ingredients }).pieces;
  // (100 × 1.00 + 40 × 9.50/0.95) / 200 = 2.50 for a kg of dough, ÷ 0.98 for the loss; 10 g of salt 0.005
  assert.equal(fixed(piece?.dough ?? 0, 4), fixed(250 / 0.98, 4));
  assert.equal(piece?.extras, 0.5);
  // 1.01 kg in the oven, 20 % lost
  assert.equal(fixed(piece?.perKilogram ?? 0, 4), fixed((250 / 0.98 + 0.5) / 0.808, 4));
  const unpriced = cost({ doc, ingredients: ingredients.map((each) => ({ ...each, cost: null })) });
  assert.deepEqual(unpriced.unpriced.map(({ slug }) => slug), ['bread-flour', 'hazelnuts', 'salt']); // prettier-ignore
});

test('two formulas side by side: what differs is counted, what one has not is empty', () => {
  const side = (formula: Formula) => ({ doc: formula.doc, split: split(formula) });
  assert.equal(compareFormulas(side(quayCountry), side(quayCountry)).differences, 0);
  const wetter = compareFormulas(side(quayCountry), side(whatIf(quayCountry, { hydration: 78 })));
  assert.equal(wetter.differences, 2); // water overall and in the mix
  const rye = compareFormulas(side(quayCountry), side(demoFormula('tidewater-rye')));
  const overall = rye.stages.find(({ key }) => key === 'overall');
  assert.deepEqual(
    overall?.rows.find(({ key }) => key === 'linseed'),
    { key: 'linseed', name: 'Linseed', unit: '%', a: null, b: 5, changed: true },
  );
  assert.ok(rye.stages.some(({ key }) => key === 'full-sour'));
});
