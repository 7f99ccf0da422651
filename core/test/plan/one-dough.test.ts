import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { bulkShift, bulkShiftSentence } from '@jovet/core/dough';
import { bakersYeastRate } from '@jovet/core/fermentation/rates';
import { bakeDough, openingBake, readBake, type BakedDough, type DoughAsk } from '@jovet/core/plan';
import { localTime } from '@jovet/core/time';
import {
  baked,
  DEMO_FORMULAS,
  demoFormula,
  demoHouse,
  demoMix,
  must,
  problemsOf,
  quayAsk,
  quayCountry,
  thirtySixLoaves,
} from '../demo.ts';
import { ddtOf } from '@jovet/core/formula/way';

const taskOf = ({ day }: BakedDough, kind: string) => {
  const task = day.view.tasks.find(({ note }) => note.kind === kind);
  assert.ok(task, kind);
  return task;
};
const bulk = (of: BakedDough) => taskOf(of, 'divide').start - taskOf(of, 'mix').end;

test('36 loaves for 07:00: the tasks run back from the van to the feed', () => {
  const of = baked();
  assert.deepEqual(
    [...new Set(of.day.view.tasks.map(({ note }) => note.kind))],
    ['feed', 'weigh', 'mix', 'fold', 'divide', 'shape', 'load', 'look', 'out', 'pack'],
  );
  assert.equal(localTime(of.day.view.lastDrop, 'Europe/London').time, '07:00');
  // Feed to ripe is the 8.90 h of case C1, to five minutes and the ten that the feed itself takes.
  const fed = (taskOf(of, 'mix').start - taskOf(of, 'feed').end) / 3600;
  assert.ok(Math.abs(fed - 8.9) < 0.35, `${fed} h`);
  assert.ok(taskOf(of, 'pack').end <= of.day.view.lastDrop - 20 * 60);
});

test('a colder room makes bulk longer, a warmer one shorter', () => {
  const inRoom = (room: number) => bulk(baked({ room }));
  assert.ok(inRoom(17) > inRoom(22) + 20 * 60);
  assert.ok(inRoom(22) > inRoom(26) + 10 * 60);
});

test('every dough of the bakery can be baked by itself: levain, yeast, sours in stages, soakers, laminated', () => {
  for (const slug of DEMO_FORMULAS) {
    const { doc } = demoFormula(slug);
    const { products } = doc;
    const pieces = products.map(({ slug: product, scaledWeight }) => ({ product, scaledWeight, pieces: 20 }));
    const of = baked({ pieces, stands: {}, ddt: ddtOf(doc), mixer: null }, slug);
    assert.equal(of.day.view.tasks.length, of.network.instance.tasks.length, slug);
    assert.equal(of.day.view.cost !== null, true, slug);
    assert.ok(of.water.water.fdt > 15 && of.water.water.fdt < 35, slug);
    assert.equal(of.mixes.length, of.network.doughs[0]?.batches.length, slug);
    const workings = of.workings();
    for (const { id } of of.day.view.tasks) assert.ok(workings[`task.${id}`], id);
  }
});

test('windows hold their tasks, whatever is asked', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 44 }),
      fc.integer({ min: 16, max: 27 }),
      fc.integer({ min: 19, max: 27 }),
      fc.integer({ min: 23, max: 27 }),
      (pieces, room, levain, ddt) => {
        const of = baked({ pieces: [{ product: 'quay-loaf', pieces, scaledWeight: 0.84 }], room, ddt, stands: { levain } });
        for (const { id, start, window } of of.day.view.tasks)
          assert.ok(!window || (window.earliest <= start && start <= window.latest), id);
        assert.ok(taskOf(of, 'pack').end <= of.day.view.lastDrop - 20 * 60);
      },
    ),
    { numRuns: 25 },
  );
}); // prettier-ignore

test('a clock change in the night shifts the wall clock, not the dough', () => {
  const before = baked({ date: '2026-10-24' });
  const changed = baked({ date: '2026-10-25' });
  assert.equal(bulk(before), bulk(changed));
  const wall = (of: BakedDough) => localTime(taskOf(of, 'feed').start, 'Europe/London').time;
  assert.notEqual(wall(before), wall(changed));
});

