import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { dateText, readDate } from '../../src/lib/bench/date-text.ts';

const NEAR = '2027-01-14';

describe('a date as somebody types it', () => {
  for (const [text, iso] of [
    ['14.1.2027', '2027-01-14'],
    ['14/1/27', '2027-01-14'],
    ['14 1', '2027-01-14'],
    ['3 Feb', '2027-02-03'],
    ['February 3', '2027-02-03'],
    ['Sat 26 December', '2026-12-26'],
    ['2027-03-04', '2027-03-04'],
    ['29.2.2028', '2028-02-29'],
    ['29.2.2027', null],
    ['31.4.', null],
    ['14', null],
    ['soon', null],
    ['', null],
  ] as const)
    test(`“${text}” is ${iso ?? 'none'}`, () => assert.equal(readDate(text, NEAR), iso));

  test('what is shown is read as what it is, whatever day is near', () => {
    const day = fc.date({ min: new Date('1970-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }).map((at) => at.toISOString().slice(0, 10));
    fc.assert(fc.property(day, day, (iso, near) => assert.equal(readDate(dateText(iso), near), iso)));
  }); // prettier-ignore

  test('what is no date is shown as it is', () => assert.equal(dateText(''), ''));
});
