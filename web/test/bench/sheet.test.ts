import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  addRow,
  draftOfFormula,
  Larder,
  numbersOf,
  typeCell,
  type FormulaDraft,
  type RowsRead,
} from '@jovet/core/sheet';
import { DEMO_FORMULAS, demoFormula, larder } from '../../../core/test/demo.ts';
import { actOfKey, type Key } from '../../src/lib/bench/formula/sheet-keys.ts';
import { columnsOf, rowsShown, scalesOf, type SheetPicture } from '../../src/lib/bench/formula/sheet-view.ts';

const shelves = new Larder(larder);
const read: RowsRead = new WeakMap();
const rye = () => draftOfFormula(demoFormula('tidewater-rye'), '°C');
const picture = (draft: FormulaDraft, changes: Partial<SheetPicture> = {}): SheetPicture => {
  const numbers = numbersOf(draft, shelves, read);
  return {
    draft,
    numbers,
    scales: scalesOf(draft, columnsOf(draft), numbers, 'all'),
    problems: {},
    typing: null,
    flourNow: 10,
    flour: 10,
    mass: (kilograms, step) => `${kilograms.toFixed(step < 0.001 ? 4 : 3)} kg`,
    ...changes,
  };
};
const typeInto = (draft: FormulaDraft, row: string, column: string, text: string) =>
  typeCell(draft, row, column, text, {
    numbers: numbersOf(draft, shelves),
    basis: 'all',
    held: { what: 'flour', mass: 10 },
  });

test('rows read before are read no differently, whatever is typed where and whichever stages there are', () => {
  const edit = fc.record({
    row: fc.nat(20),
    column: fc.constantFrom('total', 'mix', 'soaker', 'full-sour'),
    text: fc.constantFrom('7', '7.5', '12 + 3', '', '1..2', '40 g', '2000'),
    formula: fc.constantFrom(...DEMO_FORMULAS),
  });
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 12 }), (edits) => {
      const before: RowsRead = new WeakMap();
      let draft = draftOfFormula(demoFormula(edits[0]?.formula ?? 'quay-country'), '°C');
      for (const { row, column, text } of edits) {
        draft = typeInto(draft, `r${(row % draft.rows.length) + 1}`, column, text);
        assert.deepEqual(numbersOf(draft, shelves, before), numbersOf(draft, shelves));
        const fewer = { ...draft, stages: draft.stages.slice(1) };
        assert.deepEqual(numbersOf(fewer, shelves, before), numbersOf(fewer, shelves));
      }
    }),
  );
});

test('a key redraws its own row and no other; the pause that follows redraws all', () => {
  const before = picture(rye());
  const first = rowsShown(before, new Map());
  const draft = typeInto(before.draft, 'r3', 'total', '91.25');
  const numbers = numbersOf(draft, shelves, read);
  const scales = scalesOf(draft, columnsOf(draft), numbers, 'all', before.numbers);
  const typing = { row: 'r3', column: 'total', text: '91.25' };
  const key = rowsShown(picture(draft, { scales, typing, flourNow: 9.9 }), first.drawn);
  const redrawn = key.rows.filter((row, index) => row !== first.rows[index]);
  assert.deepEqual(
    redrawn.map(({ name }) => name),
    ['Water'],
  );
  const [total, firstSour] = redrawn[0]?.cells ?? [];
  assert.deepEqual([total?.typed, total?.grams, firstSour?.grams], ['91.25', '9.034 kg', '0.832 kg']);
  const pause = rowsShown(picture(draft, { flour: 9.9, flourNow: 9.9 }), key.drawn);
  assert.ok(pause.rows.every((row, index) => row !== key.rows[index]));
  assert.equal(pause.rows[2]?.cells[0]?.text, '91.25');
  assert.equal(pause.rows[0]?.cells[0]?.text, '70.00');
});

test('a row shows what cannot be read as it was typed, with its sentence', () => {
  const draft = typeInto(rye(), 'r4', 'total', '1..9');
  const { rows } = rowsShown(picture(draft, { problems: { 'rows.3.total': 'Not an amount.' } }), new Map());
  assert.deepEqual(rows[3]?.cells[0]?.text, '1..9');
  assert.deepEqual(rows[3]?.said, [['rows.3.total', 'Not an amount.']]);
  assert.deepEqual([rows[3]?.cells[0]?.wrong, rows[2]?.cells[0]?.wrong], [true, false]);
});

test('keys of the sheet move, add and take away rows, and leave other keys alone', () => {
  const draft = rye();
  const last = draft.rows.length - 1;
  const key = (name: string, ...held: ('altKey' | 'ctrlKey' | 'shiftKey')[]): Key => ({
    key: name,
    altKey: held.includes('altKey'),
    ctrlKey: held.includes('ctrlKey'),
    metaKey: false,
    shiftKey: held.includes('shiftKey'),
  });
  const names = (of: FormulaDraft | undefined) => of?.rows.map(({ ingredient }) => ingredient);
  // What every grid does is not the sheet's own.
  assert.equal(actOfKey(key('Enter'), draft, { row: 0, column: 'total' }), null);
  assert.equal(actOfKey(key('Enter', 'shiftKey'), draft, { row: 2, column: 'mix' }), null);
  const grown = actOfKey(key('Enter'), draft, { row: last, column: 'total' });
  assert.equal(grown?.change?.draft.rows.length, draft.rows.length + 1);
  assert.deepEqual(grown?.go, { row: last + 1, column: 'ingredient' });
  assert.deepEqual(actOfKey(key('Enter'), addRow(draft), { row: last + 1, column: 'ingredient' }), {});
  const down = actOfKey(key('ArrowDown', 'altKey'), draft, { row: 0, column: 'total' });
  assert.deepEqual(names(down?.change?.draft)?.slice(0, 2), ['Bread flour', 'Rye']);
  assert.deepEqual(down?.go, { row: 1, column: 'total' });
  const top = actOfKey(key('ArrowUp', 'altKey'), draft, { row: 0, column: 'total' });
  assert.deepEqual([names(top?.change?.draft), top?.go], [names(draft), { row: 0, column: 'total' }]);
  const gone = actOfKey(key('Delete', 'ctrlKey'), draft, { row: 3, column: 'total' });
  assert.ok(!names(gone?.change?.draft)?.includes('Salt'));
  const between = actOfKey(key('Enter', 'ctrlKey'), draft, { row: 1, column: 'total' });
  assert.equal(between?.change?.draft.rows[2]?.ingredient, '');
  assert.equal(actOfKey(key('ArrowDown'), draft, { row: 1, column: 'ingredient' }), null);
  assert.equal(actOfKey(key('7'), draft, { row: 1, column: 'total' }), null);
});
