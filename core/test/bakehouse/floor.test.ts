import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { Bakehouse, draftOfFloor, newThing, parseFloor, type FloorDraft } from '@jovet/core/bakehouse';
import { ofKind } from '@jovet/core/equipment';
import { parseSpan } from '@jovet/core/field';
import { Mixer } from '@jovet/core/mix';
import { demoHouse, must, problemsOf, withThing } from '../demo.ts';

const bakehouse = Bakehouse.parse(demoHouse().bakehouse);
const house = { bakehouse, mixers: demoHouse().mixers.map((each) => Mixer.parse(each)) };
const fresh = () => draftOfFloor(house, '°C');
const read = (draft: FloorDraft) => must(parseFloor(draft, house, '°C'));
const wrong = (draft: FloorDraft) => problemsOf(parseFloor(draft, house, '°C'));
/** A draft with a field of a thing typed over. */
const typed = (draft: FloorDraft, slug: string, fields: Record<string, string>): FloorDraft => ({
  ...draft,
  things: draft.things.map((each) => (each.slug === slug ? { ...each, fields: { ...each.fields, ...fields } } : each)),
}); // prettier-ignore

describe('the floor of a bakehouse in fields', () => {
  it('what is shown reads back the same, in both units', () => {
    const out = [{ from: '2026-12-01T06:00', to: '2026-12-03T18:00', count: 1 }];
    const floor = withThing(
      withThing(bakehouse.floor, 'oven', { out, at: { x: 1, y: 2.5 }, size: { length: 2, width: 1.4 }, dial: [{ set: 200, really: 190 }, { set: 250, really: 232 }] }),
      'chamber',
      { kind: 'retarder', dough: 40, temperature: 3, programme: [{ at: '18:00', celsius: 3 }, { at: '04:30', celsius: 24 }], spare: true },
    ); // prettier-ignore
    const [whole, ...others] = floor.hands;
    assert.ok(whole);
    const first = {
      ...whole,
      skills: ['mix' as const],
      helps: ['shape' as const],
      learns: ['oven' as const],
    };
    const away = [{ from: '2026-12-24', to: '2026-12-26', why: 'holiday' }];
    const dates = [{ date: '2026-12-20', from: '22:00', to: '06:00' }];
    const all = { ...bakehouse, floor: { ...floor, hands: [{ ...first, away, dates }, ...others] } };
    for (const unit of ['°C', '°F'] as const) {
      const back = must(parseFloor(draftOfFloor({ ...house, bakehouse: all }, unit), house, unit));
      assert.deepEqual(back.mixers, house.mixers);
      const { equipment, rooms, ...rest } = back.bakehouse.floor;
      const near = (one: unknown) => JSON.parse(JSON.stringify(one), (_, value: unknown) => (typeof value === 'number' ? Math.round(value * 10) / 10 : value)) as unknown; // prettier-ignore
      assert.deepEqual(
        near({ equipment, rooms }),
        near({ equipment: all.floor.equipment, rooms: all.floor.rooms }),
      );
      assert.deepEqual(rest, { ...rest, hands: all.floor.hands, packWithin: all.floor.packWithin });
      assert.deepEqual(back.bakehouse.rates, bakehouse.rates);
    }
  });

  it('what cannot be read is said at its field', () => {
    const draft = fresh();
    const hands = draft.hands.map((hand, index) =>
      index === 1 ? { ...hand, days: ['early', '', '', '', '', '', ''], levels: {} } : hand,
    );
    const problems = wrong({ ...typed(draft, 'bench', { metres: 'long' }), hands, house: { ...draft.house, tubs: 'some' } });
    assert.match(problems['hands.1.days.0'] ?? '', /“early” is not from one time to another.*02:00 to 10:30/);
    assert.match(problems['hands.1.skills'] ?? '', /can do nothing/);
    assert.ok('house.tubs' in problems);
    const at = (slug: string) => `things.${draft.things.findIndex((each) => each.slug === slug)}`;
    assert.ok(`${at('bench')}.fields.metres` in problems, JSON.stringify(problems));
    for (const [slug, fields, field] of [
      ['oven', { decks: '-2' }, 'decks'],
      ['retarder', { dough: '0 kg' }, 'dough'],
      ['big-mixer', { maxDough: '9000 kg' }, 'maxDough'],
      ['oven', { room: 'cellar' }, 'room'],
    ] as const) {
      const found = wrong(typed(draft, slug, fields));
      assert.ok(`${at(slug)}.fields.${field}` in found, JSON.stringify(found));
    }
    const pieces = { 'oat-tin': { sold: '4', bought: '' }, 'quay-loaf': { sold: 'dear', bought: '' } };
    assert.deepEqual(Object.keys(wrong({ ...draft, pieces })), ['pieces.quay-loaf.sold']);
    const dear = { ...pieces, 'quay-loaf': { sold: '', bought: '20000' } };
    assert.deepEqual(Object.keys(wrong({ ...draft, pieces: dear })), ['pieces.quay-loaf.bought']);
    const sold = read({ ...draft, pieces: { ...pieces, 'quay-loaf': { sold: '', bought: ' ' } } });
    assert.deepEqual(sold.bakehouse.floor.prices.pieces, [{ product: 'oat-tin', sold: 4, bought: null }]);
    const never = wrong({ ...draft, house: { ...draft.house, packWithin: '0' } });
    assert.ok('house.packWithin' in never, JSON.stringify(never));
    const none = wrong({ ...draft, things: draft.things.filter(({ type }) => type !== 'mixer') });
    assert.match(none['things'] ?? '', /no mixer left/);
    const backwards = [{ from: '2026-12-03 06:00', to: '2026-12-01 06:00' }];
    const late = wrong({ ...draft, things: draft.things.map((each) => (each.slug === 'oven' ? { ...each, out: backwards } : each)) });
    assert.match(late[`${at('oven')}.out.0.to`] ?? '', /back after it went/);
  }); // prettier-ignore

  it('a second thing of a kind gets a slug of its own, which stays when it is renamed', () => {
    const draft = fresh();
    const two = read({
      ...draft,
      things: [...draft.things, newThing('oven', 'bakery'), newThing('mixer', 'bakery')],
    });
    assert.deepEqual(ofKind(two.bakehouse.floor, 'oven').map(({ slug }) => slug), ['oven', 'oven-2']); // prettier-ignore
    assert.equal(two.mixers.length, house.mixers.length + 1);
    const renamed = read(typed(draftOfFloor(two, '°C'), 'oven-2', { name: 'Old deck oven' }));
    assert.equal(ofKind(renamed.bakehouse.floor, 'oven')[1]?.slug, 'oven-2');
    const room = { slug: '', fields: { name: 'Cold room', coldest: '8 °C', warmest: '8 °C' } };
    const roomy = read({ ...typed(draft, 'oven', { room: 'Cold room' }), rooms: [...draft.rooms, room] });
    assert.equal(ofKind(roomy.bakehouse.floor, 'oven')[0]?.room, 'cold-room');
    assert.equal(roomy.bakehouse.floor.rooms[1]?.air, 8);
  });

  it('a rota says the same as its seven days', () => {
    const draft = fresh();
    const days = ['02:00 to 10:00', '02:00 to 10:00', '', '', '2-10, 16:00 to 20:00', '', ''];
    const { hands } = read({ ...draft, hands: draft.hands.map((each, index) => (index === 0 ? { ...each, days } : each)) }).bakehouse.floor;
    assert.deepEqual(hands[0]?.rota, [
      { from: '02:00', to: '10:00', days: [0, 1, 4] },
      { from: '16:00', to: '20:00', days: [4] },
    ]);
  }); // prettier-ignore

  it('a bakehouse of before had one of everything: it opens with rows', () => {
    const before = {
      ...bakehouse,
      floor: {
        room: 21,
        hands: [{ name: 'One', skills: ['mix'], shift: { from: '22:00', to: '06:00' } }],
        bench: 4.5, tubs: 9, holders: [{ slug: 'oven', name: 'Tins', count: 3, bakes: true }],
        proofBox: null, retarder: { temperature: 4, dough: 90, most: 12 }, racks: { count: 2, bread: 30 }, oven: { decks: 3, area: 1.2 },
        doughs: [{ formula: 'oat-tin', coldAfter: 60 }], products: [],
      },
    }; // prettier-ignore
    const { floor } = Bakehouse.parse(before);
    assert.deepEqual(
      floor.equipment.map(({ kind, slug }) => `${kind} ${slug}`),
      ['oven oven-1', 'retarder retarder', 'bench bench', 'rack racks', 'holder oven'],
    );
    const [oven] = ofKind(floor, 'oven');
    assert.ok(oven?.decks === 3 && Math.abs(oven.width * oven.depth - 1.2) < 1e-9 && oven.width > oven.depth);
    assert.deepEqual(floor.rooms.map(({ slug, air }) => [slug, air]), [['bakery', 21]]); // prettier-ignore
    assert.deepEqual(floor.hands[0]?.rota, [{ from: '22:00', to: '06:00', days: [0, 1, 2, 3, 4, 5, 6] }]);
    assert.equal(floor.tubs, 9);
    assert.deepEqual(Bakehouse.parse(JSON.parse(JSON.stringify({ ...bakehouse, floor }))).floor, floor);
  });

  it('things that share a slug, and rooms that are not there, are refused', () => {
    const [oven, ...others] = bakehouse.floor.equipment;
    assert.ok(oven);
    const twice = Bakehouse.safeParse({ ...bakehouse, floor: { ...bakehouse.floor, equipment: [oven, oven, ...others] } });
    assert.match(twice.error?.issues[0]?.message ?? '', /two things/);
    const nowhere = Bakehouse.safeParse({ ...bakehouse, floor: { ...bakehouse.floor, equipment: [{ ...oven, room: 'attic' }] } });
    assert.match(nowhere.error?.issues[0]?.message ?? '', /room that is not here/);
    const out = [{ from: '2026-02-31T06:00', to: '2026-03-02T06:00' }];
    const noDay = Bakehouse.safeParse({ ...bakehouse, floor: { ...bakehouse.floor, equipment: [{ ...oven, out }, ...others] } });
    assert.match(noDay.error?.issues[0]?.message ?? '', /no such day/);
  }); // prettier-ignore

  it('spans are read as people write them', () => {
    assert.deepEqual(must(parseSpan('2-10.30')), { from: '02:00', to: '10:30' });
    assert.deepEqual(must(parseSpan('22:00 until 6')), { from: '22:00', to: '06:00' });
  });
});
