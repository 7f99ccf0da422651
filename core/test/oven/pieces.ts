import fc from 'fast-check';
import type { Outline } from '@jovet/core/oven/decks';

const size = fc.double({ min: 0.05, max: 0.6, noNaN: true });
/** Pieces of any kind. */
export const outline = fc.oneof(
  size.map((diameter): Outline => ({ kind: 'round', diameter })),
  fc.tuple(fc.constantFrom('oval' as const, 'rectangle' as const), size, size).map(
    ([kind, length, width]): Outline => ({ kind, length, width }),
  ),
); // prettier-ignore
