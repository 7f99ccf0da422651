import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import type { DayView } from '@jovet/core/plan/explain';
import { gatheredByVan } from '../../src/lib/bench/day/gathered.ts';
import { leastOf, rowPlaces } from '../../src/lib/bench/day/row-places.ts';

const AT = Date.UTC(2026, 10, 26, 6, 30) / 1000;
const ribbon = (batch: number | null) => ({ batch, strand: 0, strands: 1, points: [] });
type Made = readonly [key: string, batches: number, van: number | null];
/** A view of doughs with so many batches each, and for each a task of its last batch that leaves with a van. */
const viewOf = (doughs: readonly Made[]): DayView =>
  ({
    rows: doughs.map(([key, batches]) => ({
      key, name: key, ribbons: [ribbon(null), ...Array.from({ length: batches }, (_, n) => ribbon(n + 1))],
    })),
    tasks: doughs.map(([key, batches, van], row) => ({
      id: `${key}.pack`, index: row, row, note: { kind: 'pack', dough: key, batch: batches, ...(van === null ? {} : { drop: van }) },
    })),
  }) as unknown as DayView; // prettier-ignore
const zone = 'Europe/London';
const none = new Set<string>();

describe('doughs of one van together', () => {
  const view = viewOf([
    ['rye', 2, AT],
    ['oat', 1, AT + 3600],
    ['quay', 3, AT],
    ['old', 1, null],
  ]);

  test('stand in one row, each batch by itself in it, in the order of the doughs; one alone stays as it is', () => {
    const { rows, tasks } = gatheredByVan(view, zone, none);
    assert.deepEqual(rows.map(({ name, doughs }) => [name, doughs ?? 1]), [['Van at 06:30', 2], ['oat', 1], ['old', 1]]);
    assert.deepEqual(rows[0]?.ribbons.map(({ batch }) => batch), [1, 1, 2, 3, 3, 4, 5]);
    assert.deepEqual(tasks.map(({ row, note }) => [row, note.batch]), [[0, 2], [1, 1], [0, 5], [2, 1]]);
    assert.deepEqual(tasks.map(({ id, index }) => [id, index]), view.tasks.map(({ id, index }) => [id, index]));
    const [place] = rowPlaces(rows.map(({ key }, n) => ({ key, batches: n === 0 ? 5 : 1, several: n === 0 })), 0, 2000, new Map());
    assert.ok(place?.folded && !place.named, 'they never take a lane each');
  }); // prettier-ignore

  test('stand each by itself again where somebody wants it, and nothing of the plan changes', () => {
    const key = gatheredByVan(view, zone, none).rows[0]?.key ?? '';
    const { rows, tasks } = gatheredByVan(view, zone, new Set([key]));
    assert.deepEqual(rows.map(({ name }) => name), ['rye', 'quay', 'oat', 'old']);
    assert.deepEqual(tasks.map(({ row, note }) => [rows[row]?.key, note.batch]), [['rye', 2], ['oat', 1], ['quay', 3], ['old', 1]]);
  }); // prettier-ignore

  test('forty doughs of six vans take as much room as six', () => {
    const many = viewOf(Array.from({ length: 40 }, (_, n): Made => [`dough-${n}`, 1, AT + (n % 6) * 1800]));
    assert.equal(gatheredByVan(many, zone, none).rows.length, 6);
    assert.ok(leastOf(40) > 1000 && leastOf(6) < 200);
  });
});
