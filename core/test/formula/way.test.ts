import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { DOUGH_TYPES, FormulaDoc, stoodOn, upcastFormulaDoc } from '@jovet/core/formula';
import {
  autolyseMinutes,
  bakeOf,
  bulkOf,
  ddtOf,
  firstOf,
  mayRetard,
  piecesOf,
  Step,
  usualPieces,
  usualWay,
  wayProblems,
} from '@jovet/core/formula/way';
import {
  addStage,
  draftOfFormula,
  FormulaDraft,
  Larder,
  newDraft,
  readSheet,
  removeStage,
} from '@jovet/core/sheet';
import {
  addStep,
  draftOfStep,
  moveStep,
  newStep,
  removeStep,
  restingFor,
  upcastDraft,
  wettedRest,
} from '@jovet/core/sheet/way';
import { parseWith } from '@jovet/core/problem';
import {
  DEMO_FORMULAS,
  beforeSteps,
  demoFormula,
  larder,
  must,
  problemsOf,
  quayCountry,
  withLarder,
} from '../demo.ts';

const houseOfBefore = JSON.parse(
  readFileSync(new URL('./before-steps/bakehouse.json', import.meta.url), 'utf8'),
) as { bakehouse: { floor: unknown } };
const stood = stoodOn(houseOfBefore.bakehouse.floor);
const read = (slug: string): FormulaDoc => FormulaDoc.parse(upcastFormulaDoc(beforeSteps(slug), slug, stood));

describe('formulas of before there were steps', () => {
  it('are ways now, with all that formula and bakehouse said of them', () => {
    const before = readdirSync(new URL('./before-steps/', import.meta.url)).filter((file) => file !== 'bakehouse.json');
    assert.equal(before.length, 8);
    for (const slug of before.map((file) => file.replace('.json', ''))) {
      const doc = read(slug);
      const { process } = beforeSteps(slug) as unknown as { process: Record<string, never> & { ddt: number; bulk: unknown; proof: { rise: object }; gasKept: number; folds: { count: number }; bake: object; packBelow: number } };
      assert.deepEqual(wayProblems(doc), [], slug);
      assert.equal(ddtOf(doc), process.ddt);
      assert.deepEqual(bulkOf(doc), process.bulk);
      assert.equal(firstOf(doc.way, 'divide')?.keeps, process.gasKept);
      assert.equal(doc.way.filter(({ kind }) => kind === 'fold').length, process.folds.count);
      for (const { slug: product } of doc.products) {
        assert.deepEqual({ ...bakeOf(doc, product), ...process.bake }, bakeOf(doc, product));
        assert.equal(firstOf(piecesOf(doc, product), 'cool')?.below, process.packBelow);
        assert.deepEqual({ ...firstOf(piecesOf(doc, product), 'proof')?.until }, { by: 'rise', ...process.proof.rise });
        const own = stood.products.find((each) => each.product === product);
        assert.equal(mayRetard(doc, product), own?.retard ?? false, product);
        assert.equal(firstOf(piecesOf(doc, product), 'shape')?.into ?? null, own?.holder ?? null, product);
      }
    }
  });

  it('of a laminated dough keep its lock-in and turns, with slugs by which their tasks were known', () => {
    const slugs = read('butter-crescents').way.map(({ slug }) => slug);
    assert.deepEqual(slugs, ['weigh', 'mix', 'bulk', 'lock-in', 'rest-1', 'turn-1', 'rest-2', 'turn-2', 'rest-3', 'turn-3', 'rest-4', 'divide']);
  });

  it('half-typed drafts keep what was typed, readable or not', () => {
    const before = {
      name: 'Old', type: 'hearth', rows: [], branches: [], coatings: [], processLoss: '2',
      stages: [{ slug: 'wet', name: 'Autolyse', kind: 'autolyse', into: 'mix', seed: '', seedLines: [], keepBack: '', loss: '', temperature: '', hours: '', minutes: '40', ripeness: { earliest: '', best: '', latest: '' } }],
      products: [{ id: 'p1', slug: 'old-loaf', name: 'Old loaf', scaledWeight: '800 g', bakeLoss: '', parts: [], extras: [] }],
      process: {
        ddt: 'about 24', programme: 'gentle', bulk: { earliest: '.4', best: '', latest: 'x' }, folds: 'some', foldEvery: '30', gasKept: '70', benchRest: '20', shape: 'long',
        proof: { earliest: '1', best: '1.2', latest: '1.4' }, around: '26 °C', bakeMass: '800 g', bakeMinutes: '40', loadAt: '240', steam: '12', bakeLoss: '14', packBelow: '35', stages: [{ from: '20', top: '210', bottom: '', fan: '' }],
      },
    };
    const draft = FormulaDraft.parse(upcastDraft(before));
    const step = (slug: string) => [...draft.way, ...draft.pieces].find((each) => each.slug === slug);
    assert.equal(step('mix')?.fields.to, 'about 24');
    assert.deepEqual([step('bulk')?.fields.earliest, step('bulk')?.fields.best, step('bulk')?.fields.latest], ['.4', '', 'x']);
    assert.match(step('bulk')?.fields.words ?? '', /folds: some/);
    assert.equal(step('autolyse-rest')?.fields.best, '40');
    assert.deepEqual(step('proof')?.rows, [{ way: '1', place: 'warm', celsius: '26 °C' }]);
    assert.deepEqual(step('bake')?.rows, [{ from: '20', top: '210', bottom: '', fan: '' }]);
    assert.equal(step('bake')?.fields.minutes, '40');
  });
}); // prettier-ignore

