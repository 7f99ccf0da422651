import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  bulkShift,
  bulkShiftSentence,
  draftForFormula,
  draftOf,
  mixesOfPlan,
  parseDraft,
  planDough,
  type DoughDraft,
  type DoughOrder,
  type DoughPlan,
} from '@jovet/core/day';
import { bakersYeastRate } from '@jovet/core/fermentation/rates';
import { localTime } from '@jovet/core/time';
import { demoFormula, demoInput, must, problemsOf, quayCountry, thirtySixLoaves } from '../demo.ts';

const plan = (changes: Partial<DoughOrder> = {}) => must(planDough(demoInput(changes)));
const at = (of: DoughPlan, id: string) => {
  const step = of.steps.find((each) => each.id === id);
  assert.ok(step, id);
  return step;
};
const bulk = (of: DoughPlan) => at(of, 'divide').at - at(of, 'mix').at;

test('36 loaves for 07:00: the clock runs back from the van to the feed', () => {
  const of = plan();
  assert.deepEqual(
    of.steps.map((step) => step.id),
    ['feed', 'weigh', 'mix', 'fold.1', 'fold.2', 'fold.3', 'divide', 'preheat', 'shape', 'proof', 'load', 'out', 'cool', 'pack', 'dispatch'],
  ); // prettier-ignore
  assert.deepEqual(localTime(at(of, 'dispatch').at, 'Europe/London').time, '07:00');
  // Feed to ripe is the 8.90 h of case C1; the bake is the formula's 42 min.
  assert.equal(((at(of, 'mix').at - at(of, 'feed').at) / 3600).toFixed(2), '8.90');
  assert.equal(Math.round((at(of, 'out').at - at(of, 'load').at) / 60), 49);
  assert.equal((at(of, 'load').at - at(of, 'preheat').at) / 60, 120);
});

test('a colder room makes bulk longer, a warmer one shorter', () => {
  const inRoom = (room: number) => bulk(plan({ readings: { flour: 19, room, levain: 23, bowl: 20 } }));
  assert.ok(inRoom(17) > inRoom(22) + 20 * 60);
  assert.ok(inRoom(22) > inRoom(26) + 10 * 60);
});

test('folds take gas, so a folded dough takes longer to hold the same rise', () => {
  const given = demoInput();
  const unfolded = structuredClone(given);
  unfolded.formula.doc.process.folds.count = 0;
  assert.ok(bulk(must(planDough(unfolded))) < bulk(must(planDough(given))));
});

test('earliest, best and latest stand in order, and every best chain meets the van with its spare time', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 300 }),
      fc.integer({ min: 12, max: 28 }),
      fc.integer({ min: 18, max: 28 }),
      fc.integer({ min: 22, max: 28 }),
      (pieces, room, levain, ddt) => {
        const of = plan({
          order: [{ product: 'quay-loaf', pieces, scaledWeight: 0.84 }],
          readings: { flour: 19, room, levain, bowl: 20 },
          ddt,
        });
        for (const step of of.steps) {
          assert.ok(step.earliest <= step.at + 1e-6 && step.at <= step.latest + 1e-6, step.id);
        }
        const packed = at(of, 'pack').at + at(of, 'pack').hands * 60;
        assert.ok(Math.abs(at(of, 'dispatch').at - packed - 20 * 60) < 1);
      },
    ),
    { numRuns: 60 },
  );
});

test('loading at its latest still meets the van', () => {
  const of = plan();
  const load = at(of, 'load');
  const afterwards = at(of, 'pack').at + at(of, 'pack').hands * 60 - load.at;
  assert.equal(load.limit, 'dispatch');
  assert.ok(Math.abs(load.latest + afterwards - at(of, 'dispatch').at) < 1);
});

test('the ribbon swells in bulk, gives way at each fold and at the divide, and swells again', () => {
  const { dough, levain } = plan().ribbon;
  const drops = dough.filter((point, index) => point.volume < (dough[index - 1]?.volume ?? 0) - 1e-9).length;
  assert.equal(drops, 4);
  assert.ok((levain.at(-1)?.volume ?? 0) > 2.9 * (levain[0]?.volume ?? Infinity));
});

test('a clock change in the night shifts the wall clock, not the dough', () => {
  const before = plan({ dispatch: { date: '2026-10-24', time: '07:00' } });
  const changed = plan({ dispatch: { date: '2026-10-25', time: '07:00' } });
  assert.equal(bulk(before), bulk(changed));
  const wall = (of: DoughPlan) => localTime(at(of, 'feed').at, 'Europe/London').time;
  assert.notEqual(wall(before), wall(changed));
});

test('what cannot be planned is told at its field', () => {
  const refused = (changes: Partial<DoughOrder>) => problemsOf(planDough(demoInput(changes)));
  const readings = thirtySixLoaves.readings;
  assert.match(refused({ readings: { ...readings, levain: 2 } })['readings.levain'] ?? '', /does not ripen/);
  assert.match(refused({ readings: { ...readings, room: 36 } })['readings.room'] ?? '', /never cools/);
  assert.match(refused({ programme: 'whirl' })['programme'] ?? '', /not known/);
  assert.match(
    refused({ dispatch: { date: '2026-02-30', time: '07:00' } })['dispatch.date'] ?? '',
    /calendar/,
  );
});

