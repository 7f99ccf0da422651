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
import { acidityAt, leavening, pieceTimeConstant, stageAt, startOfDough } from '@jovet/core/fermentation';
import { forecast, forecastRetarder, Scenario, type RetarderLoad } from '@jovet/core/fermentation/forecast';
import { thermalTimeForRise, yeastThetaForRise } from '@jovet/core/fermentation/rates';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { SolveAnswer, SolveRequest } from '../culture-schemas.ts';
import { endpoint } from '../endpoint.ts';
import { RetarderAnswer, RetarderRequest } from '../retarder-schemas.ts';
import { ForecastAnswer } from '../schemas.ts';

/** So many points draw a curve; every so many half minutes draw the air of a retarder. */
const [POINTS, EVERY] = [200, 10] as const;

/** What rises, and how fast. */
export const FERMENTATION = {
  'POST /fermentation/forecast': endpoint({
    right: 'read',
    summary: 'Forecast a rise',
    description:
      'The course of a culture, pre-ferment or dough through the places where it stands, and when it holds each rise.',
    body: Scenario,
    answer: ForecastAnswer,
    example: {
    culture: { share: 0.1572 },
    temperature: 25,
    heatOfRise: 0,
    stays: [{ body: { kind: 'tub', mass: 12, length: 0.6, width: 0.4, h: 8 }, around: 17 }],
    targets: [0.4, 0.6, 0.9],
  },
    run: ({ body }) => {
      const result = forecast(body);
      if (!result.ok) return result;
      const { crossings, course, leavening: leavened, grown, acidity, cautions } = result.value;
      const every = Math.ceil(course.length / POINTS);
      const drawn = course.filter((_, index) => index % every === 0 || index === course.length - 1);
      return good({
        crossings,
        course: drawn.map((state) => ({
          time: state.time,
          temperature: state.temperature,
          rise: state.rise,
          acidity: acidityAt(state, leavened),
          stage: body.ripeness && stageAt(state.rise, body.ripeness),
        })),
        grown,
        acidity,
        cautions: [...cautions],
      });
    },
  }),
  'POST /fermentation/retarder': endpoint({
    right: 'read',
    summary: 'Forecast a retarder',
    description: 'Air and dough in a cold cabinet while loads come and go, and how much rises before it is cold.',
    body: RetarderRequest,
    answer: RetarderAnswer,
    example: {
    room: 22,
    hours: 12,
    loads: [{ pieces: 60, mass: 0.84, temperature: 24, culture: 0.1572, made: 0.6, held: 0.42 }],
  },
    run: ({ body }) => {
      const { times, air, warmest, taken, loads } = forecastRetarder(body.retarder, body.loads.map(loadOf), body.room, body.hours);
      const drawn = <T>(all: readonly T[]) => all.filter((_, index) => index % EVERY === 0);
      return good({
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
      });
    },
  }),
  'POST /fermentation/solve': endpoint({
    right: 'read',
    summary: 'Solve a feeding',
    description:
      'Ratio, time or temperature of a culture; yeast, time or temperature of a yeasted pre-ferment; a chain of builds. One from the others.',
    body: SolveRequest,
    answer: SolveAnswer,
    example: {
    find: 'ratio',
    culture: { ripeness: { earliest: 1.5, best: 2, latest: 2.8 } },
    hours: 10,
    celsius: 20,
    needed: 4.85,
    keepBack: 0.4,
    loss: 2,
  },
    run: ({ body }) => solve(body) as Result<z.input<typeof SolveAnswer>>,
  }),
}; // prettier-ignore

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