describe('the usual ways', () => {
  it('can be made, and read back from the sheet as they were written', () => {
    for (const type of DOUGH_TYPES) {
      const doc = { ...quayCountry.doc, type, way: usualWay(type, 'gentle'), pieces: usualPieces(type), products: quayCountry.doc.products.map((product) => ({ ...product, way: null })) };
      assert.deepEqual(wayProblems(doc), [], type);
      const formula = { doc: FormulaDoc.parse(doc), ingredients: quayCountry.ingredients };
      const back = must(readSheet(draftOfFormula(formula, '°C'), new Larder(larder), '°C').formula);
      assert.deepEqual(back.formula.doc, formula.doc, type);
      assert.deepEqual(FormulaDraft.parse(newDraft(type, 'gentle', '°C')).type, type);
    }
  }); // prettier-ignore
});

describe('a way that cannot be', () => {
  const said = (change: (doc: FormulaDoc) => void) => {
    const doc = structuredClone(demoFormula('butter-crescents').doc);
    change(doc);
    return problemsOf(parseWith(FormulaDoc, doc));
  };
  const at = (doc: FormulaDoc, slug: string) => doc.way.findIndex((step) => step.slug === slug);

  it('is said at its step, with what to do', () => {
    const proof = Step.parse({ kind: 'proof', slug: 'early', until: { by: 'rise', earliest: 1, best: 1, latest: 1 }, ways: [[{ place: 'room' }]] });
    assert.match(said((doc) => doc.way.splice(2, 0, proof))['way.2'] ?? '', /A proof stands before the cut.*after the cut/);
    assert.match(said((doc) => doc.way.splice(at(doc, 'lock-in'), 1))['way.5'] ?? '', /no fat to turn/);
    assert.match(said((doc) => doc.way.splice(1, 1))['way'] ?? '', /Nothing is mixed/);
    assert.match(said((doc) => doc.way.pop())['way.9'] ?? '', /never divided/);
    assert.match(said((doc) => void Object.assign(doc.way[2] ?? {}, { stands: [{ place: 'room', minutes: 30 }, { place: 'cold', minutes: 20 }] }))['way.2.stands'] ?? '', /In none of its places/);
    const dip = (percent: number) => Step.parse({ kind: 'dip', slug: 'bath', solution: 'lye', percent });
    assert.match(said((doc) => doc.pieces.splice(2, 0, dip(30)))['pieces.2.percent'] ?? '', /No bread is dipped into lye of 30 %/);
    assert.match(said((doc) => doc.pieces.splice(2, 0, dip(12)))['pieces.2.percent'] ?? '', /trained person/);
    const fold = Step.parse({ kind: 'fold', slug: 'late-fold', at: { by: 'minutes', at: 30 } });
    assert.match(said((doc) => doc.way.splice(at(doc, 'divide'), 0, fold))['way.10'] ?? '', /nothing to rest for after it/);
    const brush = Step.parse({ kind: 'brush', slug: 'brush' });
    assert.match(said((doc) => doc.pieces.splice(0, 0, brush))['pieces.0'] ?? '', /comes before the bake/);
    assert.match(said((doc) => void Object.assign(doc.way[3] ?? {}, { until: { by: 'minutes', earliest: -5, best: 30, latest: 90 } }))['way.3.until.earliest'] ?? '', /too small.*at least 0/);
    assert.match(said((doc) => void Object.assign(doc.way[2] ?? {}, { cover: 'nothing' }))['way.2.cover'] ?? '', /Choose from: open, cloth, lid/);
  }); // prettier-ignore

  it('every step is typed back as it is written, at fields that problems name', () => {
    for (const slug of DEMO_FORMULAS)
      for (const step of [...demoFormula(slug).doc.way, ...demoFormula(slug).doc.pieces]) {
        const draft = draftOfStep(step, '°C');
        assert.equal(draft.kind, step.kind);
        assert.ok(
          Object.values(draft.fields).every((text) => text !== ''),
          slug,
        );
      }
  });

  it('any list of steps is either a way or says why not, at one of its steps', () => {
    const steps = fc.array(fc.constantFrom(...usualWay('laminated', 'gentle'), ...usualPieces('tin')), { maxLength: 12 });
    fc.assert(
      fc.property(steps, steps, (way, pieces) => {
        const named = (list: Step[]) => list.map((step, index) => ({ ...step, slug: `${step.slug}-${index}` }));
        const doc = { ...quayCountry.doc, way: named(way), pieces: named(pieces), products: quayCountry.doc.products.map((each) => ({ ...each, way: null })) };
        const result = parseWith(FormulaDoc, doc);
        if (result.ok) return assert.ok(withLarder(result.value));
        for (const { path, problem, remedy } of result.problems) {
          assert.match(path, /^(way|pieces)/);
          assert.ok(problem.length > 5 && remedy.length > 5);
        }
      }),
    );
  }); // prettier-ignore
});

