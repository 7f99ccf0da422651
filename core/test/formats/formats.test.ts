import fc from 'fast-check';
import { asWritten, readTable, writeTable } from '../../src/formats/csv.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readBakeryFile } from '@jovet/core/formats';
import { problemsOf, quayCountry } from '../demo.ts';

test('a file that is not one of ours is refused with the place of each fault', () => {
  assert.match(problemsOf(readBakeryFile('not json'))[''] ?? '', /not a JSON file/);
  const file = {
    jovet: 'formula',
    schema: 1,
    slug: 'Quay Country',
    formula: { ...quayCountry.doc, name: '', yeast: 1 },
  };
  const problems = problemsOf(readBakeryFile(JSON.stringify(file)));
  assert.match(problems['slug'] ?? '', /lower-case/);
  assert.match(problems['formula.name'] ?? '', /at least 1 characters/);
  assert.match(problems['formula.yeast'] ?? '', /not known/);
});

test('no cell of a table that is handed out runs in a spreadsheet, and each reads back as it was', () => {
  for (const cell of ['-1+cmd|x', '=1+1', '+1', '@sum', '\n=1', ' \t=1', "'=1", "''-x", '-x', '\r-2'])
    assert.match(writeTable([[cell]]), /^"?'/, JSON.stringify(cell));
  for (const cell of ['-1', '-2.5', 'rye-bread', '2-1', "it's"])
    assert.equal(writeTable([[cell]]), `${cell}\n`);
  fc.assert(
    fc.property(fc.string(), (cell) => {
      // The heading says what stands between cells.
      const [, line] = readTable(
        writeTable([
          ['name', 'note'],
          ['first', cell],
        ]),
      );
      // What is only blank at its ends is read without.
      assert.equal(asWritten(line?.cells[1] ?? '').trim(), cell.trim());
    }),
  );
});
