import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { ordersToCsv, readOrdersCsv } from '@jovet/core/formats';
import { Customer, ordersOn, totalsOf, type OrderLine } from '@jovet/core/plan/demand';
import { must } from '../demo.ts';

const customer = (slug: string, name: string, drops: string[], more: object = {}) =>
  Customer.parse({ schema: 1, slug, name, drops, ...more });
const known = {
  customers: [
    customer('ferry-kiosk', 'Ferry kiosk', ['05:40', '11:00']),
    customer('tea-room', 'Tea room', ['08:00'], { off: [{ from: '2026-12-24', to: '2026-12-27' }] }),
  ],
  products: [
    { slug: 'quay-loaf', name: 'Quay loaf' },
    { slug: 'oat-tin', name: 'Oat tin' },
  ],
};
const lines: OrderLine[] = [
  { customer: 'ferry-kiosk', product: 'quay-loaf', drop: '05:40', pieces: 12 },
  { customer: 'ferry-kiosk', product: 'oat-tin', drop: '11:00', pieces: 4 },
  { customer: 'tea-room', product: 'quay-loaf', drop: '08:00', pieces: 6 },
];
const read = (text: string) =>
  must(readOrdersCsv(text, known)).map(({ line, read: result }) => (result.ok ? result.value : `${line} ${result.problems[0]?.path}`)); // prettier-ignore

describe('tables of orders', () => {
  it('what is written reads back the same', () => {
    assert.deepEqual(read(ordersToCsv(lines, known)), lines);
  });

  it('products down the side and customers across the top read alike', () => {
    const wide =
      'Product\tFerry kiosk 5:40\tFerry kiosk 11.00\tTea room\nquay loaf\t12\t\t6\nOat tin\t\t4x\t';
    assert.deepEqual(
      new Set(read(wide).map((line) => JSON.stringify(line))),
      new Set(lines.map((line) => JSON.stringify(line))),
    );
  });

  it('each line that cannot be read says what is wrong, and the others are read', () => {
    const text = `customer;product;drop;pieces
Ferry kiosk;Quay loaf;5:40;12
Moon base;Quay loaf;;1
Tea room;Cheese;;1
Tea room;Oat tin;9:00;1
Tea room;Oat tin;;a few
Tea room;Oat tin;;3`;
    assert.deepEqual(read(text), [lines[0], '3 customer', '4 product', '5 drop', '6 pieces', { customer: 'tea-room', product: 'oat-tin', drop: '08:00', pieces: 3 }]); // prettier-ignore
  });
});

describe('orders of a day', () => {
  const standing = [
    { customer: 'ferry-kiosk', product: 'quay-loaf', drop: '05:40', weekdays: [10, 10, 10, 10, 12, 20, 0], from: null, to: null },
    { customer: 'tea-room', product: 'oat-tin', drop: '08:00', weekdays: [0, 0, 0, 4, 4, 6, 6], from: '2026-11-01', to: null },
  ]; // prettier-ignore

  it('are the standing ones of the weekday, less who is off, with what was said of the day in their place', () => {
    const pieces = (date: string, said: OrderLine[] = []) =>
      ordersOn(date, known.customers, standing, said).map(
        ({ product, pieces: each }) => `${product} ${each}`,
      );
    assert.deepEqual(pieces('2026-11-26'), ['quay-loaf 10', 'oat-tin 4']); // a Thursday
    assert.deepEqual(pieces('2026-10-29'), ['quay-loaf 10']);
    assert.deepEqual(pieces('2026-12-24'), ['quay-loaf 10']);
    assert.deepEqual(
      pieces('2026-11-26', [{ customer: 'ferry-kiosk', product: 'quay-loaf', drop: '05:40', pieces: 0 }]),
      ['quay-loaf 0', 'oat-tin 4'],
    );
  });

  it('totals are baked over by the rule, rounded up to the piece', () => {
    const totals = totalsOf(lines, (product) => (product === 'quay-loaf' ? 5 : 0));
    assert.deepEqual(
      totals.map(({ product, ordered, baked }) => [product, ordered, baked]),
      [['quay-loaf', 12, 13], ['quay-loaf', 6, 7], ['oat-tin', 4, 4]],
    ); // prettier-ignore
  });
});
