import { forecastStone } from '@jovet/core/oven';
import { arrange } from '@jovet/core/oven/decks';
import { good } from '@jovet/core/problem';
import { endpoint } from '../endpoint.ts';
import { HeatAnswer, HeatRequest, PackAnswer, PackRequest } from '../oven-schemas.ts';

/** What stands on a deck, and how hot that is. */
export const OVEN = {
  'POST /oven/pack': endpoint({
    right: 'read',
    summary: 'Pieces on a deck',
    description: 'The most pieces of one kind that stand on a deck, and where.',
    body: PackRequest,
    answer: PackAnswer,
    example: { deck: { width: 1.25, depth: 0.85 }, piece: { kind: 'round', diameter: 0.2 } },
    run: ({ body }) => {
      const spots = arrange(body.deck, body.piece, body.spacing);
      return spots.ok ? good({ count: spots.value.length, spots: [...spots.value] }) : spots;
    },
  }),
  'POST /oven/heat': endpoint({
    right: 'read',
    summary: 'Heat of a stone',
    description: 'A stone through heating up, set points and loads, and where the heat went.',
    body: HeatRequest,
    answer: HeatAnswer,
    example: {
    stone: { area: 1.06 },
    room: 20,
    first: 20,
    setPoints: [{ at: 0, celsius: 245 }],
    loads: [{ at: 7200, minutes: 40, dough: 12, from: 6, core: 98, loss: 14, steam: 0.15 }],
    until: 12_600,
  },
    run: ({ body: { stone, room, first, setPoints, loads, until } }) => forecastStone(stone, room, first, setPoints, loads, 0, until),
  }),
}; // prettier-ignore
