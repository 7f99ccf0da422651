import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { partings, toldOf } from '@jovet/core/plan/changes';
import { carriedOver, planAtPace, type Answer } from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay, type PlannedDay, type ViewTask } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import type { Schedule } from '@jovet/core/plan/instance';
import { chanceFrom } from '@jovet/core/chance';
import { actualsOf, unnoted, type Event } from '@jovet/core/run';
import { demoDay, must } from '../demo.ts';
import { planned } from './planned.ts';

const demo = demoDay();
const slot = 300;

/** A night in which things are noted, left unnoted, late, cold or ordered anew, hour by hour, as chance has it. */
async function night(seed: number, told: (before: PlannedDay, after: PlannedDay, now: number, events: readonly Event[]) => void) {
  const chance = chanceFrom(seed);
  let made = 0;
  const happened = (task: ViewTask, what: Event['happened'], at: number): Event => ({
    id: `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`,
    day: demo.date, subject: { kind: 'task', id: task.id }, happened: what, at: Math.round(at), instrument: 'typed', spot: 'core', offset: 0, corrects: null,
  });
  const start = planned(demo, 5);
  let day = plannedDay(demo, start.network, start.answer.schedule, false);
  let events: readonly Event[] = [];
  const note = (event: Event) => (events = [...events, event]);
  const [from, to] = [day.view.firstHands, day.view.lastDrop];
  for (let now = from + 3600; now < to; now += 2 * 3600) {
    const open = unnoted(day.view.tasks, events, now);
    for (const task of open) {
      if (chance() < 0.3) continue;
      const began = Math.min(now, task.start + Math.round((chance() - 0.3) * 4) * slot);
      note(happened(task, { kind: 'began' }, began));
      if (task.end < now && began < now) note(happened(task, { kind: 'ended' }, Math.min(now, began + task.end - task.start)));
      if (task.note.kind === 'mix' && task.end < now && chance() < 0.5)
        note(happened(task, { kind: 'reading', quantity: 'temperature', of: null, value: 24 + 2 * chance() }, task.end));
    }
    const demand = demo.demand.map((line) => (chance() < 0.05 ? { ...line, pieces: Math.round(line.pieces * (0.8 + 0.4 * chance())) } : line));
    const input: DayInput = { ...demo, demand, events: [...events], now, told: toldOf(day.view) };
    const after = await onwards(input, day);
    if (!after) continue;
    told(day, after, now, events);
    day = after;
  }
  return day;
} // prettier-ignore

/** The day planned on from a moment; null where no plan holds any more. */
async function onwards(input: DayInput, before: PlannedDay): Promise<PlannedDay | null> {
  const network = must(networkOf(input));
  const known = must(networkOf(before.input));
  let rounds = 0;
  const from: Schedule = carriedOver(before.schedule, known, network);
  const answer: Answer | null = await planAtPace(network, 1, {
    from,
    over: (found, n) => ((rounds = n), found !== null || n > 40),
    breathe: async () => rounds < 200,
  });
  return answer?.verdict === 'planned' ? plannedDay(input, network, answer.schedule, false) : null;
}

describe('a night planned on hour by hour, whatever happens in it', () => {
  for (const seed of [1, 2, 3])
    test(`chance ${seed}: what has begun keeps its id, its time and its mass, and nothing new begins in the past`, async () => {
      let plans = 0;
      const last = await night(seed, (before, after, now, events) => {
        plans += 1;
        const noted = actualsOf(events);
        const is = new Map(after.view.tasks.map((task) => [task.id, task]));
        assert.equal(is.size, after.view.tasks.length, 'an id is there once');
        for (const task of before.view.tasks.filter(({ id, start }) => start < now || noted.has(id))) {
          const own = is.get(task.id);
          assert.ok(own?.note.done, `${task.id} is gone or begins anew`);
          const began = noted.get(task.id);
          const wanted = began ? began.start : task.start;
          assert.ok(Math.abs(own.start - wanted) <= slot / 2, `${task.id} began ${wanted} and stands at ${own.start}`);
          assert.deepEqual([own.note.mass, own.note.pieces], [task.note.mass, task.note.pieces], task.id);
        }
        for (const task of after.view.tasks)
          assert.ok(task.note.done || task.start >= now, `${task.id} is to begin before now`);
        for (const { from, into } of partings(before.view.tasks, after.view.tasks))
          for (const id of from) assert.ok(!noted.has(id) || into.includes(id), `${id} was mixed already`);
      });
      assert.ok(plans >= 4, `${plans} plans held`);
      // Each van gets what is packed for it, or it is said that it does not.
      const { demand } = last.input;
      const packed = last.view.tasks.reduce((sum, { note }) => sum + (note.kind === 'pack' ? (note.pieces ?? 0) : 0), 0);
      const ordered = demand.reduce((sum, { pieces }) => sum + pieces, 0);
      assert.ok(packed >= ordered || (last.short ?? []).length > 0, `${packed} of ${ordered}`);
    }); // prettier-ignore
});
