import assert from 'node:assert/strict';
import { test } from 'node:test';
import { whatIf } from '@jovet/core/formula/sums';
import { mixesOfPlan, planDough, type DoughPlan, type PlanInput } from '@jovet/core/day';
import { answerMix, TYPED } from '@jovet/core/mix';
import { loadOf } from '@jovet/core/mix/record';
import { demoInput, must } from '../demo.ts';

const planned = (change: (input: PlanInput) => void = () => undefined): DoughPlan => {
  const input = structuredClone(demoInput());
  change(input);
  return must(planDough(input));
};
const at = (plan: DoughPlan, id: string) => plan.steps.find((step) => step.id === id)?.at ?? NaN;
const minutesBetween = (plan: DoughPlan, from: string, to: string) => (at(plan, to) - at(plan, from)) / 60;
const usual = planned();

test('more spare time before the van moves the whole day earlier by as much, and nothing else', () => {
  const spared = planned((input) => (input.bakehouse.spare += 30));
  for (const step of usual.steps) {
    assert.ok(Math.abs(step.at - at(spared, step.id) - (step.id === 'dispatch' ? 0 : 1800)) < 1e-3, step.id);
  }
});

test('a longer preheat moves only the oven', () => {
  const slow = planned((input) => (input.bakehouse.preheat = 180));
  assert.equal(minutesBetween(slow, 'preheat', 'load'), 180);
  assert.equal(at(slow, 'load'), at(usual, 'load'));
});

test('a livelier culture shortens every wait', () => {
  const lively = planned((input) => (input.bakehouse.vigour = 1.2));
  for (const [from, to] of [
    ['feed', 'mix'],
    ['mix', 'divide'],
    ['proof', 'load'],
  ] as const) {
    assert.ok(minutesBetween(lively, from, to) < minutesBetween(usual, from, to), `${from} to ${to}`);
  }
  assert.ok(
    Math.abs(minutesBetween(lively, 'feed', 'mix') * 1.2 - minutesBetween(usual, 'feed', 'mix')) < 0.01,
  );
});

test('more levain shortens bulk; a stiffer build of less flour ripens sooner', () => {
  const more = planned((input) => (input.formula = whatIf(input.formula, { parts: { levain: 20 } })));
  assert.ok(minutesBetween(more, 'mix', 'divide') < minutesBetween(usual, 'mix', 'divide') - 15);
  const strong = planned((input) => Object.assign(input.formula.doc.parts[0]?.seed ?? {}, { flour: 2 }));
  assert.ok(minutesBetween(strong, 'feed', 'mix') < minutesBetween(usual, 'feed', 'mix') - 60);
});

test('the work of the hands grows with the pieces, at the rates of the bakehouse', () => {
  const double = planned((input) => input.order.order.forEach((line) => (line.pieces *= 2)));
  const hands = (plan: DoughPlan, id: string) => plan.steps.find((step) => step.id === id)?.hands ?? NaN;
  assert.ok(Math.abs(hands(usual, 'shape') - (36 * 10) / 60) < 1e-9);
  assert.ok(Math.abs(hands(usual, 'load') - (36 * 11) / 60) < 1e-9);
  assert.ok(Math.abs(hands(double, 'pack') - 2 * hands(usual, 'pack')) < 1e-9);
});

test('the Day line pours what the mixer will be told: logged friction counts in both', () => {
  const usualInput = demoInput();
  const logged = [5.1, 5.3, 5.2, 5.2].map((friction, n) => ({
    id: `00000000-0000-7000-8000-00000000000${n}`,
    at: n,
    mixer: usualInput.mixer.slug,
    programme: usualInput.order.programme,
    load: loadOf(usual.scaled.dough, usualInput.mixer),
    friction,
    factor: 19,
    baseFactor: 17,
  }));
  const learned = planned((input) => (input.logged = logged));
  assert.ok(learned.water.pour < usual.water.pour - 1);
  const [doc] = must(mixesOfPlan(usualInput));
  assert.ok(doc);
  const { flour, room, levain, bowl } = usualInput.order.readings;
  const readings = Object.entries({ flour, room, levain, bowl }).map(([factor, value]) => ({
    id: `00000000-0000-7000-8000-0000000000${factor.length}0`,
    factor,
    value,
    at: 10,
    instrument: TYPED,
    spot: 'core' as const,
    offset: 0,
    corrects: null,
  }));
  const told = must(answerMix({ doc, readings }, [], logged, 20));
  for (const way of ['balance', 'sum', 'base'] as const) {
    assert.equal(told.water[way].temperature.toFixed(6), learned.water[way].temperature.toFixed(6));
  }
});

test('lighter pieces bake shorter and cool faster; the heaviest of several products counts', () => {
  const rolls = planned(
    (input) => (input.order.order = [{ product: 'quay-roll', pieces: 300, scaledWeight: 0.095 }]),
  );
  assert.ok(rolls.dough.bakeHours < 0.3 * usual.dough.bakeHours);
  assert.ok(rolls.dough.coolHours < 0.55 * usual.dough.coolHours);
  const both = planned((input) =>
    input.order.order.push({ product: 'quay-roll', pieces: 300, scaledWeight: 0.095 }),
  );
  assert.equal(both.dough.bakeHours, usual.dough.bakeHours);
});

test('folds: by the clock from the end of the mix, none once the dough could be divided, none for a formula without', () => {
  assert.deepEqual(
    ['fold.1', 'fold.2', 'fold.3'].map((id) => Math.round(minutesBetween(usual, 'mix', id))),
    [70, 110, 150],
  );
  const many = planned((input) => (input.formula.doc.process.folds = { count: 8, every: 30 }));
  const folds = many.steps.filter((step) => step.key === 'fold');
  assert.ok(folds.length < 8);
  const divide = many.steps.find((step) => step.id === 'divide');
  assert.ok(folds.every((fold) => fold.at < (divide?.earliest ?? 0) + 1800));
  assert.ok(
    !planned((input) => (input.formula.doc.process.folds.count = 0)).steps.some(
      (step) => step.key === 'fold',
    ),
  );
});

test('dividing at its latest, then proofing only to the earliest, still meets the van', () => {
  const { dough } = usual;
  const step = usual.steps.find((each) => each.id === 'divide');
  assert.ok(step);
  const shaping = dough.proofStart - dough.divide.best;
  const shortestProof = dough.load.earliest - dough.proofStart;
  const loaded = step.latest + (shaping + shortestProof) * 3600;
  const afterLoad = at(usual, 'pack') - at(usual, 'load') + dough.work.pack * 3600;
  assert.ok(loaded + afterLoad <= usual.dispatch + 1);
});

test('the dough is shared over as many tubs as it needs, and a fuller tub stays warm longer', () => {
  assert.equal(usual.dough.tubs, 3);
  const oneTub = planned((input) => (input.tub.maxDough = 40));
  assert.equal(oneTub.dough.tubs, 1);
  assert.ok(oneTub.dough.tub.timeConstant > usual.dough.tub.timeConstant);
});
