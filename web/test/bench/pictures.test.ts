import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { beginHistory, record, redo, settle, undo } from '../../src/lib/room/history.ts';
import { pixelsPerHour, xOf, type TimeScale } from '../../src/lib/bench/ribbon.ts';
import { temperatureColour } from '../../src/lib/bench/temperature-colour.ts';
import { modeFrom, modeOf } from '../../src/lib/ui/mode.ts';

test('undo takes back what redo brings again, whatever was done', () => {
  const edits = fc.array(fc.record({ value: fc.nat(), place: fc.constantFrom('room', 'flour', 'pieces') }));
  fc.assert(
    fc.property(edits, (made) => {
      const begun = beginHistory<number>([], -1);
      const done = made.reduce((history, { value, place }) => record(history, value, place), begun);
      let back = done;
      while (back.past.length > 0) back = undo(back);
      assert.equal(back.present, -1);
      let forth = back;
      while (forth.future.length > 0) forth = redo(forth);
      assert.deepEqual(forth.past, done.past);
      assert.equal(forth.present, done.present);
    }),
  );
});

test('typing on in one field is one change; another field, or leaving it, begins the next', () => {
  let history = beginHistory(['saved'], 'opened');
  for (const text of ['1', '17']) history = record(history, text, 'room');
  assert.deepEqual(history.past, ['saved', 'opened']);
  history = record(settle(history), '18', 'room');
  history = record(history, '18, flour 20', 'flour');
  assert.deepEqual(history.past, ['saved', 'opened', '17', '18']);
  assert.equal(undo(undo(history)).present, '17');
  assert.deepEqual(record(undo(history), 'other', 'bowl').future, []);
  const nothing = beginHistory([], 'x');
  assert.equal(undo(nothing).present, 'x');
  assert.equal(redo(nothing).present, 'x');
});

const scale: TimeScale = { from: 1000, to: 2000, left: 50, right: 850 };

test('a moment lies across a picture as it lies between its ends', () => {
  assert.equal(xOf(scale, 1500), 450);
  assert.equal(pixelsPerHour(scale), 800 * 3.6);
});

const channels = (css: string) => (css.match(/\d+/g) ?? []).map(Number);

test('colour tells temperature: cold is blue, warm is orange, and no two degrees of a dough look the same', () => {
  const [coldRed = 0, , coldBlue = 0] = channels(temperatureColour(4));
  const [warmRed = 0, , warmBlue = 0] = channels(temperatureColour(30));
  assert.ok(coldBlue > coldRed + 60 && warmRed > warmBlue + 60);
  for (let celsius = -18; celsius < 40; celsius += 1) {
    const [a, b] = [channels(temperatureColour(celsius)), channels(temperatureColour(celsius + 1))];
    const apart = a.reduce((sum, channel, index) => sum + Math.abs(channel - (b[index] ?? 0)), 0);
    assert.ok(apart >= 3, `${celsius} °C and the next look the same`);
  }
  assert.equal(temperatureColour(-60), temperatureColour(-18));
  assert.equal(temperatureColour(900), temperatureColour(250));
});

test('the look goes by the clock of the bakehouse', () => {
  const dark = Array.from({ length: 24 }, (_, hour) => hour).filter(
    (hour) => modeOf('auto', hour) === 'dark',
  );
  assert.deepEqual(dark, [0, 1, 2, 3, 4, 5, 20, 21, 22, 23]);
  assert.equal(modeOf('light', 23), 'light');
  assert.equal(modeOf('dark', 12), 'dark');
  assert.deepEqual([modeFrom('dark'), modeFrom(undefined), modeFrom('odd')], ['dark', 'light', 'light']);
});
