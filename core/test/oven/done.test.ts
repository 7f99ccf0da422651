import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { boilsAt } from '../../src/oven/done.ts';
import { CORE_DONE, minutesLeft } from '@jovet/core/oven';
import { must, problemsOf } from '../demo.ts';

describe('when a loaf is done', () => {
  it('one reading says how long it still takes', () => {
    // From 22 °C, 80 °C after 20 min: τ = 20 / ln(78/20) = 14.70 min; to 96 °C 14.70 · ln(20/4) = 23.65 min.
    const left = must(minutesLeft({ minutes: 20, celsius: 80 }, 22, CORE_DONE.hearth[0]));
    assert.ok(Math.abs(left - 23.65) < 0.01, `${left} min`);
    assert.equal(must(minutesLeft({ minutes: 40, celsius: 97 }, 22, 96)), 0);
    assert.equal(boilsAt(900), 97);
    // Higher up water boils sooner, and the last degrees take longer.
    assert.ok(must(minutesLeft({ minutes: 20, celsius: 80 }, 22, 94, 900)) > must(minutesLeft({ minutes: 20, celsius: 80 }, 22, 94)));
  }); // prettier-ignore

  it('a reading taken later on the same way says the same end', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(4, 30), number(2, 30), number(5, 30), number(5, 30), (loaded, constant, first, more) => {
        const coreAt = (minutes: number) => 100 - (100 - loaded) * Math.exp(-minutes / constant);
        const [one, two] = [first, first + more];
        if (coreAt(two) > 99.9) return;
        const end = (minutes: number) => minutes + must(minutesLeft({ minutes, celsius: coreAt(minutes) }, loaded, 99.95));
        assert.ok(Math.abs(end(one) - end(two)) < 1e-3 * end(one), `${end(one)} and ${end(two)} min`);
      }),
    ); // prettier-ignore
  });

  it('what cannot be is said at its field', () => {
    const at = (minutes: number, celsius: number, target: number) =>
      problemsOf(minutesLeft({ minutes, celsius }, 22, target));
    assert.match(at(0, 80, 96)['minutes'] ?? '', /before it baked/);
    assert.match(at(20, 101, 96)['celsius'] ?? '', /boiling water/);
    assert.match(at(20, 20, 96)['celsius'] ?? '', /no warmer/);
    assert.match(at(20, 80, 100)['target'] ?? '', /never gets that warm/);
  });
});
