import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  finalMixBasis,
  FormulaDoc,
  overallBasis,
  percentOf,
  scaleFormula,
  splitFormula,
  type Formula,
  type PieceOrder,
} from '@jovet/core/formula';
import { parseWith } from '@jovet/core/problem';
import { must, problemsOf, quayCountry, thirtySixLoaves } from '../demo.ts';

const grams = (kg: number) => Number((kg * 1000).toFixed(1));

test('case F1: 36 × 840 g of Quay Country', () => {
  const scaled = must(scaleFormula(quayCountry, thirtySixLoaves.order));
  assert.equal(grams(scaled.dough), 30_857.1);
  assert.equal(grams(scaled.flour), 17_325.7);
  assert.equal(grams(scaled.levain.build), 4851.2);
  assert.equal(grams(scaled.levain.seed.mass), 539);
  assert.equal(grams(scaled.levain.flours.reduce((sum, line) => sum + line.mass, 0)), 2156.1);
  assert.equal(grams(scaled.levain.water.mass), 2156.1);
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
  assert.equal(grams(scaled.finalMix.levain.mass), 4851.2);
  assert.equal(scaled.facts.levainOfFinalMix.toFixed(2), '32.56');
  assert.equal(scaled.facts.saltOfFinalMix.toFixed(3), '2.442');
  assert.equal(scaled.facts.wholeGrain.toFixed(1), '20.0');
  assert.deepEqual(
    [scaled.facts.hydration, scaled.facts.prefermentedFlour, scaled.facts.salt],
    [76, 14, 2.1],
  );
});

test('keep-back and loss enlarge the build, not the dough', () => {
  const doc = structuredClone(quayCountry.doc);
  doc.levain.keepBack = 0.1;
  doc.levain.loss = 5;
  const scaled = must(scaleFormula({ ...quayCountry, doc }, thirtySixLoaves.order));
  assert.equal(grams(scaled.levain.build), grams((4.8512 + 0.1) / 0.95));
  assert.equal(grams(scaled.finalMix.levain.mass), 4851.2);
});

/** Formulas of the same shape as the demo's, with any flours, water, salt and levain. */
const formulas: fc.Arbitrary<Formula> = fc
  .record({
    whole: fc.double({ min: 8, max: 50, noNaN: true }),
    rye: fc.double({ min: 0, max: 30, noNaN: true }),
    water: fc.double({ min: 50, max: 110, noNaN: true }),
    salt: fc.double({ min: 0, max: 4, noNaN: true }),
    share: fc.double({ min: 1, max: 15, noNaN: true }),
    flour: fc.double({ min: 0.5, max: 10, noNaN: true }),
    stiffness: fc.double({ min: 0.5, max: 1.2, noNaN: true }),
  })
  .map(({ whole, rye, water, salt, share, flour, stiffness }) => {
    const doc = structuredClone(quayCountry.doc);
    doc.lines = [
      { ingredient: 'bread-flour', percent: 100 - whole - rye },
      { ingredient: 'whole-wheat', percent: whole },
      { ingredient: 'rye', percent: rye },
      { ingredient: 'water', percent: water },
      { ingredient: 'salt', percent: salt },
    ];
    doc.levain = { ...doc.levain, flourShare: share, ratio: { flour, water: flour * stiffness } };
    return { ...quayCountry, doc };
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

test('the parts sum to the overall formula, ingredient by ingredient', () => {
  fc.assert(
    fc.property(formulas, orders, (formula, order) => {
      const scaled = must(scaleFormula(formula, order));
      for (const { ingredient, percent } of scaled.split.overall) {
        const inFinal = scaled.finalMix.lines.find((line) => line.ingredient === ingredient)?.mass ?? 0;
        const inLevain = (percentOf(scaled.split.levain, ingredient.slug) * scaled.flour) / 100;
        assert.ok(close(inFinal + inLevain, (percent * scaled.flour) / 100), ingredient.slug);
      }
      const poured = scaled.finalMix.lines.reduce(
        (sum, line) => sum + line.mass,
        scaled.finalMix.levain.mass,
      );
      assert.ok(close(poured, scaled.dough));
      const built = scaled.levain.flours.reduce(
        (sum, line) => sum + line.mass,
        scaled.levain.seed.mass + scaled.levain.water.mass,
      );
      assert.ok(close(built, scaled.levain.build));
    }),
  );
});

test('whole-formula and final-mix bases convert there and back', () => {
  fc.assert(
    fc.property(formulas, (formula) => {
      const split = must(splitFormula(formula));
      const back = overallBasis(finalMixBasis(split));
      for (const line of split.overall) {
        assert.ok(close(percentOf(back, line.ingredient.slug), line.percent), line.ingredient.slug);
      }
    }),
  );
});

test('scaling is linear, and rounding is within half a step on every line', () => {
  fc.assert(
    fc.property(formulas, orders, fc.integer({ min: 2, max: 9 }), (formula, order, times) => {
      const once = must(scaleFormula(formula, order));
      const more = must(scaleFormula(formula, order.map((line) => ({ ...line, pieces: line.pieces * times })))); // prettier-ignore
      once.finalMix.lines.forEach((line, index) => {
        assert.ok(close((more.finalMix.lines[index]?.mass ?? 0) / times, line.mass));
        assert.ok(Math.abs(line.weighed - line.mass) <= line.ingredient.scaleStep / 2 + 1e-9);
      });
    }),
  );
});

test('what cannot be made is said in words at its place', () => {
  const broken = (change: (doc: FormulaDoc) => void) => {
    const doc = structuredClone(quayCountry.doc);
    change(doc);
    return problemsOf(scaleFormula({ ...quayCountry, doc }, thirtySixLoaves.order));
  };
  assert.match(
    broken((doc) =>
      Object.assign(doc.levain, { flourShare: 90, flours: [{ ingredient: 'bread-flour', percent: 100 }] }),
    )['lines.water'] ?? '',
    /Water: Quay levain alone holds 90\.00 % and the formula only 76\.00 %/,
  );
  assert.match(
    broken((doc) => doc.lines.push({ ingredient: 'spelt', percent: 0 }))['lines.5'] ?? '',
    /larder/,
  );
  assert.match(
    broken((doc) => Object.assign(doc.lines[0] ?? {}, { percent: 70 }))['lines'] ?? '',
    /sum to 90\.00 %, not 100 %\. Add 10\.00 %/,
  );
  assert.match(problemsOf(scaleFormula(quayCountry, []))['order'] ?? '', /how many pieces/);
  const twice = parseWith(FormulaDoc, {
    ...quayCountry.doc,
    lines: [...quayCountry.doc.lines, quayCountry.doc.lines[0]],
  });
  assert.match(problemsOf(twice)['lines.5'] ?? '', /twice/);
});

test('a weight too small for its scale is said', () => {
  const doc = structuredClone(quayCountry.doc);
  const scaled = must(
    scaleFormula({ ...quayCountry, doc }, [{ product: 'quay-roll', pieces: 1, scaledWeight: 0.03 }]),
  );
  assert.ok(scaled.drift.some((sentence) => sentence.startsWith('Salt')));
});
