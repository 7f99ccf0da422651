import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { planAtPace, remedied, remediesFor, type Answer } from '@jovet/core/plan';
import { DayInput } from '@jovet/core/plan/demand';
import { shortWords, toldOf } from '@jovet/core/plan/changes';
import { plannedDay } from '@jovet/core/plan/explain';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { asPlanned, type Event } from '@jovet/core/run';
import { resolveLocal } from '@jovet/core/time';
import { demoDay, must } from '../demo.ts';
import { baking, planned } from './planned.ts';

const input = demoDay();
const { network, answer } = planned(input, 20);
const { view } = plannedDay(input, network, answer.schedule, false);
const midnight = must(resolveLocal(input.date, '00:00', input.bakehouse.zone));
let made = 0;
const makeId = () => `00000000-0000-7000-b000-${String((made += 1)).padStart(12, '0')}`;
const over = view.tasks.filter(({ end }) => end <= midnight);
const noted = asPlanned(over, input.date, makeId);

/** The day at midnight, with one product raised to so much. */
const raised = (product: string, by: number, events: readonly Event[]): DayInput => ({
  ...input,
  now: midnight,
  told: toldOf(view),
  events: [...events],
  demand: input.demand.map((line) =>
    line.product === product ? { ...line, pieces: Math.round(line.pieces * by) } : line,
  ),
});
const piecesOf = ({ notes }: Network, name: string) =>
  notes.reduce((sum, note) => sum + (note.kind === 'pack' && note.name === name ? (note.pieces ?? 0) : 0), 0);
const toFind = async (of: Network): Promise<Answer | null> => {
  let rounds = 0;
  return planAtPace(of, 1, {
    over: (found, n) => ((rounds = n), found !== null || n > 120),
    breathe: async () => rounds < 500,
  });
};

describe('what was begun is what it is, whatever is ordered since', () => {
  for (const [product, name] of [['quay-loaf', 'Quay loaf'], ['lantern-baguette', 'Lantern baguette'], ['tidewater-tin', 'Tidewater tin']] as const)
    for (const by of [1.12, 1.3])
      for (const [said, events] of [['nothing', []], ['everything', noted]] as const)
        test(`${name} ${Math.round((by - 1) * 100)} % more at midnight, ${said} noted: no begun task changes`, () => {
          const day = raised(product, by, events);
          const next = must(networkOf(day));
          for (const task of view.tasks.filter(({ start }) => start < midnight)) {
            const index = next.instance.tasks.findIndex(({ id }) => id === task.id);
            const [own, note] = [next.instance.tasks[index], next.notes[index]];
            assert.ok(own && note?.done, task.id);
            assert.equal(next.instance.origin + own.first * 300, task.start, task.id);
            assert.deepEqual([note.mass, note.pieces], [task.note.mass, task.note.pieces], task.id);
          }
          const wanted = day.demand.filter((line) => line.product === product).reduce((sum, { pieces }) => sum + pieces, 0);
          const missing = next.doughs.flatMap(({ short }) => short).reduce((sum, { lot, given }) => sum + lot.pieces - given, 0);
          assert.equal(piecesOf(next, name) + missing, wanted, 'what is not made is said');
          assert.ok(missing > 0, 'more than was begun is not made of it');
          const said = shortWords(day, next).join(' ');
          assert.match(said, new RegExp(`enough for \\d+ of \\d+ ${name}`));
        }); // prettier-ignore

  test('nothing ordered anew leaves nothing short, with everything noted and with nothing', () => {
    for (const events of [[], noted]) {
      const next = must(networkOf(raised('quay-loaf', 1, events)));
      assert.deepEqual(next.doughs.flatMap(({ short }) => short), []);
      assert.deepEqual(
        next.notes.map(({ kind, mass, pieces }) => [kind, mass?.toFixed(3), pieces]),
        network.notes.map(({ kind, mass, pieces }) => [kind, mass?.toFixed(3), pieces]),
      );
    }
  }); // prettier-ignore
});

describe('the ways out of too little', () => {
  test('of a pre-ferment: a second one, less of it in the dough, less with more yeast; each makes all that is ordered', () => {
    const poolish = view.tasks.find(({ note }) => note.kind === 'feed' && note.dough === 'lantern-baguette');
    assert.ok(poolish && poolish.start < midnight);
    const day = raised('lantern-baguette', 1.3, noted);
    const short = must(networkOf(day));
    assert.match(shortWords(day, short).join(' '), /^Poolish was made at \d\d:\d\d, \d+\.\d kg/);
    const ways = remediesFor(day, short, { verdict: 'planned' } as Answer).flat(2);
    assert.deepEqual(
      ways.map((way) => [way.kind, way.kind === 'share' && way.yeast]),
      [['again', false], ['share', false], ['share', true]],
    );
    const wanted = day.demand.filter(({ product }) => product === 'lantern-baguette').reduce((sum, { pieces }) => sum + pieces, 0);
    for (const way of ways) {
      const changed = must(networkOf(remedied(day, way)));
      assert.deepEqual(changed.doughs.flatMap((dough) => dough.short), [], way.kind);
      assert.equal(piecesOf(changed, 'Lantern baguette'), wanted, way.kind);
      const feeds = changed.notes.filter(({ kind, dough }) => kind === 'feed' && dough.startsWith('lantern-baguette'));
      assert.equal(feeds.length, way.kind === 'again' ? 2 : 1);
    }
    const yeasted = must(networkOf(remedied(day, ways[2] as (typeof ways)[number])));
    const less = must(networkOf(remedied(day, ways[1] as (typeof ways)[number])));
    const yeastOf = (of: Network) => of.models.find(({ key }) => key === 'lantern-baguette')?.leavening.yeast ?? 0;
    assert.ok(yeastOf(yeasted) > yeastOf(less));
  }); // prettier-ignore

  test('less yeast-raised dough than is ordered is planned with what there is, or with a way out where one holds', async () => {
    const day = raised('lantern-baguette', 1.12, noted);
    const short = must(networkOf(day));
    const plain = await toFind(short);
    assert.equal(plain?.verdict, 'planned');
    const held = await Promise.all(
      remediesFor(day, short, plain).flat(2).map(async (way) => (await toFind(must(networkOf(remedied(day, way)))))?.verdict),
    );
    assert.ok(held.includes('planned'), String(held));
  }); // prettier-ignore
});

