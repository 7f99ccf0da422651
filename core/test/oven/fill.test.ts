import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import {
  arrange,
  decksFor,
  decksTogether,
  extentOf,
  fillDecks,
  outlineOf,
  type DeckLot,
} from '@jovet/core/oven/decks';
import { outline } from './pieces.ts';
import { must, problemsOf } from '../demo.ts';

const lots = fc.array(
  fc.record({ outline, spacing: fc.constantFrom(0, 0.01, 0.04), count: fc.integer({ min: 1, max: 60 }) }),
  { minLength: 1, maxLength: 4 },
);
const deck = fc.record({
  width: fc.double({ min: 0.6, max: 2, noNaN: true }),
  depth: fc.double({ min: 0.6, max: 2, noNaN: true }),
});

describe('pieces of several kinds on decks', () => {
  it('stand within their deck and not over one another, each of them once', () => {
    fc.assert(
      fc.property(deck, lots, fc.integer({ min: 0, max: 12 }), (floor, pieces, decks) => {
        const filled = must(fillDecks(floor, pieces, decks));
        assert.ok(filled.decks.length <= decks);
        pieces.forEach(({ count }, lot) => {
          const placed = filled.decks.flat().filter((each) => each.lot === lot).reduce((sum, { spots }) => sum + spots.length, 0);
          assert.equal(placed + (filled.left[lot] ?? 0), count);
        });
        for (const each of filled.decks) {
          const boxes = each.flatMap(({ lot, spots }) =>
            spots.map(({ x, y, turned }) => {
              const [along, deep] = extentOf((pieces[lot] as DeckLot).outline, turned);
              return { lot, left: x - along / 2, right: x + along / 2, front: y - deep / 2, back: y + deep / 2 };
            }),
          );
          for (const [index, one] of boxes.entries()) {
            assert.ok(one.left > -1e-6 && one.front > -1e-6 && one.right < floor.width + 1e-6 && one.back < floor.depth + 1e-6);
            // Rows of other pieces lie wholly behind; like pieces are looked at where they are arranged.
            for (const other of boxes.slice(0, index))
              if (other.lot !== one.lot)
                assert.ok(one.right < other.left + 1e-6 || other.right < one.left + 1e-6 || one.back < other.front + 1e-6 || other.back < one.front + 1e-6);
          }
        }
      }),
      { numRuns: 150 },
    );
  }); // prettier-ignore

  it('find room together on as many decks as they are counted to take, however they are mixed', () => {
    fc.assert(
      fc.property(deck, lots, (floor, pieces) => {
        const shares = pieces.map((lot) => Math.ceil(must(decksFor(floor, lot)) * 1000 - 1e-6));
        const { left } = must(fillDecks(floor, pieces, decksTogether(shares)));
        assert.deepEqual(left, pieces.map(() => 0)); // prettier-ignore
      }),
      { numRuns: 300 },
    );
    // Three rows of 0.6 of a deck are no two decks, though they come to 1.8.
    assert.equal(decksTogether([600, 600, 600]), 3);
    assert.equal(decksTogether([1600, 400, 1000]), 3);
  });

  it('what they take of a deck alone is what they are given: whole decks close, the rest in rows', () => {
    fc.assert(
      fc.property(deck, lots, (floor, [lot]) => {
        assert.ok(lot);
        const needed = must(decksFor(floor, lot));
        const most = must(arrange(floor, lot.outline, lot.spacing)).length;
        assert.ok(needed >= Math.floor(lot.count / most) && needed <= Math.ceil(lot.count / most) + 1e-9);
        assert.deepEqual(must(fillDecks(floor, [lot], Math.ceil(needed))).left, [0]);
      }),
      { numRuns: 150 },
    );
  });

  it('two half rows share a deck; what finds no deck is counted', () => {
    const floor = { width: 1.2, depth: 1 };
    const tin = (count: number): DeckLot => ({ outline: { kind: 'rectangle', length: 0.3, width: 0.12 }, spacing: 0.01, count });
    const loaf: DeckLot = { outline: { kind: 'round', diameter: 0.22 }, spacing: 0.04, count: 8 };
    const { decks, left } = must(fillDecks(floor, [tin(8), loaf], 1));
    assert.deepEqual(left, [0, 0]);
    assert.deepEqual(decks[0]?.map(({ spots }) => spots.length).toSorted(), [8, 8]);
    assert.deepEqual(must(fillDecks(floor, [tin(60)], 1)).left, [60 - must(arrange(floor, tin(1).outline, 0.01)).length]);
  }); // prettier-ignore

  it('a piece larger than the deck is said, not squeezed', () => {
    const log: DeckLot = { outline: { kind: 'oval', length: 2, width: 0.1 }, spacing: 0.04, count: 1 };
    assert.match(
      problemsOf(fillDecks({ width: 1.2, depth: 1 }, [log], 2))['piece'] ?? '',
      /larger than the deck/,
    );
  });
});

describe('what a loaf covers', () => {
  it('is of the size that bakers know: a round of 850 g about a span, a baguette of 350 g over half a metre', () => {
    const round = outlineOf('round', 0.84 * 0.85, 300);
    assert.ok(round.kind === 'round' && round.diameter > 0.17 && round.diameter < 0.25);
    const baguette = outlineOf('baguette', 0.35 * 0.78, 300);
    assert.ok(
      baguette.kind === 'oval' && baguette.length > 0.5 && baguette.length < 0.65 && baguette.width < 0.08,
    );
  });

  it('a piece of half the mass covers two to the power of two thirds less', () => {
    const area = (mass: number) => {
      const of = outlineOf('long', mass, 300);
      return of.kind === 'oval' ? of.length * of.width : NaN;
    };
    assert.ok(Math.abs(area(1) / area(0.5) - 2 ** (2 / 3)) < 1e-9);
  });
});
