import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { networkOf } from '@jovet/core/plan/network';
import { movedTasks, orderChanges, piecesChanged, toldOf, whyLonger } from '@jovet/core/plan/changes';
import { plannedDay, type PlannedDay } from '@jovet/core/plan/explain';
import type { DayInput } from '@jovet/core/plan/demand';
import { actualsOf, type Actual } from '@jovet/core/run';
import { demoDay, eventsOf, must } from '../../../core/test/demo.ts';
import { answered, planned } from '../../../core/test/plan/planned.ts';
import {
  choiceOf,
  chosenInput,
  withHappened,
  withPin,
  withRemedy,
  withStand,
  type DayChoice,
} from '../../src/lib/bench/day/day-choice.ts';
import { beginHistory, record, redo, settle, undo, type History } from '../../src/lib/room/history.ts';

describe('undo and redo', () => {
  it('go back through each change and forward again, and typing on in one field is one change', () => {
    const change = fc.record({
      place: fc.constantFrom('one', 'other'),
      settles: fc.boolean(),
      value: fc.integer(),
    });
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
        let history = beginHistory<number>([], -1);
        /** What undo has to go through: the last value of each run of changes at one place. */
        const stops = [-1];
        for (const [index, { place, settles, value }] of changes.entries()) {
          const goesOn = changes[index - 1]?.place === place && !changes[index - 1]?.settles;
          if (goesOn) stops.pop();
          stops.push(value);
          history = record(history, value, place);
          if (settles) history = settle(history);
        }
        const walk = (by: (of: History<number>) => History<number>) =>
          Array.from(stops, () => {
            const { present } = history;
            history = by(history);
            return present;
          });
        assert.deepEqual(walk(undo), stops.toReversed());
        assert.equal(history.present, -1);
        assert.deepEqual(walk(redo), stops);
        assert.deepEqual(record(undo(history), 7, 'new').future, []);
      }),
    );
  });
});

const input = demoDay();
/** A day as the room shows it. */
function shown(of: DayInput, from: PlannedDay | null = null): PlannedDay {
  const network = must(networkOf(of));
  const answer = answered(network, 0, from?.schedule ?? null);
  assert.ok(answer?.verdict === 'planned');
  return plannedDay(of, network, answer.schedule, false);
}
const { network, answer } = planned(input, 5);
const day = plannedDay(input, network, answer.schedule, false);
const begun = choiceOf(input);
const taskOf = ({ view }: PlannedDay, id: string) => {
  const task = view.tasks.find((each) => each.id === id);
  assert.ok(task, id);
  return task;
};
/** What is chosen after something was seen to happen to a task, and the events that say it. */
const happened = (choice: DayChoice, id: string, changes: Partial<Actual>) => {
  const { start, end } = taskOf(day, id);
  const actual = {
    task: id,
    start,
    end,
    temperature: null,
    seen: null,
    mass: null,
    longer: 0,
    confirmed: [],
    ...changes,
  };
  return { choice: withHappened(choice, day.view, actual), events: eventsOf([actual]) };
};

describe('what is chosen about a day', () => {
  it('nothing chosen is the day as it was', () => {
    assert.deepEqual(chosenInput(input, begun, []), input);
  });

  it('a task is held where it was put last, whatever else was held, and not at all once it is let go', () => {
    const put = fc.record({
      task: fc.constantFrom('a', 'b', 'c'),
      at: fc.option(fc.integer({ min: 0, max: 99 })),
    });
    fc.assert(
      fc.property(fc.array(put), (puts) => {
        const last = new Map<string, number | null>();
        for (const { task, at } of puts) last.set(task, at);
        const { pins } = puts.reduce((choice, { task, at }) => withPin(choice, task, at), begun);
        const held = [...last].flatMap(([task, at]) => (at === null ? [] : [{ task, at }]));
        const byTask = (a: { task: string }, b: { task: string }) => a.task.localeCompare(b.task);
        assert.deepEqual(pins.toSorted(byTask), held.sort(byTask));
      }),
    );
  });

  it('remedies come one upon the other; letting go of a time is undone with the time, not kept as a remedy', () => {
    const two = [
      { kind: 'later', formula: 'tidewater-rye', minutes: 30 },
      { kind: 'later', formula: 'tidewater-rye', minutes: 60 },
    ] as const;
    const later = two.reduce<DayChoice>(withRemedy, begun);
    assert.equal(chosenInput(input, later, []).demand.find(({ formula }) => formula === 'tidewater-rye')?.drop, '12:30');
    const held = withPin(begun, 'oat-tin.1.mix', 500);
    const free = withRemedy(held, { kind: 'unpin', task: 'oat-tin.1.mix', name: 'mix Oat Tin' });
    assert.deepEqual([free.pins, free.remedies], [[], []]);
  });

  it('a load stands where it was set last; what was laid beside others of it is taken along', () => {
    const piece = (task: string) => ({ task, deck: 0, x: 10, y: 10 });
    const one = { task: 'a', decks: [0], pieces: [piece('a'), piece('b')] };
    const set = withStand(withStand(begun, ['a', 'b'], one as never), ['c'], { task: 'c', decks: [1], pieces: [] } as never);
    assert.deepEqual(set.stands.map(({ task }) => task), ['a', 'c']);
    const without = withStand(set, ['b'], null);
    assert.deepEqual(without.stands[0]?.pieces.map(({ task }) => task), ['a']);
    assert.deepEqual(withStand(set, ['a', 'b'], null).stands.map(({ task }) => task), ['c']);
  });
}); // prettier-ignore

