import assert from 'node:assert/strict';
import { pieceTimeConstant, grownAt, MOST_RISE, stateAtTime } from '@jovet/core/fermentation';
import { cultureYeastRate, riseAt } from '@jovet/core/fermentation/rates';
import { afterCold, LIKELY, vigourOf, type BuildEvidence } from '../../src/culture/followed/vigour.ts';
import {
  fillLine,
  followBuilds,
  observedHours,
  riseAtHeight,
  type KeptBuild,
} from '@jovet/core/culture/followed';
import { temperingHours } from '@jovet/core/culture/feeding';
import type { Build, Sign } from '@jovet/core/culture';
import { wheat } from './cultures.ts';
import { test } from 'node:test';
import fc from 'fast-check';

const BAND = wheat.ripeness;
/** Noise of a repeatable kind. */
const noise = (seed: number) => {
  let state = seed;
  return () => {
    let sum = -6;
    for (let each = 0; each < 12; each += 1) {
      state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
      sum += state / 2_147_483_648;
    }
    return sum;
  };
};
/** A build of a culture with vigour v whose height is read at thermal times, with so much noise. */
const seen = (v: number, thetas: readonly number[], error: () => number): BuildEvidence => ({
  y0: 1 / 9,
  signs: thetas.map((theta) => ({
    theta,
    likely: LIKELY.rise(riseAt(v * theta, 1 / 9) * (1 + 0.06 * error())),
  })),
});

test('vigour at first use: most likely 1, and anywhere from 0.4 to 1.4', () => {
  const first = vigourOf([]);
  assert.ok(Math.abs(first.value - 1) < 0.01);
  assert.ok(Math.abs(first.least - 0.4) < 0.01 && Math.abs(first.most - 1.4) < 0.02, JSON.stringify(first));
  assert.equal(first.trend, 'unknown');
});

test('vigour is found from heights in a few builds, whatever it is, and a change is followed', () => {
  for (const truth of [0.5, 0.8, 1, 1.25]) {
    for (const seed of [1, 2, 3, 4]) {
      const error = noise(seed);
      const builds = Array.from({ length: 3 }, () => seen(truth, [2, 3], error));
      const found = vigourOf(builds);
      assert.ok(Math.abs(found.value / truth - 1) < 0.08, `${truth}: ${found.value}`);
      assert.ok(found.spread < 0.1 && found.least < truth * 1.05 && found.most > truth * 0.95);
      const tired = [...builds, ...Array.from({ length: 5 }, () => seen(truth * 0.7, [2.5, 3.5], error))];
      const then = vigourOf(tired);
      assert.ok(Math.abs(then.value / (truth * 0.7) - 1) < 0.1, `${truth}: ${then.value}`);
      assert.equal(then.trend, 'tiring');
    }
  }
});

test('one label that was read wrong hardly counts; words narrow the band, more of them more', () => {
  const error = noise(7);
  const good = Array.from({ length: 4 }, () => seen(1, [2, 3], error));
  const slip: BuildEvidence = { y0: 1 / 9, signs: [{ theta: 3, likely: LIKELY.rise(0.1) }] };
  assert.ok(Math.abs(vigourOf([...good, slip]).value / vigourOf(good).value - 1) < 0.06);
  const saying = (...likely: ((rise: number) => number)[]): BuildEvidence => ({
    y0: 1 / 9,
    signs: likely.map((each) => ({ theta: 3, likely: each })),
  });
  const words = [
    LIKELY.surface('domed', BAND),
    LIKELY.float(true),
    LIKELY.ripe('ripe', BAND),
    LIKELY.flow('resists', BAND),
    LIKELY.smell('ripe', BAND),
  ];
  const wide = ({ least, most }: { least: number; most: number }) => Math.log(most / least);
  for (const word of words) {
    const band = wide(vigourOf([saying(word)]));
    assert.ok(band < 0.8 * wide(vigourOf([])), String(band));
  }
  assert.ok(vigourOf([saying(...words)]).spread < 0.15);
  const early: BuildEvidence = { y0: 1 / 9, signs: [{ theta: 2, likely: LIKELY.surface('sunken', BAND) }] };
  assert.ok(vigourOf([early]).value > 1.15);
});

