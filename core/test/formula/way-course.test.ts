import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { Bakehouse } from '@jovet/core/bakehouse';
import { wayCourse } from '@jovet/core/dough/course';
import { FormulaDoc, type Formula } from '@jovet/core/formula';
import { scaleFormula } from '@jovet/core/formula/scale';
import { Step } from '@jovet/core/formula/way';
import { DEMO_FORMULAS, demoFormula, demoHouse, must } from '../demo.ts';

const house = { bakehouse: Bakehouse.parse(demoHouse().bakehouse), tub: demoHouse().tub };
const drawn = (formula: Formula, pieces = 24) => {
  const order = formula.doc.products.map(({ slug: product, scaledWeight }) => ({
    product,
    scaledWeight,
    pieces,
  }));
  return wayCourse(formula, must(scaleFormula(formula, order)), order, house);
};
const changed = (slug: string, change: (doc: FormulaDoc) => void): Formula => {
  const formula = demoFormula(slug);
  const doc = structuredClone(formula.doc);
  change(doc);
  return { ...formula, doc: FormulaDoc.parse(doc) };
};

describe('the way of a dough, drawn', () => {
  it('every step of every dough of the bakery has its place, one after the other, and each dough comes to its rises', () => {
    for (const slug of DEMO_FORMULAS) {
      const formula = demoFormula(slug);
      const { lines, hours, problems } = drawn(formula);
      assert.deepEqual(problems, [], slug);
      assert.equal(lines.length, 1 + formula.doc.products.length, slug);
      const [trunk] = lines;
      assert.ok(trunk);
      const steps = new Set([...trunk.knots, ...trunk.waits].map(({ step }) => step));
      assert.equal(steps.size, formula.doc.way.length, slug);
      for (const line of lines) {
        for (const each of [...line.knots, ...line.waits]) assert.ok(each.from >= 0 && each.to >= each.from && each.to <= hours + 1e-6, slug);
        for (const [n, point] of line.points.entries()) assert.ok(n === 0 || point.at >= (line.points[n - 1]?.at ?? 0) - 1e-6, slug);
      }
      const bulk = formula.doc.way.findIndex((step) => step.kind === 'rest' && step.until.by === 'rise');
      const rest = formula.doc.way[bulk];
      const until = trunk.waits.find(({ step }) => step === bulk)?.to ?? NaN;
      const end = trunk.points.findLast(({ at }) => at <= until + 1e-6);
      assert.ok(rest?.kind === 'rest' && end && Math.abs(end.rise - rest.until.best) < 0.05, `${slug}: ${end?.rise}`);
    }
  }); // prettier-ignore

  it('where it stands is told with its temperature, and more pieces take longer', () => {
    const [trunk] = drawn(demoFormula('butter-crescents')).lines;
    assert.deepEqual([...new Set(trunk?.stays.map(({ place, celsius }) => `${place} ${celsius}`))], ['room 20', 'cold 4']);
    const cutting = (pieces: number) => {
      const [dough] = drawn(demoFormula('cardamom-knots'), pieces).lines;
      const knot = dough?.knots.find(({ kind }) => kind === 'divide');
      return knot ? knot.to - knot.from : NaN;
    };
    assert.ok(Math.abs(cutting(96) / cutting(12) - 8) < 0.01);
  }); // prettier-ignore

  it('says at its step where it never rises, has no such place, or a fold comes too late', () => {
    const never = drawn(changed('quay-country', (doc) => {
      const bulk = doc.way.findIndex(({ slug }) => slug === 'bulk');
      doc.way[bulk] = Step.parse({ kind: 'rest', slug: 'bulk', until: { by: 'rise', earliest: 5, best: 5.5, latest: 6 }, stands: [{ place: 'cold' }] });
    }));
    assert.match(never.problems.map(({ path, problem }) => `${path}: ${problem}`).join(), /^way\.\d\.until: Where it stands here it never rises to 5/);
    assert.equal(never.lines.length, 1, 'it ends there');
    const frozen = drawn(changed('oat-tin', (doc) => {
      const bulk = doc.way.findIndex(({ slug }) => slug === 'bulk');
      doc.way[bulk] = Step.parse({ ...doc.way[bulk], stands: [{ place: 'freezer' }] });
    }));
    assert.match(frozen.problems[0]?.problem ?? '', /no freezer here/);
    const late = drawn(changed('oat-tin', (doc) => {
      const bulk = doc.way.findIndex(({ slug }) => slug === 'bulk');
      doc.way.splice(bulk, 0, Step.parse({ kind: 'fold', slug: 'late', at: { by: 'minutes', at: 90 } }));
    }));
    assert.ok(late.problems.every(({ path, problem }) => /^way\.\d\.at$/.test(path) && /leaves this fold out/.test(problem)));
  }); // prettier-ignore

  it('is drawn well within a frame', () => {
    const formula = demoFormula('quay-country');
    drawn(formula);
    const begun = performance.now();
    for (let n = 0; n < 20; n += 1) drawn(formula, 20 + n);
    assert.ok((performance.now() - begun) / 20 < 40, `${(performance.now() - begun) / 20} ms`);
  });
});
