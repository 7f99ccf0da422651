import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { endOf, loadOf } from '@jovet/core/plan/instance';
import { plannedDay, toldTasks, type ViewTask } from '@jovet/core/plan/explain';
import { planToCalendar, planToCsv } from '@jovet/core/formats';
import { localTime } from '@jovet/core/time';
import { readTable } from '../../src/formats/csv.ts';
import { demoDay } from '../demo.ts';
import { planned } from './planned.ts';

const input = demoDay();
const { network, answer } = planned(input, 10);
const { instance, doughs, models } = network;
const { view, labels, reminders, people } = plannedDay(input, network, answer.schedule, false);
const at = (slot: number) => instance.origin + slot * 300;
const taskOf = (id: string): ViewTask => {
  const task = view.tasks.find((each) => each.id === id);
  assert.ok(task, id);
  return task;
};
const doughOf = (key: string) => {
  const dough = doughs.find((each) => each.key === key);
  assert.ok(dough, key);
  return dough;
};

describe('what the picture of a day shows', () => {
  it('has each task once, in the order of time, in the row of its dough, between its earliest and its latest', () => {
    assert.deepEqual(
      view.tasks.map(({ id }) => id).sort(),
      instance.tasks.map(({ id }) => id).sort(),
    );
    for (const [index, task] of view.tasks.entries()) {
      assert.ok(task.start >= (view.tasks[index - 1]?.start ?? 0));
      assert.equal(view.rows[task.row]?.key, task.note.dough);
      if (!task.window) continue;
      const { earliest, best, latest } = task.window;
      assert.ok(earliest <= best && best <= latest, task.id);
      assert.ok(earliest <= task.start && task.start <= latest, task.id);
    }
  });

  it('draws a dough from the end of its mix to the load of each of its strands, and parts none of it away', () => {
    for (const model of models) {
      const ribbons = view.rows.find(({ key }) => key === model.key)?.ribbons ?? [];
      for (const { points } of ribbons)
        for (const [index, point] of points.entries()) {
          assert.ok(index === 0 || point.at > (points[index - 1]?.at ?? 0), model.key);
          assert.ok(point.litres > 0 && point.temperature > 0 && point.temperature < 40, model.key);
        }
      for (const { n, mix, dough, strands } of model.batches) {
        const own = ribbons.filter(({ batch }) => batch === n);
        const [whole, ...parts] = own;
        const mixed = answer.schedule.tasks[mix];
        assert.ok(whole && mixed);
        assert.equal(whole.points[0]?.at, at(endOf(instance, mix, mixed)));
        assert.equal(parts.length, strands.length);
        for (const [index, { load }] of strands.entries())
          assert.equal(parts[index]?.points.at(-1)?.at, at(answer.schedule.tasks[load ?? -1]?.start ?? 0));
        const scaled = strands.reduce((sum, { pieces, mass }) => sum + pieces * mass, 0);
        assert.ok(scaled <= dough + 1e-9 && scaled > 0.9 * dough, `${model.key}: ${scaled} of ${dough} kg`);
      }
    }
  });

  it('counts hands and the oven slot by slot as anybody would who walks through the tasks', () => {
    const [hands, decks] = [view.strips[0], view.strips.at(-1)];
    const loads = instance.tasks.flatMap((_, index) => {
      const load = loadOf(instance, index, answer.schedule.tasks[index]);
      const start = answer.schedule.tasks[index]?.start ?? 0;
      return load ? [{ start, end: start + load.slots }] : [];
    });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: instance.slots - 1 }), (slot) => {
        const now = at(slot);
        const busy = view.tasks.filter(({ start, end }) => start <= now && now < end);
        assert.equal(hands?.used[slot], busy.reduce((sum, each) => sum + each.people.length, 0));
        const inOven = loads.some(({ start, end }) => start <= slot && slot < end);
        assert.equal((decks?.used[slot] ?? 0) > 0, inOven);
        for (const { used, there } of view.strips) assert.ok((used[slot] ?? 0) <= (there[slot] ?? 0) + 1e-9);
      }),
    );
    assert.equal(view.handsAtPeak, Math.max(...(hands?.used ?? [])));
    assert.equal(view.firstHands, Math.min(...view.tasks.map(({ start }) => start)));
    assert.equal(localTime(view.lastDrop, input.bakehouse.zone).time, '11:00');
  });

  it('has the oven hot before each load: it heats up, or the last load came out less than that before', () => {
    const loads = instance.tasks
      .flatMap((_, index) => {
        const load = loadOf(instance, index, answer.schedule.tasks[index]);
        return load ? [{ load, start: answer.schedule.tasks[index]?.start ?? 0 }] : [];
      })
      .sort((a, b) => a.start - b.start);
    for (const [index, { start }] of loads.entries()) {
      const heated = view.heating.find(({ to }) => to === at(start));
      const before = Math.max(-Infinity, ...loads.slice(0, index).map((each) => each.start + each.load.slots));
      assert.ok(heated ?? start - before < (instance.ovens[0]?.reheat ?? 0), `load at ${start}`);
      if (heated) assert.equal(heated.to - heated.from, (instance.ovens[0]?.reheat ?? 0) * 300);
    }
  });

  it('reminds of what gets forgotten: salt in each mix, and a free hand of those on shift', () => {
    for (const { key, batches } of models)
      for (const { mix } of batches) {
        const id = instance.tasks[mix]?.id ?? '';
        const salt = reminders.filter((each) => each.task === mix && each.kind === 'salt');
        assert.equal(salt.length, 1, key);
        const { start, end } = taskOf(id);
        assert.ok(salt[0] && start <= salt[0].at && salt[0].at < end, id);
      }
    for (const { who, at: when, task } of reminders) {
      if (who === null || who === 'the timer') continue;
      const busy = view.tasks.filter(
        (each) => each.index !== task && each.people.includes(who) && each.start <= when && when < each.end,
      );
      assert.deepEqual(busy, [], `${who} at ${when}`);
    }
    assert.deepEqual(reminders.map((each) => each.at), reminders.map((each) => each.at).sort((a, b) => a - b));
  });

  it('labels each batch with what is in its tubs, when it is cut and how high it stands then', () => {
    assert.equal(labels.length, models.reduce((sum, { batches }) => sum + batches.length, 0));
    for (const label of labels) {
      const batch = models.find(({ key }) => key === label.key)?.batches[label.batch - 1];
      assert.ok(batch);
      assert.ok(Math.abs(label.mass * label.tubs - batch.dough) < 1e-9);
      assert.ok(label.height > label.start && label.start > 0, label.dough);
      assert.ok(label.over > label.mixed);
      assert.match(label.allergens, /gluten \(/);
      const ordered = input.demand.filter(({ formula }) => formula === doughOf(label.key).slug);
      const pieces = (of: readonly { pieces: number }[]) => of.reduce((sum, each) => sum + each.pieces, 0);
      const made = labels.filter(({ key }) => key === label.key);
      assert.ok(pieces(made.flatMap((each) => each.pieces)) >= pieces(ordered), label.dough);
    }
  });
}); // prettier-ignore

