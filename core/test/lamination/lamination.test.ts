import assert from 'node:assert/strict';
import { describe, it, test } from 'node:test';
import fc from 'fast-check';
import { timeConstantIn } from '@jovet/core/dough/course';
import type { Formula, FormulaDoc } from '@jovet/core/formula';
import { CUTS, Step, type StepOf } from '@jovet/core/formula/way';
import {
  areaOf,
  coilAcross,
  cutPlan,
  densityOf,
  layersOf,
  layerThickness,
  lyingHeats,
  minutesUntil,
  outlinesOf,
  passes,
  plasticOf,
  rollingOf,
  sheetLength,
  trianglesOf,
  volumeOf,
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
    const plan = cutPlan(
      { cut: 'triangles', pieces: 80, mass: 0.065, base: 0.09, height: 0.28, strips: 2 },
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
        const plan = cutPlan({ ...want, cut: 'triangles' }, densityOf(of));
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

describe('rolling a laminated dough', () => {
  /** Crescents as they are cut: 9 by 28 cm, two strips, with a single and a double turn. */
  function crescents(more: Partial<StepOf<'shape'>> = {}, changes: Partial<FormulaDoc> = {}): Formula {
    const formula = structuredClone(demoFormula('butter-crescents'));
    const turn = (slug: string, fold: StepOf<'turn'>['turn']) => Step.parse({ kind: 'turn', slug, turn: fold, thickness: 8 });
    const rest = (slug: string) => Step.parse({ kind: 'rest', slug, until: { by: 'minutes', earliest: 30, best: 45, latest: 90 }, stands: [{ place: 'cold' }] });
    const [first = [], last = []] = [formula.doc.way.slice(0, 3), formula.doc.way.slice(-1)];
    formula.doc.way = [
      ...first, Step.parse({ kind: 'lock-in', slug: 'lock-in', thickness: 10 }),
      rest('a'), turn('single', 'single'), rest('b'), turn('double', 'double'), rest('c'), ...last,
    ];
    formula.doc.pieces = formula.doc.pieces.map((step) =>
      step.kind === 'shape' ? { ...step, cut: 'triangles', base: 0.09, height: 0.28, beside: 2, ...more } : step,
    );
    return { ...formula, doc: { ...formula.doc, ...changes } };
  } // prettier-ignore
  const order = (pieces: number) => [{ product: 'butter-crescent', pieces, scaledWeight: 0.065 / 1.27 }];
  const rolled = (formula: Formula, pieces: number) => {
    const rolling = rollingOf(formula, order(pieces));
    assert.ok(rolling);
    return rolling;
  };

  it('goes from pieces to dough and fat, block, passes, turns and the sheet of L2', () => {
    const { of, sheets, products, steps, block, last } = rolled(crescents(), 80);
    const plan = products[0]?.plan;
    assert.equal(sheets, 1);
    assert.ok(plan && plan.eachStrip === 40 && fixed(plan.length, 3) === 1.845);
    assert.ok(Math.abs(of.dough + of.fat - plan.kilograms) < 1e-9 && Math.abs(of.fat - 0.27 * of.dough) < 1e-9);
    assert.deepEqual(steps.map(({ layers }) => layers.fat), [1, 3, 12]);
    assert.deepEqual(steps.map(({ folded }) => folded), [10, 24, 32]);
    assert.ok(Math.abs(block.fat.length ** 2 * 0.01 * 910 - of.fat) < 1e-9, 'the block holds all of the fat');
    assert.ok(Math.abs(block.dough.length - 2 * block.fat.length) < 1e-9, 'and covers half of the dough');
    const end = last[0]?.at(-1) ?? 0;
    assert.ok(Math.abs(end - plan.thickness) < 1e-9, 'it is rolled to what is cut');
    for (const step of steps) {
      const out = step.passes.at(-1) ?? step.from;
      assert.ok(Math.abs(step.length * step.width * (out / 1000) - volumeOf(of)) < 1e-9, 'nothing is lost in rolling');
    }
  }); // prettier-ignore

  it('makes equal sheets that are not too long, and says what is left of all of them', () => {
    const { sheets, products, of } = rolled(crescents(), 500);
    const [first] = products;
    assert.ok(first?.plan && first.plan.length <= 3 && sheets === 4 && first.plan.pieces === 125);
    assert.ok(Math.abs(first.trim - ((of.dough + of.fat) * sheets - 500 * 0.065)) < 1e-9);
    assert.ok(first.again <= first.trim && first.again <= (of.dough + of.fat) * sheets * 0.1 + 1e-9);
  });

  it('lays the coloured dough of a wrapper on top, as large as the sheet', () => {
    const formula = crescents();
    formula.doc.branches = [{ slug: 'cocoa', name: 'Cocoa dough', lines: [{ ingredient: 'cocoa', percent: 8 }] }];
    formula.doc.products = formula.doc.products.map((product) => ({
      ...product, parts: [{ dough: 'base', role: 'core', percent: 85 }, { dough: 'cocoa', role: 'wrapper', percent: 15 }],
    }));
    const { products } = rolled(formula, 80);
    const [plain] = rolled(crescents(), 80).products;
    const [own] = products;
    assert.ok(own?.top && own.plan && plain?.plan && own.plan.thickness < plain.plan.thickness);
    assert.equal(own.top.dough, 'Cocoa dough');
    const volume = own.plan.width * own.plan.length * (own.top.thickness / 1000);
    assert.ok(Math.abs(volume * 1150 - own.top.kilograms) < 1e-9);
  }); // prettier-ignore

  it('has nothing to roll where no fat is folded in, or nothing is wanted', () => {
    assert.equal(rollingOf(crescents({}, { coatings: [] }), order(80)), null);
    assert.equal(rollingOf(crescents(), order(0)), null);
    assert.equal(
      rollingOf(demoFormula('quay-country'), [{ product: 'quay-loaf', pieces: 9, scaledWeight: 0.84 }]),
      null,
    );
  });

  it('rests a sheet as long as it takes this very block to be cold', () => {
    const heats = lyingHeats(crescents().doc);
    const hours = (slug: string) => timeConstantIn({ kind: 'sheet', heat: heats.get(slug) ?? 0 }, 8);
    assert.ok(
      Math.abs(hours('double') / hours('single') - 32 / 24) < 1e-9,
      'one that lies thicker takes longer',
    );
    const minutes = minutesUntil({ dough: 1, fat: 0.27 }, 24, 16, 10, 3);
    assert.ok(Math.abs(minutes / 60 - hours('single') * Math.log(13 / 7)) < 1e-9);
    assert.equal(minutesUntil({ dough: 1, fat: 0.27 }, 24, 16, 2, 3), Infinity);
  });
});

describe('what is cut', () => {
  const cuts = fc.record({
    cut: fc.constantFrom(...CUTS),
    pieces: fc.integer({ min: 1, max: 300 }),
    mass: fc.double({ min: 0.01, max: 0.4, noNaN: true }),
    base: fc.double({ min: 0.02, max: 0.3, noNaN: true }),
    height: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
    strips: fc.integer({ min: 1, max: 5 }),
  });
  test('no piece reaches over the sheet, all are of one size, and with the trim they are the sheet', () => {
    fc.assert(
      fc.property(cuts, (wanted) => {
        const plan = cutPlan(wanted, 1092);
        const outlines = outlinesOf(plan);
        assert.equal(outlines.length, wanted.pieces);
        const area = (corners: readonly (readonly [number, number])[]) =>
          Math.abs(corners.reduce((sum, [x, y], n) => {
            const [u, v] = corners[(n + 1) % corners.length] ?? [0, 0];
            return sum + x * v - u * y;
          }, 0)) / 2;
        for (const corners of outlines) {
          assert.ok(Math.abs(area(corners) - areaOf(wanted)) < 1e-9);
          assert.ok(corners.every(([x, y]) => x > -1e-9 && x < plan.length + 1e-9 && y > -1e-9 && y < plan.width + 1e-9));
        }
        assert.ok(Math.abs(wanted.pieces * wanted.mass + plan.trim - plan.kilograms) < 1e-9 && plan.trim > -1e-9);
      }),
    );
  }); // prettier-ignore

  test('passes never take more than three tenths, and end where they are to', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 60, noNaN: true }), fc.double({ min: 1, max: 60, noNaN: true }), (from, to) => {
        const all = [from, ...passes(from, to)];
        assert.ok(from <= to ? all.length === 1 : Math.abs((all.at(-1) ?? 0) - to) < 1e-9);
        for (const [n, mm] of all.slice(1).entries()) assert.ok(mm >= (all[n] ?? 0) * 0.7 - 1e-9);
      }),
    );
  }); // prettier-ignore

  test('clarified fat is firmer, and a coil is as round as its dough', () => {
    assert.deepEqual([plasticOf({ water: 0.16 }), plasticOf({ water: 0 })], [{ from: 10, to: 18 }, { from: 12, to: 20 }]);
    assert.ok(Math.abs((Math.PI * coilAcross(0.4, 4) ** 2) / 4 - 0.4 * 0.004) < 1e-12);
  }); // prettier-ignore
});
