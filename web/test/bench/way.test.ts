import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { wayCourse, type WayLine } from '@jovet/core/dough/course';
import { scaleFormula } from '@jovet/core/formula/scale';
import { draftOfFormula } from '@jovet/core/sheet';
import { placedLabels, rowsOf, thickness } from '../../src/lib/bench/formula/way/way-layout.ts';
import { newStep } from '@jovet/core/sheet/way';
import {
  asItStands,
  dragged,
  knownOf,
  stepsAt,
  withStepsAt,
} from '../../src/lib/bench/formula/way/way-steps.ts';
import { demoFormula, demoHouse, must } from '../../../core/test/demo.ts';

const formula = demoFormula('quay-country');
const order = formula.doc.products.map(({ slug, scaledWeight }) => ({
  product: slug,
  scaledWeight,
  pieces: 24,
}));
const { bakehouse, tub } = demoHouse();
const course = wayCourse(formula, must(scaleFormula(formula, order)), order, { bakehouse, tub });
const draft = draftOfFormula(formula, '°C');
const [trunk] = course.lines as [WayLine];
const at = (slug: string) => draft.way.findIndex((step) => step.slug === slug);

describe('a step that is dragged', () => {
  it('as a fold falls so much later, and no fold comes before its rest', () => {
    const fold = at('fold-1');
    assert.equal(dragged(draft.way, fold, 0.5, trunk)?.[fold]?.fields.at, '70');
    assert.equal(dragged(draft.way, fold, -9, trunk)?.[fold]?.fields.at, '5');
  });

  it('as work makes the wait before it longer: by the rise it has then, or by minutes', () => {
    const [divide, bulk] = [at('divide'), at('bulk')];
    const later = dragged(draft.way, divide, 0.5, trunk)?.[bulk]?.fields;
    assert.ok(Number(later?.best) > 0.6, `${later?.best}`);
    assert.ok(Number(later?.latest) >= Number(later?.best) && Number(later?.earliest) <= 0.4);
    const pieces = draft.pieces;
    const shape = pieces.findIndex(({ kind }) => kind === 'shape');
    const line = course.lines[1];
    assert.ok(line);
    assert.deepEqual(
      ['earliest', 'best', 'latest'].map(
        (field) => dragged(pieces, shape, 0.25, line)?.[shape - 1]?.fields[field],
      ),
      ['35', '35', '50'],
    );
    assert.equal(dragged(draft.way, 0, 1, trunk), null, 'nothing waits before the first');
  });
});

describe('lists of steps in a sheet', () => {
  it('are read and changed where they stand', () => {
    const own = formula.doc.products.findIndex(({ way }) => way !== null);
    assert.ok(own >= 0);
    const list = `products.${own}.way`;
    assert.ok(stepsAt(draft, list).length > 3);
    const changed = withStepsAt(draft, list, []);
    assert.deepEqual(stepsAt(changed, list), []);
    assert.equal(changed.way, draft.way);
  });
});

describe('a way that cannot be made just now', () => {
  it('is drawn as it was, on the steps as they stand: what was taken out is gone, what was put in is not there yet', () => {
    const rest = draft.way.findIndex(({ kind }) => kind === 'fold');
    const changed = withStepsAt(draft, 'way', [newStep('rest', []), ...draft.way.toSpliced(rest, 1)]);
    const [line] = asItStands(course, draft, changed).lines;
    assert.ok(line && line.knots.length === trunk.knots.length - 1);
    for (const { step, slug, kind } of line.knots)
      assert.deepEqual([changed.way[step]?.slug, changed.way[step]?.kind], [slug, kind]);
    assert.equal(asItStands(course, draft, draft), course);
  });

  it('what thaws is what goes into the freezer', () => {
    assert.deepEqual(knownOf(draft, 'thaw'), {});
    const frozen = withStepsAt(draft, 'products.1.way', [newStep('freeze', [])]);
    assert.deepEqual(knownOf(frozen, 'thaw'), { of: draft.products[1]?.slug });
    assert.deepEqual(knownOf(frozen, 'rest'), {});
  });
});

describe('the picture of a way', () => {
  it('has a row for each product with the dough in their middle, and no name on another', () => {
    const rows = rowsOf(course);
    assert.equal(rows.at.length, course.lines.length);
    assert.equal(rows.at[0], ((rows.at[1] ?? 0) + (rows.at.at(-1) ?? 0)) / 2);
    const x = (hour: number) => hour * 100;
    const naming = { word: (_: WayLine, { kind }: { kind: string }) => kind, first: () => false };
    const labels = placedLabels(course.lines, rows.at, x, naming);
    const placed = labels.flatMap((all, line) => all.map((each) => ({ ...each, row: rows.at[line] ?? 0 })));
    placed.forEach((one, index) => {
      for (const other of placed.slice(index + 1)) {
        if (one.row !== other.row || one.rise !== other.rise) continue;
        const wide = ((one.text.length + other.text.length) * 6.6) / 2;
        assert.ok(Math.abs(one.x - other.x) >= wide, `${one.text} on ${other.text}`);
      }
    });
    for (const { slug } of trunk.knots) {
      const chosen = { ...naming, first: (line: WayLine, knot: { slug: string }) => line === trunk && knot.slug === slug };
      const [own] = placedLabels(course.lines, rows.at, (hour) => hour * 10, chosen);
      assert.ok(own?.some(({ step }) => trunk.knots.find((knot) => knot.step === step)?.slug === slug), `${slug} has a name`);
    }
    assert.ok(thickness(1, 1) > thickness(1, 0) && thickness(0.01, 0) >= 8 && thickness(1, 9) <= 66);
  });
}); // prettier-ignore
