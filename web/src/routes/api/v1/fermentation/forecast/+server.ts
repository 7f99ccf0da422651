import type { z } from 'zod';
import {
  forecastRise,
  pieceTimeConstant,
  startingPopulation,
  tubTimeConstant,
  type Surroundings,
} from '@jovet/core/fermentation';
import { good } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { ForecastRequest } from '$lib/server/api/schemas';

export async function POST({ request }) {
  const body = await readBody(request, ForecastRequest);
  if (body instanceof Response) return body;
  const forecast = forecastRise(body.temperature, surroundingsOf(body), body.rises);
  if (!forecast.ok) return answer(forecast);
  const { hours, population, end, cautions } = forecast.value;
  return answer(good({ hours, population, end, cautions }));
}

function surroundingsOf({
  share,
  seedPopulation,
  vigour,
  body,
  temperature,
}: z.infer<typeof ForecastRequest>): Surroundings {
  const y0 = startingPopulation(share, seedPopulation);
  const ferments = { y0, vigour, heatOfRise: 0 };
  switch (body.kind) {
    case 'held':
      return { ...ferments, around: temperature, timeConstant: Infinity };
    case 'piece':
      return { ...ferments, around: body.around, timeConstant: pieceTimeConstant(body.mass, body.h) };
    case 'tub':
      return {
        ...ferments,
        around: body.around,
        timeConstant: tubTimeConstant(body.mass, body.length, body.width, body.h),
      };
  }
}

export const fallback = noSuchMethod;
