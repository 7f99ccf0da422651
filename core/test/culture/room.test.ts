import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  chainOf,
  feedTimesOf,
  planFeeding,
  RIPE_CHAIN_SEED,
  type FeedingWish,
} from '@jovet/core/culture/feeding';
import { type Culture, draftOfCulture, nurseryOf, parseCultureDraft } from '@jovet/core/culture';
import { followBuilds, mostRiseOf, standingOf } from '@jovet/core/culture/followed';
import { demoCultures, must, problemsOf } from '../demo.ts';
import { wheat } from './cultures.ts';

const NOW = 1_790_000_000;
const HOUR = 3600;
const fedCulture = { ripeness: wheat.ripeness, hydration: 1, vigour: 1, seedPopulation: 0.7 };
const wish: FeedingWish = {
  find: 'ratio',
  feedAt: NOW,
  readyAt: NOW + 10 * HOUR,
  celsius: 20,
  flour: 4,
  needed: 4,
  keepBack: 0.5,
  loss: 0,
};
const minutesOf = (epoch: number) => ((epoch - NOW) / 60 + 21 * 60) % (24 * 60);

test('C2 as a sentence: ready in ten hours at 20 °C takes 1 : 1.68 : 1.68, whichever of the four is asked for', () => {
  const found = must(planFeeding(fedCulture, wish, null, minutesOf));
  assert.equal(found.feeding.flour.toFixed(2), '1.68');
  assert.equal((found.amounts.seed * (1 + 2 * found.feeding.flour)).toFixed(9), '4.500000000');
  const flour = found.feeding.flour;
  const ready = must(planFeeding(fedCulture, { ...wish, find: 'ready', flour }, null, minutesOf));
  const feed = must(planFeeding(fedCulture, { ...wish, find: 'feed', flour, feedAt: 0 }, null, minutesOf));
  const place = must(
    planFeeding(fedCulture, { ...wish, find: 'temperature', flour, celsius: 0 }, null, minutesOf),
  );
  assert.ok(Math.abs(ready.ready.best - wish.readyAt) <= 2);
  assert.ok(Math.abs(feed.feedAt - NOW) <= 2);
  assert.ok(Math.abs(place.feeding.celsius - 20) < 0.001);
  const backwards = planFeeding(fedCulture, { ...wish, readyAt: NOW - 1 }, null, minutesOf);
  assert.match(problemsOf(backwards)['readyAt'] ?? '', /before it is fed/);
});

test('a feeding in the quiet hours is offered before them, ripe at the same time', () => {
  const quiet = { from: 22 * 60, to: 2 * 60 };
  const hours = fc.double({ min: 6, max: 14, noNaN: true });
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 23 * 60 }), hours, (later, takes) => {
      const feedAt = NOW + later * 60;
      const asked = { ...wish, feedAt, readyAt: feedAt + takes * HOUR };
      const planned = planFeeding(fedCulture, asked, quiet, minutesOf);
      if (!planned.ok) return;
      const isQuietThen = minutesOf(feedAt) >= quiet.from || minutesOf(feedAt) < quiet.to;
      assert.equal(planned.value.beforeQuiet !== null, isQuietThen && minutesOf(feedAt) !== quiet.from);
      const sooner = planned.value.beforeQuiet;
      if (!sooner) return;
      const again = must(planFeeding(fedCulture, { ...asked, ...sooner, find: 'ready' }, quiet, minutesOf));
      assert.equal(again.beforeQuiet, null);
      assert.ok(Math.abs(again.ready.best - asked.readyAt) <= 60);
    }),
  );
});

test('a chain is fed backwards from when the last build is wanted', () => {
  const of = (flour: number) => ({ name: 'one', flour, water: flour, celsius: 26, ripeness: wheat.ripeness });
  const builds = must(chainOf([of(5), of(2)], RIPE_CHAIN_SEED, 1, 0, 0));
  const [first, second] = feedTimesOf(builds, NOW);
  assert.equal(((NOW - (second ?? 0)) / HOUR).toFixed(6), builds[1]?.hours.best.toFixed(6));
  assert.equal((((second ?? 0) - (first ?? 0)) / HOUR).toFixed(6), builds[0]?.hours.best.toFixed(6));
});

test('how a build stands: young, ripe, past, at the heights of its vessel', () => {
  const build = {
    schema: 1 as const, at: NOW, seed: 0.1, flour: 0.4, water: 0.4, temperature: 23, place: wheat.place,
    vessel: wheat.vessel, seedPopulation: 0.7, wanted: null, note: '', plan: null,
  }; // prettier-ignore
  const { builds } = followBuilds(wheat, [{ id: 'one', parent: null, build, signs: [] }], () => 12);
  const [one] = builds;
  assert.ok(one?.ripe.best.at && one.ripe.latest.at);
  const at = (epoch: number) => standingOf(wheat, one, epoch);
  assert.deepEqual(
    [at(NOW + HOUR), at(one.ripe.best.at), at(one.ripe.latest.at + HOUR)].map(({ stage }) => stage),
    ['young', 'ripe', 'past'],
  );
  const ripe = at(one.ripe.best.at);
  assert.ok(Math.abs(ripe.heights.now - ripe.heights.best) < 0.05);
  assert.ok(at(one.ripe.latest.at + 2 * HOUR).heights.now < ripe.heights.latest);
  assert.equal(mostRiseOf({ of: 'rye', hydration: 1 }), 1);
});

