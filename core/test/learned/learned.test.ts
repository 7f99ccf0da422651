import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import {
  cultureFor,
  Learned,
  learnedPace,
  learnedRate,
  learnedWorkings,
  NOTHING_LEARNED,
  paceFrom,
  vigoursOf,
} from '@jovet/core/learned';
import { planning } from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import { buildsOf } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { eventsOfActual } from '@jovet/core/run';
import { demoCultures, demoDay, demoLearned, must } from '../demo.ts';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const nothingSeen = vigoursOf(
  demoCultures.map((culture) => ({ culture, builds: [] })),
  () => 12,
);
const dayWith = (learned: Partial<DayInput['learned']>): DayInput => ({
  ...demoDay(),
  learned: { ...NOTHING_LEARNED, ...learned },
});

/** The first plan of a day: what it takes from the cultures, and its models. */
function planned(input: DayInput) {
  const network = must(networkOf(input));
  for (const { answer } of planning(network, 1))
    if (answer?.verdict === 'planned') return { network, builds: buildsOf(network, answer.schedule) };
  throw new Error('this day can be planned');
}
const build = (day: ReturnType<typeof planned>, task: string) =>
  day.builds.find((each) => each.task === task) ?? assert.fail(`nothing is fed for ${task}`);
const hours = ({ feedAt, at }: { feedAt: number; at: number }) => (at - feedAt) / 3600;

describe('what the cultures are learned to do', () => {
  test('one of which nothing was seen is told with its default, and plans as before', () => {
    assert.deepEqual(
      nothingSeen.map(({ slug, builds, history }) => [slug, builds, history]),
      demoCultures.map(({ slug }) => [slug, [], []]),
    );
    assert.deepEqual(planned(dayWith({ vigour: nothingSeen })).builds, planned(demoDay()).builds);
  });

  test('a culture that tires is fed earlier for the same dough, a lively one later; another dough does not mind', () => {
    const [tired, usual, lively] = [0.75, 1, 1.3].map((value) =>
      planned(dayWith({ vigour: demoLearned(value).vigour })),
    );
    assert.ok(tired && usual && lively);
    const [slow, even, quick] = [tired, usual, lively].map((day) => hours(build(day, 'quay-country.levain')));
    assert.ok(
      (slow ?? 0) > (even ?? 0) + 0.5 && (even ?? 0) > (quick ?? 0) + 0.3,
      `${slow} ${even} ${quick}`,
    );
    const rye = (day: typeof tired) =>
      day.network.models.find(({ key }) => key === 'tidewater-rye')?.leavening;
    assert.deepEqual(rye(tired), rye(usual));
    const levain = tired.network.models.find(({ key }) => key === 'quay-country');
    assert.equal(levain?.leavening.vigour, 0.75);
    assert.equal(levain?.preferments[0]?.leavening.vigour, 0.75);
  });

  test('a pre-ferment is never taken to be fed from a culture of another grain', () => {
    const flour = fc.record({
      rye: fc.double({ min: 0, max: 1, noNaN: true }),
      wholeGrain: fc.double({ min: 0, max: 1, noNaN: true }),
      hydration: fc.double({ min: 0.4, max: 2, noNaN: true }),
    });
    fc.assert(
      fc.property(flour, (of) => {
        const culture = cultureFor(of, demoCultures);
        assert.ok(culture === null || (culture.of === 'rye') === of.rye > 0.5);
      }),
    );
  });
});

describe('what doughs are learned to do', () => {
  const record = (pace: number, n = 1) => ({
    day: `2026-11-${String(n).padStart(2, '0')}`,
    task: 'quay-country.1.mix',
    pace,
  });

  test('nothing looked at is no pace, and a dough rises as it is forecast', () => {
    assert.equal(learnedPace('quay-country', 'Quay Country', []), null);
    assert.equal(paceFrom([]).value, 1);
  });

  test('it lies between what was seen and the forecast, nearer to what was seen the more there is of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.75, max: 1.35, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (pace, count) => {
          const of = (many: number) =>
            paceFrom(Array.from({ length: many }, (_, n) => record(pace, n + 1))).value;
          const far = (value: number) => Math.abs(value - pace);
          assert.ok(far(of(count)) <= Math.abs(1 - pace) + 1e-9);
          assert.ok(far(of(count + 1)) <= far(of(count)) + 1e-9);
        },
      ),
    );
  });

  test('a dough that was seen to be slow has a longer bulk the next day; the others are as they were', () => {
    const pace = learnedPace(
      'quay-country',
      'Quay Country',
      [0.8, 0.8, 0.8, 0.8].map((each, n) => record(each, n + 1)),
    );
    assert.ok(pace);
    const [before, after] = [planned(demoDay()), planned(dayWith({ pace: [pace] }))];
    const bulk = ({ network }: typeof before, key: string) => {
      const model = network.models.find((each) => each.key === key);
      const arc = network.instance.arcs.find(({ from, levels }) => levels && from === model?.batches[0]?.mix);
      return network.instance.tables[arc?.ways[0]?.tables[0] ?? -1]?.best ?? [];
    };
    assert.ok(
      bulk(after, 'quay-country').every(
        (slots, at) => slots > (bulk(before, 'quay-country')[at] ?? Infinity),
      ),
    );
    assert.deepEqual(bulk(after, 'oat-tin'), bulk(before, 'oat-tin'));
  });

  test('a batch that is looked at is learned from; the next batch of that dough tonight goes by it half of the way', () => {
    const input = {
      ...demoDay(),
      demand: demoDay().demand.map((line) => ({
        ...line,
        pieces: line.formula === 'quay-country' ? line.pieces * 3 : line.pieces,
      })),
    };
    const batches = must(networkOf(input)).models.find(({ key }) => key === 'quay-country')?.batches ?? [];
    assert.ok(batches.length > 1);
    const start = planned(demoDay()).builds[0]?.at ?? 0;
    let n = 0;
    const events = eventsOfActual(
      {
        task: 'quay-country.1.mix',
        start,
        end: start + 1500,
        temperature: null,
        seen: { at: start + 9900, height: 12 },
        longer: 0,
        mass: null,
        confirmed: [],
      },
      input.date,
      () => id((n += 1)),
    );
    const model = must(networkOf({ ...input, events })).models.find(({ key }) => key === 'quay-country');
    const [first, second] = model?.batches ?? [];
    assert.deepEqual(
      model?.seen.map(({ day, task }) => [day, task]),
      [[input.date, 'quay-country.1.mix']],
    );
    assert.equal(first?.pace, model?.seen[0]?.pace);
    assert.notEqual(first?.pace, 1);
    const between = [1, first?.pace ?? 1].sort((a, b) => a - b);
    assert.ok((second?.pace ?? 0) > (between[0] ?? 0) && (second?.pace ?? 9) < (between[1] ?? 0));
  });
});

