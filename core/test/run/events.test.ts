import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { DayInput } from '@jovet/core/plan/demand';
import { networkOf } from '@jovet/core/plan/network';
import { lastCorrections } from '@jovet/core/record';
import {
  actualsOf,
  asPlanned,
  effectiveEvents,
  Event,
  eventsOfActual,
  newsFor,
  notDone,
  skippedOf,
  together,
  unnoted,
  type Actual,
} from '@jovet/core/run';
import { demoDay, eventsOf, must } from '../demo.ts';
import { planned } from '../plan/planned.ts';

let made = 0;
const makeId = () => `00000000-0000-7000-a000-${String((made += 1)).padStart(12, '0')}`;
const event = (changes: Partial<Event> & Pick<Event, 'happened'>): Event =>
  Event.parse({ id: makeId(), day: '2026-11-26', subject: { kind: 'task', id: 'a' }, at: 1000, ...changes });
const blank = { temperature: null, seen: null, longer: 0, mass: null, confirmed: [] };

test('of corrections the latest kept counts, also where two corrected the same or a correction was corrected', () => {
  const first = { id: 'a', at: 10, corrects: null, value: 91 };
  const mine = { id: 'b', at: 10, corrects: 'a', value: 19 };
  const yours = { id: 'c', at: 10, corrects: 'a', value: 18 };
  const again = { id: 'd', at: 10, corrects: 'b', value: 20 };
  assert.deepEqual(lastCorrections([first, mine, yours]), [yours]);
  assert.deepEqual(lastCorrections([first, yours, mine]), [mine]);
  assert.deepEqual(lastCorrections([first, mine, yours, again]), [again]);
  assert.deepEqual(lastCorrections([]), []);
});

test('whatever is corrected, each thing that happened counts once, in the order of time', () => {
  fc.assert(
    fc.property(fc.array(fc.record({ at: fc.nat(100), corrects: fc.option(fc.nat(20)) }), { maxLength: 20 }), (given) => {
      const all = given.map(({ at, corrects }, index) => ({
        id: `${index}`, at, corrects: corrects !== null && corrects < index ? `${corrects}` : null,
      })); // prettier-ignore
      const counts = lastCorrections(all);
      assert.equal(counts.length, all.filter(({ corrects }) => corrects === null).length);
      assert.deepEqual(counts.map(({ at }) => at), counts.map(({ at }) => at).sort((a, b) => a - b));
    }),
  );
}); // prettier-ignore

test('what happened to a task comes back from its events as it was noted', () => {
  const actual: Actual = {
    task: 'a', start: 1000, end: 2000, temperature: 23.5, seen: { at: 5000, height: 9 }, longer: 3, mass: 31, confirmed: ['salt', 'steam'],
  }; // prettier-ignore
  const events = eventsOfActual(actual, '2026-11-26', makeId);
  for (const each of events) assert.deepEqual(Event.parse(each), each);
  assert.deepEqual(actualsOf(events).get('a'), actual);
});

test('noted again, what is said otherwise is corrected, what is not said is taken back, the rest is left', () => {
  const actual: Actual = { task: 'a', start: 1000, end: 2000, ...blank, temperature: 23.5 };
  const first = eventsOfActual(actual, '2026-11-26', makeId);
  const other = { ...actual, end: 1500, temperature: null, mass: 30 };
  const second = eventsOfActual(other, '2026-11-26', makeId, first);
  assert.deepEqual(
    second.map(({ happened, corrects }) => [happened.kind, corrects === null]),
    [['ended', false], ['reading', true], ['taken-back', false]],
  ); // prettier-ignore
  assert.deepEqual(actualsOf([...first, ...second]).get('a'), other);
  assert.deepEqual(eventsOfActual(other, '2026-11-26', makeId, [...first, ...second]), []);
});

test('what was confirmed is an event of its own; a tick that is taken away is taken back, one that stays is left', () => {
  const actual: Actual = { task: 'a', start: 1000, end: 2000, ...blank, confirmed: ['salt', 'steam'] };
  const first = eventsOfActual(actual, '2026-11-26', makeId);
  const other = { ...actual, confirmed: ['steam'] };
  const second = eventsOfActual(other, '2026-11-26', makeId, first);
  const salt = first.find(({ happened }) => happened.kind === 'confirmed' && happened.gate === 'salt');
  assert.deepEqual(second.map(({ happened, corrects }) => [happened.kind, corrects]), [['taken-back', salt?.id]]);
  assert.deepEqual(actualsOf([...first, ...second]).get('a'), other);
}); // prettier-ignore

test('a probe that is off is put right, what was taken back did not happen, a task that was skipped is not past', () => {
  const read = event({
    happened: { kind: 'reading', quantity: 'temperature', of: null, value: 24 },
    offset: -0.5,
  });
  assert.equal(actualsOf([read]).get('a')?.temperature, 23.5);
  const back = event({ happened: { kind: 'taken-back' }, corrects: read.id });
  assert.deepEqual(effectiveEvents([read, back]), []);
  const skipped = event({ happened: { kind: 'skipped' } });
  assert.deepEqual([...skippedOf([skipped]).keys()], ['a']);
  assert.deepEqual([...skippedOf([skipped, event({ happened: { kind: 'began' }, at: 2000 })])], []);
  assert.equal(actualsOf([skipped]).size, 0);
});

