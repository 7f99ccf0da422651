import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isDeepStrictEqual } from 'node:util';
import { all, create } from 'mathjs';
import type { DoughAsk } from '@jovet/core/plan';
import { amountWorkings, dayWorkings, mixesByHand, planCostWorkings } from '@jovet/core/plan/explain';
import { ovenDay, stoneWorkings } from '@jovet/core/plan/explain/oven';
import { buildWorkings, feedingWorkings } from '@jovet/core/culture';
import { followBuilds, standingOf } from '@jovet/core/culture/followed';
import { planFeeding } from '@jovet/core/culture/feeding';
import { costOf } from '@jovet/core/formula/facts';
import { costWorkings, formulaWorkings } from '@jovet/core/formula/workings';
import { scaleFormula } from '@jovet/core/formula/scale';
import { answerMix, mixWorkings } from '@jovet/core/mix';
import {
  filledEquation,
  formatQuantity,
  quantity,
  readEquation,
  type Quantity,
  type Working,
  type Workings,
} from '@jovet/core/working';
import { shownValues } from '../../src/working/index.ts';
import {
  baked,
  demoCultures,
  demoDay,
  demoLearned,
  DEMO_FORMULAS,
  demoFormula,
  demoHouse,
  must,
} from '../demo.ts';
import { planned } from '../plan/planned.ts';
import { ddtOf, mainMix } from '@jovet/core/formula/way';

const math = create(all ?? {});

const variety: Partial<DoughAsk>[] = [
  {},
  { flour: 12.4, room: 17, bowl: 16, stands: { levain: 24.5 }, ddt: 24 },
  {
    pieces: [
      { product: 'quay-loaf', pieces: 7, scaledWeight: 0.8437 },
      { product: 'quay-roll', pieces: 60, scaledWeight: 0.095 },
    ],
    flour: 27, room: 26, bowl: 25, stands: { levain: 25 }, date: '2026-10-25', time: '11:30',
  },
]; // prettier-ignore

/** Pieces that are enough to be weighed well, and few enough for what is here. */
const MANY: Readonly<Record<string, number>> = {
  'anchor-pot': 9,
  'sorrel-ring': 12,
  'butter-crescents': 120,
  'cardamom-knots': 120,
  'skipper-twists': 120,
  'tidewater-rye': 30,
  'oat-tin': 36,
};

/** Works an equation from what is shown, and says how far the rounding of what is shown can carry it. */
function workAgain(working: Working): { value: number; play: number } {
  const scope = Object.fromEntries(working.inputs.map((each) => [each.symbol, shown(each.quantity)]));
  const evaluate = (changes: Record<string, number | number[]>) =>
    Number(math.evaluate(working.equation, { ...scope, ...changes }));
  const value = evaluate({});
  const play = working.inputs.map(({ symbol, quantity: of }) => {
    // A number that is shown whole (a count, a setting) leaves nothing to rounding.
    const half = isDeepStrictEqual(shown(of), of.value) ? 0 : 0.5 * 10 ** -of.digits;
    const [single = NaN] = shownValues(of);
    const by = (change: number) =>
      typeof of.value === 'number' ? single + change : shownValues(of).map((each) => each + change);
    const moved = (change: number) => evaluate({ [symbol]: by(change) });
    return Math.max(Math.abs(moved(half) - value), Math.abs(moved(-half) - value));
  });
  return { value, play: play.reduce((sum, each) => sum + each, 0) };
}

const shown = (of: Quantity): number | number[] =>
  typeof of.value === 'number' ? (shownValues(of)[0] ?? NaN) : shownValues(of);

