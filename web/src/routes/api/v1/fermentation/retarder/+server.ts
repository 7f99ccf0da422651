import type { z } from 'zod';
import { forecastRetarder, type RetarderLoad } from '@jovet/core/fermentation/forecast';
import { leavening, pieceTimeConstant, startOfDough } from '@jovet/core/fermentation';
import { thermalTimeForRise, yeastThetaForRise } from '@jovet/core/fermentation/rates';
import { good } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { RetarderRequest } from '$lib/server/api/retarder-schemas';

/** Every so many half minutes draw the air. */
const EVERY = 10;

export async function POST({ request }) {
  const body = await readBody(request, RetarderRequest);
  if (body instanceof Response) return body;
  const { times, air, warmest, taken, loads } = forecastRetarder(
    body.retarder,
    body.loads.map(loadOf),
    body.room,
    body.hours,
  );
  const drawn = <T>(all: readonly T[]) => all.filter((_, index) => index % EVERY === 0);
  return answer(
    good({
      times: drawn(times),
      air: drawn(air),
      warmest,
      taken,
      loads: loads.map(({ states, riseBeforeCold, coldAfter }, index) => {
        const end = states.at(-1);
        return {
          riseBeforeCold,
          coldAfter,
          end: {
            temperature: end?.temperature ?? body.loads[index]?.temperature ?? body.room,
            rise: end?.rise ?? body.loads[index]?.held ?? 0,
          },
        };
      }),
    }),
  );
}

type Asked = z.infer<typeof RetarderRequest>['loads'][number];

/** Pieces as they go in; gas that a mixed leavening has made is all reckoned to its culture. */
function loadOf({ h, temperature, culture, yeast, made, held, leavesAt, ...load }: Asked): RetarderLoad {
  const start = startOfDough(temperature);
  return {
    ...load,
    timeConstant: pieceTimeConstant(load.mass, h),
    leavening: leavening({ culture, yeast }),
    state: {
      ...start,
      culture: culture > 0 ? thermalTimeForRise(made, culture) : 0,
      yeast: culture === 0 && yeast > 0 ? yeastThetaForRise(made, yeast) : 0,
      rise: held,
    },
    leavesAt: leavesAt ?? Infinity,
  };
}

export const fallback = noSuchMethod;
