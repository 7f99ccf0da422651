import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { aroundAt, forecast, Scenario } from '@jovet/core/fermentation/forecast';
import {
  bakersYeastRate,
  cultureYeastRate,
  populationAt,
  populationForRise,
  riseAt,
  startingPopulation,
  thermalTimeForRise,
  hoursToRise,
} from '@jovet/core/fermentation/rates';
import {
  degas,
  stateAtTime,
  fermentFor,
  fermentUntil,
  HEAT_OF_RISE,
  pieceTimeConstant,
  startOfDough,
  tubTimeConstant,
  heldAt,
  MOST_RISE,
  stageAt,
  visibleRise,
  type Leavening,
  leavening,
  stateAtRise,
  type Place,
  VIGOUR_SPREAD,
} from '@jovet/core/fermentation';
import { fermentThrough } from '../../src/fermentation/course.ts';
import { must, problemsOf } from '../demo.ts';

const by = (culture: number) => leavening({ culture });
const room = (around: number, timeConstant: number): Place => ({ around, timeConstant, heatOfRise: 0 });
/** Something that holds its temperature. */
const held = (temperature: number, targets: number[], changes: Partial<Scenario> = {}): Scenario =>
  Scenario.parse({
    culture: { share: 0.15 },
    temperature,
    stays: [{ body: { kind: 'held' }, around: temperature }],
    targets,
    ...changes,
  });
const within = (actual: number, expected: number, share: number) =>
  assert.ok(Math.abs(actual / expected - 1) <= share, `${actual} is not ${expected}`);

test('C1: a 1:4:4 build at 23 °C', () => {
  const y0 = startingPopulation(1 / 9);
  const build = must(
    forecast(held(23, [1.5, 2, 2.8], { culture: { share: 1 / 9, population: 0.7, acidity: 1.1 } })),
  );
  [7.63, 8.9, 10.64].forEach((expected, index) => within(build.crossings[index]?.time ?? 0, expected, 0.001));
  assert.equal(populationAt(thermalTimeForRise(2, y0), y0).toFixed(3), '0.698');
  assert.ok(build.grown.culture > 0.698);
});

test('C2: the build that is ripe in exactly 10 h at 20 °C', () => {
  const y0 = populationForRise(2, 10 * cultureYeastRate(20));
  assert.equal(y0.toFixed(4), '0.2295');
  assert.equal(((1 / y0 - 1) / 2).toFixed(2), '1.68');
});

test('B1: bulk to 0.6 at 25 °C, and in a tub in a room of 17 °C', () => {
  const theta = thermalTimeForRise(0.6, 0.1572);
  assert.equal(theta.toFixed(3), '1.235');
  assert.equal((theta / cultureYeastRate(25)).toFixed(2), '3.18');
  const timeConstant = tubTimeConstant(12, 0.6, 0.4, 8);
  assert.equal(timeConstant.toFixed(2), '4.94');
  const end = fermentUntil(startOfDough(25), by(0.1572), room(17, timeConstant), 0.6)?.at(-1);
  assert.ok(end);
  within(end.time, 3.98, 0.001);
  assert.equal(end.temperature.toFixed(2), '20.57');
});

test('B2: divided keeping 0.7, then to 1.1 at 24 °C', () => {
  const divided = fermentUntil(startOfDough(25), by(0.1572), heldAt(25), 0.6)?.at(-1);
  assert.ok(divided);
  const loaded = fermentUntil(degas({ ...divided, temperature: 24 }, 0.7), by(0.1572), heldAt(24), 1.1)?.at(
    -1,
  );
  within((loaded?.time ?? 0) - divided.time, 2.08, 0.002);
});

test('the time constants of pieces that practice gives', () => {
  assert.equal(pieceTimeConstant(0.84, 12).toFixed(2), '1.74');
  assert.equal(pieceTimeConstant(0.9, 8).toFixed(2), '2.49');
  assert.equal(pieceTimeConstant(0.9, 20).toFixed(2), '1.24');
});

test('what takes a dough 3 h at 25 °C takes 3.7 to 4.3 h at 22 °C; the usual builds ripen when bakers say', () => {
  const slower = (3 * cultureYeastRate(25)) / cultureYeastRate(22);
  assert.ok(slower > 3.7 && slower < 4.3);
  const ripe = (part: number, celsius: number) =>
    thermalTimeForRise(2, 1 / (1 + 2 * part)) / cultureYeastRate(celsius);
  assert.ok(ripe(1, 26) > 4 && ripe(1, 26) < 5.5);
  assert.ok(ripe(10, 21) > 13 && ripe(10, 21) < 16);
});

test('the rate table: its rows, geometric between them, linear where an end is 0, nothing outside', () => {
  const rows: [number, number][] = [[2, 0.005], [16, 0.114], [27, 0.423], [34, 0.05], [36, 0], [41, 0], [-5, 0]]; // prettier-ignore
  for (const [celsius, rate] of rows)
    assert.ok(Math.abs(cultureYeastRate(celsius) - rate) < 1e-12, String(celsius));
  within(cultureYeastRate(23), Math.sqrt(0.295 * 0.365), 1e-12);
  assert.ok(Math.abs(cultureYeastRate(35) - 0.025) < 1e-12);
  assert.ok(Math.abs(cultureYeastRate(1) - 0.0025) < 1e-12);
});

