import fc from 'fast-check';
import type { Formula, FormulaDoc } from '@jovet/core/formula';
import { quayCountry, withLarder } from '../demo.ts';

/** From nothing to a maximum, in thousandths: nobody enters less. */
const amount = (max: number) =>
  fc.integer({ min: 0, max: max * 1000 }).map((thousandths) => thousandths / 1000);

/** Any formula of five ingredients with a chain of sours, a poolish, a soaker, an autolyse and held back water. */
export const formulas: fc.Arbitrary<Formula> = fc
  .record({
    whole: fc.double({ min: 10, max: 50, noNaN: true }),
    rye: fc.double({ min: 10, max: 30, noNaN: true }),
    water: fc.double({ min: 60, max: 110, noNaN: true }),
    salt: amount(4),
    first: fc.double({ min: 0.1, max: 4, noNaN: true }),
    second: amount(5),
    poolish: fc.double({ min: 0.1, max: 9, noNaN: true }),
    stiffness: fc.double({ min: 0.5, max: 1.2, noNaN: true }),
    seed: fc.double({ min: 0.5, max: 20, noNaN: true }),
    seeds: amount(20),
    keepBack: amount(1),
    loss: amount(10),
    held: amount(6),
    chained: fc.boolean(),
  })
  .map((any) => {
    const water = (flour: number) => flour * any.stiffness;
    const doc: FormulaDoc = {
      ...structuredClone(quayCountry.doc),
      lines: [
        { ingredient: 'bread-flour', percent: 100 - any.whole - any.rye, group: '' },
        { ingredient: 'whole-wheat', percent: any.whole, group: '' },
        { ingredient: 'rye', percent: any.rye, group: '' },
        { ingredient: 'water', percent: any.water, group: '' },
        { ingredient: 'salt', percent: any.salt, group: '' },
        { ingredient: 'linseed', percent: any.seeds, group: '' },
        { ingredient: 'instant-yeast', percent: 0.2, group: '' },
      ],
      parts: [
        part('first', 'sour', { rye: any.first, water: water(any.first) }, { into: any.chained ? 'second' : 'mix', first: any.chained ? [{ celsius: 26, hours: 3.5 }, { celsius: 12, hours: 1 }] : [], seed: { flour: any.seed, lines: [] }, keepBack: any.keepBack }), // prettier-ignore
        part('second', 'sour', { rye: any.second, water: water(any.second) }, { seed: any.chained ? null : { flour: 3, lines: [] }, loss: any.loss }), // prettier-ignore
        part(
          'poolish',
          'poolish',
          { 'whole-wheat': any.poolish, water: any.poolish, 'instant-yeast': 0.1 },
          { clock: any.chained ? { earliest: 10, best: 12, latest: 16 } : null },
        ),
        part('soaker', 'soaker', { linseed: any.seeds / 2, water: any.seeds / 2 }, { into: 'autolyse' }),
      ],
      additions: [
        { slug: 'autolyse', name: 'Autolyse', kind: 'autolyse', lines: [{ ingredient: 'bread-flour', percent: 10 }, { ingredient: 'water', percent: 5 }] }, // prettier-ignore
        { slug: 'last', name: 'Last water', kind: 'hold-back', lines: [{ ingredient: 'water', percent: any.held }] }, // prettier-ignore
      ],
    };
    doc.parts = doc.parts.filter(({ slug }) => any.second > 0 || any.chained || slug !== 'second');
    return withLarder(doc);
  });

function part(
  slug: string,
  kind: FormulaDoc['parts'][number]['kind'],
  lines: Record<string, number>,
  rest: Partial<FormulaDoc['parts'][number]> = {},
): FormulaDoc['parts'][number] {
  return {
    slug,
    name: slug,
    kind,
    into: 'mix',
    lines: Object.entries(lines).map(([ingredient, percent]) => ({ ingredient, percent })),
    seed: null,
    keepBack: 0,
    loss: 0,
    temperature: null,
    first: [],
    clock: null,
    hours: null,
    ripeness: null,
    ...rest,
  };
}
