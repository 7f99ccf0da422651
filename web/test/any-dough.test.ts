import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { ANY_DOUGHS } from '../../core/test/plan/any-doughs.ts';
import { withThing } from '../../core/test/demo.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

interface PlanAnswer {
  readonly verdict: string;
  readonly sentences: readonly string[];
  readonly tasks: readonly { readonly kind: string; readonly what: string }[];
  readonly input: unknown;
  readonly schedule: unknown;
}
async function ask<T>(path: string, body: object): Promise<T> {
  const headers = { 'content-type': 'application/json' };
  const answer = await fetch(`${served}/api/v1/${path}`, {
    method: 'POST',
    headers,
    body: JSON.stringify(body),
  });
  const text = await answer.text();
  assert.equal(answer.status, 200, text.slice(0, 500));
  return JSON.parse(text) as T;
}

describe('doughs that one fixed shape could not say are planned over HTTP', () => {
  for (const [name, input] of Object.entries(ANY_DOUGHS))
    test(name, async () => {
      const plan = await ask<PlanAnswer>('plan', { input: input(), seconds: 1.5 });
      assert.equal(plan.verdict, 'planned', plan.sentences.join(' '));
      const checked = await ask<{ holds: boolean }>('plan/check', {
        input: plan.input,
        schedule: plan.schedule,
      });
      assert.ok(checked.holds);
      for (const kind of ['weigh', 'mix', 'divide', 'shape'])
        assert.ok(
          plan.tasks.some((task) => task.kind === kind),
          kind,
        );
    });

  test('with a second oven and one that is out of order, it goes into the one that is there', async () => {
    const day = ANY_DOUGHS['never proofed']();
    const out = [{ from: '2026-11-01T00:00', to: '2026-12-31T00:00', count: null }];
    const second = { kind: 'oven', name: 'Second oven', decks: 3 } as const;
    const floor = withThing(withThing(day.bakehouse.floor, 'oven', { out }), 'second', second);
    const plan = await ask<PlanAnswer>('plan', { input: { ...day, bakehouse: { ...day.bakehouse, floor } }, seconds: 1.5 });
    assert.equal(plan.verdict, 'planned', plan.sentences.join(' '));
    const loads = plan.tasks.filter(({ kind }) => kind === 'load');
    assert.ok(loads.length > 0 && loads.every(({ what }) => what.endsWith(' into Second oven')), JSON.stringify(loads));
  }); // prettier-ignore
});
