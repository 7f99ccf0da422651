import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  setText,
  addRow,
  addStage,
  draftOfFormula,
  flourMass,
  FormulaDraft,
  Larder,
  makeFlours100,
  moved,
  newDraft,
  readSheet,
  removeStage,
  setFlourShare,
  typeCell,
} from '@jovet/core/sheet';
import type { CellContext } from '../../src/sheet/edit.ts';
import { factsOf } from '@jovet/core/formula/facts';
import { slugOf, type Formula } from '@jovet/core/formula';
import { ddtOf } from '@jovet/core/formula/way';
import { DEMO_FORMULAS, demoFormula, larder, must, problemsOf, quayCountry } from '../demo.ts';
import { formulas } from '../formula/any-formula.ts';

const shelves = new Larder(larder);
const read = (draft: FormulaDraft) => readSheet(draft, shelves, '°C');
const sheetOf = (formula: Formula) => draftOfFormula(formula, '°C');
const context = (draft: FormulaDraft, changes: Partial<CellContext> = {}): CellContext => ({
  numbers: read(draft).numbers,
  basis: 'all',
  held: { what: 'flour', mass: 1 },
  ...changes,
});
const typed = (
  draft: FormulaDraft,
  row: string,
  column: string,
  text: string,
  changes: Partial<CellContext> = {},
) => typeCell(draft, row, column, text, context(draft, changes));
const rowOf = (draft: FormulaDraft, name: string) => {
  const row = draft.rows.find(({ ingredient }) => ingredient === name);
  assert.ok(row, name);
  return row;
};

test('a formula written into a sheet reads back as the same formula, in °C and °F', () => {
  for (const slug of DEMO_FORMULAS) {
    const formula = demoFormula(slug);
    assert.deepEqual(must(read(sheetOf(formula)).formula).formula.doc, formula.doc, slug);
    const american = readSheet(draftOfFormula(formula, '°F'), shelves, '°F');
    assert.equal(ddtOf(must(american.formula).formula.doc).toFixed(1), ddtOf(formula.doc).toFixed(1));
  }
  fc.assert(
    fc.property(formulas, (formula) => {
      const back = must(read(sheetOf(formula)).formula).formula.doc;
      back.lines.forEach(({ percent }, index) =>
        assert.ok(Math.abs(percent - (formula.doc.lines[index]?.percent ?? NaN)) < 1e-8),
      );
      assert.deepEqual(back.additions.map(({ slug }) => slug), formula.doc.additions.map(({ slug }) => slug)); // prettier-ignore
    }),
  );
});

test('a cell takes percent, mass and sums; what cannot be read stays and is said', () => {
  const sheet = sheetOf(quayCountry);
  const salt = rowOf(sheet, 'Salt').id;
  const total = (draft: FormulaDraft) => rowOf(draft, 'Salt').total;
  assert.equal(total(typed(sheet, salt, 'total', '1.9 + 0.2')), '2.1');
  assert.equal(total(typed(sheet, salt, 'total', '2.2 %')), '2.2');
  // 43 g to 2 kg of flour
  assert.equal(total(typed(sheet, salt, 'total', '43 g', { held: { what: 'flour', mass: 2 } })), '2.15');
  const wrong = typed(sheet, salt, 'total', '2.. 1');
  assert.equal(total(wrong), '2.. 1');
  assert.match(problemsOf(read(wrong).formula)['rows.4.total'] ?? '', /“2\.\. 1”/);
  const inMix = typed(sheet, salt, 'mix', 'two');
  assert.equal(rowOf(inMix, 'Salt').cells['mix'], 'two');
  assert.match(problemsOf(read(inMix).formula)['rows.4.mix'] ?? '', /“two” is not an amount/);
  assert.equal(rowOf(typed(inMix, salt, 'mix', '2.3'), 'Salt').cells['mix'], undefined);
});

test('what is typed into the mix moves the total; what is typed into a stage is taken from the mix', () => {
  const sheet = sheetOf(quayCountry);
  const water = rowOf(sheet, 'Water').id;
  assert.equal(rowOf(typed(sheet, water, 'mix', '64'), 'Water').total, '78');
  const staged = typed(sheet, water, 'levain', '10');
  assert.equal(read(staged).numbers.rows[3]?.mix, 66);
  assert.equal(rowOf(staged, 'Water').total, '76');
  // A row that stands in stages only sums them.
  const added = addRow(sheet);
  const id = added.rows.at(-1)?.id ?? '';
  const named = {
    ...added,
    rows: added.rows.map((row) => (row.id === id ? { ...row, ingredient: 'linseed' } : row)),
  };
  assert.deepEqual(read(typed(named, id, 'levain', '3')).numbers.rows.at(-1)?.total, 3);
});

test('a mass keeps what is held: the flour, the dough or one ingredient', () => {
  const sheet = sheetOf(quayCountry);
  const salt = rowOf(sheet, 'Salt').id;
  fc.assert(
    fc.property(
      fc.integer({ min: 5, max: 400 }),
      fc.constantFrom('flour', 'dough', 'ingredient'),
      (grams, what) => {
        const held = what === 'ingredient' ? ({ what, row: rowOf(sheet, 'Rye').id, mass: 0.5 } as const) : ({ what, mass: 10 } as const); // prettier-ignore
        const next = read(typed(sheet, salt, 'total', `${grams} g`, { held })).numbers;
        const flour = flourMass(next, held);
        assert.ok(Math.abs((flour * (next.rows[4]?.total ?? 0)) / 100 - grams / 1000) < 1e-6);
      },
    ),
  );
});

