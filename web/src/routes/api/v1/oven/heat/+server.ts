import { forecastStone } from '@jovet/core/oven';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { HeatRequest } from '$lib/server/api/oven-schemas';

export async function POST({ request }) {
  const body = await readBody(request, HeatRequest);
  if (body instanceof Response) return body;
  const { stone, room, first, setPoints, loads, until } = body;
  return answer(forecastStone(stone, room, first, setPoints, loads, 0, until));
}

export const fallback = noSuchMethod;