test('cultures go through their fields unchanged in °C and °F, and what cannot be read is named at its field', () => {
  const rounded = (culture: Culture) =>
    JSON.parse(JSON.stringify(culture), (_, value: unknown) =>
      typeof value === 'number' ? Number(value.toFixed(6)) : value,
    ) as unknown;
  for (const unit of ['°C', '°F'] as const)
    for (const culture of demoCultures)
      assert.deepEqual(
        rounded(must(parseCultureDraft(draftOfCulture(culture, unit), culture.slug, unit))),
        rounded(culture),
      );
  const draft = {
    ...draftOfCulture(null, '°C'),
    name: 'Rosehip',
    diameter: 'wide',
    coldest: 'cool',
    ripe: '9',
    past: '3',
  };
  const problems = problemsOf(parseCultureDraft(draft, null, '°C'));
  assert.match(problems['diameter'] ?? '', /not a length/);
  assert.match(problems['coldest'] ?? '', /not a temperature/);
  const order = problemsOf(
    parseCultureDraft({ ...draft, diameter: '12', coldest: '20', warmest: '20' }, null, '°C'),
  );
  assert.match(order['ripe'] ?? '', /./);
});

/** Feedings of a culture from nothing, hours after it was begun, with what was seen so many hours after each. */
const diary = (
  ...fed: readonly { at: number; seen?: readonly ['doubled' | 'fruit-smell' | 'bubbles', number] }[]
) =>
  fed.map(({ at, seen }, index) => ({
    id: `00000000-0000-7000-8000-00000000000${index}`,
    parent: null,
    build: {
      schema: 1 as const, at: NOW + at * HOUR, seed: index === 0 ? 0 : 0.05, flour: 0.05, water: 0.05, temperature: 26,
      place: wheat.place, vessel: wheat.vessel, seedPopulation: 0.7, wanted: null, note: '', plan: null,
    }, // prettier-ignore
    signs: seen
      ? [
          {
            id: `00000000-0000-7000-9000-00000000000${index}`,
            at: NOW + (at + seen[1]) * HOUR,
            sign: { kind: 'diary' as const, seen: seen[0] },
            corrects: null,
          },
        ]
      : [],
  }));

test('a culture from nothing: the signs decide, not the calendar', () => {
  const from = { from: NOW };
  const at = (builds: ReturnType<typeof diary>, hours: number) => {
    const { day, step, dueAt, doubled } = nurseryOf(from, builds, NOW + hours * HOUR);
    return { day, title: step.title, due: dueAt === null ? null : (dueAt - NOW) / HOUR, doubled };
  };
  assert.deepEqual(at([], 1), { day: 1, title: 'Begin', due: null, doubled: 0 });
  assert.deepEqual(at(diary({ at: 0 }), 26), { day: 2, title: 'The false rise', due: 24, doubled: 0 });
  // Bubbles of the second day are not yeast: on the eighth day it still waits for it.
  const silent = diary({ at: 0 }, { at: 24, seen: ['bubbles', 5] }, { at: 160 });
  assert.deepEqual(at(silent, 170), { day: 8, title: 'Silence', due: 184, doubled: 0 });
  assert.equal(at(diary({ at: 0 }, { at: 100, seen: ['fruit-smell', 10] }), 112).title, 'Yeast');
  const lively = [
    { at: 0 },
    { at: 72, seen: ['doubled', 5] },
    { at: 84, seen: ['doubled', 4.5] },
    { at: 96, seen: ['doubled', 4] },
  ] as const;
  assert.deepEqual(at(diary(...lively), 101), { day: 5, title: 'Ready', due: 108, doubled: 3 });
  // One that still may double takes nothing away; one that took too long does.
  assert.equal(at(diary(...lively, { at: 108 }), 110).doubled, 3);
  assert.equal(at(diary(...lively, { at: 108 }), 116).doubled, 0);
  assert.equal(at(diary(...lively.slice(0, 3), { at: 96, seen: ['doubled', 9] }), 106).doubled, 0);
});

test('what was fed while a culture was raised says nothing of its vigour', () => {
  const builds = diary({ at: 0 }, { at: 24 }, { at: 48 });
  const followed = (until: number | null) =>
    followBuilds({ ...wheat, nursery: { from: NOW, until } }, builds, () => 12).builds.length;
  assert.deepEqual([followed(null), followed(NOW + 30 * HOUR)], [0, 1]);
});
