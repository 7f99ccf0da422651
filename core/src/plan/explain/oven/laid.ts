import {
  placeNear,
  standWell,
  type DeckFloor,
  type DeckLot,
  type LaidPiece,
  type OnDeck,
} from '../../../oven/decks/index.ts';
import type { HandLaid } from '../../demand/index.ts';

/** Pieces of one load that go on a deck, by their lots. */
export interface DeckLaid {
  readonly deck: number;
  readonly pieces: readonly OnDeck[];
}

interface Standing extends LaidPiece {
  readonly deck: number;
  readonly lot: number;
}

/**
 * A load as its pieces were laid by hand: a deck that is taken then gives way to a free one, pieces that are no longer baked are
 * left out, and those that came in since stand where there is room beside the others.
 *
 * @param tasks of the lots
 * @param free decks, the best first
 * @returns null where it cannot stand like that
 */
export function laidByHand(
  floor: DeckFloor,
  lots: readonly DeckLot[],
  tasks: readonly string[],
  wanted: readonly HandLaid[],
  free: readonly number[],
): DeckLaid[] | null {
  const asked = [...new Set(wanted.map(({ deck }) => deck))];
  const spare = free.filter((deck) => !asked.includes(deck));
  const onto = asked.map((deck) => (free.includes(deck) ? deck : spare.shift()));
  const decks = onto.flatMap((deck) => deck ?? []);
  if (decks.length < asked.length) return null;
  const standing = lots.flatMap(({ outline, spacing, count }, lot) =>
    wanted
      .filter(({ task }) => task === tasks[lot])
      .slice(0, count)
      .map(({ deck, x, y, turned }): Standing => (
        { lot, deck: onto[asked.indexOf(deck)] ?? deck, outline, spacing, spot: { x, y, turned } }
      )),
  ); // prettier-ignore
  const on = (deck: number) => standing.filter((each) => each.deck === deck);
  for (const [lot, { outline, spacing, count }] of lots.entries())
    for (let more = count - standing.filter((each) => each.lot === lot).length; more > 0; more -= 1) {
      const [place] = decks.flatMap((deck) =>
        [false, true].flatMap((turned) => {
          const spot = placeNear(floor, on(deck), { outline, spacing, spot: { x: 0, y: 0, turned } });
          return spot ? [{ deck, spot }] : [];
        }),
      );
      if (!place) return null;
      standing.push({ lot, outline, spacing, ...place });
    }
  if (!decks.every((deck) => standWell(floor, on(deck)))) return null;
  return decks.map((deck) => ({
    deck,
    pieces: lots.flatMap((_, lot) => {
      const spots = on(deck).flatMap((each) => (each.lot === lot ? [each.spot] : []));
      return spots.length > 0 ? [{ lot, spots }] : [];
    }),
  }));
}
