import { setImmediate as breathe } from 'node:timers/promises';
import { nearestTo, planning, type Answer } from '@jovet/core/plan';
import { networkOf, type Network } from '@jovet/core/plan/network';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { bad, good, problem, type Result } from '@jovet/core/problem';

/** A slice of planning, ms: then the server answers others. */
const SLICE = 20;

/**
 * Plans a day on the server, breath by breath.
 *
 * @param seconds after which the best so far is the answer
 */
export async function planFor(
  input: DayInput,
  seed: number,
  seconds: number,
): Promise<Result<{ readonly network: Network; readonly answer: Answer }>> {
  if (input.demand.every(({ pieces }) => pieces === 0))
    return bad(
      problem('date', 'Nothing is ordered for this day.', 'Enter orders first: PUT /api/v1/orders/{date}.'),
    );
  const network = networkOf(input);
  if (!network.ok) return network;
  const known = new Set(network.value.instance.tasks.map(({ id }) => id));
  const unknown = input.pins.flatMap(({ task }, index) =>
    known.has(task)
      ? []
      : [problem(`pins.${index}`, `“${task}” is no task of this day.`, 'Take the id of one of its tasks.')],
  );
  if (unknown.length > 0) return { ok: false, problems: unknown };
  const until = performance.now() + seconds * 1000;
  let breath = performance.now();
  const breathing = async () => {
    if (performance.now() - breath < SLICE) return;
    await breathe();
    breath = performance.now();
  };
  let answer: Answer | null = null;
  let best: Schedule = { tasks: [], ways: [] };
  for (const step of planning(network.value, seed)) {
    answer = step.answer ?? answer;
    best = step.progress?.best ?? best;
    if (performance.now() > until) break;
    await breathing();
  }
  const nearest = answer ? null : nearestTo(network.value, best, seed);
  for (let next = nearest?.next(); next && answer === null; next = nearest?.next()) {
    if (next.done) answer = next.value;
    await breathing();
  }
  if (!answer) throw new Error('planning ends with an answer');
  return good({ network: network.value, answer });
}
