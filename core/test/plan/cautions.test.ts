import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { wayCourse } from '@jovet/core/dough/course';
import { scaleFormula } from '@jovet/core/formula/scale';
import { withSteps } from '@jovet/core/formula/way';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay } from '@jovet/core/plan/explain';
import type { FormulaDoc } from '@jovet/core/formula';
import { demoDay, demoFormula, demoHouse, madeSo, must, withThing } from '../demo.ts';
import { baking, planned } from './planned.ts';

/** What is said of a plan that holds. */
function cautionsOf(input: DayInput): readonly string[] {
  const { network, answer } = planned(input, 0);
  return plannedDay(input, network, answer.schedule, false).cautions ?? [];
}
const open = (doc: FormulaDoc): FormulaDoc =>
  withSteps(doc, (step) => (step.kind === 'proof' ? { ...step, cover: 'open' } : step));
/** What the way of a formula says of itself on an ordinary day. */
function saidOf(slug: string, change: (doc: FormulaDoc) => FormulaDoc = (doc) => doc) {
  const formula = demoFormula(slug);
  const doc = change(formula.doc);
  const order = doc.products.map((each) => ({
    product: each.slug,
    scaledWeight: each.scaledWeight,
    pieces: 12,
  }));
  const { bakehouse, tub } = demoHouse();
  return wayCourse({ ...formula, doc }, must(scaleFormula({ ...formula, doc }, order)), order, {
    bakehouse,
    tub,
  }).problems;
}

describe('what a plan would do badly though it holds', () => {
  it('the demo day has nothing of it but doughs that its mixers hardly move', () => {
    for (const caution of cautionsOf(demoDay()))
      assert.match(caution, /(is|are each) less than .* moves well/);
  });

  it('a stone that is too cold for its bread is said with how hot it is, how hot it is wanted and when it is', () => {
    const base = baking(demoDay(), 'quay-country');
    const { bakehouse } = base;
    const weak = { ...base, bakehouse: { ...bakehouse, preheat: 30, floor: withThing(bakehouse.floor, 'oven', { heater: 1.2, recovery: 0 }) } };
    const said = cautionsOf(weak);
    assert.ok(said.length > 0);
    assert.match(said[0] ?? '', /^At \d\d:\d\d the stone of deck \d has \d+ °C, and \d+ Quay (loaf|small).* want 2\d\d °C \(2\d\d °C at least\)\. (It is hot enough at \d\d:\d\d|Heat it up longer)/);
    assert.equal(cautionsOf(base).filter((each) => each.includes('stone')).length, 0);
  }); // prettier-ignore

  it('what is said of several doughs is said once, a few of them named', () => {
    const day = demoDay();
    const hungry = { ...day, mixers: day.mixers.map((each) => ({ ...each, minDough: 44.9, maxDough: 45 })) };
    const [said, ...others] = cautionsOf(hungry).filter((each) => each.includes('moves well'));
    assert.match(said ?? '', /^[\d.]+ kg of .*, [\d.]+ kg of .*, [\d.]+ kg of .* and \d+ more are each less than .* moves well/);
    assert.ok(others.length < 2, 'one for each mixer');
  }); // prettier-ignore

  it('a mix under its mixer’s least is said', () => {
    const base = baking(demoDay(), 'oat-tin');
    const input = { ...base, mixers: base.mixers.map((each) => ({ ...each, minDough: 40, maxDough: 60 })) };
    assert.match(
      cautionsOf(input).join(),
      /kg of Oat Tin is less than Big mixer moves well \(40\.0 kg at least\)/,
    );
  });

  it('fat that is locked in without any cold is said at its step and of the plan', () => {
    const warm = (doc: FormulaDoc) => ({
      ...doc,
      way: doc.way.map((step) =>
        step.kind === 'rest' ? { ...step, stands: step.stands.map((stand) => ({ ...stand, place: 'room' as const })) } : step,
      ),
    });
    const lockIn = demoFormula('butter-crescents').doc.way.findIndex(({ kind }) => kind === 'lock-in');
    assert.equal(saidOf('butter-crescents').filter(({ problem }) => /Fat is locked in/.test(problem)).length, 0);
    const [said] = saidOf('butter-crescents', warm).filter(({ problem }) => /Fat is locked in/.test(problem));
    assert.equal(said?.path, `way.${lockIn}`);
    const plan = madeSo(baking(demoDay(), 'butter-crescents'), 'butter-crescents', warm);
    assert.match(cautionsOf(plan).join(), /Fat is locked into Butter Crescents and never rests in the cold/);
  }); // prettier-ignore

  it('pieces that stand open until they have a skin are said, on the way and of the plan; under a cloth they are not', () => {
    const [said] = saidOf('oat-tin', open);
    assert.match(said?.path ?? '', /^(pieces|products\.0\.way)\.\d+\.cover$/);
    assert.match(`${said?.problem} ${said?.remedy}`, /Open in air of \d+ % it has a skin after \d+ min of .* Cover it/);
    assert.deepEqual(saidOf('oat-tin'), []);
    const dry = baking(demoDay(), 'quay-country');
    assert.match(cautionsOf(madeSo(dry, 'quay-country', open)).join(), /^Quay loaf and Quay small stand open in .* they have a skin after \d/);
    assert.deepEqual(cautionsOf(dry).filter((each) => each.includes('skin')), []);
  }); // prettier-ignore
});
