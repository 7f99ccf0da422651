import assert from 'node:assert/strict';
import { test } from 'node:test';
import { draftOfWaterHouse, parseWaterHouse } from '@jovet/core/bakehouse';
import { parseBouts } from '../../src/bakehouse/water-house.ts';
import { deviceSource, typedSource, USUAL_SOURCES, WaterSources } from '@jovet/core/mix';
import { demoHouse, must, problemsOf } from '../demo.ts';

const NOW = 1_790_000_000;

test('a typed reading is taken in either unit, and nonsense is refused with a remedy', () => {
  assert.deepEqual(must(typedSource('19', '°C').take(NOW)), { value: 19, at: NOW });
  assert.equal(must(typedSource('68', '°F').take(NOW)).value, 20);
  assert.equal(must(typedSource('20 °C', '°F').take(NOW)).value, 20);
  for (const [text, pattern] of [
    ['', /No temperature/],
    ['warm', /not a temperature/],
    ['400', /no temperature of a bakehouse/],
  ] as const)
    assert.match(Object.values(problemsOf(typedSource(text, '°C').take(NOW))).join(), pattern);
});

test('a device is taken at its word only while it is fresh; a stale or silent one says so', () => {
  const probe = (ago: number | null) =>
    deviceSource({
      instrument: 'probe',
      spot: 'core',
      last: ago === null ? null : { value: 24.3, at: NOW - ago },
    });
  assert.deepEqual([0, 15, 16, 300, 301, null].map((ago) => probe(ago).freshness(NOW)), ['fresh', 'fresh', 'stale', 'stale', 'silent', 'silent']); // prettier-ignore
  assert.equal(must(probe(3).take(NOW)).value, 24.3);
  assert.match(
    problemsOf(probe(120).take(NOW))[''] ?? '',
    /last said something 2 min ago. .* type the temperature/,
  );
  assert.match(problemsOf(probe(null).take(NOW))[''] ?? '', /probe is silent/);
});

test('bouts of a programme are read as people write them', () => {
  assert.deepEqual(must(parseBouts('4 min at 1; salt: 3,5 min at 2; rest 10 min')), [
    { add: '', minutes: 4, speed: 1 },
    { add: 'salt', minutes: 3.5, speed: 2 },
    { add: '', minutes: 10, speed: 0 },
  ]);
  assert.deepEqual(must(parseBouts(' ')), []);
  assert.match(problemsOf(parseBouts('a while on fast'))[''] ?? '', /not a bout of mixing. Write it as/);
});

test('programmes and sources go through their fields unchanged, in °C and °F; what is wrong is named', () => {
  const { bakehouse } = demoHouse();
  const sources = WaterSources.parse(USUAL_SOURCES);
  const given = {
    ...bakehouse,
    sources,
    programmes: bakehouse.programmes.map((each, index) => ({
      ...each,
      bouts: index === 1 ? must(parseBouts('4 min at 1; salt: 6 min at 2')) : [],
    })),
  };
  for (const unit of ['°C', '°F'] as const) {
    const read = must(parseWaterHouse(draftOfWaterHouse(given, unit), given, unit));
    assert.deepEqual(read.programmes, given.programmes);
    read.sources.forEach((each, index) =>
      assert.ok(Math.abs(each.temperature - (sources[index]?.temperature ?? NaN)) < 0.06),
    );
  }
  const draft = draftOfWaterHouse(given, '°C');
  const problems = problemsOf(
    parseWaterHouse(
      {
        sources: draft.sources.map((each) => ({ ...each, temperature: 'cold' })),
        programmes: draft.programmes.map((each) => ({ ...each, name: ' ', minutes: '1O' })),
      },
      given,
      '°C',
    ),
  );
  for (const path of ['sources.0.temperature', 'programmes.0.name', 'programmes.0.minutes'])
    assert.ok(path in problems, `${path} in ${Object.keys(problems)}`);
  const none = problemsOf(parseWaterHouse({ ...draft, sources: [] }, given, '°C'));
  assert.match(none['sources'] ?? '', /no water source left. Keep at least one/);
});