describe('of a dough in several mixes', () => {
  const mixers = input.mixers.map((mixer) => ({ ...mixer, minDough: 1, maxDough: 20 }));
  const alone = { ...baking(input, 'quay-country'), mixers };
  const times = (by: number): DayInput => ({
    ...alone,
    demand: alone.demand.map((line) => ({ ...line, pieces: Math.round(line.pieces * by) })),
  });
  const large = planned(times(1), 5);
  const shown = plannedDay(times(1), large.network, large.answer.schedule, false).view;
  const mixes = shown.tasks.filter(({ note }) => note.kind === 'mix' && note.dough === 'quay-country');

  test('what was mixed keeps its mass, what was not is as much as is ordered now, and none where nothing is left', () => {
    assert.ok(mixes.length > 1, 'it takes two mixes');
    const [first] = mixes;
    assert.ok(first);
    const massOf = (day: DayInput) => {
      const { notes } = must(networkOf({ ...day, now: first.end, told: toldOf(shown) }));
      const own = notes.filter(({ kind, dough }) => kind === 'mix' && dough === 'quay-country');
      return new Map(own.map(({ batch, mass }) => [batch, mass ?? 0]));
    };
    const { batch, mass } = first.note;
    const [same, half, little] = [1, 0.7, 0.3].map((by) => massOf(times(by)));
    assert.ok(same && half && little);
    for (const { note } of mixes) assert.equal(same.get(note.batch)?.toFixed(2), note.mass?.toFixed(2));
    assert.equal(half.get(batch), mass);
    const other = [...same.keys()].find((n) => n !== batch) ?? null;
    assert.ok((half.get(other) ?? 0) < (same.get(other) ?? 0) * 0.6, `${[...half]} after ${[...same]}`);
    assert.deepEqual([...little], [[batch, mass]]);
  }); // prettier-ignore
});

test('what is told of mixes is bounded, and of mixes without a mass nothing is concluded', () => {
  const [mix] = toldOf(view).filter(({ note }) => note?.kind === 'mix');
  assert.ok(mix?.note);
  const { note } = mix;
  const far = DayInput.safeParse({ ...input, told: [{ ...mix, note: { ...note, batch: 1_000_000_000 } }] });
  assert.equal(far.success, false);
  const empty = toldOf(view).map((each) => (each.note?.kind === 'mix' ? { ...each, note: { ...each.note, mass: 0 } } : each));
  const next = must(networkOf({ ...input, now: midnight, told: empty }));
  assert.ok(next.doughs.every(({ batches }) => batches.every(({ dough, lots }) => dough > 0 && lots.every(({ pieces }) => pieces > 0))));
}); // prettier-ignore

test('a time beyond the day holds nothing up: what is over then is over with the day', () => {
  const [mix] = view.tasks.filter(({ note }) => note.kind === 'mix');
  assert.ok(mix);
  const far = 32_000_000_000;
  const events = asPlanned([{ ...mix, end: far }], input.date, makeId);
  const begun = performance.now();
  const { instance, notes } = must(networkOf({ ...input, events, now: far, told: toldOf(view) }));
  assert.ok(performance.now() - begun < 5000);
  for (const [index, task] of instance.tasks.entries())
    assert.ok(!notes[index]?.done || task.first + (task.modes[0]?.slots ?? 0) <= instance.slots, task.id);
});

test('what has begun takes as long as those who do it were told, not as long as one alone', () => {
  const { instance } = network;
  const quick = view.tasks.filter(({ id, start, end }) => {
    const [mode] = instance.tasks.find((task) => task.id === id)?.modes ?? [];
    return mode !== undefined && (end - start) / 300 < mode.slots;
  });
  assert.ok(quick.length > 0, 'some are done by several');
  for (const { id, start, end } of quick) {
    const events = asPlanned(view.tasks.filter((task) => task.id === id), input.date, makeId).filter(({ at }) => at <= start);
    const begun = must(networkOf({ ...input, now: start + 60, told: toldOf(view), events })).instance;
    const task = begun.tasks.find((each) => each.id === id);
    assert.deepEqual([(task?.first ?? 0) * 300 + begun.origin, task?.modes.map(({ slots }) => slots)], [start, [(end - start) / 300]], id);
  }
}); // prettier-ignore
