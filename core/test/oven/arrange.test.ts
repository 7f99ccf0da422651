import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { arrange, extentOf, type DeckFloor, type Outline, type Spot } from '@jovet/core/oven/decks';
import { must, problemsOf } from '../demo.ts';

/** Whether two pieces of one outline lie over each other: found out from their shapes, not from how they were laid. */
function over(outline: Outline, a: Spot, b: Spot): boolean {
  const [dx, dy] = [Math.abs(a.x - b.x), Math.abs(a.y - b.y)];
  const [[aw, ad], [bw, bd]] = [extentOf(outline, a.turned), extentOf(outline, b.turned)];
  const boxes = dx < (aw + bw) / 2 - 1e-9 && dy < (ad + bd) / 2 - 1e-9;
  if (outline.kind === 'rectangle' || !boxes) return boxes;
  // Ovals that lie alike are circles in another measure.
  return a.turned === b.turned ? Math.hypot(dx / aw, dy / ad) < 1 - 1e-9 : boxes;
}

function holds(deck: DeckFloor, outline: Outline, spots: readonly Spot[]): void {
  spots.forEach((spot, index) => {
    const [along, deep] = extentOf(outline, spot.turned);
    assert.ok(spot.x >= along / 2 - 1e-9 && spot.x <= deck.width - along / 2 + 1e-9, 'leaves the deck at its sides');
    assert.ok(spot.y >= deep / 2 - 1e-9 && spot.y <= deck.depth - deep / 2 + 1e-9, 'leaves the deck at front or back');
    const other = spots.slice(index + 1).find((each) => over(outline, spot, each));
    assert.equal(other, undefined, JSON.stringify(spot));
  });
} // prettier-ignore

const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const outlines: fc.Arbitrary<Outline> = fc.oneof(
  fc.record({ kind: fc.constant('round' as const), diameter: size(0.08, 0.4) }),
  fc.record({ kind: fc.constantFrom('oval' as const, 'rectangle' as const), length: size(0.05, 0.7), width: size(0.08, 0.4) }),
); // prettier-ignore

describe('pieces on a deck', () => {
  it('none leaves it, none lies over another, and none less than in straight rows', () => {
    fc.assert(
      fc.property(
        size(0.4, 2.5),
        size(0.4, 2.5),
        outlines,
        size(0, 0.05),
        (width, depth, outline, spacing) => {
          const found = arrange({ width, depth }, outline, spacing);
          if (!found.ok) return;
          holds({ width, depth }, outline, found.value);
          const rows = (turned: boolean) => {
            const [along, deep] = extentOf(outline, turned);
            const count = (room: number, each: number) => Math.floor((room + spacing) / (each + spacing));
            return count(width, along) * count(depth, deep);
          };
          assert.ok(found.value.length >= Math.max(rows(false), rows(true)));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('rounds stagger where that takes more, rectangles turn in a block of their own', () => {
    // Five rows of straight tens are fewer than six staggered ones, two full ones of them straight behind each other.
    const rounds = must(arrange({ width: 1, depth: 0.55 }, { kind: 'round', diameter: 0.1 }, 0));
    assert.equal(rounds.length, 58);
    const rectangle = { kind: 'rectangle', length: 0.3, width: 0.2 } as const;
    assert.equal(must(arrange({ width: 0.5, depth: 0.6 }, rectangle, 0)).length, 5);
    // Four go around a hole.
    assert.equal(must(arrange({ width: 0.5, depth: 0.5 }, rectangle, 0)).length, 4);
  });

  it('sets at least 95 % of what was proved to be the most on a grid of 10 mm', () => {
    const proved = JSON.parse(
      readFileSync(new URL('../../../test/bench/packing.json', import.meta.url), 'utf8'),
    ) as {
      deck: [number, number];
      piece: { kind: Outline['kind']; length: number; width: number };
      gap: number;
      most: number;
    }[];
    assert.equal(proved.length, 30);
    for (const { deck, piece, gap, most } of proved) {
      const [length, width] = [piece.length / 1000, piece.width / 1000];
      const outline: Outline =
        piece.kind === 'round' ? { kind: 'round', diameter: length } : { kind: piece.kind, length, width };
      const found = must(arrange({ width: deck[0] / 1000, depth: deck[1] / 1000 }, outline, gap / 1000));
      assert.ok(
        found.length >= 0.95 * most,
        `${JSON.stringify({ deck, piece, gap })}: ${found.length} of ${most}`,
      );
    }
  });

  it('a deck of nothing, a piece of nothing and a piece larger than the deck are said', () => {
    const round = { kind: 'round', diameter: 0.3 } as const;
    assert.match(problemsOf(arrange({ width: 0, depth: 1 }, round, 0))['deck'] ?? '', /no floor/);
    assert.match(problemsOf(arrange({ width: 1, depth: 1 }, { ...round, diameter: 0 }, 0))['piece'] ?? '', /covers nothing/);
    assert.match(problemsOf(arrange({ width: 0.2, depth: 1 }, round, 0))['piece'] ?? '', /larger than the deck/);
    // Turned it fits.
    assert.equal(must(arrange({ width: 0.2, depth: 1 }, { kind: 'oval', length: 0.6, width: 0.2 }, 0)).length, 1);
  }); // prettier-ignore
});
