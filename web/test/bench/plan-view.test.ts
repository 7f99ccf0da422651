import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { draftOfFloor, newThing, THING_TYPES, type FloorDraft } from '@jovet/core/bakehouse';
import { demoHouse } from '../../../core/test/demo.ts';
import { nextThing, placedAt, planView } from '../../src/lib/bench/house/plan-view.ts';

const demo = draftOfFloor(demoHouse(), '°C');
const thing = fc.record({
  type: fc.constantFrom(...THING_TYPES),
  room: fc.constantFrom('bakery', 'store', '', 'nowhere'),
  size: fc.constantFrom('', '120 × 80 cm', '1.5 × 1 m', 'large'),
});
const house: fc.Arbitrary<FloorDraft> = fc.array(thing, { maxLength: 14 }).map((things) => ({
  ...demo,
  rooms: [
    { slug: 'bakery', fields: { name: 'Bakery' } },
    { slug: 'store', fields: { name: 'Store', size: '400 × 300 cm' } },
  ],
  things: things.map(({ type, room, size }) => {
    const one = newThing(type, room);
    return { ...one, fields: { ...one.fields, ...(size === '' ? {} : { size }) } };
  }),
}));

describe('the bakehouse from above', () => {
  test('the demo bakery stands as it is measured, nothing in the way of anything else', () => {
    const { rooms, width, height } = planView(demo);
    const [room] = rooms;
    assert.deepEqual([width, Math.round(height * 10) / 10, room?.measured], [9, 5.6, true]);
    const oven = room?.things.find(({ index }) => demo.things[index]?.slug === 'oven');
    assert.deepEqual([oven?.x, oven?.y, oven?.w, oven?.h, oven?.measured], [5.9, 0.2, 1.9, 1.5, true]);
    assert.ok(!room?.things.some(({ index }) => demo.things[index]?.type === 'holder'), 'what is held is on the shelf');
  }); // prettier-ignore

  test('whatever is put in is drawn once, in its room, and what finds its own place stands on nothing else', () => {
    fc.assert(
      fc.property(house, (draft) => {
        const { rooms, width, height } = planView(draft);
        const all = rooms.flatMap(({ things }) => things);
        const wanted = draft.things.filter(({ type }) => type !== 'holder').length;
        assert.equal(new Set(all.map(({ index }) => index)).size, wanted);
        for (const { things, x, y, w, h } of rooms) {
          assert.ok(x + w <= width + 1e-9 && y + h <= height + 1e-9);
          for (const one of things) {
            assert.ok(one.x >= x - 1e-9 && one.y >= y - 1e-9);
            for (const other of things)
              if (one !== other && one.index < other.index) {
                const apart = one.x + one.w <= other.x + 1e-9 || other.x + other.w <= one.x + 1e-9 || one.y + one.h <= other.y + 1e-9 || other.y + other.h <= one.y + 1e-9; // prettier-ignore
                assert.ok(apart, JSON.stringify([one, other]));
              }
          }
        }
      }),
    );
  });

  test('as many things as may stand in a bakehouse are laid out while somebody types', () => {
    const many = { ...demo, things: Array.from({ length: 200 }, (_, index) => newThing(index % 2 ? 'mixer' : 'bench', 'bakery')) };
    const begun = process.cpuUsage();
    assert.equal(planView(many).rooms[0]?.things.length, 200);
    // Work of this process, however busy the machine is.
    const worked = process.cpuUsage(begun).user / 1000;
    assert.ok(worked < 400, `${worked} ms`);
  }); // prettier-ignore

  test('an arrow leads to something on that side, and what is dragged stands on whole decimetres in the room', () => {
    const things = planView(demo).rooms.flatMap((room) => room.things);
    for (const from of things)
      for (const side of [[1, 0], [-1, 0], [0, 1], [0, -1]] as const) {
        const next = nextThing(things, from, side);
        if (!next) continue;
        const [dx, dy] = [next.x + next.w / 2 - from.x - from.w / 2, next.y + next.h / 2 - from.y - from.h / 2];
        assert.ok(dx * side[0] + dy * side[1] > 0);
      }
    assert.deepEqual(placedAt(1.234, -3), { x: 1.2, y: 0 });
  }); // prettier-ignore
});