test('what cannot be baked is told at its field, what is short of a thing is said, and too much is a day', () => {
  const refused = (changes: Partial<DoughAsk>) =>
    problemsOf(bakeDough('quay-country', quayCountry, quayAsk(changes), demoHouse()));
  const loaves = (pieces: number) => thirtySixLoaves.map((line) => ({ ...line, pieces }));
  assert.match(refused({ pieces: loaves(0) })['pieces'] ?? '', /Nothing is to be made/);
  assert.match(refused({ pieces: loaves(1001) })['pieces'] ?? '', /1001 pieces.*orders of a day/);
  assert.match(refused({ pieces: loaves(400) })['pieces'] ?? '', /8 mixes in Big mixer/);
  assert.match(refused({ mixer: 'whirl' })['mixer'] ?? '', /not known here/);
  const many = baked({ pieces: loaves(90) });
  assert.equal(many.mixes.length, 2);
  assert.match(many.cautions.join(' '), /short of round baskets from/);
});

test('the fields keep what was typed and name what cannot be read', () => {
  const usual = demoHouse().bakehouse.usual;
  const draft = { ...openingBake(quayCountry, '2026-11-24', usual, '°C'), pieces: { 'quay-loaf': '36' } };
  const read = must(readBake({ ...draft, mixer: 'big-mixer' }, quayCountry, '°C'));
  assert.deepEqual({ ...read, pieces: read.pieces.filter(({ pieces }) => pieces > 0) }, quayAsk());
  const wrong = { ...draft, room: 'abc', time: '25:99', pieces: { 'quay-loaf': '-5' } };
  assert.deepEqual(Object.keys(problemsOf(readBake(wrong, quayCountry, '°C'))).sort(), [
    'pieces.quay-loaf', 'room', 'time',
  ]); // prettier-ignore
  assert.match(
    problemsOf(readBake({ ...draft, ddt: '95' }, quayCountry, '°C'))['ddt'] ?? '',
    /Use 5 °C to 40 °C/,
  );
  assert.match(
    problemsOf(readBake({ ...draft, ddt: '200' }, quayCountry, '°F'))['ddt'] ?? '',
    /Use 41 °F to 104 °F/,
  );
  assert.match(
    problemsOf(readBake({ ...draft, date: '' }, quayCountry, '°C'))['date'] ?? '',
    /Choose the day/,
  );
  const fahrenheit = must(readBake(openingBake(quayCountry, '2026-11-24', usual, '°F'), quayCountry, '°F'));
  assert.ok(Math.abs(fahrenheit.room - 20) < 0.03 && Math.abs(fahrenheit.ddt - 25) < 0.03);
});

test('a dough that comes out cold rises longer, or stands warmer, and says which', () => {
  const { tub, bakehouse } = demoHouse();
  const batch = { doc: demoMix(), tub, vigour: bakehouse.vigour };
  const cold = bulkShift(batch, 23.2, 20);
  assert.ok(cold.minutes > 25 && cold.minutes < 40 && cold.each === 'bulk', `${cold.minutes}`);
  assert.match(
    bulkShiftSentence(cold, '°C'),
    /^1\.8 °C cold: bulk about 30 min longer; or stand the tub at 2\d °C\.$/,
  );
  assert.match(bulkShiftSentence(cold, '°F'), /^3\.2 °F cold: .* stand the tub at 7\d °F\.$/);
  const kept = bulkShift(batch, 23.2, cold.keepAt ?? NaN);
  assert.ok(Math.abs((kept.now ?? 0) - (cold.planned ?? 0)) < 0.02);
  assert.ok(bulkShift(batch, 26.5, 20).minutes < -10);
  assert.equal(bulkShiftSentence(bulkShift(batch, 25.2, 20), '°C'), 'As wanted: bulk as planned.');
});

test('baker’s yeast: 0.30 an hour at 26 °C, fastest at 35 °C, nothing outside its range', () => {
  assert.equal(bakersYeastRate(26).toFixed(3), '0.300');
  assert.equal(bakersYeastRate(35).toFixed(4), '0.3867');
  for (const celsius of [-30, -1, 46, 90]) assert.equal(bakersYeastRate(celsius), 0);
  for (let celsius = 0; celsius < 35; celsius += 1)
    assert.ok(bakersYeastRate(celsius) < bakersYeastRate(celsius + 1));
});
