import { planAtPace, remedied, remediesFor, remedyWords, type Answer, type Remedy } from '@jovet/core/plan';
import { networkOf, type Network } from '@jovet/core/plan/network';
import type { DayInput } from '@jovet/core/plan/demand';
import { planSums, type DaySums } from '@jovet/core/plan/explain';
import type { Schedule } from '@jovet/core/plan/instance';
import { within } from './in-slices.ts';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';

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
  // What it takes to lay the day out counts as well.
  const pace = within(seconds);
  const { over: enough } = within(seconds + Math.max(LEAST_NEAREST, seconds / 2));
  const network = networkOf(input);
  if (!network.ok) return network;
  const problems = problemsOf(input, network.value, from);
  if (problems.length > 0) return { ok: false, problems };
  const answer = await planAtPace(network.value, seed, {
    ...pace,
    from,
    nearest: () => enough(null, 0),
  });
  if (!answer) throw new Error('planning ends with an answer');
  return good({ network: network.value, answer });
}

/** Seconds at least in which the nearest plan is looked for; else half of those for the plan. */
const LEAST_NEAREST = 1;

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

/** A remedy, and what the plan costs and takes that it gives. */
export interface Offered {
  readonly remedy: Remedy;
  readonly words: string;
  readonly cost: number;
  readonly sums: DaySums;
}

/** Seconds that a remedy is tried for, and how many are offered. */
const [TRY, OFFERED] = [0.6, 5];

/** What would give a plan to a day that has none, or all of what is ordered; each planned first, the cheapest first. */
export async function remediesOf(
  input: DayInput,
  { network, answer }: PlannedFor,
  seed: number,
  seconds: number,
): Promise<Offered[]> {
  const until = performance.now() + seconds * 1000;
  const offered: Offered[] = [];
  for (const remedy of remediesFor(input, network, answer)) {
    if (offered.length >= OFFERED || performance.now() > until) break;
    const other = remedied(input, remedy);
    const changed = networkOf(other);
    if (!changed.ok) continue;
    const found = await planAtPace(changed.value, seed, within(TRY));
    if (found?.verdict === 'planned')
      offered.push({
        remedy,
        words: remedyWords(input, remedy),
        cost: found.cost.total,
        sums: planSums(other, changed.value, found.schedule),
      });
  }
  return offered.sort((one, other) => one.cost - other.cost);
}
