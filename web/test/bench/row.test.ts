import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { drawnSoFar } from '../../src/lib/bench/day/row.ts';

const rows = (keys: readonly string[], day: string) => keys.map((key) => ({ row: { key }, day }));
const some = fc.uniqueArray(fc.constantFrom('rye', 'oat', 'quay', 'knots', 'twists'));

test('while rows are drawn one by one no dough stands there twice, and in the end all do in their order', () => {
  fc.assert(
    fc.property(some, some, (before, after) => {
      const wanted = rows(after, 'new');
      let drawn = rows(before, 'old');
      for (let count = 1; count <= wanted.length; count += 1) {
        drawn = drawnSoFar(wanted, drawn, count);
        const keys = drawn.map(({ row }) => row.key);
        assert.equal(new Set(keys).size, keys.length);
        assert.deepEqual(drawn.slice(0, count), wanted.slice(0, count));
        assert.ok(drawn.length <= wanted.length);
      }
      if (wanted.length > 0) assert.deepEqual(drawn, wanted);
    }),
  );
});
