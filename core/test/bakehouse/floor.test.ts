import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { Bakehouse, draftOfFloor, parseFloor } from '@jovet/core/bakehouse';
import { parseSpan } from '../../src/bakehouse/floor-draft.ts';
import { demoHouse, must, problemsOf } from '../demo.ts';

const bakehouse = Bakehouse.parse(demoHouse().bakehouse);

describe('the floor of a bakehouse in fields', () => {
  it('what is shown reads back the same, in both units', () => {
    for (const unit of ['°C', '°F'] as const) {
      const read = must(parseFloor(draftOfFloor(bakehouse, unit), bakehouse, unit));
      assert.deepEqual(read.floor.hands, bakehouse.floor.hands);
      assert.deepEqual(read.floor.packWithin, bakehouse.floor.packWithin);
      assert.deepEqual(read.floor.holders, bakehouse.floor.holders);
      assert.deepEqual(read.floor.oven, bakehouse.floor.oven);
      assert.deepEqual(read.rates, bakehouse.rates);
      assert.ok(
        Math.abs((read.floor.retarder?.temperature ?? 0) - (bakehouse.floor.retarder?.temperature ?? 9)) <
          0.1,
      );
    }
  });

  it('what cannot be read is said at its field', () => {
    const draft = draftOfFloor(bakehouse, '°C');
    const hands = draft.hands.map((hand, index) =>
      index === 1 ? { ...hand, shift: 'early', skills: [] } : hand,
    );
    const problems = problemsOf(
      parseFloor(
        { ...draft, hands, things: { ...draft.things, tubs: 'some', decks: '-2' } },
        bakehouse,
        '°C',
      ),
    );
    assert.match(problems['hands.1.shift'] ?? '', /“early” is not from one time to another.*02:00 to 10:30/);
    assert.match(problems['hands.1.skills'] ?? '', /can do nothing/);
    assert.ok('things.tubs' in problems);
    const decks = problemsOf(
      parseFloor({ ...draft, things: { ...draft.things, decks: '-2' } }, bakehouse, '°C'),
    );
    assert.ok('things.decks' in decks, JSON.stringify(decks));
  });

  it('racks, and how long bread may lie, are read', () => {
    const draft = draftOfFloor(bakehouse, '°C');
    const things = { ...draft.things, racks: '4', onRack: '25 kg', packWithin: '3.5' };
    const { floor } = must(parseFloor({ ...draft, things }, bakehouse, '°C'));
    assert.deepEqual(floor.racks, { count: 4, bread: 25 });
    assert.deepEqual(floor.packWithin, { rye: 24, other: 3.5 });
    const never = { ...things, packWithin: '0' };
    assert.ok('things.packWithin' in problemsOf(parseFloor({ ...draft, things: never }, bakehouse, '°C')));
  });

  it('what a bakehouse of before said of how doughs are made is no part of it any more', () => {
    const before = {
      ...bakehouse,
      floor: { ...bakehouse.floor, doughs: [{ formula: 'oat-tin', coldAfter: 60 }], products: [] },
    };
    assert.deepEqual(Bakehouse.parse(before), bakehouse);
  });

  it('spans are read as people write them', () => {
    assert.deepEqual(must(parseSpan('2-10.30')), { from: '02:00', to: '10:30' });
    assert.deepEqual(must(parseSpan('22:00 until 6')), { from: '22:00', to: '06:00' });
  });
});
