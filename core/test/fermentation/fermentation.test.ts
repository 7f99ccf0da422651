import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  cultureYeastRate,
  degas,
  fermentFor,
  fermentUntil,
  forecastRise,
  HEAT_OF_RISE,
  pieceTimeConstant,
  populationAt,
  populationForRise,
  riseAt,
  startingPopulation,
  startOfDough,
  thermalTimeForRise,
  tubTimeConstant,
  type Surroundings,
} from '@jovet/core/fermentation';
import { must, problemsOf } from '../demo.ts';

const still = (y0: number, around: number, timeConstant = Infinity): Surroundings => ({
  y0, vigour: 1, around, timeConstant, heatOfRise: 0,
}); // prettier-ignore
const within = (actual: number, expected: number, share: number) =>
  assert.ok(Math.abs(actual / expected - 1) <= share, `${actual} is not ${expected}`);

test('C1: a 1:4:4 build at 23 °C', () => {
  const y0 = startingPopulation(1 / 9);
  const { hours, population } = must(forecastRise(23, still(y0, 23), [1.5, 2, 2.8]));
  [7.63, 8.9, 10.64].forEach((expected, index) => within(hours[index] ?? 0, expected, 0.001));
  assert.equal(populationAt(thermalTimeForRise(2, y0), y0).toFixed(3), '0.698');
  assert.ok(population > 0.698);
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
  const end = must(forecastRise(25, still(0.1572, 17, timeConstant), [0.6])).end;
  within(end.time, 3.98, 0.001);
  assert.equal(end.temperature.toFixed(2), '20.57');
});

test('B2: divided keeping 0.7, then to 1.1 at 24 °C', () => {
  const divided = fermentUntil(startOfDough(25), still(0.1572, 25), 0.6)?.at(-1);
  assert.ok(divided);
  const loaded = fermentUntil(degas({ ...divided, temperature: 24 }, 0.7), still(0.1572, 24), 1.1)?.at(-1);
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
function reference(temperature: number, place: Surroundings, hours: number) {
  const slope = (theta: number, celsius: number) => {
    const rate = cultureYeastRate(celsius);
    const grown = place.y0 * Math.exp(theta);
    const heating = (place.heatOfRise * rate * 1.85 * grown) / (1 + grown - place.y0);
    return [rate, (place.around - celsius) / place.timeConstant + heating] as const;
  };
  let [theta, celsius] = [0, temperature];
  const step = 10 / 3600;
  for (let index = 0; index < Math.round(hours / step); index += 1) {
    const [a, b] = slope(theta, celsius);
    const [da, db] = slope(theta + (a * step) / 2, celsius + (b * step) / 2);
    theta += da * step;
    celsius += db * step;
  }
  return { theta, celsius };
}

test('the integration agrees with the closed form at one temperature, and with far finer steps at many', () => {
  const temperature = fc.double({ min: 8, max: 30, noNaN: true });
  fc.assert(
    fc.property(
      temperature,
      temperature,
      fc.double({ min: 0.5, max: 8, noNaN: true }),
      (start, around, timeConstant) => {
        const closed = thermalTimeForRise(0.5, 0.15) / cultureYeastRate(start);
        if (closed < 70)
          within(must(forecastRise(start, still(0.15, start), [0.5])).hours[0] ?? 0, closed, 1e-3);
        const place = { ...still(0.15, around, timeConstant), heatOfRise: HEAT_OF_RISE };
        const end = fermentFor(startOfDough(start), place, 6).at(-1);
        const fine = reference(start, place, 6);
        within(end?.theta ?? 0, fine.theta, 1e-3);
        assert.ok(Math.abs((end?.temperature ?? 0) - fine.celsius) < 0.01);
      },
    ),
  );
});

test('a dough too cold or too hot to rise says so', () => {
  assert.match(problemsOf(forecastRise(25, still(0.15, -2, 1), [0.6]))['around'] ?? '', /does not rise/);
  assert.match(problemsOf(forecastRise(3, still(0.15, 3), [2]))['around'] ?? '', /within 72 h/);
  assert.match(must(forecastRise(30, still(0.15, 30), [0.6])).cautions.join(), /only roughly/);
});
