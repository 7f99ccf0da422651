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