test('more dough than the mixer takes is said, with equal batches', () => {
  const of = plan({ order: [{ product: 'quay-loaf', pieces: 120, scaledWeight: 0.84 }] });
  assert.match(
    of.cautions.join(' '),
    /102\.9 kg of dough is more than Big mixer takes \(45 kg\)\. Mix 3 equal batches of 34\.3 kg/,
  );
});

test('the fields keep what was typed and name what cannot be read', () => {
  const draft = draftOf(thirtySixLoaves, '°C');
  assert.deepEqual(must(parseDraft(draft, '°C')), thirtySixLoaves);
  const wrong: DoughDraft = {
    ...draft,
    room: 'abc',
    time: '25:99',
    order: [{ product: 'quay-loaf', pieces: '-5', scaledWeight: '840' }],
  };
  assert.deepEqual(Object.keys(problemsOf(parseDraft(wrong, '°C'))).sort(), [
    'order.0.pieces',
    'room',
    'time',
  ]);
  assert.match(problemsOf(parseDraft({ ...draft, ddt: '95' }, '°C'))['ddt'] ?? '', /Use 5 °C to 40 °C/);
  assert.match(problemsOf(parseDraft({ ...draft, ddt: '200' }, '°F'))['ddt'] ?? '', /Use 41 °F to 104 °F/);
  assert.match(problemsOf(parseDraft({ ...draft, date: '' }, '°C'))['date'] ?? '', /Choose the day/);
});

test('an order written in °F reads back as the same order', () => {
  const back = must(parseDraft(draftOf(thirtySixLoaves, '°F'), '°F'));
  assert.ok(Math.abs(back.readings.room - 20) < 0.03 && Math.abs(back.ddt - 25) < 0.03);
});

test('another formula brings its own products and temperature, and keeps the readings', () => {
  const draft = draftForFormula(
    'quay-country',
    quayCountry,
    { ...draftOf(thirtySixLoaves, '°C'), room: '17' },
    '°C',
  );
  assert.deepEqual(
    draft.order.map((line) => [line.product, line.pieces, line.scaledWeight]),
    [['quay-loaf', '36', '840 g'], ['quay-small', '', '460 g'], ['quay-roll', '', '95 g']],
  ); // prettier-ignore
  assert.equal(draft.room, '17');
});

test('a dough that comes out cold rises longer, or stands warmer, and says which', () => {
  const cold = bulkShift(demoInput(), 23.2);
  assert.ok(cold.minutes > 25 && cold.minutes < 40 && cold.each === 'bulk');
  assert.match(
    bulkShiftSentence(cold, '°C'),
    /^1\.8 °C cold: bulk about 30 min longer; or stand the tub at 25 °C\.$/,
  );
  assert.match(bulkShiftSentence(cold, '°F'), /^3\.2 °F cold: .* stand the tub at 76 °F\.$/);
  const given = demoInput();
  const keep = cold.keepAt ?? NaN;
  const kept = bulkShift(
    { ...given, order: { ...given.order, readings: { ...given.order.readings, room: keep } } },
    23.2,
  );
  assert.ok(Math.abs((kept.now ?? 0) - (cold.planned ?? 0)) < 0.01);
  assert.ok(bulkShift(demoInput(), 26.5).minutes < -10);
  assert.equal(bulkShiftSentence(bulkShift(demoInput(), 25.2), '°C'), 'As wanted: bulk as planned.');
  const yeasted = bulkShift({ ...given, formula: demoFormula('lantern-baguette') }, 22);
  assert.match(bulkShiftSentence(yeasted, '°C'), /each hour of bulk about 12 min longer\.$/);
});

test('baker’s yeast: 0.30 an hour at 26 °C, fastest at 35 °C, nothing outside its range', () => {
  assert.equal(bakersYeastRate(26).toFixed(3), '0.300');
  assert.equal(bakersYeastRate(35).toFixed(4), '0.3867');
  for (const celsius of [-30, -1, 46, 90]) assert.equal(bakersYeastRate(celsius), 0);
  for (let celsius = 0; celsius < 35; celsius += 1)
    assert.ok(bakersYeastRate(celsius) < bakersYeastRate(celsius + 1));
});

test('the mixes of a planned day share its pieces, and begin with what is usual where each thing stands', () => {
  const order = [{ product: 'quay-loaf', pieces: 101, scaledWeight: 0.84 }];
  const mixes = must(mixesOfPlan(demoInput({ order })));
  assert.deepEqual(
    mixes.map(({ batch, order: [line] }) => [batch.n, batch.of, line?.pieces]),
    [
      [1, 2, 50],
      [2, 2, 51],
    ],
  );
  const dough = mixes.reduce((sum, mix) => sum + mix.dough, 0);
  assert.equal(dough.toFixed(6), plan({ order }).scaled.dough.toFixed(6));
  const given = demoInput();
  const formula = demoFormula('tidewater-rye');
  const [rye] = must(
    mixesOfPlan({
      ...given,
      formula,
      order: { ...given.order, order: [{ product: 'tidewater-tin', pieces: 20, scaledWeight: 1.05 }] },
    }),
  );
  const standsAt = (slug: string) => formula.doc.parts.find((part) => part.slug === slug)?.temperature;
  for (const { slug, kind } of formula.doc.parts)
    assert.equal(
      rye?.usual[slug],
      standsAt(slug) ?? (kind === 'soaker' ? given.bakehouse.usual.room : given.bakehouse.usual.levain),
    );
});
