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
      assert.deepEqual(read.floor.products, bakehouse.floor.products);
      assert.deepEqual(read.floor.doughs, bakehouse.floor.doughs);
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

  it('how a dough stands is read, and said where it is not', () => {
    const draft = draftOfFloor(bakehouse, '°C');
    const blank = { formula: 'oat-tin', coldAfter: '', folds: '', turns: '', rest: '' };
    const floorOf = (line: Partial<typeof blank>) =>
      parseFloor({ ...draft, doughs: [{ ...blank, ...line }] }, bakehouse, '°C');
    assert.deepEqual(must(floorOf({})).floor.doughs, []);
    assert.deepEqual(must(floorOf({ folds: '50 %, 0.3', turns: '2', rest: '25' })).floor.doughs, [
      {
        formula: 'oat-tin', coldAfter: null, turns: { count: 2, rest: 25 },
        folds: [{ by: 'share', at: 50 }, { by: 'rise', at: 0.3 }],
      },
    ]); // prettier-ignore
    assert.ok('doughs.0.folds' in problemsOf(floorOf({ folds: 'half' })));
    assert.ok('doughs.0.turns' in problemsOf(floorOf({ turns: '20', rest: '30' })));
    assert.ok('doughs.0.rest' in problemsOf(floorOf({ turns: '3', rest: '' })));
    const racks = { ...draft.things, racks: '4', onRack: '25 kg' };
    assert.deepEqual(must(parseFloor({ ...draft, things: racks }, bakehouse, '°C')).floor.racks, { count: 4, bread: 25 });
  }); // prettier-ignore

  it('spans are read as people write them', () => {
    assert.deepEqual(must(parseSpan('2-10.30')), { from: '02:00', to: '10:30' });
    assert.deepEqual(must(parseSpan('22:00 until 6')), { from: '22:00', to: '06:00' });
  });
});