describe('an autolyse on the sheet', () => {
  it('is wetted and rests on the way, and goes with its stage', () => {
    const sheet = draftOfFormula(quayCountry, '°C');
    const with30 = addStage(sheet, 'autolyse', 'Autolyse');
    const rest = wettedRest(with30.way, 'autolyse');
    assert.equal(with30.way[rest]?.fields.best, '30');
    const longer = { ...with30, way: restingFor(with30.way, rest, '60') };
    assert.deepEqual([longer.way[rest]?.fields.earliest, longer.way[rest]?.fields.latest], ['45', '90']);
    const odd = restingFor(longer.way, rest, 'an hour');
    assert.deepEqual([odd[rest]?.fields.best, odd[rest]?.fields.latest], ['an hour', '90']);
    assert.deepEqual(FormulaDraft.parse(longer), longer);
    const read = must(readSheet(longer, new Larder(larder), '°C').formula);
    assert.equal(autolyseMinutes(read.formula.doc), 60);
    assert.deepEqual(removeStage(longer, 'autolyse').way, sheet.way);
    assert.equal(wettedRest(sheet.way, 'autolyse'), -1);
  });

  it('steps are put in, moved and taken out with slugs of their own', () => {
    const { way } = draftOfFormula(quayCountry, '°C');
    const put = addStep(way, 3, newStep('fold', [way]));
    assert.equal(put[3]?.slug, 'fold');
    assert.deepEqual(removeStep(put, 3), way);
    assert.deepEqual(moveStep(moveStep(put, 3, 4), 4, 3), put);
    assert.equal(moveStep(put, 0, 99).at(-1)?.slug, put[0]?.slug);
  });
});
