import assert from 'node:assert/strict';
import { test } from 'node:test';
import { addDays, localHours, localTime, parseTimeOfDay, nextLocal, resolveLocal } from '@jovet/core/time';
import { must, problemsOf } from '../demo.ts';

const ZONE = 'Europe/London';

test('times of day are read as people write them', () => {
  const written: Record<string, string> = { '7': '07:00', '07:00': '07:00', '7.30': '07:30', '0730': '07:30', '7:30 pm': '19:30', '12 am': '00:00' }; // prettier-ignore
  for (const [text, expected] of Object.entries(written))
    assert.equal(must(parseTimeOfDay(text)), expected, text);
  for (const text of ['25:99', '24:00', 'soon', '', '13 pm'])
    assert.equal(parseTimeOfDay(text).ok, false, text);
});

test('a time that the spring change skips moves forward, one that happens twice is the first', () => {
  assert.equal(localTime(must(resolveLocal('2026-03-29', '01:30', ZONE)), ZONE).time, '02:30');
  const first = must(resolveLocal('2026-10-25', '01:30', ZONE));
  assert.equal(new Date(first * 1000).toISOString(), '2026-10-25T00:30:00.000Z');
});

test('a night with a clock change has one hour more or less', () => {
  const hours = (from: string, to: string) =>
    localHours(must(resolveLocal(from, '12:00', ZONE)), must(resolveLocal(to, '12:00', ZONE)), ZONE).length;
  assert.equal(hours('2026-10-24', '2026-10-25'), 26);
  assert.equal(hours('2026-03-28', '2026-03-29'), 24);
});

test('days that do not exist and zones that do not exist are named', () => {
  assert.match(problemsOf(resolveLocal('2026-02-30', '07:00', ZONE))['date'] ?? '', /calendar/);
  assert.match(problemsOf(resolveLocal('2026-02-20', '07:00', 'Brennick/Quay'))['zone'] ?? '', /zone/);
  assert.equal(addDays('2026-02-28', 1), '2026-03-01');
});

test('the next moment at which a clock shows a time: today, tomorrow, and in the gap of a clock change', () => {
  const zone = 'Europe/London';
  const at = (date: string, time: string) => {
    const moment = resolveLocal(date, time, zone);
    assert.ok(moment.ok);
    return moment.value;
  };
  const noon = at('2026-11-24', '12:00');
  assert.equal(nextLocal('12:00', noon, zone), noon);
  assert.equal(nextLocal('11:59', noon, zone), at('2026-11-25', '11:59'));
  // Clocks go from 01:00 to 02:00 on 29 March 2026.
  assert.equal(nextLocal('01:30', at('2026-03-29', '00:30'), zone), at('2026-03-29', '02:30'));
});