test('any evidence leaves a belief with finite numbers', () => {
  const sign = fc.record({
    theta: fc.double({ min: 1e-6, max: 60, noNaN: true }),
    likely: fc.double({ min: 0, max: 10, noNaN: true }).map((rise) => LIKELY.rise(rise)),
  });
  fc.assert(
    fc.property(fc.array(fc.array(sign, { maxLength: 4 }), { maxLength: 6 }), (builds) => {
      const { value, spread, least, most } = vigourOf(builds.map((signs) => ({ y0: 0.1, signs })));
      for (const each of [value, spread, least, most]) assert.ok(Number.isFinite(each) && each > 0);
      assert.ok(least <= most);
    }),
    { numRuns: 40 },
  );
});

test('weeks in the cold take vigour until it is fed twice', () => {
  assert.deepEqual([afterCold(0, 0), afterCold(3, 2), afterCold(52, 0)], [1, 1, 0.5]);
  assert.equal(afterCold(3, 0).toFixed(2), '0.82');
  assert.equal(afterCold(3, 1).toFixed(2), '0.91');
});

test('a stiff culture that is cut up warms sooner; a cold room never warms it', () => {
  const whole = temperingHours(pieceTimeConstant(1.2, 8), 4, 18, 22);
  assert.ok(temperingHours(pieceTimeConstant(0.1, 8), 4, 18, 22) < whole / 2);
  assert.equal(temperingHours(1, 4, 18, 18), Infinity);
  assert.equal(temperingHours(1, 20, 18, 22), 0);
});

test('the fill line of glass and tub, worked on paper, and read back', () => {
  // 1.1 kg in a glass of 0.1 m: a litre over 78.54 cm² is 12.73 cm; at G 2 three times that.
  const glass = { kind: 'glass' as const, diameter: 0.1, height: 0.45 };
  const line = fillLine(glass, 1.1, 2, MOST_RISE.liquidCulture);
  assert.deepEqual([line.start.toFixed(2), line.target.toFixed(2), line.fits], ['12.73', '38.20', false]);
  const tub = { kind: 'tub' as const, length: 0.6, width: 0.4, height: 0.3 };
  assert.equal(fillLine(tub, 12, 0.6, 2.2).target.toFixed(2), '7.27');
  assert.equal(riseAtHeight(tub, 12, 7.272727).toFixed(3), '0.600');
});

const HOUR = 3600;
const NOW = 1_790_000_000;
let made = 0;
const build = (at: number, changes: Partial<Build> = {}): Build => ({
  schema: 1, at, seed: 0.1, flour: 0.4, water: 0.4, temperature: 23,
  place: { name: 'shelf', around: 23 }, vessel: wheat.vessel, seedPopulation: 0.7, wanted: null, note: '', plan: null,
  ...changes,
}); // prettier-ignore
const kept = (of: Build, signs: readonly [number, Sign][] = [], parent: string | null = null): KeptBuild => ({
  id: `b${(made += 1)}`,
  parent,
  build: of,
  signs: signs.map(([hours, sign], index) => ({
    id: `00000000-0000-7000-8000-${String(made * 100 + index).padStart(12, '0')}`,
    at: of.at + hours * HOUR,
    sign,
    corrects: null,
  })),
});
const noon = () => 12;

test('C1 followed: a 1:4:4 build at 23 °C is ripe when the closed form says, and a broad band goes with a new culture', () => {
  const { vigour, builds } = followBuilds(wheat, [kept(build(NOW))], noon);
  const [one] = builds;
  assert.ok(one?.ripe.best.at && one.ripe.best.soonest && one.ripe.best.latest);
  // Its own heat (0.8 K for each volume) makes it a little sooner than 8.90 h in a glass.
  const hours = (one.ripe.best.at - NOW) / HOUR;
  assert.ok(hours > 8 && hours < 8.95, String(hours));
  assert.ok(
    one.ripe.best.soonest < one.ripe.best.at - HOUR && one.ripe.best.latest > one.ripe.best.at + HOUR,
  );
  // Without a sign the band of time is that of the vigour, 0.4 to 1.4, and a little more.
  assert.ok(Math.abs((one.ripe.best.soonest - NOW) / HOUR - hours / 1.4) < 0.05 * hours);
  assert.ok(Math.abs((one.ripe.best.latest - NOW) / HOUR - hours / 0.4) < 0.05 * hours);
  assert.ok(Math.abs(vigour.value - 1) < 0.01);
  assert.ok(Math.abs((one.atBest?.population ?? 0) - 0.698) < 0.01);
});

