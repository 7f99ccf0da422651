import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { z } from 'zod';
import { parseWith, place, problem } from '@jovet/core/problem';
import { BakeryFile } from '@jovet/core/formats';
import { must, problemsOf } from '../demo.ts';

const Loaf = z.strictObject({
  name: z.string().min(1).max(5),
  mass: z.number().positive().max(20),
  pieces: z.number().int(),
  shape: z.enum(['round', 'long']),
  parts: z.array(z.strictObject({ percent: z.number() })).min(1),
});
const good = { name: 'Quay', mass: 0.84, pieces: 36, shape: 'round', parts: [{ percent: 100 }] };
const fault = (changes: object) => problemsOf(parseWith(Loaf, { ...good, ...changes }));

test('what is right comes through as it is', () => {
  assert.deepEqual(must(parseWith(Loaf, good)), good);
});

test('each fault says what is wrong and how to mend it, at its place', () => {
  assert.equal(fault({ mass: '840 g' })['mass'], 'This must be a number. Replace it with a number.');
  assert.equal(fault({ mass: undefined })['mass'], 'This is missing. Give a number.');
  assert.equal(fault({ mass: 0 })['mass'], 'This is too small. Give more than 0.');
  assert.equal(fault({ mass: 21 })['mass'], 'This is too large. Give at most 20.');
  assert.match(fault({ pieces: 1.5 })['pieces'] ?? '', /a whole number/);
  assert.match(fault({ name: '' })['name'] ?? '', /too small or empty\. Give at least 1 characters/);
  assert.match(fault({ parts: [] })['parts'] ?? '', /at least 1 entries/);
  assert.equal(
    fault({ shape: 'star' })['shape'],
    'This is not one of the choices. Choose from: round, long.',
  );
  assert.match(fault({ parts: [{ percent: 'all' }] })['parts.0.percent'] ?? '', /a number/);
  assert.match(fault({ yeast: 1, parts: [{ percent: 1, of: 2 }] })['yeast'] ?? '', /not known here/);
  assert.match(fault({ parts: [{ percent: 1, of: 2 }] })['parts.0.of'] ?? '', /not known here/);
});

test('several faults are told at once', () => {
  assert.deepEqual(Object.keys(fault({ mass: -1, pieces: 'x', shape: 1 })).sort(), [
    'mass',
    'pieces',
    'shape',
  ]);
});

test('a problem can be told from further out', () => {
  const inner = problem('pieces', 'wrong', 'mend');
  assert.equal(place('order.0', inner).path, 'order.0.pieces');
  assert.equal(place('order', { ...inner, path: '' }).path, 'order');
});

test('whatever is read as a file, the answer is a value or problems with words, never an exception', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.constantFrom('bakehouse', 'ingredients', 'formula'), (value, jovet) => {
      for (const candidate of [value, { jovet, schema: 1, ...(typeof value === 'object' ? value : {}) }]) {
        const parsed = parseWith(BakeryFile, candidate);
        if (parsed.ok) continue;
        for (const each of parsed.problems) assert.ok(each.problem.length > 5 && each.remedy.length > 5);
      }
    }),
  );
});
