import assert from 'node:assert/strict';
import { test } from 'node:test';
import { dayToOpen, type StandingDay } from '@jovet/core/plan';
import { networkOf } from '@jovet/core/plan/network';
import { addDays, localTime, resolveLocal } from '@jovet/core/time';
import { demoDay, must } from '../demo.ts';
import { answered, planned } from './planned.ts';

const ZONE = 'Europe/London';
const MONDAY = '2026-11-23';
const HOUR = 3600;

/** The demo bakery's week as its plans stand, the same orders each day. */
const week = new Map(
  Array.from({ length: 12 }, (_, ahead) => {
    const date = addDays(MONDAY, ahead);
    const input = demoDay({ date });
    const { network, answer } = planned(input, 5);
    const starts = answer.schedule.tasks.map((placed) => network.instance.origin + (placed?.start ?? 0) * 300);
    const drops = network.doughs.flatMap(({ batches }) => batches.flatMap(({ lots }) => lots.map(({ drop }) => drop)));
    return [date, { input, day: { date, chosen: false, firstHands: Math.min(...starts), lastDrop: Math.max(...drops) } }] as const;
  }),
); // prettier-ignore
const midnight = must(resolveLocal(MONDAY, '00:00', ZONE));
const from = (now: number, chosen: readonly string[] = []): StandingDay[] => {
  const today = localTime(now, ZONE).date;
  return [...week.values()].flatMap(({ day }) =>
    day.date >= today ? [{ ...day, chosen: chosen.includes(day.date) }] : [],
  );
};

test('at each hour of each weekday the first day that can still be begun in time is opened, and why is said', () => {
  for (let hour = 0; hour < 7 * 24; hour += 1) {
    const now = midnight + hour * HOUR;
    const today = localTime(now, ZONE).date;
    const opened = dayToOpen(from(now), now, addDays(today, 1));
    const day = week.get(opened.date)?.day;
    assert.ok(day && day.firstHands > now, `${hour} h: ${opened.date}`);
    for (const earlier of from(now).filter(({ date }) => date < opened.date))
      assert.ok(earlier.firstHands <= now || earlier.lastDrop <= now, `${hour} h: ${earlier.date}`);
    const late = from(now).some(({ date, lastDrop }) => date < opened.date && lastDrop > now);
    assert.equal(opened.why.kind, late ? 'first-left' : 'soon');
  }
});

test('a day that is worked on is opened at each hour until its last van, whatever else could be planned', () => {
  for (let hour = 0; hour < 7 * 24; hour += 1) {
    const now = midnight + hour * HOUR;
    const today = localTime(now, ZONE).date;
    const chosen = [today, addDays(today, 1)];
    const opened = dayToOpen(from(now, chosen), now, addDays(today, 1));
    const own = week.get(today)?.day;
    const next = week.get(addDays(today, 1))?.day;
    assert.ok(own && next);
    if (own.firstHands <= now && now < own.lastDrop)
      assert.deepEqual([opened.date, opened.why.kind], [today, 'at-work']);
    else if (next.firstHands <= now) assert.deepEqual([opened.date, opened.why.kind], [next.date, 'at-work']);
  }
});

test('what is opened can be planned from that very moment', () => {
  for (const hour of [2, 10, 13, 20, 41, 58, 95, 130]) {
    const now = midnight + hour * HOUR;
    const { date } = dayToOpen(from(now), now, addDays(localTime(now, ZONE).date, 1));
    const input = week.get(date)?.input;
    assert.ok(input);
    assert.equal(answered(must(networkOf({ ...input, now })))?.verdict, 'planned', `${hour} h: ${date}`);
  }
});

test('without a day left tomorrow is opened', () => {
  assert.deepEqual(dayToOpen([], 0, '2026-11-24'), { date: '2026-11-24', why: { kind: 'next' } });
});
