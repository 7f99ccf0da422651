import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { plannedDay } from '@jovet/core/plan/explain';
import { atHand, notDone, onBench, unnoted, type RisingDough } from '@jovet/core/run';
import { demoDay, eventsOf } from '../demo.ts';
import { planned } from '../plan/planned.ts';

const input = demoDay();
const { network, answer } = planned(input);
const day = plannedDay(input, network, answer.schedule, false);
const { tasks } = day.view;
const rising = day.rising ?? [];
const [first] = tasks;
const last = tasks.at(-1);
assert.ok(first && last);
const anyTime = fc.integer({ min: first.start - 3600, max: last.end + 3600 });
const id = '00000000-0000-7000-a000-000000000001';

describe('what is in somebody’s hands', () => {
  test('each task of a person is begun, due or to come at any moment, and of nobody else', () => {
    fc.assert(
      fc.property(anyTime, fc.constantFrom(null, ...day.people), (now, who) => {
        const noted = tasks
          .filter(({ start }) => start < now)
          .slice(0, 7)
          .map((task, index) => ({ task: task.id, start: task.start, end: index % 2 === 0 ? null : task.end }));
        const { begun, due, next } = atHand(tasks, eventsOf(noted), now, who);
        const own = tasks.filter(({ people }) => who === null || people.includes(who));
        const over = noted.filter(({ end, task }) => end !== null && own.some((each) => each.id === task));
        assert.equal(begun.length + due.length + next.length + over.length, own.length);
        assert.ok(due.every(({ start }) => start <= now) && next.every(({ start }) => start > now));
        assert.ok([...begun, ...due, ...next].every(({ people }) => who === null || people.includes(who)));
        assert.deepEqual(due.map(({ start }) => start), due.map(({ start }) => start).sort((a, b) => a - b));
      }),
    );
  }); // prettier-ignore

  test('what was not done when it was to be is asked for again when its new time has come', () => {
    const said = notDone(first.id, input.date, id, first.start + 60);
    assert.deepEqual(unnoted([first], [said], first.start + 120), []);
    const later = { ...first, start: first.start + 1800, end: first.end + 1800 };
    assert.deepEqual(unnoted([later], [said], later.start + 60), [later]);
  });
});

describe('what stands on the bench', () => {
  test('every pre-ferment, bulk and proof of the plan rises from a task to the one that it is for', () => {
    const known = new Map(tasks.map((task) => [task.id, task]));
    for (const { from, to, ready, course, name } of rising) {
      const [before, after] = [known.get(from), known.get(to)];
      assert.ok(before && after && before.end <= after.start, `${name}: ${from} to ${to}`);
      assert.ok(ready.earliest <= ready.best && ready.best <= ready.latest, name);
      assert.ok(course.length > 1 && (course[0]?.at ?? 0) <= (course.at(-1)?.at ?? 0), name);
    }
    const count = (of: RisingDough['of']) => rising.filter((each) => each.of === of).length;
    const batches = network.models.flatMap((model) => model.batches);
    assert.ok(
      rising.some(({ of, name }) => of === 'proof' && name === 'Quay loaf'),
      'by the name of the product',
    );
    assert.equal(count('bulk'), batches.length);
    assert.equal(count('proof'), batches.flatMap(({ strands }) => strands).length);
    assert.ok(count('preferment') >= network.models.flatMap(({ preferments }) => preferments).length);
  });

  test('a dough is there from the end of its mix until its cut is begun, and rises towards its line', () => {
    const bulk = rising.find(({ to }) => to === 'quay-country.1.divide');
    assert.ok(bulk?.tub);
    const [mix, cut] = [bulk.from, bulk.to].map((task) => tasks.find((each) => each.id === task));
    assert.ok(mix && cut);
    const at = (now: number, noted: Parameters<typeof eventsOf>[0] = []) =>
      onBench(rising, tasks, eventsOf(noted), now).find(({ to }) => to === bulk.to);
    assert.equal(at(mix.end - 60), undefined);
    const [early, late] = [at(mix.end + 60), at(cut.start)];
    assert.ok(early && late && early.height !== null && late.height !== null);
    assert.ok(early.height < late.height && early.left > late.left && early.rise < late.rise);
    assert.ok(Math.abs(early.height - bulk.tub.start) < 0.6);
    assert.equal(
      at(cut.start + 600, [{ task: cut.id, start: cut.start, end: null }]),
      undefined,
      'it is cut',
    );
    assert.ok(at(cut.start + 600), 'nobody said that it is cut');
    assert.equal(at(cut.start + 2 * 3600), undefined, 'it is taken to be cut long since');
  });

  test('what is ready first stands first, at any moment', () => {
    fc.assert(
      fc.property(anyTime, (now) => {
        const standing = onBench(rising, tasks, [], now);
        assert.deepEqual(
          standing.map(({ left }) => left),
          standing.map(({ left }) => left).sort((a, b) => a - b),
        );
        for (const { temperature, rise } of standing)
          assert.ok(temperature > 0 && temperature < 40 && rise >= 0);
      }),
    );
  });
});
