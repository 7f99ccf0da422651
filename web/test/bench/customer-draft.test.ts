import assert from 'node:assert/strict';
import { test } from 'node:test';
import { must, problemsOf } from '../../../core/test/demo.ts';
import { draftOfCustomer, readCustomer } from '../../src/lib/bench/orders/customer-draft.ts';

const customer = {
  schema: 1 as const, slug: 'quay-inn', name: 'Quay inn', drops: ['06:30', '11:00'], short: 'last' as const,
  off: [{ from: '2026-12-24', to: '2026-12-26' }, { from: '2027-01-01', to: '2027-01-01' }],
}; // prettier-ignore

test('a customer comes back out of its fields as it was, and a new one is called by its name', () => {
  assert.deepEqual(must(readCustomer(draftOfCustomer(customer), 'quay-inn')), customer);
  const typed = { name: ' Sea view ', drops: '11, 6:30; 11:00', off: '', short: 'even' as const };
  assert.deepEqual(must(readCustomer(typed, '')), { ...typed, schema: 1, slug: 'sea-view', name: 'Sea view', drops: ['06:30', '11:00'], off: [] });
}); // prettier-ignore

test('what cannot be read is said at its field, with what to type instead', () => {
  const said = problemsOf(readCustomer({ name: ' ', drops: 'soon', off: '2026-12-26 to 2026-12-24', short: 'even' }, ''));
  assert.deepEqual(Object.keys(said), ['name', 'drops', 'off']);
  assert.match(said['drops'] ?? '', /“soon” is not a time of day. Type hours and minutes/);
  assert.match(problemsOf(readCustomer({ ...draftOfCustomer(customer), drops: '' }, ''))['drops'] ?? '', /No time is entered/);
}); // prettier-ignore