/** All the workings that a baker can open: of plans, and of every formula of the demo bakery with its costs. */
const opened: [name: string, workings: Workings][] = [
  ...variety.map((changes, index): [string, Workings] => {
    return [`ask ${index + 1}`, baked(changes).workings()];
  }),
  ...DEMO_FORMULAS.map((slug): [string, Workings] => {
    const [product] = demoFormula(slug).doc.products;
    assert.ok(product);
    const pieces = [{ product: product.slug, scaledWeight: product.scaledWeight, pieces: MANY[slug] ?? 40 }];
    return [`${slug} by itself`, baked({ pieces, stands: {}, mixer: null }, slug).workings()];
  }),
  ((): [string, Workings] => {
    const input = demoDay();
    const { network, answer } = planned(input);
    return ['an ordinary day', dayWorkings(input, network, answer.schedule, answer.followed)];
  })(),
  ((): [string, Workings] => {
    const input = demoDay();
    const { network, answer } = planned(input);
    const { schedule, followed } = answer;
    return [
      'what an ordinary day makes, and how hot its stones are',
      {
        ...dayWorkings(input, network, schedule, followed),
        ...amountWorkings(network, schedule, followed),
        ...stoneWorkings(ovenDay(input, network, schedule, followed)),
      },
    ];
  })(),
  ((): [string, Workings] => {
    const input = { ...demoDay(), learned: demoLearned() };
    const { network, answer } = planned(input);
    const { schedule, followed, cost } = answer;
    return [
      'a day with learned values',
      {
        ...dayWorkings(input, network, schedule, followed),
        ...planCostWorkings(input, network, schedule, cost),
      },
    ];
  })(),
  ...DEMO_FORMULAS.map((slug): [string, Workings] => {
    const formula = demoFormula(slug);
    const { products } = formula.doc;
    const order = products.map((each) => ({
      product: each.slug,
      pieces: 37,
      scaledWeight: each.scaledWeight,
    }));
    const scaled = must(scaleFormula(formula, order));
    const cost = costWorkings(formula, scaled, costOf(formula, scaled), 'EUR', 100);
    return [slug, { ...formulaWorkings(formula, order, scaled), ...cost }];
  }),
  ...DEMO_FORMULAS.map((slug, index): [string, Workings] => {
    const { bakehouse, mixer } = demoHouse();
    const formula = demoFormula(slug);
    const [programme] = bakehouse.programmes.filter((each) => each.slug === mainMix(formula.doc).programme);
    assert.ok(programme, slug);
    const order = formula.doc.products.map((each) => ({
      product: each.slug,
      pieces: 60,
      scaledWeight: each.scaledWeight,
    }));
    const ddt = ddtOf(formula.doc);
    const [doc] = must(mixesByHand({ slug, formula, order, mixer, programme, ddt }, bakehouse));
    assert.ok(doc, slug);
    // Some cold, some hot enough for ice, some with friction learned from mixes.
    const usual = { ...doc.usual, flour: 12 + 3 * index, room: 14 + 3 * index };
    const records = Array.from({ length: index % 3 }, (_, each) => ({
      id: String(each),
      at: each,
      mixer: mixer.slug,
      programme: programme.slug,
      load: 'full' as const,
      friction: 4 + each,
      factor: 15 + each,
      baseFactor: 14 + each,
    }));
    const answer = must(answerMix({ doc: { ...doc, usual }, readings: [] }, [], records, 0));
    return [`mix of ${slug}`, mixWorkings(answer)];
  }),
  ...(['ratio', 'feed', 'ready', 'temperature'] as const).map((find): [string, Workings] => {
    const [culture] = demoCultures;
    assert.ok(culture);
    const at = 1_790_000_000;
    const clock = (epoch: number) => quantity((epoch - at) / 60, 'clock', 0);
    const fed = { ripeness: culture.ripeness, hydration: 0.9, vigour: 1.13, seedPopulation: 0.61 };
    const wish = {
      find, feedAt: at, readyAt: at + 9.3 * 3600, celsius: 21.5, flour: 3.2, needed: 4.85, keepBack: 0.4, loss: 2,
    }; // prettier-ignore
    const planned = must(planFeeding(fed, wish, null, () => 0));
    const build = {
      schema: 1 as const, at, seed: 0.5, flour: 2, water: 2, temperature: 23, place: culture.place,
      vessel: culture.vessel, seedPopulation: 0.7, wanted: null, note: '', plan: null,
    }; // prettier-ignore
    const { vigour, builds } = followBuilds(
      culture,
      [{ id: 'one', parent: null, build, signs: [] }],
      () => 3,
    );
    const [one] = builds;
    assert.ok(one);
    return [
      `feeding worked out by ${find}`,
      {
        ...feedingWorkings(fed, wish, planned, clock),
        ...buildWorkings(culture, one, standingOf(culture, one, at + 5 * 3600), vigour, clock),
      },
    ];
  }),
];

opened.forEach(([name, workings]) => {
  test(`${name}: every shown equation, worked again from its shown inputs, gives the shown number`, () => {
    assert.ok(Object.keys(workings).length > 15);
    for (const [key, open] of Object.entries(workings)) {
      const working = open();
      const { value, play } = workAgain(working);
      const step = 10 ** -working.result.digits;
      const result = shownValues(working.result)[0] ?? NaN;
      assert.ok(
        Math.abs(value - result) <= step / 2 + play + 1e-9,
        `${key}: ${working.equation} gives ${value}, shown is ${result}`,
      );
      assert.ok(
        play <= 3 * step,
        `${key}: its inputs are shown too coarsely (±${play} for a step of ${step})`,
      );
    }
  });

  test(`${name}: every input that was computed opens the working of the same number`, () => {
    for (const [key, open] of Object.entries(workings)) {
      for (const { key: behind, quantity: of, symbol } of open().inputs) {
        if (behind === undefined) continue;
        const result = workings[behind]?.().result;
        assert.ok(result, `${key} opens ${behind}, which is not there`);
        assert.equal(result.unit, of.unit, `${key}: ${symbol}`);
        assert.ok(
          Math.abs(Number(result.value) - Number(of.value)) < 1e-9,
          `${key}: ${symbol} is not ${behind}`,
        );
      }
    }
  });
});

test('quantities are written for reading', () => {
  assert.equal(formatQuantity(quantity(-1.26, '°C', 1)), '−1.3 °C');
  assert.equal(formatQuantity(quantity(-90, 'clock', 0)), '22:30 the day before');
  assert.equal(formatQuantity(quantity(425.4, 'clock', 0)), '07:05');
  assert.equal(formatQuantity(quantity([1, 2.345], '1/h', 2)), '1.00, 2.35 1/h');
});

test('an equation is read with its symbols and with its numbers', () => {
  const workings = baked().workings();
  const open = (key: string) => {
    const working = workings[key]?.();
    assert.ok(working, key);
    return [readEquation(working), filledEquation(working)];
  };
  assert.deepEqual(open('water.sum'), [
    '4 · DDT − (T_flour + T_room + T_levain) − FF',
    '4 · 25.00 − (19.00 + 20.00 + 23.00) − 16.799',
  ]);
  assert.equal(open('task.quay-country.1.divide')[0], 'before + d + w');
  assert.match(open('task.quay-country.1.divide')[1] ?? '', /^\d\d:\d\d( the day before)? \+ \d+ \+ \d+$/);
  assert.equal(open('rise.quay-country.1.divide')[0], 'c_w · ln(1 + y0 · (exp(theta) − 1)) − lost');
  assert.deepEqual(open('mean.quay-country.1.divide'), ['mean(mu)', 'mean(mu)']);
  assert.match(open('ledger.flour')[1] ?? '', /14\.9001 · 1\.8000 · \(19\.00 − 25\.00\)/);
});
