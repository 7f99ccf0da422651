import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { courseOf } from '../../src/oven/profile.ts';
import {
  forecastStone,
  profileFor,
  profileProblems,
  recoveryMinutes,
  settingAt,
  STONE,
  whyApart,
  type BakeProfile,
} from '@jovet/core/oven';

const steady: BakeProfile = { minutes: 40, loadAt: 245, steam: 10, look: null, turn: null, stages: [] };
const stage = (from: number, top: number | null, bottom: number | null, fan = 0) => ({
  from,
  top,
  bottom,
  fan,
});
const falling: BakeProfile = {
  ...steady,
  stages: [stage(10, 220, 210), stage(25, 200, 190)],
};

describe('a bake minute by minute', () => {
  it('is set as it is loaded until its first change, and then by the last change', () => {
    assert.deepEqual(settingAt(falling, 9.9), { top: 245, bottom: 245, fan: 0 });
    assert.deepEqual(settingAt(falling, 10), { top: 220, bottom: 210, fan: 0 });
    assert.deepEqual(settingAt(falling, 40), { top: 200, bottom: 190, fan: 0 });
    assert.equal(courseOf(steady), 'steady');
    assert.equal(courseOf(falling), 'falling');
    assert.equal(courseOf({ ...steady, stages: [stage(5, 260, 245)] }), 'rising');
    assert.equal(courseOf({ ...steady, stages: [stage(5, 260, null)] }), 'changing');
  });

  it('of a lighter piece has the same moments sooner, in the same shares of it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.03, max: 3, noNaN: true }), fc.integer({ min: 0, max: 20 }), (mass, longer) => {
        const known = { ...falling, look: 20, turn: 24, mass: 0.84 };
        const scaled = profileFor(known, mass, longer);
        const share = (scaled.minutes - longer) / known.minutes;
        assert.ok(Math.abs(share - (mass / 0.84) ** 0.67) < 1e-9);
        for (const [now, then] of [
          [scaled.steam, known.steam], [scaled.look, known.look], [scaled.turn, known.turn],
          ...scaled.stages.map(({ from }, index) => [from, known.stages[index]?.from ?? -1]),
        ] as [number, number][]) assert.ok(Math.abs(now - then * share) < 1e-9);
        assert.equal(scaled.loadAt, known.loadAt);
      }),
    ); // prettier-ignore
  });

  it('what cannot be is told at its field', () => {
    const paths = (changes: Partial<BakeProfile>) =>
      profileProblems({ ...falling, ...changes }).map(({ path }) => path);
    assert.deepEqual(paths({}), []);
    assert.deepEqual(paths({ minutes: 0 }), ['minutes']);
    assert.deepEqual(paths({ steam: 41, look: 50, turn: 60 }), ['steam', 'look', 'turn']);
    assert.deepEqual(paths({ stages: [stage(10, 220, 210), stage(10, 200, 190)] }), ['stages.1.from']);
    assert.deepEqual(paths({ stages: [stage(45, 220, 210)] }), ['stages.0.from']);
    assert.match(profileProblems({ ...falling, minutes: 0 })[0]?.remedy ?? '', /how long a piece bakes/);
  });
});

describe('what may share a load', () => {
  it('is alike in heat, time and steam, both ways', () => {
    assert.equal(whyApart(steady, { ...steady, loadAt: 249, minutes: 43 }), null);
    const apart: [Partial<BakeProfile>, RegExp][] = [
      [{ loadAt: 255 }, /loaded at other heats/],
      [{ minutes: 50 }, /other times/],
      [{ steam: 0 }, /one has steam/],
      [{ steam: 20 }, /let out at other times/],
      [{ stages: falling.stages }, /heat changes/],
      [{ stages: [stage(10, 245, 245, 80)] }, /heat changes/],
    ];
    for (const [changes, why] of apart) {
      assert.match(whyApart(steady, { ...steady, ...changes }) ?? '', why);
      assert.match(whyApart({ ...steady, ...changes }, steady) ?? '', why);
    }
    // A change that comes two minutes later is the same change.
    const later = falling.stages.map((each) => ({ ...each, from: each.from + 2 }));
    assert.equal(whyApart(falling, { ...falling, stages: later }), null);
  });
});

describe('a stone under a falling bake', () => {
  const stone = { ...STONE, area: 1.2 };
  const load = { at: 0, minutes: 40, dough: 12, from: 24, core: 97, loss: 14, steam: 0.2 };

  it('takes longer to come back than under a steady one', () => {
    const [flat, fallen] = [steady, falling].map((profile) => recoveryMinutes(stone, 22, profile, load));
    assert.ok((fallen ?? 0) > (flat ?? Infinity) + 5, `${fallen} min against ${flat} min`);
  });

  it('loses nothing: what the heater gave is in the stone, the loads and the room, to 0.1 %', () => {
    const sets = [{ at: -7200, celsius: 245 }, { at: 600, celsius: 210 }, { at: 1500, celsius: 190 }, { at: 2400, celsius: 245 }];
    const forecast = forecastStone(stone, 22, 22, sets, [load, { ...load, at: 4200 }], -7200, 9000);
    assert.ok(forecast.ok);
    if (!forecast.ok) return;
    const { course, heated, taken, lost } = forecast.value;
    const kept = ((course.at(-1)?.celsius ?? 0) - 22) * stone.capacity * stone.area / 3600;
    assert.ok(Math.abs(heated - taken - lost - kept) < heated / 1000, `${heated} in, ${taken + lost + kept} out`);
  }); // prettier-ignore
});
