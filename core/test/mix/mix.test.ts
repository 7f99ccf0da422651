import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { doughTemperature } from '@jovet/core/water';
import { absorptionOfLot } from '../../src/mix/record/as-mixed.ts';
import { answerMix, effectiveReadings, mixAt, MixDoc, outcomeOf, type MixReading } from '@jovet/core/mix';
import { asMixed, frictionFor, loadOf, type FrictionRecord } from '@jovet/core/mix/record';
import { defaultFriction } from '../../src/mix/record/friction.ts';
import { massesWith } from '../../src/mix/masses.ts';
import type { MixState } from '../../src/mix/readings.ts';
import { scaleFormula } from '@jovet/core/formula/scale';
import { DEMO_FORMULAS, demoFormula, demoHouse, must, problemsOf } from '../demo.ts';
import { ddtOf, mainMix, Step } from '@jovet/core/formula/way';

const { bakehouse, mixer } = demoHouse();
const NOW = 1_790_000_000;
let made = 0;
const reading = (factor: string, value: number, changes: Partial<MixReading> = {}): MixReading => ({
  id: `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`,
  factor,
  value,
  at: NOW + made,
  instrument: 'typed',
  spot: 'core',
  offset: 0,
  corrects: null,
  ...changes,
});
function mixOf(slug: string, readings: MixReading[] = [], changes: Partial<MixDoc> = {}): MixState {
  const formula = demoFormula(slug);
  const [first] = formula.doc.products;
  const order = [{ product: first?.slug ?? '', pieces: 36, scaledWeight: first?.scaledWeight ?? 0 }];
  const { dough } = must(scaleFormula(formula, order));
  const programme = bakehouse.programmes.find((each) => each.slug === mainMix(formula.doc).programme);
  const doc = MixDoc.parse({
    schema: 1,
    slug,
    formula,
    order,
    dough,
    batch: { n: 1, of: 1 },
    mixer,
    programme: programme ?? bakehouse.programmes[0],
    ddt: ddtOf(formula.doc),
    method: 'balance',
    usual: bakehouse.usual,
    sources: bakehouse.sources,
    ...changes,
  });
  return { doc, readings };
}
const later = NOW + 1000;

test('F1 as a mix of the room: W5 again, from the usual readings', () => {
  const { water, friction, factors } = must(answerMix(mixOf('quay-country'), [], [], later));
  assert.equal(water.balance.temperature.toFixed(2), '21.20');
  assert.equal(water.sum.temperature.toFixed(2), '21.20');
  assert.equal(water.base.temperature.toFixed(2), '21.20');
  assert.deepEqual([friction.from, friction.value, friction.spread], ['default', 3, 1.2]);
  assert.deepEqual(factors, ['flour', 'room', 'levain', 'bowl']);
});

test('every demo dough has its water, and the forecast is what was wanted unless a source is short', () => {
  for (const slug of DEMO_FORMULAS) {
    const { water, mix, masses } = must(answerMix(mixOf(slug), [], [], later));
    const into = mix.parts.reduce((sum, { mass }) => sum + mass, mix.water);
    assert.ok(Math.abs(into - mixOf(slug).doc.dough) < 1e-6, `${slug}: everything is in the bowl once`);
    assert.ok(masses.water > 0 && Number.isFinite(water.fdt), slug);
    if (water.poured.limit === null) assert.ok(Math.abs(water.fdt - mixOf(slug).doc.ddt) < 1e-6, slug);
  }
});

const HOUR_OF_REST = {
  kind: 'rest', slug: 'wet-rest', stands: [{ place: 'room' }], until: { by: 'minutes', earliest: 60, best: 60, latest: 60 },
} as const; // prettier-ignore

