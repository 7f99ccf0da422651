import { createDocument } from 'zod-openapi';
import type { z } from 'zod';
import { Scenario } from '@jovet/core/fermentation/forecast';
import { FORMULA_CALCULATIONS } from './calculations/formula.ts';
import { libraryPaths } from './openapi-library.ts';
import { culturePaths } from './openapi-cultures.ts';
import { dayPaths } from './openapi-days.ts';
import { mixPaths } from './openapi-mixes.ts';
import { operation } from './openapi-operation.ts';
import { SolveAnswer, SolveRequest } from './culture-schemas.ts';
import { HeatAnswer, HeatRequest, PackAnswer, PackRequest } from './oven-schemas.ts';
import { RetarderAnswer, RetarderRequest } from './retarder-schemas.ts';
import * as schemas from './schemas.ts';

/** One request for each calculation that works on the demo bakery. The tests send them. */
export const EXAMPLES = {
  '/api/v1/water': {
    method: 'balance',
    ddt: 25,
    mix: {
      parts: [
        { name: 'flour', mass: 14.9, specificHeat: 1.8, temperature: 19 },
        { name: 'salt', mass: 0.364, specificHeat: 0.88, temperature: 19 },
        { name: 'levain', mass: 4.851, specificHeat: 2.99, temperature: 23 },
      ],
      water: 10.742,
      newFlour: 14.9,
      bowl: { mass: 20, temperature: 20 },
      room: 20,
      friction: 3,
      minutes: 30,
    },
  },
  '/api/v1/fermentation/forecast': {
    culture: { share: 0.1572 },
    temperature: 25,
    heatOfRise: 0,
    stays: [{ body: { kind: 'tub', mass: 12, length: 0.6, width: 0.4, h: 8 }, around: 17 }],
    targets: [0.4, 0.6, 0.9],
  },
  '/api/v1/fermentation/retarder': {
    room: 22,
    hours: 12,
    loads: [{ pieces: 60, mass: 0.84, temperature: 24, culture: 0.1572, made: 0.6, held: 0.42 }],
  },
  '/api/v1/oven/pack': { deck: { width: 1.25, depth: 0.85 }, piece: { kind: 'round', diameter: 0.2 } },
  '/api/v1/oven/heat': {
    stone: { area: 1.06 },
    room: 20,
    first: 20,
    setPoints: [{ at: 0, celsius: 245 }],
    loads: [{ at: 7200, minutes: 40, dough: 12, from: 6, core: 98, loss: 14, steam: 0.15 }],
    until: 12_600,
  },
  '/api/v1/fermentation/solve': {
    find: 'ratio',
    culture: { ripeness: { earliest: 1.5, best: 2, latest: 2.8 } },
    hours: 10,
    celsius: 20,
    needed: 4.85,
    keepBack: 0.4,
    loss: 2,
  },
  '/api/v1/dough': {
    formula: 'quay-country',
    ask: {
      pieces: [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }],
      date: '2026-11-24', time: '07:00', room: 20, flour: 19, bowl: 20, stands: { levain: 23 }, ddt: 25, mixer: null,
    }, // prettier-ignore
    workings: ['water.balance'],
  },
} as const;

const calculation = (
  path: keyof typeof EXAMPLES,
  summary: string,
  description: string,
  schema: z.ZodType,
  answer: z.ZodType,
) => ({
  [path]: { post: operation(summary, description, answer, { schema, example: EXAMPLES[path] }) },
});

const build = () =>
  createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Jovet',
      version: '1',
      description:
        'Every calculation of Jovet. Masses in kg, temperatures in °C, times in seconds since 1970.',
    },
    paths: {
      ...Object.fromEntries(
        Object.entries(FORMULA_CALCULATIONS).map(([name, each]) => [
          `/api/v1/formula/${name}`,
          {
            post: operation(each.summary, each.description, each.answer, {
              schema: each.request,
              example: each.example,
            }),
          },
        ]),
      ),
      ...calculation(
        '/api/v1/water',
        'Water temperature',
        'By sum of factors, base number or heat balance; forward; any one unknown; how much of which water; or everything of one batch.',
        schemas.WaterRequest,
        schemas.WaterAnswer,
      ),
      ...calculation(
        '/api/v1/fermentation/forecast',
        'Forecast a rise',
        'The course of a culture, pre-ferment or dough through the places where it stands, and when it holds each rise.',
        Scenario,
        schemas.ForecastAnswer,
      ),
      ...calculation(
        '/api/v1/fermentation/retarder',
        'Forecast a retarder',
        'Air and dough in a cold cabinet while loads come and go, and how much rises before it is cold.',
        RetarderRequest,
        RetarderAnswer,
      ),
      ...calculation(
        '/api/v1/oven/pack',
        'Pieces on a deck',
        'The most pieces of one kind that stand on a deck, and where.',
        PackRequest,
        PackAnswer,
      ),
      ...calculation(
        '/api/v1/oven/heat',
        'Heat of a stone',
        'A stone through heating up, set points and loads, and where the heat went.',
        HeatRequest,
        HeatAnswer,
      ),
      ...calculation(
        '/api/v1/fermentation/solve',
        'Solve a feeding',
        'Ratio, time or temperature of a culture; yeast, time or temperature of a yeasted pre-ferment; a chain of builds. One from the others.',
        SolveRequest,
        SolveAnswer,
      ),
      ...calculation(
        '/api/v1/dough',
        'Plan one dough',
        'Weights, water, mixes and tasks of one dough in an empty bakehouse, back from its van.',
        schemas.BakeRequest,
        schemas.BakeAnswer,
      ),
      ...mixPaths(),
      ...culturePaths(),
      ...dayPaths(),
      ...libraryPaths(),
    },
  });

let built: ReturnType<typeof build> | undefined;

/** The API in OpenAPI 3.1, generated from the schemas that the routes parse with, once at the first question. */
export const openApi = () => (built ??= build());
