import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay, type PlannedDay } from '@jovet/core/plan/explain';
import type { Mishap } from '@jovet/core/run';
import { addDays } from '@jovet/core/time';
import { demoDay } from '../../../core/test/demo.ts';
import { baking, planned } from '../../../core/test/plan/planned.ts';
import type { DayOf } from '../../src/lib/bench/day/desk.svelte.ts';
import { setClock } from '../../src/lib/bench/clock.ts';
import { beginThread, until, wire } from './in-process.ts';

await beginThread();
const { FloorDesk } = await import('../../src/lib/bench/floor/floor-desk.svelte.ts');
const { DayDesk } = await import('../../src/lib/bench/day/desk.svelte.ts');
const { EventLog } = await import('../../src/lib/sync/event-log.svelte.ts');

/** Thursdays that nobody else uses, also not an earlier run: a day of one dough, planned and not saved. */
const DATE = addDays('2035-03-08', 14 * (Math.floor(Date.now() / 10_000) % 5000));
const OTHER = addDays(DATE, 7);
const input: DayInput = { ...baking(demoDay(), 'quay-country'), date: DATE };
const first: PlannedDay = ((): PlannedDay => {
  const { network, answer } = planned(input, 10);
  return plannedDay(input, network, answer.schedule, false);
})();
const dayOf = (events: DayInput['events'] = []): DayOf => ({
  date: DATE, now: { ...input, events: [...events] }, saved: null, plans: [], why: null, found: first.schedule,
  first: Promise.resolve(JSON.stringify(first)), onopen: () => undefined,
}); // prettier-ignore
const words = {
  clock: (at: number) => new Date(at * 1000).toISOString().slice(11, 16),
  heat: (celsius: number) => `${celsius.toFixed(1)} °C`,
};
const task = (kind: string) => {
  const found = first.view.tasks.find(({ note }) => note.kind === kind);
  assert.ok(found, kind);
  return found;
}; // prettier-ignore
const happened = (id: string, what: DayInput['events'][number]['happened'], at: number): DayInput['events'][number] => ({
  id: uuid(), day: DATE, subject: { kind: 'task', id }, happened: what, at, instrument: 'typed', spot: 'core', offset: 0, corrects: null,
}); // prettier-ignore

let end = (): void => undefined;
/** The floor at a moment of the night. */
function floorAt(now: number, events: DayInput['events'] = []) {
  end();
  setClock(now);
  const desk = new FloorDesk(() => dayOf(events), words);
  end = desk.begin();
  return desk;
}
before(() => setClock(first.view.firstHands - 3600));
after(() => {
  end();
  setClock(Date.now() / 1000);
});

describe('the floor at work', () => {
  test('goes by the plan that was found, and knows why a task is when it is', async () => {
    const desk = floorAt(first.view.firstHands - 3600);
    await until(() => desk.plan, 'a plan');
    assert.deepEqual(desk.plan?.view.tasks.map(({ id, start }) => [id, start]), first.view.tasks.map(({ id, start }) => [id, start]));
    desk.ask(task('mix').id);
    await until(() => desk.why?.task === task('mix').id, 'a why');
    assert.ok((desk.why?.why.water?.pour ?? 0) > 0);
  }); // prettier-ignore

  test('where the server had no time for a plan, what was found before is drawn here; without it, the first there is', async () => {
    for (const found of [first.schedule, null]) {
      end();
      setClock(first.view.firstHands - 3600);
      const desk = new FloorDesk(() => ({ ...dayOf(), found, first: Promise.resolve(null) }), words);
      end = desk.begin();
      await until(() => desk.plan && !desk.planning, 'a plan');
      assert.equal(desk.plan?.view.tasks.length, first.view.tasks.length);
      assert.deepEqual([desk.asked, desk.problems], [null, []]);
      if (found) assert.deepEqual(desk.plan?.schedule, found);
    }
  });

  test('what went as planned is noted, the plan is kept with the first note, and nothing is asked', async () => {
    const feed = task('feed');
    const desk = floorAt(feed.end);
    await until(() => desk.plan, 'a plan');
    wire.asked.length = 0;
    await desk.note([
      happened(feed.id, { kind: 'began' }, feed.start),
      happened(feed.id, { kind: 'ended' }, feed.end),
    ]);
    await until(() => desk.log.sent && !desk.planning, 'rest');
    assert.equal(desk.asked, null);
    assert.deepEqual(desk.problems, []);
    assert.equal(wire.asked.filter((each) => each.startsWith('PUT /api/v1/plans/')).length, 1);
    assert.equal(desk.events.length, 2);
  });

  test('what went wrong elsewhere is said here, with what it moves, and what is lost by its name', async () => {
    const feed = task('feed');
    const noted = (mishap: Mishap): DayInput['events'][number] => ({
      ...happened('', { kind: 'mishap', mishap }, feed.end + 60),
      subject: { kind: 'day', id: DATE },
    });
    for (const [mishap, words] of [
      [{ kind: 'order', formula: 'quay-country', product: 'quay-loaf', drop: input.demand[0]?.drop ?? '', pieces: -5 }, /^5 Quay loaf fewer/],
      [{ kind: 'lost', task: feed.id }, /^Lost: Quay levain/],
    ] as const) {
      const desk = floorAt(feed.end + 120, [
        happened(feed.id, { kind: 'began' }, feed.start),
        happened(feed.id, { kind: 'ended' }, feed.end),
        noted(mishap),
      ]);
      await until(() => desk.asked && !desk.planning, 'what it moves');
      assert.match(desk.asked?.sentences[0] ?? '', words);
      assert.ok((desk.asked?.sentences.length ?? 0) > 1);
    }
  }); // prettier-ignore

  test('a dough that comes out cold moves the rest: said in sentences, taken only when it is taken', async () => {
    const mix = task('mix');
    const done = first.view.tasks
      .filter(({ end: over }) => over <= mix.start)
      .flatMap(({ id, start, end: over }) => [
        happened(id, { kind: 'began' }, start),
        happened(id, { kind: 'ended' }, over),
      ]);
    const desk = floorAt(mix.end + 60, done);
    await until(() => desk.plan && desk.forecast && !desk.planning, 'rest');
    const plan = desk.plan;
    await desk.note([
      happened(mix.id, { kind: 'began' }, mix.start),
      happened(mix.id, { kind: 'ended' }, mix.end),
      happened(mix.id, { kind: 'reading', quantity: 'temperature', of: null, value: 23.5 }, mix.end),
    ]);
    await until(() => desk.asked?.day, 'a question');
    assert.match(desk.asked?.sentences.join(' ') ?? '', /Quay Country came out at 23\.5 °C: its bulk is best after .* longer\..* moves?: /s);
    assert.equal(desk.plan, plan, 'nothing is changed before it is taken');
    const divide = (day: PlannedDay | null | undefined) => day?.view.tasks.find(({ note }) => note.kind === 'divide')?.start ?? 0;
    const later = divide(desk.asked?.day);
    assert.ok(later > divide(plan));
    for (const { id, start } of first.view.tasks.filter((each) => each.end <= mix.end))
      assert.equal(desk.forecast?.view.tasks.find((each) => each.id === id)?.start, start, id);
    desk.leave();
    assert.deepEqual([desk.asked, desk.plan], [null, plan]);
    desk.takeBack(desk.events.filter(({ happened: { kind } }) => kind === 'reading'));
    await until(() => desk.log.sent && !desk.planning, 'rest');
    assert.equal(desk.asked, null, 'taken back it asks for nothing');
  }); // prettier-ignore

  test('while the line is down what is noted is shown and waits; refused it goes, and says why', async () => {
    const log = new EventLog(() => DATE);
    wire.up = false;
    const own = happened('quay-country.1.pack', { kind: 'began' }, first.view.lastDrop);
    log.note([own]);
    await until(() => log.problems.length > 0, 'a failure');
    assert.deepEqual([log.sent, log.events.length], [false, 1]);
    wire.up = true;
    log.note([
      { ...happened('quay-country.1.pack', { kind: 'ended' }, first.view.lastDrop), corrects: uuid() },
    ]);
    await until(() => log.sent && log.problems.length > 0, 'a refusal');
    assert.deepEqual(
      log.events.map(({ id }) => id),
      [own.id],
    );
    assert.match(log.problems[0]?.problem ?? '', /not here/);
  });
});

