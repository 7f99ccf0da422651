import { setImmediate as breathe } from 'node:timers/promises';
import {
  nearestTo,
  planning,
  remedied,
  remediesFor,
  remedyWords,
  type Answer,
  type Remedy,
} from '@jovet/core/plan';
import { networkOf, type Network } from '@jovet/core/plan/network';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';

/** A slice of planning, ms: then the server answers others. */
const SLICE = 20;

/** A day as it was planned. */
export interface PlannedFor {
  readonly network: Network;
  readonly answer: Answer;
}

/**
 * Plans a day on the server, breath by breath.
 *
 * @param seconds after which the best so far is the answer
 * @param from a plan of the same tasks to begin with
 */
export async function planFor(
  input: DayInput,
  seed: number,
  seconds: number,
  from: Schedule | null = null,
): Promise<Result<PlannedFor>> {
  if (input.demand.every(({ pieces }) => pieces === 0))
    return bad(
      problem('date', 'Nothing is ordered for this day.', 'Enter orders first: PUT /api/v1/orders/{date}.'),
    );
  const network = networkOf(input);
  if (!network.ok) return network;
  const problems = problemsOf(input, network.value, from);
  if (problems.length > 0) return { ok: false, problems };
  const until = performance.now() + seconds * 1000;
  const breathing = slices();
  let answer: Answer | null = null;
  let best: Schedule = { tasks: [], ways: [] };
  for (const step of planning(network.value, seed, from)) {
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

/** What was asked of a day that is not of it. */
function problemsOf(input: DayInput, { instance }: Network, from: Schedule | null): Problem[] {
  const known = new Set(instance.tasks.map(({ id }) => id));
  const problems = input.pins.flatMap(({ task }, index) =>
    known.has(task)
      ? []
      : [problem(`pins.${index}`, `“${task}” is no task of this day.`, 'Take the id of one of its tasks.')],
  );
  if (from && (from.tasks.length !== instance.tasks.length || from.ways.length !== instance.arcs.length))
    problems.push(problem('from', 'This plan is of other tasks.', 'Send the plan with its own input.'));
  return problems;
}

const slices = () => {
  let breath = performance.now();
  return async () => {
    if (performance.now() - breath < SLICE) return;
    await breathe();
    breath = performance.now();
  };
};

/** A remedy, and what the plan costs that it gives. */
export interface Offered {
  readonly remedy: Remedy;
  readonly words: string;
  readonly cost: number;
}

/** Seconds that a remedy is tried for, and how many are offered. */
const [TRY, OFFERED] = [0.6, 5];

/** What would give a plan to a day that has none, each planned before it is told; the cheapest first. */
export async function remediesOf(
  input: DayInput,
  { network, answer }: PlannedFor,
  seed: number,
  seconds: number,
): Promise<Offered[]> {
  const until = performance.now() + seconds * 1000;
  const offered: Offered[] = [];
  for (const remedy of answer.verdict === 'planned' ? [] : remediesFor(input, network, answer)) {
    if (offered.length >= OFFERED || performance.now() > until) break;
    const changed = networkOf(remedied(input, remedy));
    if (!changed.ok) continue;
    const cost = await costWithin(changed.value, seed, TRY);
    if (cost !== null) offered.push({ remedy, words: remedyWords(input, remedy), cost });
  }
  return offered.sort((one, other) => one.cost - other.cost);
}

/** The cost of the best plan that is found in so many seconds; null where none is. */
async function costWithin(network: Network, seed: number, seconds: number): Promise<number | null> {
  const until = performance.now() + seconds * 1000;
  const breathing = slices();
  let cost: number | null = null;
  for (const { answer } of planning(network, seed)) {
    if (answer?.verdict === 'planned') cost = answer.cost.total;
    if (answer?.verdict === 'impossible' || performance.now() > until) break;
    await breathing();
  }
  return cost;
}
