import type { z } from 'zod';
import {
  amountsOf,
  chainOf,
  feedingAt,
  prefermentHours,
  prefermentTemperature,
  ratioFor,
  RIPE_CHAIN_SEED,
  temperatureFor,
  yeastForPreferment,
  type Feeding,
} from '@jovet/core/culture/feeding';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { SolveRequest } from '$lib/server/api/culture-schemas';

export async function POST({ request }) {
  const body = await readBody(request, SolveRequest);
  return body instanceof Response ? body : answer(solve(body));
}

function solve(asked: z.infer<typeof SolveRequest>): Result<unknown> {
  switch (asked.find) {
    case 'ratio':
      return fed(ratioFor(asked.culture, asked.hours, asked.celsius), asked);
    case 'hours':
      return fed(feedingAt(asked.culture, asked.flour, asked.celsius), asked);
    case 'temperature':
      return fed(temperatureFor(asked.culture, asked.flour, asked.hours), asked);
    case 'yeast': {
      const yeast = yeastForPreferment(asked.ripeness, asked.hours, asked.celsius);
      return yeast.ok ? yeasted(asked.ripeness, yeast.value, asked.celsius) : yeast;
    }
    case 'yeast-hours':
      return yeasted(asked.ripeness, asked.yeast, asked.celsius);
    case 'yeast-temperature': {
      const celsius = prefermentTemperature(asked.ripeness, asked.yeast, asked.hours);
      return celsius.ok ? yeasted(asked.ripeness, asked.yeast, celsius.value) : celsius;
    }
    case 'chain': {
      const seed = { ...RIPE_CHAIN_SEED, vigour: asked.vigour };
      const builds = chainOf(asked.stages, seed, asked.needed, asked.keepBack, asked.loss);
      return builds.ok ? good({ builds: builds.value, cautions: [] }) : builds;
    }
  }
}

function fed(
  feeding: Result<Feeding>,
  { needed, keepBack, loss }: { needed: number; keepBack: number; loss: number },
): Result<unknown> {
  if (!feeding.ok) return feeding;
  const { flour, water, celsius, hours, cautions } = feeding.value;
  return good({
    flour,
    water,
    celsius,
    hours,
    amounts: amountsOf(feeding.value, needed, keepBack, loss),
    cautions,
  });
}

function yeasted(
  ripeness: Parameters<typeof prefermentHours>[0],
  yeast: number,
  celsius: number,
): Result<unknown> {
  const hours = prefermentHours(ripeness, yeast, celsius);
  return Number.isFinite(hours.latest)
    ? good({ yeast, celsius, hours, cautions: [] })
    : bad(problem('celsius', 'At this temperature yeast does not rise.', 'Choose a place from 0 to 45 °C.'));
}

export const fallback = noSuchMethod;
