import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../src/units/temperature.ts';
import {
  formatDuration,
  formatMass,
  formatTemperature,
  kilograms,
  parseCount,
  parseDuration,
  parseMass,
  parsePercent,
  parseTemperature,
} from '@jovet/core/units';
import { massIn, type MassUnit } from '../../src/units/mass.ts';
import { must, problemsOf } from '../demo.ts';

const near = (actual: number, expected: number, within = 1e-9) =>
  assert.ok(Math.abs(actual - expected) <= within, `${actual} is not ${expected}`);

test('masses are read as people write them', () => {
  const written: Record<string, number> = {
    '850': 0.85, '850 g': 0.85, '1.2kg': 1.2, '1,2 kg': 1.2, '12 500': 12.5, '2 lb 3 oz': 0.99223, '8oz': 0.2268, '.5 kg': 0.5,
  }; // prettier-ignore
  for (const [text, expected] of Object.entries(written)) near(must(parseMass(text)), expected, 1e-5);
});

test('what is not a mass is refused with the way to mend it', () => {
  for (const text of ['abc', '', '12 furlongs', '2 lb 3', 'kg', '1.2.3'])
    assert.equal(parseMass(text).ok, false, text);
  assert.match(problemsOf(parseMass('-5'))[''] ?? '', /negative/);
  assert.match(problemsOf(parseMass('1,200 g'))[''] ?? '', /two ways.*1200.*1\.200/);
});

test('temperatures, durations, counts and percentages are read as people write them', () => {
  near(must(parseTemperature('23.5 °C')), 23.5);
  near(must(parseTemperature('74F')), 23.3333, 1e-4);
  near(must(parseTemperature('74', '°F')), 23.3333, 1e-4);
  near(must(parseTemperature('−4')), -4);
  assert.equal(must(parseDuration('4:30')), 16_200);
  assert.equal(must(parseDuration('+20m')), 1200);
  assert.equal(must(parseDuration('2 h 15 min')), 8100);
  assert.equal(must(parseDuration('1.5h')), 5400);
  assert.equal(must(parseCount('24x')), 24);
  assert.equal(must(parsePercent('76%')), 76);
  for (const refused of [
    parseTemperature('warm'),
    parseDuration('4:75'),
    parseCount('2.5'),
    parseCount('-5'),
    parsePercent('x'),
  ]) {
    assert.equal(refused.ok, false);
  }
});

test('units convert there and back, and what is written reads the same', () => {
  const value = fc.double({ min: 0.001, max: 500, noNaN: true });
  fc.assert(
    fc.property(value, fc.constantFrom<MassUnit>('g', 'kg', 'oz', 'lb'), (mass, unit) => {
      near(kilograms(massIn(mass, unit), unit), mass, 1e-9);
      near(must(parseMass(formatMass(mass, unit, 4))), mass, 1e-4);
    }),
  );
  fc.assert(
    fc.property(fc.double({ min: -40, max: 120, noNaN: true }), (celsius) => {
      near(celsiusFromFahrenheit(fahrenheitFromCelsius(celsius)), celsius);
      near(must(parseTemperature(formatTemperature(celsius, '°F', 3))), celsius, 1e-3);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), (minutes) => {
      assert.equal(must(parseDuration(formatDuration(minutes * 60))), minutes * 60);
    }),
  );
});
