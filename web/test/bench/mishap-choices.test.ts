import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { Mishap } from '@jovet/core/run';
import { demoDay } from '../../../core/test/demo.ts';
import { atNight } from '../../../core/test/plan/at-night.ts';
import {
  choicesOf,
  fieldsOf,
  MISHAPS,
  readFields,
  type MishapKey,
} from '../../src/lib/bench/mishap/mishap-choices.ts';

/** When doughs rise, and when the oven bakes. */
const early = atNight(demoDay(), '02:00', 10);
const night = atNight(demoDay(), '03:40', 10);
const day = { ...night.shown, input: night.day };
const { zone } = day.input.bakehouse;
const typedOf = (key: MishapKey, more: Record<string, string> = {}) => ({
  ...Object.fromEntries(fieldsOf(key, '03:40', '05:40', '°C').map(({ name, value }) => [name, value])),
  ...more,
});
const read = (key: MishapKey, more: Record<string, string> = {}) =>
  readFields(key, typedOf(key, more), night.now, zone, '°C');
const said = (key: MishapKey, more: Record<string, string> = {}) => {
  const fields = read(key, more);
  assert.ok(fields.ok, key);
  return choicesOf(key, day, fields);
};

describe('what went wrong, in two presses', () => {
  it('each kind has something to press in the middle of the night, and all of it can be kept', () => {
    for (const { key } of MISHAPS) {
      const fields = readFields(
        key,
        typedOf(key, key === 'dough' ? { celsius: '21' } : {}),
        early.now,
        zone,
        '°C',
      );
      assert.ok(fields.ok, key);
      const choices = choicesOf(key, { ...early.shown, input: early.day }, { ...fields, from: early.now });
      assert.ok(choices.length > 0, key);
      for (const { words, mishaps, actual } of choices) {
        assert.ok(words.length > 3 && (mishaps.length > 0 || actual !== undefined), key);
        for (const mishap of mishaps) assert.deepEqual(Mishap.parse(mishap), mishap, key);
      }
    }
  });

  it('what is in an oven that fails bakes on, or is lost with it; a deck may fail alone', () => {
    const choices = said('oven');
    assert.deepEqual(choices[0]?.mishaps, [{ kind: 'out', thing: 'oven', count: 1, until: null }]);
    assert.equal(choices[0]?.more, 'what is in it bakes on');
    const lost = choices.filter(({ mishaps }) => mishaps.some(({ kind }) => kind === 'lost'));
    assert.ok(lost.length >= 2 && lost.every(({ more }) => /are lost$/.test(more ?? '')));
    assert.ok(said('oven', { back: '05:00' }).every(({ mishaps }) => mishaps[0]?.kind !== 'out' || mishaps[0].until === night.now + 4800));
  }); // prettier-ignore

  it('orders say what they come to; a van leaves earlier by so much; a levain that is used already is no longer asked for', () => {
    const baguette = said('more').find(({ words }) => words.startsWith('Lantern baguette'));
    const [line] = day.input.demand.filter(({ product }) => product === 'lantern-baguette');
    assert.equal(baguette?.more, `${line?.pieces} → ${(line?.pieces ?? 0) + 30}`);
    assert.deepEqual(said('fewer').map(({ mishaps }) => (mishaps[0]?.kind === 'order' ? mishaps[0].pieces : 0)), day.input.demand.map(({ pieces }) => -pieces));
    assert.deepEqual(said('van', { minutes: '45' })[0]?.mishaps, [{ kind: 'van', drop: '06:30', to: '05:45' }]);
    assert.ok(said('dead').every(({ words }) => words !== 'Quay levain'));
  }); // prettier-ignore

  it('what is typed wrongly is said at its field', () => {
    for (const [key, more, field, words] of [
      ['oven', { from: 'now' }, 'from', /not a time of day/],
      ['power', { back: '03:00' }, 'back', /before it began/],
      ['late', { back: '' }, 'back', /Say when they come/],
      ['more', { pieces: '0' }, 'pieces', /whole number from 1 to 20000/],
      ['more', { pieces: 'lots' }, 'pieces', /whole number/],
      ['van', { minutes: '9000' }, 'minutes', /from 5 to 720/],
      ['dough', { celsius: '80' }, 'celsius', /between 5 and 45/],
      ['dough', { celsius: '' }, 'celsius', /./],
    ] as const) {
      const fields = read(key, more);
      assert.ok(!fields.ok, `${key} ${JSON.stringify(more)}`);
      assert.deepEqual(Object.keys(fields.problems), [field]);
      assert.match(fields.problems[field] ?? '', words);
    }
  }); // prettier-ignore
});
