import assert from 'node:assert/strict';
import { beforeEach, describe, test } from 'node:test';
import type { DayInput } from '@jovet/core/plan/demand';
import { leaningTo, remedied } from '@jovet/core/plan';
import { toldOf } from '@jovet/core/plan/changes';
import { demoDay } from '../../../core/test/demo.ts';
import { baking } from '../../../core/test/plan/planned.ts';
import type { FromPlanner, ToPlanner } from '../../src/lib/bench/day/messages.ts';

/** The planner as its thread has it: what is asked goes in as a message, what it says comes out as one. */
const thread = globalThis as unknown as {
  onmessage: ((message: { readonly data: ToPlanner }) => void) | null;
  postMessage: (message: FromPlanner) => void;
};
let said: FromPlanner[] = [];
thread.onmessage = null;
thread.postMessage = (message) => said.push(structuredClone(message));
await import('../../src/lib/bench/day/planner.worker.ts');
const ask = (data: ToPlanner): void => thread.onmessage?.({ data: structuredClone(data) });

/** Waits until the planner has said something. */
async function until<K extends FromPlanner['kind']>(
  kind: K,
  holds: (message: Extract<FromPlanner, { kind: K }>) => boolean = () => true,
): Promise<Extract<FromPlanner, { kind: K }>> {
  const last = Date.now() + 60_000;
  for (;;) {
    const found = said.find((each) => each.kind === kind && holds(each as Extract<FromPlanner, { kind: K }>));
    if (found) return found as Extract<FromPlanner, { kind: K }>;
    assert.ok(Date.now() < last, `no ${kind} in ${said.map((each) => each.kind).join()}`);
    await new Promise((done) => setTimeout(done, 5));
  }
}
const settled = (asked: number) => until('planned', (each) => each.asked === asked && each.settled);

const small: DayInput = baking(demoDay(), 'oat-tin');
let questions = 0;
const plan = (input: DayInput, more: Partial<Extract<ToPlanner, { kind: 'plan' }>> = {}): number => {
  questions += 1;
  ask({
    kind: 'plan',
    asked: questions,
    input,
    seconds: 0.05,
    keep: false,
    trial: true,
    oven: false,
    ...more,
  });
  return questions;
};
beforeEach(() => {
  ask({ kind: 'begin' });
  said = [];
});

describe('the planner in its thread', () => {
  test('says its first plan at once, then the best, with the number of the question; an oven only where it is asked for', async () => {
    const day = (await settled(plan(small))).day;
    assert.ok(said.every((each) => each.kind !== 'planned' || each.asked === questions));
    assert.ok(day.view.tasks.length > 5 && day.oven === null);
    assert.deepEqual(day.input, small);
    const withOven = await settled(plan(small, { oven: true }));
    assert.ok((withOven.day.oven?.loads.length ?? 0) > 0);
  });

  test('a trial does not stand: why is asked of the plan before it', async () => {
    const stands = await settled(plan(small, { trial: false }));
    const index = stands.day.view.tasks.find(({ note }) => note.kind === 'mix')?.index ?? 0;
    ask({ kind: 'why', task: index });
    const before = (await until('why')).why;
    assert.ok(before.moves.length > 0 && Object.keys(before.workings).length > 0);
    const other = { ...small, demand: small.demand.map((line) => ({ ...line, drop: '10:30' })) };
    await settled(plan(other, { trial: true, keep: true }));
    said = [];
    ask({ kind: 'why', task: index });
    assert.deepEqual((await until('why')).why, before);
  });

  test('what is held moves nothing else of the network, and is where it is held', async () => {
    const seconds = 2;
    const { day } = await settled(plan(small, { seconds }));
    const mix = day.view.tasks.find(({ note }) => note.kind === 'mix');
    assert.ok(mix);
    const at = mix.start - 600;
    const pinned = await settled(plan({ ...small, pins: [{ task: mix.id, at }] }));
    assert.equal(pinned.day.view.tasks.find(({ id }) => id === mix.id)?.start, at);
    const again = await settled(plan(small, { seconds }));
    assert.equal(again.day.view.tasks.find(({ id }) => id === mix.id)?.start, mix.start);
  });

  test('a newer question is answered, and of the older one nothing more is said', async () => {
    const first = plan(small, { seconds: 30 });
    await until('planned', (each) => each.asked === first);
    const second = plan(small);
    await settled(second);
    const from = said.findIndex((each) => 'asked' in each && each.asked === second);
    assert.ok(said.slice(from).every((each) => !('asked' in each) || each.asked === second));
    assert.ok(!said.some((each) => each.kind === 'planned' && each.asked === first && each.settled));
  });

  test('stop ends a search: what was found stands, and nothing comes after it', async () => {
    const asked = plan(small, { seconds: 30, trial: false });
    await until('planned', (each) => each.asked === asked);
    ask({ kind: 'stop' });
    await new Promise((done) => setImmediate(done));
    said = [];
    ask({ kind: 'why', task: 0 });
    await until('why');
    assert.deepEqual(said.map(({ kind }) => kind), ['why']);
  }); // prettier-ignore

  test('a day that cannot be done: why, the nearest, and remedies that hold when they are taken', async () => {
    const seconds = 2;
    const { day } = await settled(plan(small, { seconds }));
    const mix = day.view.tasks.find(({ note }) => note.kind === 'mix');
    assert.ok(mix);
    const tight = { ...small, pins: [{ task: mix.id, at: mix.start + 4 * 3600 }] };
    const asked = plan(tight, { trial: false });
    const { conflict } = await until('conflict', (each) => each.asked === asked);
    assert.ok(conflict.sentences.length > 0 && conflict.sentences.every((sentence) => /^[A-Z0-9].*\.$/.test(sentence)), conflict.sentences.join(' | '));
    await until('remedies-done', (each) => each.asked === asked);
    const offers = said.flatMap((each) => (each.kind === 'remedy' ? [each.offer] : []));
    assert.ok(offers.length > 0 && offers.every(({ words }) => words.length > 5));
    for (const { remedies } of offers.slice(0, 2)) assert.ok(await settled(plan(remedies.reduce(remedied, tight), { seconds: 2 })));
  }); // prettier-ignore

  test('plans that differ for a reason come one after another, beside the one that stands', async () => {
    const { day } = await settled(plan(small, { trial: false }));
    questions += 1;
    ask({ kind: 'beside', asked: questions, input: day.input, oven: false });
    await until('beside-done', (each) => each.asked === questions);
    const others = said.flatMap((each) => (each.kind === 'beside' ? [each] : []));
    assert.deepEqual(others.map(({ leaning }) => leaning), ['late', 'oven', 'bread']);
    for (const { leaning, day: other } of others)
      assert.deepEqual(other.input.bakehouse.floor.weights, leaningTo(day.input.bakehouse.floor.weights, leaning));
  }); // prettier-ignore

  test('a day with a problem says it at its field; a plan of other tasks does not stand', async () => {
    const nothing = {
      ...small,
      bakehouse: { ...small.bakehouse, programmes: small.bakehouse.programmes.slice(0, 0) },
    };
    const asked = plan(nothing as DayInput);
    const { problems } = await until('problems', (each) => each.asked === asked);
    assert.match(`${problems[0]?.problem} ${problems[0]?.remedy}`, /programme/);
    const { day } = await settled(plan(small));
    ask({ kind: 'stand', asked: 0, input: small, schedule: { tasks: [], ways: [] }, kept: [] });
    said = [];
    ask({ kind: 'why', task: 0 });
    await settled(plan({ ...small, told: toldOf(day.view) }));
    assert.ok(said.every(({ kind }) => kind !== 'why'));
  });
});