test('an autolyse rests, and the last water makes up for it; hold-back water has its own temperature', () => {
  const formula = demoFormula('quay-country');
  const [flour = { ingredient: '', percent: 0 }] = formula.doc.lines;
  const doc = {
    ...formula.doc,
    additions: [
      {
        slug: 'rest',
        name: 'Rest',
        kind: 'autolyse' as const,
        lines: [
          { ingredient: flour.ingredient, percent: 70 },
          { ingredient: 'water', percent: 50 },
        ],
      },
      {
        slug: 'last',
        name: 'Last water',
        kind: 'hold-back' as const,
        lines: [{ ingredient: 'water', percent: 4 }],
      },
    ],
  };
  doc.way = doc.way.toSpliced(
    1,
    0,
    Step.parse({ kind: 'mix', slug: 'wet', adds: ['rest'] }),
    Step.parse(HOUR_OF_REST),
  );
  const rested = (readings: MixReading[]) =>
    must(answerMix(mixOf('quay-country', readings, { formula: { ...formula, doc } }), [], [], later));
  const forecast = rested([]);
  const part = forecast.mix.parts.find(({ name }) => name === 'autolyse');
  assert.ok(Math.abs((part?.mass ?? 0) / forecast.scaled.flour - 1.2) < 1e-9);
  assert.ok(Math.abs(forecast.mix.newFlour - (forecast.scaled.flour * 16) / 100) < 1e-9);
  assert.ok(Math.abs(forecast.mix.water - (forecast.scaled.flour * 12) / 100) < 1e-9);
  const cold = rested([reading('autolyse', 18)]);
  assert.ok(cold.water.balance.temperature > forecast.water.balance.temperature + 5);
  const iced = rested([reading('hold-back', 4)]);
  assert.ok(Math.abs(iced.mix.water - (iced.scaled.flour * 8) / 100) < 1e-9);
  assert.ok(iced.water.balance.temperature > forecast.water.balance.temperature);
  const whole = {
    ...doc,
    additions: doc.additions
      .slice(0, 1)
      .map((each) => ({ ...each, lines: [{ ingredient: 'water', percent: 62 }] })),
  };
  const all = must(
    answerMix(mixOf('quay-country', [], { formula: { ...formula, doc: whole } }), [], [], later),
  );
  assert.equal(all.masses.autolyse, null);
  assert.equal(all.mix.minutes, 30 + 60);
});

test('a correction stands in for what it corrects, and the old value stays', () => {
  const first = reading('flour', 91);
  const wrong = reading('flour', 19);
  const mended = reading('flour', 21, { corrects: wrong.id, at: wrong.at, offset: -0.5 });
  assert.equal(effectiveReadings([first]).get('flour')?.value, 91);
  assert.equal(effectiveReadings([first, wrong, mended]).get('flour')?.id, mended.id);
  const { temperatures } = must(answerMix(mixOf('quay-country', [first, wrong, mended]), [], [], later));
  assert.equal(temperatures.flour, 20.5);
});

test('what is not read comes from earlier mixes of the day; a bowl just emptied is as warm as its dough', () => {
  const before = mixOf('quay-country', [reading('flour', 17), reading('room', 16), reading('dough', 25.6)]);
  const next = mixOf('lantern-baguette');
  const soon = must(answerMix(next, [before], [], later));
  assert.deepEqual(
    ['flour', 'room', 'bowl'].map((factor) => soon.known.get(factor)),
    [
      { celsius: 17, from: 'earlier mix', at: before.readings[0]?.at },
      { celsius: 16, from: 'earlier mix', at: before.readings[1]?.at },
      { celsius: 25.6, from: 'dough before', at: before.readings[2]?.at },
    ],
  );
  const hours = must(answerMix(next, [before], [], later + 2 * 3600));
  assert.equal(hours.temperatures.bowl, 16);
  const tomorrow = must(answerMix(next, [before], [], later + 24 * 3600));
  assert.deepEqual(tomorrow.known.get('flour'), { celsius: bakehouse.usual.flour, from: 'usual', at: null });
});

