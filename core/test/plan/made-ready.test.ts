import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { checkSchedule } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import { bathFor, stepAmounts } from '@jovet/core/formula/sums';
import { Step } from '@jovet/core/formula/way';
import { pullListOf } from '@jovet/core/plan/demand';
import { scaleTo } from '@jovet/core/formula/scale';
import { plannedDay } from '@jovet/core/plan/explain';
import { demoDay, demoFormula, must } from '../demo.ts';
import { bake, divide, end, made, minutes, mix, rise, room, weigh, type Said } from './any-doughs.ts';
import { baking, planned } from './planned.ts';

type Slug = Parameters<typeof demoFormula>[0];

/** A day with so many pieces of one product each. */
const day = (...lines: [formula: Slug, product: string, pieces: number, drop: string][]): DayInput =>
  demoDay({
    demand: lines.map(([formula, product, pieces, drop]) => {
      const scaledWeight = demoFormula(formula).doc.products.find(({ slug }) => slug === product)?.scaledWeight ?? 0;
      return { formula, product, pieces, drop, scaledWeight };
    }),
  }); // prettier-ignore

/** Slots of the tasks of a plan that keeps all that is asked, by id. */
function times(input: DayInput) {
  const { network, answer } = planned(input, 20);
  assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
  assert.deepEqual(answer.followed.faults, []);
  const all = network.instance.tasks.map(({ id, modes }, index) => {
    const { start = 0, mode = 0 } = answer.schedule.tasks[index] ?? {};
    return { id, start, end: start + (modes[mode]?.slots ?? 0), note: network.notes[index] };
  });
  const at = (id: string) => all.find((each) => each.id === id) ?? assert.fail(id);
  return { all, at };
}

describe('what is made ready before the pieces', () => {
  it('one bath serves all that is dipped into the same, made before the first and not long before the last', () => {
    const { all, at } = times(
      day(['skipper-twists', 'skipper-twist', 60, '07:30'], ['skipper-twists', 'skipper-stick', 60, '08:00']),
    );
    const [bath, ...others] = all.filter(({ note }) => note?.kind === 'bath');
    assert.ok(bath && others.length === 0);
    const dips = all.filter(({ note }) => note?.kind === 'dip');
    assert.equal(dips.length, 2);
    for (const dip of dips) assert.ok(dip.start >= bath.end && dip.start <= bath.end + 4 * 12);
    assert.match(
      bath.note?.says?.words ?? '',
      /105 g of pure lye into 2895 g of water\. 120 pieces carry off 240 g/,
    );
    assert.match(bath.note?.says?.cautions?.[0] ?? '', /Lye burns skin and eyes/);
    assert.equal(at('skipper-twists.1.skipper-twist.dip').note?.says?.confirm, 'Gloves and goggles on');
  });

  it('pots are hot before each load, and there are no more loads at once than pots', () => {
    const { all } = times(day(['anchor-pot', 'anchor-loaf', 16, '08:00']));
    const of = (kind: string) => all.filter(({ note }) => note?.kind === kind);
    const [heats, loads, outs] = [of('heat'), of('load'), of('out')];
    assert.equal(loads.length, 2, 'ten pots bake sixteen loaves in two loads');
    heats.sort((a, b) => a.start - b.start);
    loads.sort((a, b) => a.start - b.start);
    outs.sort((a, b) => a.start - b.start);
    loads.forEach((load, index) => {
      const hot = load.start - (heats[index]?.end ?? 0);
      assert.ok(hot >= 6 && hot <= 12, `${hot * 5} min`);
    });
    assert.ok((heats[1]?.start ?? 0) >= (outs[0]?.start ?? Infinity), 'and are hot again only after so long');
  });

  it('a rest after a rest is kept: the dough is carried from the one into the other', () => {
    const { at } = times(baking(demoDay(), 'butter-crescents'));
    const [mix, chill, lock] = ['mix', 'chill', 'lock-in'].map((slug) => at(`butter-crescents.1.${slug}`));
    assert.ok(mix && chill && lock);
    assert.equal(chill.note?.kind, 'move');
    assert.ok(chill.start - mix.end >= 4, `it rises first: ${chill.start - mix.end}`);
    assert.ok(lock.start - chill.end >= 9, 'and is chilled for 45 minutes at least');
  });

  it('says what goes into the pieces: cores and wrappers with their cuts, fillings, what lies on top', () => {
    const words = (formula: Slug, slug: string, kind: 'assemble' | 'fill' | 'wash' | 'score', pieces: number) => {
      const own = demoFormula(formula);
      const product = own.doc.products.find((each) => each.slug === slug) ?? assert.fail(slug);
      return stepAmounts(own, product, Step.parse({ kind, slug: kind }), pieces, product.scaledWeight).join(' ');
    };
    assert.match(words('cardamom-knots', 'cocoa-knot', 'assemble', 36), /36 cores of 54 g .* 36 wrappers of 36 g .* 72 cuts/);
    assert.equal(words('cardamom-knots', 'cardamom-knot', 'assemble', 36), '');
    assert.match(words('sorrel-ring', 'tea-ring', 'fill', 4), /Almonds 110 g, .* 800 g in all/);
    assert.equal(words('sorrel-ring', 'tea-ring', 'score', 4), '');
  }); // prettier-ignore

  it('a bath never grows stronger as pieces carry it off and water fills it up', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2000 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.constantFrom('solution' as const, 'water' as const),
        (pieces, percent, per) => {
          const dip = Step.parse({ kind: 'dip', slug: 'dip', solution: 'lye', percent, per });
          assert.ok(dip.kind === 'dip');
          const bath = bathFor(dip, pieces);
          assert.ok(bath.weakened < bath.percent && bath.weakened > 0 && bath.percent <= percent + 1e-9);
          assert.ok(bath.kilograms >= 3 && bath.carried < bath.kilograms);
        },
      ),
    );
  });
});