test('one tap “it is at the line” early tells a livelier culture, and the next build is forecast with it', () => {
  const first = kept(build(NOW), [[7, { kind: 'at-line', rise: 2 }]]);
  const second = kept(build(NOW + 7 * HOUR), [], first.id);
  const before = followBuilds(wheat, [{ ...first, signs: [] }, second], noon);
  const after = followBuilds(wheat, [first, second], noon);
  assert.ok(after.vigour.value > 1.1 && after.vigour.count === 1);
  const ripe = (of: typeof after) => of.builds[1]?.ripe.best.at ?? 0;
  assert.ok(ripe(after) < ripe(before) - HOUR / 2);
  assert.equal(after.builds[0]?.endedAt, second.build.at);
});

test('a build fed from a young one has less to begin with', () => {
  const first = kept(build(NOW));
  const early = kept(build(NOW + 4 * HOUR), [], first.id);
  const late = kept(build(NOW + 9 * HOUR), [], first.id);
  const start = (second: KeptBuild) =>
    followBuilds(wheat, [first, second], noon).builds[1]?.leavening.culture ?? 0;
  assert.ok(start(early) < start(late) * 0.6);
  const parent = followBuilds(wheat, [first], noon).builds[0];
  assert.ok(parent);
  const at = stateAtTime(parent.course, 4);
  assert.ok(at);
  assert.equal(
    start(early).toFixed(9),
    ((grownAt(at, parent.leavening).culture / 0.7) * (0.1 / 0.9)).toFixed(9),
  );
});

test('moved into the cold it nearly stops, a measured temperature overrides, and a correction takes a sign back', () => {
  const cold = kept(build(NOW), [[4, { kind: 'moved', place: { name: 'retarder', around: 4 } }]]);
  const [chilled] = followBuilds(wheat, [cold], noon).builds;
  assert.equal(chilled?.placeName, 'retarder');
  assert.ok((chilled?.ripe.best.at ?? Infinity) > NOW + 16 * HOUR);
  const warm = kept(build(NOW), [[2, { kind: 'temperature', celsius: 27 }]]);
  const [measured] = followBuilds(wheat, [warm], noon).builds;
  assert.equal(stateAtTime(measured?.course ?? [], 2.001)?.temperature.toFixed(1), '27.0');
  const [wrong] = warm.signs;
  assert.ok(wrong);
  const corrected: KeptBuild = {
    ...warm,
    signs: [
      wrong,
      {
        ...wrong,
        id: '00000000-0000-7000-8000-999999999999',
        sign: { kind: 'temperature', celsius: 23 },
        corrects: wrong.id,
      },
    ],
  };
  const [right] = followBuilds(wheat, [corrected], noon).builds;
  assert.equal(stateAtTime(right?.course ?? [], 2.001)?.temperature.toFixed(1), '23.0');
  assert.ok(cultureYeastRate(27) > cultureYeastRate(23));
});

test('what is not of flour is known by the times at which it was found ripe', () => {
  const ripe: Sign = { kind: 'ripe', ripe: 'ripe' };
  const builds = [50, 70, 60].map((hours, index) => kept(build(NOW + index * 200 * HOUR), [[hours, ripe]]));
  const of = (all: KeptBuild[]) =>
    observedHours(followBuilds({ ...wheat, of: 'no-flour' }, all, noon).builds);
  assert.equal(of(builds), 60);
  assert.equal(of([kept(build(NOW))]), null);
});
