import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { doughScenario, usualTrial, type DoughTrial } from '@jovet/core/dough';
import { mixesByHand } from '@jovet/core/plan/explain';
import { forecast } from '@jovet/core/fermentation/forecast';
import { correctedSince, pinnedLarder, sameMakeUp } from '@jovet/core/formula';
import { scaleFormula } from '@jovet/core/formula/scale';
import { DEMO_FORMULAS, demoFormula, demoHouse, larder, must } from '../demo.ts';

const { tub, mixer, bakehouse } = demoHouse();
const [programme] = bakehouse.programmes;
assert.ok(programme);

describe('a dough larger than a mixer', () => {
  it('becomes as few equal mixes as the mixer takes, which together hold every piece and every gram', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEMO_FORMULAS), fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 3, maxLength: 3 }), (slug, pieces) => {
        const formula = demoFormula(slug);
        const order = formula.doc.products.map(({ slug: product, scaledWeight }, index) => ({ product, pieces: pieces[index % 3] ?? 1, scaledWeight }));
        const { dough } = must(scaleFormula(formula, order));
        const found = mixesByHand({ slug, formula, order, mixer, programme, ddt: 25 }, bakehouse);
        if (!found.ok) {
          // Too little for the mixer, or so little above a full one that halves are.
          const mixes = Math.max(1, Math.ceil(dough / mixer.maxDough));
          assert.ok(dough / mixes < mixer.minDough, `${dough} kg`);
          return;
        }
        const mixes = found.value;
        assert.equal(mixes.length, Math.ceil(dough / mixer.maxDough - 1e-9));
        for (const [index, mix] of mixes.entries()) {
          assert.deepEqual(mix.batch, { n: index + 1, of: mixes.length });
          assert.ok(mix.dough <= mixer.maxDough + 1e-9);
          assert.ok(Math.abs(mix.dough - dough / mixes.length) < 1e-9);
        }
        for (const { product, pieces: wanted } of order) {
          const shares = mixes.map((mix) => mix.order.find((line) => line.product === product)?.pieces ?? 0);
          assert.equal(shares.reduce((sum, each) => sum + each, 0), wanted);
          assert.ok(Math.max(...shares) - Math.min(...shares) <= 1, shares.join());
        }
      }),
    );
  });
}); // prettier-ignore

describe('a dough tried out under other conditions', () => {
  const vigour = { value: 1, spread: 0.1 };
  /** °C below which what lives in a dough is the faster the warmer it is. */
  const BELOW = 24;
  /** Hours until the bulk is at its best. */
  const best = (slug: (typeof DEMO_FORMULAS)[number], changes: (usual: DoughTrial) => Partial<DoughTrial>) => {
    const formula = demoFormula(slug);
    const usual = must(usualTrial(formula, 21, tub));
    const { crossings } = must(forecast(must(doughScenario(formula, { ...usual, fdt: BELOW, ...changes(usual) }, tub, vigour))));
    return crossings[1]?.time ?? Infinity;
  };

  it('is sooner ready in a warmer room and with more leaven, later if it is colder or has more salt, by each formula', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEMO_FORMULAS), fc.double({ min: 1, max: 5, noNaN: true }), (slug, by) => {
        const usual = best(slug, () => ({}));
        assert.ok(Number.isFinite(usual) && usual > 0, slug);
        assert.ok(best(slug, ({ room }) => ({ room: room + by })) < usual, `${slug}: room`);
        assert.ok(best(slug, () => ({ fdt: BELOW - by })) > usual, `${slug}: dough`);
        assert.ok(best(slug, () => ({ leaven: 1 + by / 10 })) < usual, `${slug}: leaven`);
        assert.ok(best(slug, ({ salt }) => ({ salt: salt + by })) > usual, `${slug}: salt`);
      }),
      { numRuns: 40 },
    );
  });
}); // prettier-ignore

describe('the larder that a published formula is pinned to', () => {
  const [one, ...others] = larder.slice(0, 6);
  assert.ok(one);
  const corrected = { ...one, name: `${one.name} again` };

  it('keeps the make-up of then at the prices of now, until the newer one is adopted; what is gone stays', () => {
    const cost = { ...one, cost: 99 } as typeof one;
    const now = [{ ...corrected, cost: cost.cost }, ...others];
    const [held] = pinnedLarder(now, [one], new Set());
    assert.equal(held?.name, one.name);
    assert.deepEqual(held?.cost, cost.cost);
    const [adopted] = pinnedLarder(now, [one], new Set([one.slug]));
    assert.equal(adopted?.name, corrected.name);
    assert.deepEqual(pinnedLarder(others, [one], new Set()).at(-1), one);
  });

  it('tells a correction of the make-up from another price', () => {
    assert.ok(sameMakeUp(one, { ...one, cost: 99 } as typeof one));
    assert.ok(!sameMakeUp(one, corrected));
    assert.deepEqual(correctedSince([corrected, ...others], [one, ...others]), [corrected]);
    assert.deepEqual(correctedSince(larder, larder), []);
  });
});