test('rise and thermal time are inverse; a livelier or larger leaven is never slower', () => {
  const y0s = fc.double({ min: 0.001, max: 1, noNaN: true });
  fc.assert(
    fc.property(y0s, fc.double({ min: 0.01, max: 3, noNaN: true }), (y0, rise) => {
      within(riseAt(thermalTimeForRise(rise, y0), y0), rise, 1e-9);
      assert.ok(thermalTimeForRise(rise, Math.min(1, y0 * 1.1)) <= thermalTimeForRise(rise, y0));
    }),
  );
});

/** The same equations by the midpoint rule in steps of ten seconds: slower, and written from the equations again. */
function reference(temperature: number, { culture, yeast }: Leavening, place: Place, hours: number) {
  const around = (time: number) => (typeof place.around === 'number' ? place.around : place.around(time));
  const slope = (time: number, thetas: readonly [number, number], celsius: number) => {
    const rates = [
      culture > 0 ? cultureYeastRate(celsius) : 0,
      yeast > 0 ? bakersYeastRate(celsius) : 0,
    ] as const;
    const grown = culture * Math.exp(thetas[0]);
    const heating =
      (rates[0] * 1.85 * grown) / (1 + grown - culture) +
      (rates[1] * 2.56 * yeast * Math.exp(thetas[1])) / (1 + (yeast / 4) * (Math.exp(thetas[1]) - 1));
    return [...rates, (around(time) - celsius) / place.timeConstant + place.heatOfRise * heating] as const;
  };
  let thetas: readonly [number, number] = [0, 0];
  let celsius = temperature;
  const step = 10 / 3600;
  for (let index = 0; index < Math.round(hours / step); index += 1) {
    const [a, b, c] = slope(index * step, thetas, celsius);
    const [da, db, dc] = slope(
      (index + 0.5) * step,
      [thetas[0] + (a * step) / 2, thetas[1] + (b * step) / 2],
      celsius + (c * step) / 2,
    );
    thetas = [thetas[0] + da * step, thetas[1] + db * step];
    celsius += dc * step;
  }
  return { thetas, celsius };
}

const temperature = fc.double({ min: 8, max: 30, noNaN: true });
const leaven = fc
  .record({ culture: fc.double({ min: 0.01, max: 0.4, noNaN: true }), yeast: fc.constantFrom(0, 0.05, 0.6) })
  .map(leavening);

test('the integration agrees with the closed form at one temperature, and with far finer steps at many', () => {
  fc.assert(
    fc.property(
      temperature,
      temperature,
      fc.double({ min: 0.5, max: 8, noNaN: true }),
      leaven,
      (start, around, timeConstant, of) => {
        const closed = hoursToRise(0.5, start, of);
        const end = fermentUntil(startOfDough(start), of, heldAt(start), 0.5)?.at(-1);
        if (closed < 70) within(end?.time ?? 0, closed, 1e-3);
        const place: Place = {
          around: (time) => around + 2 * Math.sin(time),
          timeConstant,
          heatOfRise: HEAT_OF_RISE,
        };
        const after = fermentFor(startOfDough(start), of, place, 6).at(-1);
        const fine = reference(start, of, place, 6);
        within(after?.culture ?? 0, fine.thetas[0], 2e-3);
        if (of.yeast > 0) within(after?.yeast ?? 0, fine.thetas[1], 1e-3);
        assert.ok(Math.abs((after?.temperature ?? 0) - fine.celsius) < 0.05);
      },
    ),
    { numRuns: 40 },
  );
});

test('a profile taken apart is the same profile, and a state read off a course is on it', () => {
  const hours = fc.double({ min: 0.01, max: 9, noNaN: true });
  fc.assert(
    fc.property(
      temperature,
      leaven,
      hours,
      hours,
      fc.double({ min: 0, max: 1, noNaN: true }),
      (start, of, one, two, keeps) => {
        const [warm, cold] = [room(26, 3), { ...room(4, 1.7), heatOfRise: HEAT_OF_RISE }];
        const whole = fermentThrough(startOfDough(start), of, [
          { place: warm, hours: one + two, keeps },
          { place: cold, hours: 4 },
        ]);
        const parted = fermentThrough(startOfDough(start), of, [
          { place: warm, hours: one },
          { place: warm, hours: two, keeps },
          { place: cold, hours: 1.3 },
          { place: cold, hours: 2.7 },
        ]);
        for (const key of ['culture', 'yeast', 'lactic', 'temperature', 'rise'] as const)
          assert.ok(Math.abs((whole.at(-1)?.[key] ?? 0) - (parted.at(-1)?.[key] ?? 1)) < 1e-4, key);
        const target = (whole.at(-1)?.rise ?? 0) * 0.7;
        const at = stateAtRise(whole, target, of);
        if (at && at.time > 0) assert.ok(Math.abs((stateAtTime(whole, at.time)?.rise ?? 0) - target) < 2e-3);
      },
    ),
  );
});

