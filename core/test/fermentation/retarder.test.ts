import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  fermentFor,
  HEAT_OF_RISE,
  HEAT_TRANSFER,
  leavening,
  pieceTimeConstant,
  startOfDough,
} from '@jovet/core/fermentation';
import { thermalTimeForRise } from '@jovet/core/fermentation/rates';
import { forecastRetarder, USUAL_RETARDER, type RetarderLoad } from '@jovet/core/fermentation/forecast';

const y0 = 0.1572;
const load = (pieces: number, changes: Partial<RetarderLoad> = {}): RetarderLoad => ({
  pieces,
  mass: 0.84,
  timeConstant: pieceTimeConstant(0.84, HEAT_TRANSFER.fanRetarder),
  leavening: leavening({ culture: y0 }),
  state: {
    ...startOfDough(24),
    culture: thermalTimeForRise(0.6, y0),
    gas: thermalTimeForRise(0.6, y0),
    rise: 0.42,
  },
  entersAt: 0,
  leavesAt: Infinity,
  ...changes,
});

test('one piece in a strong retarder is the piece of the lumped model', () => {
  const strong = { ...USUAL_RETARDER, power: 1e5 };
  const one = load(1);
  const cooled = forecastRetarder(strong, [one], 22, 12).loads[0]?.states.at(-1);
  const place = { around: 4, timeConstant: one.timeConstant, heatOfRise: HEAT_OF_RISE };
  const lumped = fermentFor(one.state, one.leavening, place, 12).at(-1);
  assert.ok(Math.abs((cooled?.temperature ?? 0) - (lumped?.temperature ?? 9)) < 0.02);
  assert.ok(Math.abs((cooled?.rise ?? 0) - (lumped?.rise ?? 9)) < 0.002);
});

test('the heat balance closes: what the machine takes is what walls, dough and cabinet give', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 120 }),
      number(0, 6),
      number(100, 2000),
      number(10, 35),
      (pieces, entersAt, power, room) => {
        const { taken, gained, air } = forecastRetarder(
          { ...USUAL_RETARDER, power },
          [load(pieces, { entersAt }), load(20, { leavesAt: 5 })],
          room,
          10,
        );
        const all = gained.walls + gained.dough + gained.cabinet;
        assert.ok(Math.abs(taken - all) <= 1e-3 * Math.max(taken, 1), `${taken} ${all}`);
        assert.ok(air.every((celsius) => Number.isFinite(celsius) && celsius > 3.9 && celsius < 40));
      },
    ),
    { numRuns: 20 },
  );
});

test('filled to the brim it warms up, and the dough rises more before it is cold', () => {
  const of = (pieces: number) => forecastRetarder(USUAL_RETARDER, [load(pieces)], 24, 14);
  const [few, many] = [of(10), of(150)];
  assert.ok(few.warmest < 4.2 && many.warmest > 8, `${few.warmest} ${many.warmest}`);
  const before = (forecast: typeof few) => forecast.loads[0]?.riseBeforeCold ?? Infinity;
  assert.ok(before(many) > before(few) + 0.03);
  const [late] = forecastRetarder(USUAL_RETARDER, [load(5, { entersAt: 0.3 }), load(150)], 24, 14).loads;
  assert.ok((late?.coldAfter ?? Infinity) > (few.loads[0]?.coldAfter ?? 0));
});
