import { cultureGasRate, RIPE_POPULATION, RISE_SCALE } from '../fermentation/rates/index.ts';
import { input, quantity, type Quantity, type Working, type Workings } from '../working/index.ts';
import type { FedCulture } from './feeding/feed.ts';
import type { FollowedBuild } from './followed/follow.ts';
import type { FeedingWish, PlannedFeeding } from './feeding/plan-feeding.ts';
import type { Culture } from './schema.ts';
import { mostRiseOf, type Standing } from './followed/standing.ts';
import type { Vigour } from './followed/vigour.ts';

const MODEL = 'Growth of culture yeast in thermal time; constants fitted for Jovet to practice';
const number = (value: number, digits = 4) => quantity(value, '', digits);
const hours = (value: number) => quantity(value, 'h', 3);
const grams = (kilograms: number) => quantity(kilograms * 1000, 'g', 1);
const perHour = (value: number) => quantity(value, '1/h', 6);

/** The numbers of a feeding worked out, by key: `feed.ratio`, `feed.hours`, `feed.seed` and what is behind them. */
export function feedingWorkings(
  culture: FedCulture,
  wish: FeedingWish,
  planned: PlannedFeeding,
  clock: (epoch: number) => Quantity,
): Workings {
  const { feeding, amounts } = planned;
  const mu = cultureGasRate(feeding.celsius);
  const theta = feeding.hours.best * culture.vigour * mu;
  const scale = input('c_w', 'scale of the rise', number(RISE_SCALE, 2), 'default');
  const vigour = input('v', 'vigour of the culture', number(culture.vigour, 4), 'logged');
  const rate = input('mu', `growth rate at ${feeding.celsius.toFixed(1)} °C`, perHour(mu), 'default');
  const best = input('G', 'rise at which it is ripe', number(culture.ripeness.best, 2), 'bakehouse');
  const y0 = input('y0', 'starting population', number(feeding.y0, 7), 'computed', 'feed.y0');
  const taken = input('t', 'from feeding to ripe', hours(feeding.hours.best), 'computed', 'feed.hours');
  const mass = (
    key: string,
    label: string,
    symbol: string,
    value: number,
    equation: string,
    inputs: Working['inputs'],
  ) => ({
    [key]: (): Working => ({
      label,
      symbol,
      result: quantity(value * 1000, 'g', 0),
      equation,
      inputs,
      source: 'Ratio of the feeding, by mass',
    }),
  });
  const ratio = input('f', 'flour to 1 of seed', number(feeding.flour, 6), 'computed', 'feed.ratio');
  const water = input('h', 'water over flour', number(culture.hydration, 4), 'bakehouse');
  const build = input('B', 'build', grams(amounts.build), 'computed', 'feed.build');
  const seed = input('s', 'seed', quantity(amounts.seed * 1000, 'g', 3), 'computed', 'feed.seed');
  return {
    'feed.hours': () => ({
      label: 'From feeding to ripe',
      symbol: 't',
      result: hours(feeding.hours.best),
      equation: 'theta / (v * mu)',
      inputs: [
        input('theta', 'thermal time to ripe', number(theta, 5), 'computed', 'feed.theta'),
        vigour,
        rate,
      ],
      source: MODEL,
    }),
    'feed.theta': () => ({
      label: 'Thermal time to ripe',
      symbol: 'theta',
      result: number(theta, 5),
      equation: 'log(1 + (exp(G / c_w) - 1) / y0)',
      inputs: [best, scale, y0],
      source: MODEL,
    }),
    'feed.y0': () => ({
      label: 'Starting population',
      symbol: 'y0',
      result: number(feeding.y0, 7),
      equation: 'min(1.15, N / N_ripe) / (1 + f * (1 + h))',
      inputs: [
        input('N', 'population of the seed', number(culture.seedPopulation, 5), 'computed'),
        input('N_ripe', 'of a ripe culture', number(RIPE_POPULATION, 2), 'default'),
        ratio,
        water,
      ],
      source: MODEL,
    }),
    'feed.ratio': () =>
      wish.find === 'ratio'
        ? {
            label: 'Flour to 1 of seed',
            symbol: 'f',
            result: number(feeding.flour, 2),
            equation: '(min(1.15, N / N_ripe) * (exp(v * mu * t) - 1) / (exp(G / c_w) - 1) - 1) / (1 + h)',
            inputs: [
              input('N', 'population of the seed', number(culture.seedPopulation, 6), 'computed'),
              input('N_ripe', 'of a ripe culture', number(RIPE_POPULATION, 2), 'default'),
              input('v', 'vigour of the culture', number(culture.vigour, 6), 'logged'),
              rate,
              input('t', 'from feeding to ripe', quantity(feeding.hours.best, 'h', 5), 'entered'),
              best,
              scale,
              water,
            ],
            source: MODEL,
          }
        : {
            label: 'Flour to 1 of seed',
            symbol: 'f',
            result: number(feeding.flour, 6),
            equation: 'f_0',
            inputs: [input('f_0', 'as it is entered', number(feeding.flour, 6), 'entered')],
            source: 'As it is entered',
          },
    'feed.at': () => ({
      label: 'Feed it',
      symbol: 'feed',
      result: clock(planned.feedAt),
      equation: wish.find === 'feed' ? 'ready - 60 * t' : 'at',
      inputs:
        wish.find === 'feed'
          ? [input('ready', 'wanted ripe', clock(planned.ready.best), 'entered'), taken]
          : [input('at', 'as it is entered', clock(planned.feedAt), 'entered')],
      source: 'Counted back from when it is wanted',
    }),
    'feed.ready': () => ({
      label: 'Ripe',
      symbol: 'ready',
      result: clock(planned.ready.best),
      equation: 'feed + 60 * t',
      inputs: [input('feed', 'fed', clock(planned.feedAt), 'computed', 'feed.at'), taken],
      source: 'Counted on from the feeding',
    }),
    ...mass('feed.build', 'Build', 'B', amounts.build, '(L + R) / (1 - loss / 100)', [
      input('L', 'needed for the doughs', grams(wish.needed), 'entered'),
      input('R', 'kept for next time', grams(wish.keepBack), 'bakehouse'),
      input('loss', 'stays on spoon and vessel', quantity(wish.loss, '%', 2), 'bakehouse'),
    ]),
    ...mass('feed.seed', 'Seed', 's', amounts.seed, 'B / (1 + f * (1 + h))', [build, ratio, water]),
    ...mass('feed.flour', 'Flour', 'F', amounts.flour, 's * f', [seed, ratio]),
    ...mass('feed.water', 'Water', 'W', amounts.water, 's * f * h', [seed, ratio, water]),
  };
}

