import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { finalMixBasis } from '@jovet/core/formula/sums';
import { overallBasis } from '../../src/formula/sums/basis.ts';
import { percentOf, totalOf } from '../../src/formula/lines.ts';
import { scaleFormula, splitFormula } from '@jovet/core/formula/scale';
import type { Formula, PieceOrder } from '@jovet/core/formula';
import { DEMO_FORMULAS, demoFormula, must, quayCountry, thirtySixLoaves } from '../demo.ts';
import { formulas } from './any-formula.ts';

const grams = (kg: number) => Number((kg * 1000).toFixed(1));

test('case F1: 36 × 840 g of Quay Country', () => {
  const scaled = must(scaleFormula(quayCountry, thirtySixLoaves));
  assert.equal(grams(scaled.dough), 30_857.1);
  assert.equal(grams(scaled.flour), 17_325.7);
  const [levain] = scaled.parts;
  assert.ok(levain?.seed);
  assert.equal(grams(levain.build), 4851.2);
  assert.equal(grams(levain.seed.mass), 539);
  const weighed = Object.fromEntries(
    levain.lines.map(({ ingredient, mass }) => [ingredient.slug, grams(mass)]),
  );
  assert.deepEqual(weighed, { 'bread-flour': 1078, 'whole-wheat': 1078, water: 2156.1 });
  const final = Object.fromEntries(
    scaled.finalMix.lines.map((line) => [line.ingredient.slug, grams(line.mass)]),
  );
  assert.deepEqual(final, {
    'bread-flour': 12_647.8,
    'whole-wheat': 1386.1,
    rye: 866.3,
    water: 10_742,
    salt: 363.8,
  });
  assert.deepEqual(
    scaled.finalMix.holds.map(({ slug, mass }) => [slug, grams(mass)]),
    [['levain', 4851.2]],
  );
  assert.equal(scaled.facts.prefermentOfFinalMix?.toFixed(2), '32.56');
  assert.equal(scaled.facts.saltOfFinalMix?.toFixed(3), '2.442');
  assert.equal(scaled.facts.wholeGrain.toFixed(1), '20.0');
  assert.deepEqual(
    [scaled.facts.hydration, scaled.facts.prefermentedFlour, scaled.facts.salt],
    [76, 14, 2.1],
  );
});

test('keep-back and loss enlarge the build, not the dough', () => {
  const doc = structuredClone(quayCountry.doc);
  Object.assign(doc.parts[0] ?? {}, { keepBack: 0.1, loss: 5 });
  const scaled = must(scaleFormula({ ...quayCountry, doc }, thirtySixLoaves));
  assert.equal(grams(scaled.parts[0]?.build ?? 0), grams((4.8512 + 0.1) / 0.95));
  assert.equal(grams(scaled.finalMix.holds[0]?.mass ?? 0), 4851.2);
});

const orders: fc.Arbitrary<PieceOrder[]> = fc.array(
  fc.record({
    product: fc.constant('quay-loaf'),
    pieces: fc.integer({ min: 1, max: 500 }),
    scaledWeight: fc.double({ min: 0.03, max: 3, noNaN: true }),
  }),
  { minLength: 1, maxLength: 4 },
);
const close = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));

test('the stages sum to the overall formula, ingredient by ingredient, and to the dough', () => {
  fc.assert(
    fc.property(formulas, orders, (formula, order) => {
      const scaled = must(scaleFormula(formula, order));
      const { split } = scaled;
      for (const { ingredient, percent } of split.overall) {
        const staged = [...split.parts, ...split.steps].reduce(
          (sum, stage) => sum + percentOf(stage.lines, ingredient.slug),
          0,
        );
        assert.ok(close(staged, percent), ingredient.slug);
      }
      const poured = scaled.steps.reduce(
        (sum, step) => [...step.lines, ...step.holds].reduce((inStep, { mass }) => inStep + mass, sum),
        0,
      );
      assert.ok(close(poured, scaled.dough));
      for (const built of scaled.parts) {
        const inIt = [...built.lines, ...built.holds].reduce(
          (sum, { mass }) => sum + mass,
          built.seed?.mass ?? 0,
        );
        assert.ok(close(inIt, built.build), built.slug);
        const { keepBack, loss } = formula.doc.parts.find(({ slug }) => slug === built.slug) ?? {
          keepBack: 0,
          loss: 0,
        };
        assert.ok(close(built.build * (1 - loss / 100) - keepBack, built.needed), built.slug);
      }
    }),
  );
});

test('whole-formula and final-mix bases convert there and back', () => {
  const roundTrips = (formula: Formula) => {
    const split = must(splitFormula(formula));
    const basis = finalMixBasis(split);
    assert.ok(basis);
    const back = overallBasis(basis);
    for (const line of split.overall) {
      assert.ok(close(percentOf(back, line.ingredient.slug), line.percent), line.ingredient.slug);
    }
  };
  fc.assert(fc.property(formulas, roundTrips));
  for (const slug of DEMO_FORMULAS) roundTrips(demoFormula(slug));
});

test('scaling is linear, and rounding is within half a step on every line', () => {
  fc.assert(
    fc.property(formulas, orders, fc.integer({ min: 2, max: 9 }), (formula, order, times) => {
      // What is kept back is a fixed mass; without it everything is in proportion.
      formula.doc.parts.forEach((each) => Object.assign(each, { keepBack: 0 }));
      const once = must(scaleFormula(formula, order));
      const more = must(scaleFormula(formula, order.map((line) => ({ ...line, pieces: line.pieces * times })))); // prettier-ignore
      const lines = (of: typeof once) => [...of.parts, ...of.steps].flatMap((stage) => stage.lines);
      lines(once).forEach((line, index) => {
        assert.ok(close((lines(more)[index]?.mass ?? 0) / times, line.mass));
        assert.ok(Math.abs(line.weighed - line.mass) <= line.ingredient.scaleStep / 2 + 1e-9);
      });
    }),
  );
});

test('every dough of the demo bakery can be made, and its stages are its dough', () => {
  for (const slug of DEMO_FORMULAS) {
    const { doc, ingredients } = demoFormula(slug);
    const order = doc.products.map(({ slug: product, scaledWeight }) => ({
      product,
      pieces: 30,
      scaledWeight,
    }));
    const scaled = must(scaleFormula({ doc, ingredients }, order));
    const made = scaled.branches.reduce((sum, { mass, base }) => sum + mass - base, scaled.dough);
    assert.ok(close(made * (1 - doc.processLoss / 100), scaled.pieceMass), slug);
    assert.ok(close(totalOf(scaled.split.overall), scaled.facts.yield), slug);
  }
});

test('a weight too small for its scale is said', () => {
  const scaled = must(scaleFormula(quayCountry, [{ product: 'quay-roll', pieces: 1, scaledWeight: 0.03 }]));
  assert.ok(scaled.drift.some((sentence) => sentence.startsWith('Salt')));
});
