import assert from 'node:assert/strict';
import { test } from 'node:test';
import { networkOf } from '@jovet/core/plan/network';
import { planning, type Answer } from '@jovet/core/plan';
import { demoDay, must } from '../../core/test/demo.ts';
import { firstPlan } from '../src/lib/server/planning/first-plan.ts';

test('the first plan of the server is the one that the planner finds first, with its picture, and so is a saved one', async () => {
  const input = demoDay();
  // A busy machine may have no time for it at once; what was not found is looked for anew.
  let day = await firstPlan(input, null, true);
  for (let again = 0; again < 12; again += 1) day ??= await firstPlan(input, null, true);
  const network = must(networkOf(input));
  let found: Answer | null = null;
  for (const { answer } of planning(network, input.seed)) if ((found = answer)) break;
  assert.ok(day && found?.verdict === 'planned');
  assert.deepEqual(day.schedule, found.schedule);
  assert.equal(day.view.tasks.length, network.instance.tasks.length);
  assert.ok((day.oven?.loads.length ?? 0) > 3);
  assert.equal(await firstPlan(input, null, true), day, 'kept for the next that opens it');

  const saved = await firstPlan({ ...input, seed: 2 }, day.schedule, false);
  assert.deepEqual(saved?.view.tasks, day.view.tasks);
  assert.equal(saved?.oven, null);
});

test('a day of no orders and one that cannot be planned are left to the planner', async () => {
  const input = demoDay();
  assert.equal(await firstPlan({ ...input, demand: [] }, null, false), null);
  const { floor } = input.bakehouse;
  const nobody = {
    ...input.bakehouse,
    floor: { ...floor, hands: floor.hands.map((hand) => ({ ...hand, skills: ['pack' as const] })) },
  };
  assert.equal(await firstPlan({ ...input, bakehouse: nobody }, null, false), null);
});