test('leaven that has to wake up does nothing until then', () => {
  const asleep = { ...leavening({ yeast: 1 }), lag: 10 / 60 };
  const awake = fermentUntil(startOfDough(26), leavening({ yeast: 1 }), heldAt(26), 1)?.at(-1)?.time ?? 0;
  within(fermentUntil(startOfDough(26), asleep, heldAt(26), 1)?.at(-1)?.time ?? 0, awake + 10 / 60, 1e-6);
  assert.equal(fermentFor(startOfDough(26), asleep, heldAt(26), 0.1).at(-1)?.rise, 0);
  within(hoursToRise(1, 26, asleep), awake + 10 / 60, 1e-5);
});

test('a forecast says how sure it is: a culture that is known less is known worse, and either way the middle is the same', () => {
  const sure = must(forecast(held(24, [0.5, 1]))).crossings[1];
  const unsure = must(forecast(held(24, [0.5, 1], { vigourSpread: VIGOUR_SPREAD.new }))).crossings[1];
  assert.ok(sure?.time && sure.soonest && sure.latest && unsure?.soonest && unsure.latest);
  assert.equal(sure.time, unsure.time);
  assert.ok(unsure.soonest < sure.soonest && sure.soonest < sure.time);
  assert.ok(sure.time < sure.latest && sure.latest < unsure.latest);
  // v alone, one in ten: e^(1.28 × 0.1); temperature and seed add to it.
  assert.ok(sure.latest / sure.time > Math.exp(0.128) && sure.latest / sure.time < 1.3);
});

test('whatever is asked: finite numbers, or words that name what to change', () => {
  const any = fc.record({
    temperature: fc.double({ min: -10, max: 60, noNaN: true }),
    around: fc.double({ min: -10, max: 60, noNaN: true }),
    share: fc.double({ min: 1e-5, max: 1, noNaN: true }),
    yeast: fc.constantFrom(0, 0, 0.1),
    vigour: fc.constantFrom(0, 0.4, 1, 1.4),
    jump: fc.boolean(),
  });
  fc.assert(
    fc.property(any, ({ temperature: start, around, share, yeast, vigour, jump }) => {
      const body = { kind: 'piece', mass: 0.84 };
      const stays = [...(jump ? [{ body, around: 26, hours: 1, keeps: 0.7 }] : []), { body, around }];
      const scenario = Scenario.parse({
        culture: { share },
        yeast,
        vigour,
        temperature: start,
        stays,
        targets: [0.3, 1],
      });
      const result = forecast(scenario);
      if (!result.ok) return assert.match(result.problems[0]?.remedy ?? '', /\S/);
      for (const state of result.value.course)
        for (const value of Object.values(state)) assert.ok(Number.isFinite(value));
      for (const { time, latest, soonest } of result.value.crossings)
        for (const value of [time, latest, soonest])
          assert.ok(value === null || (Number.isFinite(value) && value >= 0));
    }),
    { numRuns: 60 },
  );
  assert.match(problemsOf(forecast(held(-2, [0.6])))['stays'] ?? '', /does not rise/);
  assert.match(problemsOf(forecast(held(3, [2])))['stays'] ?? '', /within 72 h/);
  assert.match(problemsOf(forecast(held(25, [1], { vigour: 0 })))['vigour'] ?? '', /never rises/);
  assert.match(must(forecast(held(30, [0.6]))).cautions.join(), /only roughly/);
});

test('a room over the day: coldest and warmest twelve hours apart', () => {
  const around = aroundAt({ coldest: 16, warmest: 24, warmestAt: 15 }, 3);
  assert.ok(typeof around === 'function');
  assert.deepEqual([0, 12, 6].map((time) => around(time).toFixed(3)), ['16.000', '24.000', '20.000']); // prettier-ignore
});

test('what is seen: the share that ferments, up to what the dough holds, then it falls', () => {
  assert.equal(visibleRise(1, MOST_RISE.ordinary, 0.9), 0.9);
  assert.equal(visibleRise(3.2, 2.2).toFixed(2), '1.80');
  assert.equal(visibleRise(40, 2.2).toFixed(2), '0.66');
  const band = { earliest: 1.5, best: 2, latest: 2.8 };
  assert.deepEqual([1, 1.5, 2.8, 2.9].map((rise) => stageAt(rise, band)), ['young', 'ripe', 'ripe', 'past']); // prettier-ignore
});

test('what weighs next to nothing, or lies thin as nothing, is forecast as soon as anything else', () => {
  for (const mass of [1e-300, 1e-7, 1e-3])
    for (const side of [1e-9, 0.6, 5]) {
      const hours = tubTimeConstant(mass, side, side, 200);
      assert.ok(hours >= 1 / 60, `${mass} kg, ${side} m: ${hours}`);
    }
});