/** The numbers of a build on its way, by key: `build.ripe`, `build.now`, `culture.vigour` and what is behind them. */
export function buildWorkings(
  culture: Culture,
  followed: FollowedBuild,
  standing: Standing,
  vigour: Vigour,
  clock: (epoch: number) => Quantity,
): Workings {
  const { build, course, leavening, ripe, mass } = followed;
  const { heights } = standing;
  const best = course.find((state) => state.rise >= culture.ripeness.best);
  const took = ripe.best.at === null ? null : (ripe.best.at - build.at) / 3600;
  const line = (key: string, label: string, height: number, rise: number): Workings => ({
    [key]: () => ({
      label,
      symbol: 'h',
      result: quantity(height, 'cm', 1),
      equation: 'h_0 * (1 + min(G, G_max) - 0.4 * max(0, G - G_max))',
      inputs: [
        input(
          'h_0',
          'height when it was filled',
          quantity(heights.start, 'cm', 2),
          'computed',
          'build.start',
        ),
        input('G', 'gas made, in volumes', number(rise, 4), 'computed'),
        input('G_max', 'what it holds before it sinks', number(mostRiseOf(culture), 2), 'default'),
      ],
      source: MODEL,
    }),
  });
  return {
    ...line('build.now', 'Height now', heights.now, standing.rise),
    ...line('build.line', 'Height at its best', heights.best, culture.ripeness.best),
    'build.start': () => ({
      label: 'Height when it was filled',
      symbol: 'h_0',
      result: quantity(heights.start, 'cm', 2),
      equation: 'm / rho / A * 100',
      inputs: [
        input('m', 'build', quantity(mass, 'kg', 4), 'entered'),
        input('rho', 'density without gas', quantity(1100, 'kg/m³', 0), 'default'),
        input(
          'A',
          'floor of the vessel',
          quantity((mass / 1100 / heights.start) * 100, 'm²', 6),
          'bakehouse',
        ),
      ],
      source: 'Geometry of the vessel',
    }),
    ...(took === null || !best
      ? {}
      : {
          'build.ripe': (): Working => ({
            label: 'Ripe',
            symbol: 'ripe',
            result: clock(build.at + took * 3600),
            equation: 'fed + 60 * theta / (v * mu)',
            inputs: [
              input('fed', 'fed', clock(build.at), 'entered'),
              input(
                'theta',
                'thermal time to ripe',
                number(Math.log1p(Math.expm1(culture.ripeness.best / RISE_SCALE) / leavening.culture), 5),
                'computed',
                'build.theta',
              ),
              input('v', 'vigour of the culture', number(leavening.vigour, 4), 'computed', 'culture.vigour'),
              input(
                'mu',
                'mean growth rate on the way',
                perHour(
                  Math.log1p(Math.expm1(culture.ripeness.best / RISE_SCALE) / leavening.culture) /
                    leavening.vigour /
                    took,
                ),
                'computed',
              ),
            ],
            source: MODEL,
            note: 'It follows the temperature around it and warms itself by 0.8 K for each volume of gas; the mean is taken over time.',
          }),
          'build.theta': (): Working => ({
            label: 'Thermal time to ripe',
            symbol: 'theta',
            result: number(Math.log1p(Math.expm1(culture.ripeness.best / RISE_SCALE) / leavening.culture), 5),
            equation: 'log(1 + (exp(G / c_w) - 1) / y0)',
            inputs: [
              input('G', 'rise at which it is ripe', number(culture.ripeness.best, 2), 'bakehouse'),
              input('c_w', 'scale of the rise', number(RISE_SCALE, 2), 'default'),
              input('y0', 'starting population', number(leavening.culture, 7), 'computed'),
            ],
            source: MODEL,
          }),
        }),
    'culture.vigour': () => ({
      label: 'Vigour of the culture',
      symbol: 'v',
      result: number(leavening.vigour, 4),
      equation: 'v_seen * cold',
      inputs: [
        input(
          'v_seen',
          `most likely after ${vigour.count} builds with signs`,
          number(vigour.value, 5),
          'logged',
        ),
        input(
          'cold',
          'what weeks in the cold leave of it',
          number(leavening.vigour / vigour.value, 5),
          'computed',
        ),
      ],
      source: 'Bayes’ rule over every sign that was logged; constants chosen for Jovet',
      note: `Eight times in ten it lies between ${vigour.least.toFixed(2)} and ${vigour.most.toFixed(2)}. One odd sign counts little, and old ones fade.`,
    }),
  };
}
