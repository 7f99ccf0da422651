import { arrange } from '@jovet/core/oven/decks';
import { good } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { PackRequest } from '$lib/server/api/oven-schemas';

export async function POST({ request }) {
  const body = await readBody(request, PackRequest);
  if (body instanceof Response) return body;
  const spots = arrange(body.deck, body.piece, body.spacing);
  return answer(spots.ok ? good({ count: spots.value.length, spots: spots.value }) : spots);
}

export const fallback = noSuchMethod;