test('in the basis of the stage a percentage is of its own flour, and the other flours give way', () => {
  const sheet = sheetOf(quayCountry);
  const own = { basis: 'own' as const };
  const wet = typed(sheet, rowOf(sheet, 'Water').id, 'levain', '80', own);
  assert.equal(rowOf(wet, 'Water').cells['levain'], '11.2'); // 80 % of 14 %
  const flours = typed(sheet, rowOf(sheet, 'Bread flour').id, 'levain', '60', own);
  assert.deepEqual(
    [rowOf(flours, 'Bread flour').cells['levain'], rowOf(flours, 'Whole wheat').cells['levain']],
    ['8.4', '5.6'],
  );
  // Salt 2 % of the 86 % of flour in the final mix
  assert.equal(rowOf(typed(sheet, rowOf(sheet, 'Salt').id, 'mix', '2', own), 'Salt').total, '1.72');
  const mixed = typed(sheet, rowOf(sheet, 'Rye').id, 'mix', '10', own);
  assert.equal(read(mixed).numbers.flour.toFixed(9), '100.000000000');
  assert.equal(read(mixed).numbers.rows[2]?.mix.toFixed(6), '8.600000');
});

test('a share of flour takes its column along, and flours typed in grams become 100 %', () => {
  const sheet = sheetOf(quayCountry);
  const more = setFlourShare(sheet, 'levain', 20, read(sheet).numbers);
  assert.deepEqual(
    [rowOf(more, 'Water').cells['levain'], rowOf(more, 'Bread flour').cells['levain']],
    ['20', '10'],
  );
  const doubled = { ...sheet, rows: sheet.rows.map((row) => ({ ...row, total: String(Number(row.total) * 2), cells: {} })) }; // prettier-ignore
  const plain = removeStage(doubled, 'levain');
  assert.match(problemsOf(read(plain).formula)['flours'] ?? '', /sum to 200\.00 %/);
  const back = must(read(makeFlours100(plain, read(plain).numbers)).formula);
  assert.equal(factsOf(back.split).hydration, 76);
});

test('rows and stages: added, moved, taken away', () => {
  const sheet = sheetOf(demoFormula('lantern-baguette'));
  const more = addStage(addStage(sheet, 'soaker', 'Seeds'), 'autolyse', 'Autolyse');
  assert.deepEqual(more.stages.map(({ slug }) => slug), ['poolish', 'seeds', 'autolyse', 'autolyse-2', 'last-water']); // prettier-ignore
  const less = removeStage(sheet, 'poolish');
  assert.ok(less.rows.every((row) => !('poolish' in row.cells)));
  assert.deepEqual(moved([1, 2, 3], 0, 2), [2, 3, 1]);
  assert.deepEqual(moved([1, 2, 3], 0, 3), [1, 2, 3]);
  assert.deepEqual([slugOf('Tidewater Rye'), slugOf('  Über-Brot 2 ')], ['tidewater-rye', 'uber-brot-2']);
});

test('what cannot be made is told at the cell of the sheet', () => {
  const sheet = sheetOf(quayCountry);
  const dry = typed(sheet, rowOf(sheet, 'Water').id, 'total', '12');
  assert.match(problemsOf(read(dry).formula)['rows.3.mix'] ?? '', /Quay levain alone holds 14\.00 %/);
  const unknown = { ...sheet, rows: sheet.rows.map((row, index) => (index === 2 ? { ...row, ingredient: 'Moon dust' } : row)) }; // prettier-ignore
  assert.match(
    problemsOf(read(unknown).formula)['rows.2.ingredient'] ?? '',
    /“Moon dust” is not in the larder/,
  );
  const twice = { ...sheet, rows: [...sheet.rows, { ...rowOf(sheet, 'Salt'), id: 'r9' }] };
  assert.match(problemsOf(read(twice).formula)['rows.5.ingredient'] ?? '', /Salt stands in row 5 already/);
  const nothing = problemsOf(read(newDraft('hearth', 'gentle', '°C')).formula);
  assert.match(nothing['name'] ?? '', /has no name/);
  assert.match(nothing['products.0.name'] ?? '', /Product 1 has no name/);
  const step = (slug: string) => sheet.way.findIndex((each) => each.slug === slug);
  const [mix, fold] = [step('mix'), step('fold-1')];
  const hot = setText(setText(sheet, `way.${mix}.fields.to`, '70'), `way.${fold}.fields.at`, 'x');
  assert.match(problemsOf(read(hot).formula)[`way.${fold}.fields.at`] ?? '', /“x” is not a number/);
  assert.match(problemsOf(read(setText(hot, `way.${fold}.fields.at`, '30')).formula)[`way.${mix}.fields.to`] ?? '', /too large/); // prettier-ignore
  const held = typed(sheetOf(demoFormula('beacon-durum')), 'r3', 'last-water', '60');
  assert.match(problemsOf(read(held).formula)['rows.2.last-water'] ?? '', /Last water would hold back/);
});

test('whatever stands in a sheet, it is read without an exception', () => {
  const text = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.constantFrom('76', '12 + 3', '850 g', '(2', 'Salt', 'Water', ''),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(text, text, text, text), { maxLength: 6 }), (rows) => {
      const sheet = {
        ...sheetOf(demoFormula('tidewater-rye')),
        rows: rows.map(([ingredient, total, a, b], index) => ({ id: `r${index}`, ingredient, group: '', total, cells: { 'first-sour': a, mix: b } })), // prettier-ignore
      };
      const { numbers } = read(FormulaDraft.parse(sheet));
      assert.ok(numbers.rows.every((row) => Number.isFinite(row.mix)));
    }),
  );
});
