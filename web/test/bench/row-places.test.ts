import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { middleOf, namesAt, rowPlaces, thickest, type RowOf } from '../../src/lib/bench/day/row-places.ts';

const dough = (key: string, batches = 1): RowOf => ({ key, batches });
const none = new Map<string, boolean>();
const end = (places: ReturnType<typeof rowPlaces>) => {
  const last = places.at(-1);
  return last ? last.top + last.height : 0;
};
const some = fc.uniqueArray(fc.record({ key: fc.string({ minLength: 1, maxLength: 4 }), batches: fc.integer({ min: 1, max: 14 }) }), {
  minLength: 1, maxLength: 40, selector: ({ key }) => key,
}); // prettier-ignore

describe('rows of doughs down a picture', () => {
  test('few doughs take the height there is, up to a limit', () => {
    const doughs = [dough('rye'), dough('oat'), dough('quay', 2)];
    const [low, high, most] = [200, 320, 2000].map((room) => rowPlaces(doughs, 20, room, none));
    assert.ok(low && high && most);
    assert.deepEqual([end(low) - 20, end(high) - 20], [198, 318], 'to the px that the lanes part evenly');
    assert.ok(end(most) < 500);
    assert.deepEqual(high.map(({ folded }) => folded), [false, false, false]);
  }); // prettier-ignore

  test('where there is no room the batches of one dough are folded together, unless somebody wants them apart', () => {
    const doughs = [dough('baguette', 12), dough('rye'), dough('oat', 4)];
    const tight = rowPlaces(doughs, 0, 300, none);
    assert.deepEqual(tight.map(({ folded }) => folded), [true, false, true]);
    assert.ok(end(tight) <= 300);
    const [apart, rye] = rowPlaces(doughs, 0, 300, new Map([['baguette', false]]));
    assert.ok(apart && rye && !apart.folded && apart.named && apart.pitch >= 35);
    assert.equal(rowPlaces(doughs, 0, 2000, new Map([['oat', true]]))[2]?.folded, true);
    assert.equal(rowPlaces(doughs, 0, 0, none)[0]?.folded, false, 'without a limit nothing is folded');
  }); // prettier-ignore

  test('forty doughs of ten batches take thirty px each', () => {
    const places = rowPlaces(
      Array.from({ length: 40 }, (_, index) => dough(`${index}`, 10)),
      0,
      500,
      none,
    );
    assert.equal(end(places), 40 * 30);
    assert.ok(places.every(({ folded, named }) => folded && !named));
  });

  test('no ribbon lies on another, on the names of its steps or outside of its row', () => {
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 1500 }), fc.boolean(), (rows, room, fold) => {
        const turned = fold ? new Map(rows.map(({ key }, index) => [key, index % 2 === 0])) : none;
        const places = rowPlaces(rows, 7, room, turned);
        let top = 7;
        for (const [index, place] of places.entries()) {
          assert.equal(place.top, top);
          top += place.height;
          const half = thickest(place) / 2;
          let over = place.top;
          for (let batch = 1; batch <= (rows[index]?.batches ?? 1); batch += 1) {
            const middle = middleOf(place, batch);
            if (place.pitch > 3) assert.ok(middle - half >= over - 0.01, `${middle - half} over ${over}`);
            over = middle + half;
            const names = namesAt(place, place.folded ? 1 : batch);
            if (place.named && !place.folded)
              assert.ok(over <= names - 10, `${over} on the names at ${names}`);
            assert.ok(over <= place.top + place.height + 0.01);
          }
        }
      }),
      { numRuns: 200 },
    );
  });
});
