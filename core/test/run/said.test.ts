import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { effectiveEvents, entriesOfMix, isMixEntry, type Event } from '@jovet/core/run';

type Entries = Parameters<typeof entriesOfMix>[2];
const NOTHING: Entries = {
  poured: null,
  added: [],
  lot: '',
  gates: { salt: false, keepBack: false },
  note: '',
};
let made = 0;
const makeId = () => `00000000-0000-7000-9000-${String((made += 1)).padStart(12, '0')}`;
const said = (entries: Entries, before: readonly Event[], now: number) => [
  ...before,
  ...entriesOfMix('mix', '2026-12-01', entries, makeId, before, now),
];
/** What events say of a mix, put together again. */
const entriesBy = (events: readonly Event[]) => {
  const happened = effectiveEvents(events).map((each) => each.happened);
  const added = happened.flatMap((each) => (each.kind === 'added' ? [each] : []));
  return {
    poured: added.flatMap(({ what, mass, temperature }) => (temperature === null ? [] : [{ name: what, mass, temperature }])),
    added: added.flatMap(({ what, mass, temperature }) => (temperature === null ? [{ ingredient: what, mass }] : [])),
    lot: happened.flatMap((each) => (each.kind === 'lot' ? [each.lot] : [])).join(),
    gates: happened.flatMap((each) => (each.kind === 'confirmed' ? [each.gate] : [])).sort(),
    note: happened.flatMap((each) => (each.kind === 'note' ? [each.text] : [])).join(),
  };
}; // prettier-ignore

const mass = fc.integer({ min: 1, max: 9000 }).map((grams) => grams / 1000);
const entries: fc.Arbitrary<Entries> = fc.record({
  poured: fc.option(
    fc.uniqueArray(
      fc.record({
        name: fc.constantFrom('tap', 'hot tap', 'ice'),
        kind: fc.constant('water' as const),
        mass,
        temperature: fc.integer({ min: -6, max: 52 }),
      }),
      { selector: ({ name }) => name, maxLength: 3 },
    ),
  ),
  added: fc.uniqueArray(fc.record({ ingredient: fc.constantFrom('water', 'salt', 'rye'), mass }), {
    selector: ({ ingredient }) => ingredient,
    maxLength: 3,
  }),
  lot: fc.constantFrom('', 'A 1', 'B 2'),
  gates: fc.record({ salt: fc.boolean(), keepBack: fc.boolean() }),
  note: fc.constantFrom('', 'slack', 'warm night'),
});

describe('what is entered of a mix, as events', () => {
  test('whatever is entered one after another, the events say what stands, and every value that stood is still there', () => {
    fc.assert(
      fc.property(fc.array(entries, { minLength: 1, maxLength: 6 }), (all) => {
        let events: Event[] = [];
        all.forEach((each, now) => {
          const before = events;
          events = said(each, before, now);
          assert.deepEqual(events.slice(0, before.length), before, 'nothing that was noted is changed');
          assert.deepEqual(said(each, events, now + 1), events, 'what stands is not said again');
          const { poured, added, lot, gates, note } = entriesBy(events);
          const byName = <T>(list: readonly T[]) => list.map((one) => JSON.stringify(one)).sort();
          assert.deepEqual(byName(poured), byName((each.poured ?? []).map(({ name, mass: kg, temperature }) => ({ name, mass: kg, temperature }))));
          assert.deepEqual(byName(added), byName(each.added));
          assert.deepEqual([lot, note], [each.lot, each.note]);
          assert.deepEqual(gates, [...(each.gates.keepBack ? ['keep-back'] : []), ...(each.gates.salt ? ['salt'] : [])]);
        });
        assert.ok(events.every((event) => isMixEntry(event) || event.happened.kind === 'taken-back'));
      }),
    );
  }); // prettier-ignore

  test('a reading of the mix is not touched by what is entered beside it', () => {
    const reading: Event = {
      id: makeId(), day: '2026-12-01', subject: { kind: 'mix', id: 'mix' }, at: 5, instrument: 'probe', spot: 'core', offset: 0, corrects: null,
      happened: { kind: 'reading', quantity: 'temperature', of: 'dough', value: 25 },
    }; // prettier-ignore
    const events = said({ ...NOTHING, lot: 'A 1' }, [reading], 10);
    assert.equal(events.length, 2);
    const emptied = said(NOTHING, events, 20);
    assert.deepEqual(effectiveEvents(emptied), [reading]);
    assert.equal(isMixEntry(reading), false);
  });
});
