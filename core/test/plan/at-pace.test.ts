import assert from 'node:assert/strict';
import { test } from 'node:test';
import { planAtPace, type Answer } from '@jovet/core/plan';
import { networkOf } from '@jovet/core/plan/network';
import { demoDay, must } from '../demo.ts';
import { familyDay } from './family.ts';

const network = must(networkOf(demoDay()));
const first = (answer: Answer | null) => answer !== null;
const always = () => Promise.resolve(true);

test('it ends when it is enough, and tells what there is after each step', async () => {
  const told: (Answer | null)[] = [];
  const answer = await planAtPace(network, 1, {
    over: first,
    breathe: always,
    told: (found) => told.push(found),
  });
  assert.equal(answer?.verdict, 'planned');
  assert.equal(told.at(-1), answer);
  assert.ok(told.slice(0, -1).every((each) => each === null));
});

test('a longer look never costs more, and it begins with the plan that it is given', async () => {
  const rounds = (most: number) => ({ over: (_: Answer | null, n: number) => n >= most, breathe: always });
  const [short, long] = await Promise.all([12, 60].map((most) => planAtPace(network, 1, rounds(most))));
  assert.ok(short?.verdict === 'planned' && long?.verdict === 'planned');
  assert.ok(long.cost.total <= short.cost.total + 1e-9);
  const again = await planAtPace(network, 2, { ...rounds(1), from: long.schedule });
  assert.ok(again?.verdict === 'planned' && again.cost.total <= long.cost.total + 1e-9);
});

test('a small day is settled before its time is over', async () => {
  const day = demoDay();
  const small = must(networkOf({ ...day, demand: day.demand.filter(({ formula }) => formula === 'quay-country') }));
  let last = 0;
  const answer = await planAtPace(small, 1, { over: (_, rounds) => ((last = rounds), rounds >= 5000), breathe: always });
  assert.equal(answer?.verdict, 'planned');
  assert.ok(last > 250 && last < 5000, `${last} rounds`);
}); // prettier-ignore

test('nobody who waits any longer gets no answer, also while the nearest plan is looked for', async () => {
  assert.equal(await planAtPace(network, 1, { over: () => false, breathe: () => Promise.resolve(false) }), null);
  const { floor } = demoDay().bakehouse;
  const few = { ...demoDay(), bakehouse: { ...demoDay().bakehouse, floor: { ...floor, hands: floor.hands.slice(0, 2) } } };
  const short = must(networkOf(few));
  let steps = 0;
  const left = await planAtPace(short, 1, { nearest: () => false, over: () => true, breathe: () => Promise.resolve((steps += 1) < 3) });
  assert.ok(left === null || left.verdict === 'impossible');
}); // prettier-ignore

test('where nothing near is wanted any more, none is looked for: what has a place so far is told', async () => {
  let [rounds, after] = [0, 0];
  const answer = await planAtPace(must(networkOf(familyDay('factory', 4))), 1, {
    over: (_, now) => ((rounds = now), true),
    nearest: () => true,
    breathe: () => ((after += 1), always()),
  });
  assert.equal(answer?.verdict, 'not-found');
  if (answer?.verdict === 'not-found') assert.equal(answer.partial, answer.schedule);
  assert.deepEqual([rounds, after], [0, 0]);
}); // prettier-ignore
