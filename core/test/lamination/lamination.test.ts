import assert from 'node:assert/strict';
import { describe, it, test } from 'node:test';
import fc from 'fast-check';
import {
  densityOf,
  layersOf,
  layerThickness,
  minutesUntil,
  sheetLength,
  trianglePlan,
  trianglesOf,
  volumeOf,
  sheetAt,
} from '@jovet/core/lamination';
import { demoFormula } from '../demo.ts';

const fixed = (value: number, digits: number) => Number(value.toFixed(digits));
const L1 = { dough: 6, fat: 1.5 };

describe('worked cases of lamination', () => {
  test('L1: 6 kg of dough with 1.5 kg of fat, a single and a double turn, at 4 mm', () => {
    assert.deepEqual([fixed(volumeOf(L1) * 1000, 3), fixed(densityOf(L1), 1)], [6.866, 1092.4]);
    const layers = layersOf(1, ['single', 'double']);
    assert.deepEqual(layers, { fat: 12, all: 25 });
    const { fat, dough } = layerThickness(L1, layers, 4);
    assert.deepEqual([fixed(fat, 3), fixed(dough, 3)], [0.08, 0.234]);
    const length = sheetLength(L1, 0.6, 4);
    assert.equal(fixed(length, 3), 2.861);
    const pieces = 2 * trianglesOf(length, 0.09);
    assert.equal(pieces, 124);
    const each = 0.5 * 0.09 * 0.3 * 0.004 * densityOf(L1);
    assert.deepEqual([fixed(each * 1000, 1), fixed(100 * (1 - (pieces * each) / 7.5), 1)], [59, 2.5]);
  });

  test('L2: 80 pieces of 65 g, base 9, height 28, in two strips', () => {
    const plan = trianglePlan(
      { pieces: 80, mass: 0.065, base: 0.09, height: 0.28, strips: 2 },
      densityOf(L1),
    );
    assert.deepEqual(
      [fixed(plan.thickness, 2), plan.eachStrip, fixed(plan.length, 3), fixed(plan.width, 2), fixed(plan.kilograms, 2)],
      [4.72, 40, 1.845, 0.56, 5.33],
    ); // prettier-ignore
  });

  test('L3: that sheet from 8 to 16 °C in a room of 22 °C, at 8 mm and at 4', () => {
    assert.deepEqual([8, 4].map((mm) => fixed(minutesUntil(L1, mm, 8, 16, 22), 1)), [24.8, 12.4]);
    assert.equal(minutesUntil(L1, 8, 17, 16, 22), 0);
    assert.equal(minutesUntil(L1, 8, 8, 16, 16), Infinity);
  }); // prettier-ignore
});

describe('whatever is laminated', () => {
  const laminate = fc.record({
    dough: fc.double({ min: 0.5, max: 60, noNaN: true }),
    fat: fc.double({ min: 0.1, max: 20, noNaN: true }),
  });
  const turns = fc.array(fc.constantFrom('half' as const, 'single' as const, 'double' as const), {
    maxLength: 5,
  });

  test('all layers together are as thick as the sheet', () => {
    fc.assert(
      fc.property(
        laminate,
        fc.integer({ min: 1, max: 3 }),
        turns,
        fc.double({ min: 1, max: 20, noNaN: true }),
        (of, lockedIn, folded, mm) => {
          const layers = layersOf(lockedIn, folded);
          const { fat, dough } = layerThickness(of, layers, mm);
          assert.ok(Math.abs(fat * layers.fat + dough * (layers.all - layers.fat) - mm) < 1e-9);
        },
      ),
    );
  });

  test('the sheet of a cut plan gives the pieces that were wanted, and no more than a strip of trim beyond them', () => {
    const wanted = fc.record({
      pieces: fc.integer({ min: 1, max: 400 }),
      mass: fc.double({ min: 0.02, max: 0.2, noNaN: true }),
      base: fc.double({ min: 0.05, max: 0.15, noNaN: true }),
      height: fc.double({ min: 0.1, max: 0.35, noNaN: true }),
      strips: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(laminate, wanted, (of, want) => {
        const plan = trianglePlan(want, densityOf(of));
        assert.ok(plan.strips * trianglesOf(plan.length, want.base) >= want.pieces);
        // Half a piece at each end of a strip, and what rounds the strips up.
        assert.ok(plan.trim > 0 && plan.trim <= want.mass * (2 * want.strips) + 1e-9, `${plan.trim}`);
      }),
    );
  });

  test('thicker is slower, warmer rooms are quicker', () => {
    fc.assert(
      fc.property(laminate, fc.double({ min: 2, max: 10, noNaN: true }), (of, mm) => {
        assert.ok(minutesUntil(of, mm * 2, 8, 16, 22) > minutesUntil(of, mm, 8, 16, 22));
        assert.ok(minutesUntil(of, mm, 8, 16, 28) < minutesUntil(of, mm, 8, 16, 22));
      }),
    );
  });
});

describe('the sheet of a way', () => {
  it('has the layers of its turns so far, as thick as its step says, and nothing before the fat is in', () => {
    const formula = structuredClone(demoFormula('butter-crescents'));
    formula.doc.way = formula.doc.way.map((step) =>
      step.slug === 'turn-2' && step.kind === 'turn' ? { ...step, turn: 'double', thickness: 8 } : step,
    );
    const at = (slug: string) =>
      sheetAt(
        formula,
        formula.doc.way.findIndex((step) => step.slug === slug),
        6,
        8,
        22,
      );
    assert.equal(at('bulk'), null);
    assert.deepEqual(at('lock-in')?.layers, { fat: 1, all: 3 });
    const second = at('turn-2');
    assert.deepEqual(second?.layers, { fat: 12, all: 25 });
    assert.ok(Math.abs((second?.of.fat ?? 0) - 6 * 0.27) < 1e-9);
    assert.ok(second?.each && Math.abs(12 * second.each.fat + 13 * second.each.dough - 8) < 1e-9);
    assert.ok(
      second.soft !== null && second.soft > 24.8 && second.soft < 45,
      'to 18 °C it takes longer than to 16',
    );
    assert.equal(at('turn-1')?.each, null);
    const lean = { ...formula, doc: { ...formula.doc, coatings: [] } };
    assert.equal(sheetAt(lean, 5, 6, 8, 22), null);
  });
});