describe('what happened', () => {
  const MIX = 'quay-country.1.mix';

  it('what was to begin before stands, noted or not, what comes after does not, and now never goes back', () => {
    const { end } = taskOf(day, MIX);
    const { choice, events } = happened(begun, MIX, {});
    assert.equal(choice.now, end);
    const next = must(networkOf(chosenInput(input, choice, events)));
    for (const { id, start } of day.view.tasks) {
      const index = next.instance.tasks.findIndex((task) => task.id === id);
      assert.equal(next.notes[index]?.done, start < end || id === MIX, id);
      if (start < end) assert.equal(next.instance.origin + (next.instance.tasks[index]?.first ?? 0) * 300, start, id);
    }
    const again = happened(choice, 'quay-country.levain', { temperature: 27 });
    assert.deepEqual([again.choice.now, again.choice.noted], [end, 2]);
    assert.equal(actualsOf(again.events).get('quay-country.levain')?.temperature, 27);
    assert.deepEqual(again.choice.told, toldOf(day.view));
    const told = again.choice.told.find(({ task }) => task === MIX);
    const mix = day.view.tasks.find(({ id }) => id === MIX);
    assert.deepEqual([told?.at, told?.end, told?.note?.mass], [mix?.start, mix?.end, mix?.note.mass]);
  });

  it('a dough far too cold: why, and what moves, in the order of its time; nothing that is done moves', () => {
    const { choice, events } = happened(begun, MIX, { temperature: 17 });
    const after = shown(chosenInput(input, choice, events), day);
    const actuals = [...actualsOf(events).values()];
    const [why, ...more] = whyLonger(day.view, after.view, actuals, (celsius) => `${celsius} °C`);
    assert.match(why ?? '', /^Quay Country came out at 17 °C: its bulk is best after .* instead of .*, \d+ (min|h).* longer\.$/);
    assert.deepEqual(more, []);
    const moved = movedTasks(day.view, after.view);
    assert.ok(moved.some(({ id }) => id === 'quay-country.1.divide'));
    for (const [index, { id, from, to }] of moved.entries()) {
      assert.equal(taskOf(day, id).start, from);
      assert.equal(taskOf(after, id).start, to);
      assert.ok(to >= (choice.now ?? 0) && to >= (moved[index - 1]?.to ?? 0), id);
    }
    assert.deepEqual(movedTasks(after.view, after.view), []);
    assert.deepEqual(whyLonger(after.view, after.view, actuals, String), []);
  });

  it('less dough than planned: which pieces there are fewer of, once, and no word of any other bread', () => {
    const cut = 'quay-country.1.divide';
    const { note } = taskOf(day, cut);
    const { choice, events } = happened(begun, cut, { mass: (note.mass ?? 0) - 2 });
    const after = shown(chosenInput(input, choice, events), day);
    const sentences = piecesChanged(day.view, after.view);
    assert.equal(sentences.length, 1);
    assert.match(sentences[0] ?? '', /^Quay (small|loaf): (\d+) instead of (\d+) from the dough there is\.$/);
    const [, there = 0, planned = 0] = /: (\d+) instead of (\d+)/.exec(sentences[0] ?? '')?.map(Number) ?? [];
    assert.ok(there < planned);
  });
}); // prettier-ignore

describe('orders that changed since', () => {
  it('each line that has more, fewer, or other pieces is named once, and the way back says the opposite', () => {
    const lines = input.demand.map((_, index) => index);
    fc.assert(
      fc.property(fc.subarray(lines), fc.integer({ min: 0, max: 500 }), (which, pieces) => {
        const now = {
          ...input,
          demand: input.demand.flatMap((line, index) => {
            if (!which.includes(index)) return [line];
            return pieces === 0 ? [] : [{ ...line, pieces }];
          }),
        };
        const differ = which.filter((index) => input.demand[index]?.pieces !== pieces);
        const there = orderChanges(input, now);
        assert.equal(there.length, differ.length);
        const opposite = /^(.*): (\d+) instead of (\d+)$/;
        assert.deepEqual(
          orderChanges(now, input).sort(),
          there.map((text) => text.replace(opposite, '$1: $3 instead of $2')).sort(),
        );
        for (const text of there) assert.match(text, /^[A-Z][a-z -]+ for \d\d:\d\d: \d+ instead of \d+$/);
      }),
    );
  });
});