test('what was learned opens its own sum, and is kept as it was', () => {
  const learned = Learned.parse({
    vigour: demoLearned().vigour,
    pace: [
      {
        formula: 'oat-tin',
        name: 'Oat tin',
        value: 1.1,
        spread: 0.1,
        records: [{ day: '2026-11-20', task: 'oat-tin.1.mix', pace: 1.2 }],
      },
    ],
  });
  const opened = learnedWorkings(learned);
  assert.equal(opened['learned.vigour.quay-culture']?.().result.value, 0.8);
  assert.match(opened['learned.vigour.quay-culture']?.().inputs[0]?.label ?? '', /2 builds/);
  assert.deepEqual(opened['learned.pace.oat-tin']?.().inputs[1]?.quantity.value, [1.2]);
  assert.deepEqual(Learned.parse({}), NOTHING_LEARNED, 'plans of before learned nothing');
});

describe('how long work takes here', () => {
  const times = (...shares: number[]) =>
    shares.map((share, n) => ({ day: '2026-11-20', task: `quay-country.${n}.shape`, reckoned: 600, real: 600 * share }));

  test('too little seen teaches nothing; a press that was forgotten does not count; the rest is near its middle', () => {
    assert.equal(learnedRate('shape', times(1.3, 1.3)), null);
    assert.equal(learnedRate('shape', times(1.3, 1.3, 40, 0.01)), null);
    const { value = 0, records = [] } = learnedRate('shape', times(1.3, 1.2, 40, 1.3, 1.4)) ?? {};
    assert.equal(records.length, 4);
    assert.ok(value > 1.15 && value < 1.35, String(value));
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.25, max: 4, noNaN: true }), { minLength: 3, maxLength: 90 }), (shares) => {
        const found = learnedRate('shape', times(...shares));
        assert.ok(found && found.value >= Math.min(1, ...shares) - 1e-9 && found.value <= Math.max(1, ...shares) + 1e-9);
        assert.deepEqual(Learned.parse({ rates: [found] }).rates, [found]);
      }),
    );
  });

  test('a day plans by it: that work takes as long, and no other; what was reckoned stays with each task', () => {
    const rate = { kind: 'shape', value: 2, spread: 0.1, records: times(2) };
    const [usual, slow] = [must(networkOf(dayWith({}))), must(networkOf(dayWith({ rates: [rate] })))];
    usual.instance.tasks.forEach((task, index) => {
      const [one, other] = [task.modes[0], slow.instance.tasks[index]?.modes[0]];
      const [before, after] = [one?.slots ?? 0, other?.slots ?? 0];
      // To what would take too long more people are sent.
      if (task.kind === 'shape' && other?.people !== one?.people) assert.ok((other?.people ?? 0) > (one?.people ?? 0) && after <= 2 * before, task.id);
      else if (task.kind === 'shape') assert.ok(after >= 2 * before - 1 && after > before - 1 && after <= 2 * before, task.id);
      else assert.equal(after, before, task.id);
      assert.equal(slow.notes[index]?.work, usual.notes[index]?.work);
    });
    assert.ok(slow.instance.tasks.some((task, index) => (task.modes[0]?.slots ?? 0) > (usual.instance.tasks[index]?.modes[0]?.slots ?? 0)));
    assert.equal(learnedWorkings({ vigour: [], pace: [], rates: [rate] })['learned.rate.shape']?.().result.value, 2);
  });
}); // prettier-ignore