test('an input of the first form has what happened as events, and is planned as it was', () => {
  const { actuals } = { actuals: [{ task: 'oat-tin.oat-scald', start: 1_795_600_000, end: 1_795_600_600, temperature: null }] };
  const { events: _, ...input } = demoDay();
  const read = DayInput.parse({ ...input, actuals });
  assert.deepEqual(actualsOf(read.events).get('oat-tin.oat-scald'), { ...actuals[0], ...blank });
  assert.ok(!('actuals' in read));
  assert.deepEqual(DayInput.parse(read), read, 'it is brought over once');
}); // prettier-ignore

test('planned on from any hour, what has begun or should have begun stands as people were told, noted or not', () => {
  const input = demoDay();
  const { network, answer } = planned(input, 10);
  const { origin, tasks } = network.instance;
  const told = tasks.flatMap(({ id, modes }, index) => {
    const placed = answer.schedule.tasks[index];
    if (!placed) return [];
    const at = origin + placed.start * 300;
    return [{ task: id, at, end: at + (modes[placed.mode]?.slots ?? 0) * 300 }];
  });
  for (const hours of [6, 14, 22, 30, 38, 44]) {
    const now = origin + hours * 3600;
    const begun = told.filter(({ at }) => at < now);
    const noted = eventsOf(begun.slice(0, 5).map(({ task, at, end }) => ({ task, start: at, end })));
    for (const events of [[], noted]) {
      const next = must(networkOf({ ...input, now, told, events }));
      for (const { task, at, end } of told) {
        const index = next.instance.tasks.findIndex(({ id }) => id === task);
        const own = next.instance.tasks[index];
        assert.ok(own, task);
        assert.equal(next.notes[index]?.done, at < now, `${task} at ${hours} h`);
        if (at < now) {
          assert.equal(next.instance.origin + own.first * 300, at, task);
          assert.equal(own.first, own.last);
          assert.equal((own.modes[0]?.slots ?? 0) * 300, end - at, task);
        } else assert.ok(next.instance.origin + own.first * 300 >= now, task);
      }
    }
  }
});

test('a task that was not done when it was to be is planned from now on', () => {
  const input = demoDay();
  const { network, answer } = planned(input);
  const index = network.notes.findIndex(({ kind }) => kind === 'soak');
  const id = network.instance.tasks[index]?.id ?? '';
  const at = network.instance.origin + (answer.schedule.tasks[index]?.start ?? 0) * 300;
  const now = at + 3600;
  const skipped = event({ subject: { kind: 'task', id }, happened: { kind: 'skipped' }, at: now });
  const next = must(networkOf({ ...input, now, told: [{ task: id, at }], events: [skipped] }));
  const again = next.instance.tasks.find((task) => task.id === id);
  assert.ok(again && next.instance.origin + again.first * 300 >= now);
});

test('what was noted here and is kept by now counts once, and what corrected it elsewhere counts', () => {
  const mine = event({ happened: { kind: 'reading', quantity: 'temperature', of: null, value: 24 } });
  const theirs = event({
    happened: { kind: 'reading', quantity: 'temperature', of: null, value: 26 },
    corrects: mine.id,
  });
  const later = event({ happened: { kind: 'ended' }, at: 1500 });
  const all = together([mine, theirs], [mine, later]);
  assert.deepEqual(all, [mine, theirs, later]);
  assert.equal(actualsOf(all).get('a')?.temperature, 26);
});

test('what should have begun is asked about until something is said of it', () => {
  const tasks = [
    { id: 'c', start: 3000, end: 3600 },
    { id: 'a', start: 1000, end: 1600 },
    { id: 'b', start: 2000, end: 2600 },
  ];
  const asked = (events: readonly Event[], now = 2500) => unnoted(tasks, events, now).map(({ id }) => id);
  assert.deepEqual(asked([]), ['a', 'b']);
  const done = asPlanned([{ id: 'a', start: 1000, end: 1600 }], '2026-11-26', makeId);
  assert.deepEqual(asked(done), ['b']);
  assert.deepEqual(asked([...done, notDone('b', '2026-11-26', makeId(), 2500)]), []);
  assert.deepEqual(asked(done, 9999), ['b', 'c']);
});

test('news for a plan is what it has not seen and what did not go as it was planned', () => {
  const tasks = [{ id: 'a', start: 1000, end: 1600 }];
  const done = asPlanned(tasks, '2026-11-26', makeId);
  assert.deepEqual(newsFor(tasks, [], done), []);
  const late = event({ happened: { kind: 'ended' }, at: 4000, corrects: done[1]?.id ?? null });
  assert.deepEqual(newsFor(tasks, [], [...done, late]), [late]);
  assert.deepEqual(newsFor(tasks, [late], [...done, late]), []);
  const warm = event({ happened: { kind: 'reading', quantity: 'temperature', of: null, value: 27 } });
  assert.deepEqual(newsFor(tasks, [], [warm]), [warm]);
});