test('the dough closes the record: friction follows, also of an iced mix', () => {
  const celsius = fc.double({ min: 10, max: 32, noNaN: true });
  fc.assert(
    fc.property(celsius, celsius, fc.double({ min: 0, max: 14, noNaN: true }), (flour, room, truth) => {
      const state = mixOf('quay-country', [reading('flour', flour), reading('room', room)]);
      const planned = must(answerMix(state, [], [], later));
      const fdt = doughTemperature({ ...planned.mix, friction: truth }, planned.water.pour);
      const closed = { ...state, readings: [...state.readings, reading('dough', fdt)] };
      const outcome = outcomeOf('one', closed, planned);
      assert.ok(Math.abs((outcome?.record.friction ?? NaN) - truth) < 1e-6);
      assert.ok(Math.abs((outcome?.missed ?? NaN) - (fdt - planned.water.fdt)) < 1e-9);
    }),
  );
  assert.equal(
    outcomeOf('one', mixOf('quay-country'), must(answerMix(mixOf('quay-country'), [], [], later))),
    null,
  );
});

test('water that was really poured counts, not what was asked for', () => {
  const poured = [{ name: 'tap', kind: 'water' as const, temperature: 14, mass: 10.7 }];
  const state = mixOf('quay-country', [reading('dough', 23)], { poured });
  const answer = must(answerMix(state, [], [], later));
  const outcome = outcomeOf('one', state, answer);
  assert.equal(outcome?.forecast.toFixed(6), doughTemperature(answer.mix, 14).toFixed(6));
  const jug = { ...state, readings: [...state.readings, reading('water', 16)] };
  assert.equal(
    outcomeOf('one', jug, must(answerMix(jug, [], [], later)))?.forecast.toFixed(6),
    doughTemperature(answer.mix, 16).toFixed(6),
  );
});

test('what was put in by feel has heat of its own: friction is found all the same', () => {
  const truth = 4.2;
  for (const added of [
    [{ ingredient: 'water', mass: 0.6 }],
    [{ ingredient: 'bread-flour', mass: 0.8 }],
    [
      { ingredient: 'water', mass: -0.4 },
      { ingredient: 'salt', mass: 0.05 },
    ],
  ]) {
    const state = mixOf('quay-country', [reading('flour', 12), reading('room', 26)], { added });
    const answer = must(answerMix(state, [], [], later));
    const made = massesWith(answer.masses, added, state.doc.formula);
    const at = mixAt(made, state.doc.mixer, state.doc.programme, truth, 25)(answer.temperatures);
    const dough = doughTemperature(at, answer.water.pour);
    const closed = { ...state, readings: [...state.readings, reading('dough', dough)] };
    const outcome = outcomeOf('one', closed, answer);
    assert.ok(Math.abs((outcome?.record.friction ?? NaN) - truth) < 1e-9);
    const ignored = outcomeOf('one', { ...closed, doc: { ...closed.doc, added: [] } }, answer);
    assert.ok(Math.abs((ignored?.record.friction ?? truth) - truth) > 0.01);
  }
});

test('a tap that was read is blended as warm as it is, also in the next mix', () => {
  const first = mixOf('quay-country', [reading('source-tap', 9)]);
  const tap = (state: MixState, before: MixState[] = []) =>
    must(answerMix(state, before, [], later)).water.poured.portions.find(({ name }) => name === 'tap');
  assert.equal(tap(first)?.temperature, 9);
  assert.equal(tap(mixOf('lantern-baguette'), [first])?.temperature, 9);
  const usual = tap(mixOf('quay-country'));
  assert.equal(usual?.temperature, 14);
  assert.ok((tap(first)?.mass ?? Infinity) < (usual?.mass ?? 0));
  assert.equal(must(answerMix(first, [], [], later)).known.get('source-tap')?.from, 'read');
});