describe('what was frozen on another day', () => {
  const raw: Said[] = [
    { kind: 'shape', slug: 'shape', shape: 'round' },
    { kind: 'freeze', slug: 'freeze' },
  ];
  const bulk: Said = { kind: 'rest', slug: 'bulk', until: rise(0.4, 0.6, 1), stands: [room] };
  const thaw: Said = {
    kind: 'thaw',
    slug: 'thaw',
    of: 'quay-small',
    until: minutes(60, 90, 180),
    stands: [room],
  };
  const proof: Said = {
    kind: 'proof',
    slug: 'proof',
    until: rise(0.2, 0.5, 1),
    ways: [[{ place: 'warm', celsius: 28 }]],
  };
  const stock = (own: Said[]) => made('quay-country', [weigh, mix, bulk, divide], raw, { 'quay-loaf': own }); // prettier-ignore

  it('the sheet reckons no dough for what comes from the freezer', () => {
    const entry = stock([thaw, proof, bake, ...end]).formulas.find(({ slug }) => slug === 'quay-country');
    assert.ok(entry);
    const { formula } = entry;
    const [thawed, fresh] = ['quay-loaf', 'quay-small'].map((product) => ({ product, pieces: 20, scaledWeight: 0.5 }));
    assert.ok(thawed && fresh);
    const both = must(scaleTo(formula, { by: 'pieces', order: [thawed, fresh] }));
    assert.equal(both.dough, must(scaleTo(formula, { by: 'pieces', order: [fresh] })).dough);
    const none = scaleTo(formula, { by: 'pieces', order: [thawed] });
    assert.ok(!none.ok && /from the freezer, so nothing is mixed/.test(none.problems[0]?.problem ?? ''));
  }); // prettier-ignore

  it('raw pieces are taken out, thawed, proofed and baked, and no dough of them is mixed', () => {
    const input = stock([thaw, proof, bake, ...end]);
    const { all, at } = times(input);
    const own = all.filter(({ note }) => note?.dough === 'quay-country-thawed');
    assert.ok(own.every(({ note }) => note?.kind !== 'mix' && note?.kind !== 'weigh'));
    const [out, load] = [own.find(({ note }) => note?.kind === 'thaw'), own.find(({ note }) => note?.kind === 'load')];
    assert.ok(out && load && load.start - out.end >= 12, 'an hour at least to thaw');
    // Other pieces of the formula are mixed as always, and go into the freezer.
    assert.ok(at('quay-country.1.mix') && all.some(({ note }) => note?.kind === 'freeze'));
    const { network, answer } = planned(input, 5);
    const mixed = network.doughs.filter((dough) => !dough.thawed);
    assert.deepEqual(pullListOf(network.doughs).lines, pullListOf(mixed).lines, 'nothing is weighed for them');
    const day = plannedDay(input, network, answer.schedule, true);
    assert.ok(day.cautions?.some((said) => /38 Quay loaf come out of the freezer/.test(said)));
    const loaves = day.oven?.loads.flatMap(({ items }) => items).find(({ name }) => name === 'Quay loaf');
    assert.ok(loaves && loaves.from > 0, 'they are not frozen any more as they are loaded');
  }); // prettier-ignore

  it('bread that was baked and frozen is thawed and packed', () => {
    const { all } = times(stock([thaw, { kind: 'pack', slug: 'pack' }]));
    const own = all
      .filter(({ note }) => note?.dough === 'quay-country-thawed')
      .sort((a, b) => a.start - b.start);
    assert.deepEqual(
      own.map(({ note }) => note?.kind),
      ['thaw', 'pack'],
    );
    assert.ok((own[1]?.start ?? 0) - (own[0]?.end ?? 0) >= 12);
  });
});