describe('a day at the desk', () => {
  test('what was found before is drawn here where the server had no time for it', async () => {
    end();
    const desk = new DayDesk(() => ({ ...dayOf(), first: Promise.resolve(null) }));
    end = desk.begin();
    await until(() => desk.day && desk.looking === 'no', 'a plan');
    assert.equal(desk.standing, 'Not saved yet');
  });

  test('what is taken back is so also where the day was read again meanwhile', async () => {
    end();
    setClock(first.view.firstHands - 7200);
    let read: DayInput['events'] = [];
    const desk = new DayDesk(() => ({ ...dayOf(read) }));
    end = desk.begin();
    await until(() => desk.day && desk.looking === 'no', 'a plan');
    const { id, start, end: over } = task('divide');
    desk.happened({
      task: id,
      start,
      end: over,
      temperature: null,
      seen: null,
      longer: 0,
      mass: 3,
      confirmed: [],
    });
    assert.deepEqual(desk.input.events, desk.events);
    read = desk.events;
    desk.takeBack();
    assert.deepEqual(desk.events, []);
    assert.deepEqual(desk.input.events, []);
  });

  test('held, undone and done again it is planned each time; saved by another screen meanwhile it says so', async () => {
    end();
    setClock(first.view.firstHands - 7200);
    const desk = new DayDesk(() => ({ ...dayOf(), date: OTHER, now: { ...input, date: OTHER }, found: null, first: Promise.resolve(null) }));
    end = desk.begin();
    await until(() => desk.day && desk.looking === 'no', 'a plan');
    const mixOf = () => desk.day?.view.tasks.find(({ note }) => note.kind === 'mix')?.start ?? 0;
    const [free, mix] = [mixOf(), desk.day?.view.tasks.find(({ note }) => note.kind === 'mix')];
    assert.ok(mix);
    desk.pin(mix, free - 300);
    await until(() => desk.looking === 'no' && mixOf() === free - 300, 'the pin');
    desk.nudge({ id: mix.id, start: mixOf() }, -300);
    await until(() => desk.looking === 'no' && mixOf() === free - 600, 'the nudge');
    desk.takeBack();
    await until(() => desk.looking === 'no' && mixOf() === free - 300, 'undo');
    assert.equal(desk.unsaved, true);
    assert.equal(desk.stamp, 'not saved');
    assert.equal(await desk.save(), true);
    assert.match(desk.stamp, /^plan 1, /);
    assert.equal(desk.standing, 'Saved');
    desk.unpin(mix);
    await until(() => desk.looking === 'no' && desk.unsaved, 'another plan');
    // This room knows of no plan of the day, and meanwhile there is one.
    assert.equal(await desk.save(), false);
    assert.match(desk.outcome ?? '', /another screen|meanwhile|saved/);
    assert.equal(desk.unsaved, true, 'what was planned here is still here');
  }); // prettier-ignore
});