test('friction is learned for each mixer, programme and load, and sum and base with it', () => {
  const programme = bakehouse.programmes[1] ?? bakehouse.programmes[0];
  assert.ok(programme);
  const record = (friction: number, changes: Partial<FrictionRecord> = {}): FrictionRecord => ({
    id: String(friction),
    at: NOW,
    mixer: mixer.slug,
    programme: programme.slug,
    load: 'middle',
    friction,
    factor: 16 + friction,
    baseFactor: 14 + friction,
    ...changes,
  });
  const history = [
    ...[6, 6.2, 5.8, 6.1, 5.9].map((each) => record(each)),
    ...[4, 4.1].map((each) => record(each, { load: 'full' })),
    record(12, { programme: 'intensive' }),
  ];
  const middle = frictionFor(history, mixer, programme, 'middle');
  assert.ok(Math.abs(middle.value - 6) < 0.5 && middle.from === 'mixer, programme and load');
  assert.ok(Math.abs((middle.learned?.factor(20) ?? 0) - 22) < 0.5);
  assert.equal(frictionFor(history, mixer, programme, 'full').from, 'mixer and programme');
  assert.equal(frictionFor([], mixer, programme, 'full').learned, null);
  assert.equal(defaultFriction({ kind: 'hand' }, programme), 0.2 * programme.friction);
  assert.deepEqual([10, 20, 40].map((dough) => loadOf(dough, { maxDough: 45 })), ['light', 'middle', 'full']); // prettier-ignore
  const answer = must(answerMix(mixOf('quay-country'), [], history.slice(0, 5), later));
  assert.ok(Math.abs(answer.water.sum.frictionFactor - 22) < 0.8);
});

test('water and flour by feel change percentages, mass and pieces, worked on paper', () => {
  const state = mixOf('quay-country', [], {
    added: [
      { ingredient: 'water', mass: 0.5 },
      { ingredient: 'bread-flour', mass: 0.2 },
    ],
  });
  const { scaled } = must(answerMix(state, [], [], later));
  const mixed = must(asMixed(scaled, state.doc));
  // F1: flour 17.3257, water 13.1675; now 17.5257 and 13.6675: 77.985 %. Dough 30.857 + 0.7.
  assert.equal(mixed.hydration.toFixed(2), '77.99');
  assert.equal(mixed.plannedHydration, 76);
  assert.equal(mixed.dough.toFixed(3), '31.557');
  assert.match(mixed.pieces?.sentence ?? '', /./);
  const tooMuch = asMixed(scaled, { ...state.doc, added: [{ ingredient: 'salt', mass: -5 }] });
  assert.match(problemsOf(tooMuch)['added.0.mass'] ?? '', /More Salt would be left out than the batch has/);
});

test('what a lot of flour takes is learned from its mixes alone', () => {
  const records = [1.4, 1.6, 1.5, 1.4].map((hydration) => ({
    lot: 'K 12',
    formula: 'quay-country',
    hydration,
  }));
  const other = { lot: 'K 13', formula: 'quay-country', hydration: -3 };
  const learned = absorptionOfLot([...records, other], 'K 12');
  assert.ok(learned && learned.value > 1 && learned.value < 1.6 && learned.count === 4);
  assert.equal(absorptionOfLot(records, ''), null);
  assert.equal(absorptionOfLot(records, 'K 99'), null);
});

test('warm, long mixing is told what it costs', () => {
  const intensive = bakehouse.programmes.find(({ slug }) => slug === 'intensive');
  assert.ok(intensive);
  const cautions = (changes: Partial<MixDoc>) =>
    must(answerMix(mixOf('quay-country', [], changes), [], [], later)).cautions.join();
  assert.match(cautions({ programme: intensive }), /^Intensive mixing oxidises the flour/);
  assert.match(cautions({ ddt: 29 }), /^So warm a dough oxidises the flour/);
  assert.equal(must(answerMix(mixOf('tidewater-rye'), [], [], later)).cautions.join(), '');
  assert.equal(cautions({}), '');
});
