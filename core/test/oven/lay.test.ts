import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { apart, within } from '../../src/oven/decks/lay.ts';
import { arrange, extentOf, placeNear, standWell, type LaidPiece } from '@jovet/core/oven/decks';
import { outline } from './pieces.ts';
import { must } from '../demo.ts';

const spot = fc.record({
  x: fc.double({ min: 0, max: 1.2, noNaN: true }),
  y: fc.double({ min: 0, max: 1, noNaN: true }),
  turned: fc.boolean(),
});
const piece: fc.Arbitrary<LaidPiece> = fc.record({ outline, spacing: fc.constantFrom(0, 0.01, 0.04), spot });
const deck = { width: 1.2, depth: 1 };
const round = (diameter: number, x: number, y: number): LaidPiece => ({
  outline: { kind: 'round', diameter }, spacing: 0.04, spot: { x, y, turned: false },
}); // prettier-ignore

/** The middle of a piece and points around its edge with half the gap around it, and whether one lies in it. */
function edgeOf({ outline: of, spot: at }: LaidPiece, gap: number): [number, number][] {
  const [along, deep] = extentOf(of, at.turned).map((length) => (length + gap) / 2) as [number, number];
  const edge = Array.from({ length: 720 }, (_, index): [number, number] => {
    const [cos, sin] = [Math.cos((index / 360) * Math.PI), Math.sin((index / 360) * Math.PI)];
    const out = of.kind === 'rectangle' ? 1 / Math.max(Math.abs(cos), Math.abs(sin)) : 1;
    return [at.x + along * cos * out, at.y + deep * sin * out];
  });
  return [[at.x, at.y], ...edge];
}
function holds(
  { outline: of, spot: at }: LaidPiece,
  gap: number,
  [x, y]: readonly [number, number],
): boolean {
  const [along, deep] = extentOf(of, at.turned).map((length) => (length + gap) / 2 - 1e-5) as [
    number,
    number,
  ];
  const [dx, dy] = [(x - at.x) / along, (y - at.y) / deep];
  return of.kind === 'rectangle' ? Math.abs(dx) < 1 && Math.abs(dy) < 1 : dx * dx + dy * dy < 1;
}

describe('pieces that are laid by hand', () => {
  it('are apart if and only if no point of one with half the gap lies in the other with its half', () => {
    fc.assert(
      fc.property(piece, piece, (one, other) => {
        const gap = Math.max(one.spacing, other.spacing);
        const met =
          edgeOf(one, gap).some((point) => holds(other, gap, point)) ||
          edgeOf(other, gap).some((point) => holds(one, gap, point));
        if (apart(one, other)) assert.ok(!met);
        // Where they only just meet, points half a degree apart may miss it: a millimetre less gap decides.
        else if (!met) assert.ok(apart({ ...one, spacing: gap - 0.002 }, { ...other, spacing: gap - 0.002 }));
      }),
      { numRuns: 400 },
    );
  });

  it('a round piece that reaches into the long side of a tin is not apart from it', () => {
    const tin: LaidPiece = {
      outline: { kind: 'rectangle', length: 0.05, width: 0.41 }, spacing: 0, spot: { x: 0, y: 0, turned: false },
    }; // prettier-ignore
    assert.equal(apart(round(0.05, 0.0789, 0), tin), false);
    assert.equal(apart(round(0.05, 0.0901, 0), tin), true);
  });

  it('a deck as it is reckoned stands well, and with a piece pushed into another or over the edge it does not', () => {
    fc.assert(
      fc.property(outline, fc.constantFrom(0, 0.01, 0.04), (of, spacing) => {
        const spots = must(arrange(deck, of, spacing));
        const pieces = spots.map((at): LaidPiece => ({ outline: of, spacing, spot: at }));
        assert.ok(standWell(deck, pieces));
        const [first] = pieces;
        if (!first) return;
        assert.ok(!standWell(deck, [first, ...pieces]));
        assert.ok(!within(deck, { ...first, spot: { ...first.spot, x: -0.01 } }));
      }),
    );
  });

  it('a piece finds the nearest place beside others, in the deck, and the hole that one left', () => {
    const near = placeNear(deck, [round(0.2, 0.5, 0.5)], round(0.2, 0.55, 0.5));
    assert.ok(
      near && Math.abs(near.x - 0.74) < 1e-9 && near.y === 0.5,
      'two of 20 cm with 4 cm between them',
    );
    const corner = placeNear(deck, [], round(0.2, 1.19, 0.02));
    assert.ok(corner && Math.hypot(corner.x - 1.1, corner.y - 0.1) < 1e-9);
    assert.equal(placeNear(deck, [round(0.2, 0.5, 0.5)], round(0.2, 0.5, 0.5), 0.1), null);
    const spots = must(arrange(deck, { kind: 'round', diameter: 0.25 }, 0.04));
    const full = spots.map(({ x, y }) => round(0.25, x, y));
    assert.equal(placeNear(deck, full, round(0.25, 0.6, 0.5)), null);
    const [gone, ...others] = full;
    const hole = placeNear(deck, others, round(0.25, 0.6, 0.5));
    assert.ok(gone && hole && Math.hypot(hole.x - gone.spot.x, hole.y - gone.spot.y) < 0.02);
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 8 }), piece, (others, one) => {
        const found = placeNear(deck, others, one, 0.3);
        if (!found) return;
        assert.ok(within(deck, { ...one, spot: found }));
        for (const other of others) assert.ok(apart({ ...one, spot: found }, other));
        assert.ok(Math.hypot(found.x - one.spot.x, found.y - one.spot.y) <= 0.3 + 1e-9);
      }),
    );
  });
});