describe('a plan that is taken elsewhere', () => {
  const tasks = toldTasks(input, network, answer.schedule);

  it('as a table: a line for each task with its time on the clock, minutes, and names that hold a comma together', () => {
    const [head, ...lines] = readTable(planToCsv(tasks)).map(({ cells }) => cells);
    assert.deepEqual(head, ['start', 'minutes', 'task', 'what', 'batch', 'pieces', 'kg', 'people']);
    assert.equal(lines.length, tasks.length);
    for (const [index, cells] of lines.entries()) {
      const task = tasks[index];
      assert.ok(task);
      const { date, time } = localTime(task.start, input.bakehouse.zone);
      assert.deepEqual(
        [cells[0], Number(cells[1]) * 60, cells[7]],
        [`${date} ${time}`, task.end - task.start, task.people.join(', ')],
      );
    }
    const several = tasks.find((task) => task.people.length > 1);
    if (several) assert.match(planToCsv([several]), /"[^"]+, [^"]+"/);
  });

  it('as a calendar of one person: each of their tasks at its moment, in lines that every calendar reads', () => {
    for (const name of people) {
      const own = tasks.filter((task) => task.people.includes(name));
      const text = planToCalendar(name, own, 1_800_000_000);
      for (const line of text.trimEnd().split('\r\n')) {
        assert.ok(Buffer.byteLength(line) <= 75, line);
        assert.doesNotMatch(line, /\n/);
      }
      const whole = text.replaceAll('\r\n ', '');
      assert.ok(whole.includes(`\r\nX-WR-CALNAME:${name}\r\n`));
      for (const { people } of own.filter((task) => task.people.length > 1))
        assert.ok(whole.includes(`\r\nDESCRIPTION:With ${people.join('\\, ')}\r\n`), people.join());
      const stamps = [...whole.matchAll(/^DT(START|END):(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z\r$/gm)].map(
        ([, kind, ...parts]) => {
          const [year = 0, month = 1, day = 1, hour, minute, second] = parts.map(Number);
          return [kind, Date.UTC(year, month - 1, day, hour, minute, second) / 1000];
        },
      );
      assert.deepEqual(
        stamps,
        own.flatMap(({ start, end }) => [
          ['START', start],
          ['END', end],
        ]),
      );
      assert.equal(new Set(whole.match(/^UID:.*$/gm)).size, own.length);
    }
  });
});
