import assert from 'node:assert/strict';
import { test } from 'node:test';
import { FormulaDoc } from '@jovet/core/formula';
import { scaleFormula, splitFormula } from '@jovet/core/formula/scale';
import { parseWith } from '@jovet/core/problem';
import { demoFormula, problemsOf, quayCountry, withLarder } from '../demo.ts';

/** The problems of a demo formula after a change. */
function broken(slug: string, change: (doc: FormulaDoc) => void): Record<string, string> {
  const doc = structuredClone(demoFormula(slug).doc);
  change(doc);
  return problemsOf(splitFormula(withLarder(doc)));
}
const lineOf = (doc: FormulaDoc, ingredient: string) => {
  const line = doc.lines.find((each) => each.ingredient === ingredient);
  assert.ok(line);
  return line;
};

test('a final mix below nothing names the ingredient and the pre-ferments', () => {
  assert.match(
    broken('quay-country', (doc) => (lineOf(doc, 'water').percent = 12))['mix.water'] ?? '',
    /The final mix would need −2\.00 % Water: Quay levain alone holds 14\.00 % and the formula only 12\.00 % of all flour\. Give the formula more Water, or Quay levain less\./,
  );
  assert.match(
    broken('tidewater-rye', (doc) => (lineOf(doc, 'water').percent = 45))['mix.water'] ?? '',
    /First sour, Full sour and Seed soaker together hold 50\.40 %/,
  );
  assert.match(
    broken(
      'tidewater-rye',
      (doc) => (doc.lines = doc.lines.filter(({ ingredient }) => ingredient !== 'linseed')),
    )['mix.linseed'] ?? '',
    /Seed soaker alone holds 5\.00 % and the formula only 0\.00 % of all/,
  );
});

test('more held back than there is water is said at that cell', () => {
  assert.match(
    broken('beacon-durum', (doc) => ((doc.additions[0]?.lines[0] ?? { percent: 0 }).percent = 60))[
      'additions.0.lines.0'
    ] ?? '',
    /Last water would hold back 60\.00 % Water, but the final mix has only 52\.50 %\. Use at most 52\.50 %/,
  );
});

test('flours that are not 100 %, a pre-ferment that nothing makes rise or that has no flour', () => {
  assert.match(
    broken('quay-country', (doc) => (lineOf(doc, 'bread-flour').percent = 70))['lines'] ?? '',
    /sum to 90\.00 %, not 100 %\. Add 10\.00 %/,
  );
  const noYeast = broken('lantern-baguette', (doc) => doc.parts[0]?.lines.pop());
  assert.match(noYeast['parts.0'] ?? '', /Nothing makes Poolish rise\. Give it a seed, some yeast/);
  const noFlour = broken('lantern-baguette', (doc) => doc.parts[0]?.lines.shift());
  assert.match(noFlour['parts.0'] ?? '', /Poolish has no flour/);
  const noSeed = broken('quay-country', (doc) => Object.assign(doc.parts[0] ?? {}, { seed: null }));
  assert.match(noSeed['parts.0'] ?? '', /Nothing makes Quay levain rise/);
});

test('a seed that brings more than the build holds', () => {
  const stiff = broken('quay-country', (doc) =>
    Object.assign(doc.parts[0] ?? {}, {
      seed: {
        flour: 1,
        lines: [
          { ingredient: 'rye', percent: 100 },
          { ingredient: 'water', percent: 100 },
        ],
      },
    }),
  );
  assert.match(stiff['parts.0.seed'] ?? '', /alone brings more Rye than Quay levain holds: 4\.67 %/);
});

test('stages go into later stages, products are of doughs that are there, parts make the piece', () => {
  const backwards = broken('tidewater-rye', (doc) => doc.parts.reverse());
  assert.match(backwards['parts.2.into'] ?? '', /First sour goes into Full sour, which is made before it/);
  const nowhere = broken('tidewater-rye', (doc) => Object.assign(doc.parts[2] ?? {}, { into: 'scald' }));
  assert.match(nowhere['parts.2.into'] ?? '', /“scald”, which is not here/);
  const piece = broken('cardamom-knots', (doc) => Object.assign(doc.products[1]?.parts[1] ?? {}, { dough: 'plum', percent: 30 })); // prettier-ignore
  assert.match(piece['products.1.parts.1'] ?? '', /made of “plum”/);
  assert.match(piece['products.1.parts'] ?? '', /make 90\.00 % of the piece/);
});

test('what is not in the larder is said wherever it stands', () => {
  const doc = structuredClone(demoFormula('cardamom-knots').doc);
  doc.lines[4] = { ingredient: 'plum-butter', percent: 20, group: '' };
  doc.products[0]?.extras.push({ use: 'topping', ingredient: 'moon-dust', mass: 0.001 });
  const said = problemsOf(splitFormula(withLarder(doc)));
  assert.match(said['lines.4'] ?? '', /“plum-butter” is not in the larder/);
  assert.match(said['products.0.extras.2'] ?? '', /“moon-dust” is not in the larder/);
});

test('names that stand twice, and orders that cannot be', () => {
  const twice = structuredClone(demoFormula('lantern-baguette').doc);
  twice.lines.push(lineOf(twice, 'salt'));
  twice.additions.push({ slug: 'poolish', name: 'Again', kind: 'late', lines: [] });
  const said = problemsOf(parseWith(FormulaDoc, twice));
  assert.match(said['lines.4'] ?? '', /“salt” stands here twice/);
  assert.match(said['additions.2'] ?? '', /“poolish” stands here twice/);
  assert.match(problemsOf(scaleFormula(quayCountry, []))['order'] ?? '', /how many pieces/);
  const unknown = [{ product: 'moon-loaf', pieces: 3, scaledWeight: 1 }];
  assert.match(
    problemsOf(scaleFormula(quayCountry, unknown))['order.0.product'] ?? '',
    /Choose from: quay-loaf/,
  );
});
