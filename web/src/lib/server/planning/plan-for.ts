import { byPrice, carriedOver, offeredFor, planAtPace, type Answer, type Offer } from '@jovet/core/plan';
import { networkOf, type Network } from '@jovet/core/plan/network';
import type { DayInput } from '@jovet/core/plan/demand';
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
 * @param from a plan of the same tasks to begin with, or one of another day as it stood
 */
export async function planFor(
  input: DayInput,
  seed: number,
  seconds: number,
  from: Schedule | Stood | null = null,
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
  const other = from !== null && 'network' in from;
  const begin = other ? carriedOver(from.schedule, from.network, network.value) : from;
  const problems = problemsOf(input, network.value, begin);
  if (problems.length > 0) return { ok: false, problems };
  const answer = await planAtPace(network.value, seed, {
    ...pace,
    from: begin,
    nearest: () => enough(null, 0),
  });
  if (!answer) throw new Error('planning ends with an answer');
  return good({ network: network.value, answer });
}

/** A plan that stands, and its network. */
export type Stood = Pick<PlannedFor, 'network'> & { readonly schedule: Schedule };

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

/** Seconds at least in which remedies are looked for. */
const LEAST_REMEDIES = 2.5;
/** Seconds that a remedy is tried for. */
const TRY = 0.4;
/**
 * Seconds more, until it is laid out once: a remedy that is not found for want of a moment is of no use. And by how much
 * that may go beyond the time for all of them, as long as there is none.
 */
const [LAID_OUT, OVER] = [0.8, 0.15] as const;

/** What would give a plan to a day that has none, or all of what is ordered; each planned first, the cheapest first. */
export async function remediesOf(
  input: DayInput,
  { network, answer }: PlannedFor,
  seed: number,
  seconds: number,
  stood: Stood | null = null,
): Promise<Offer[]> {
  const [begun, limit] = [performance.now(), Math.max(LEAST_REMEDIES, seconds)];
  const left = (share = 1) => share * limit - (performance.now() - begun) / 1000;
  const offered: Offer[] = [];
  const grace = () =>
    Math.max(0, Math.min(LAID_OUT, left() + (offered.length === 0 ? OVER : 0) - Math.min(TRY, left())));
  // Laying the day of a remedy out takes its time as well, and cannot be cut short: it is not begun where there is none.
  let [asked, layingOut] = [begun, 0];
  const offers = offeredFor(input, network, answer, stood, {
    plan: (_, other, from) => {
      layingOut = Math.max(layingOut, performance.now() - asked);
      return planAtPace(other, seed, {
        ...within(Math.min(TRY, left()), grace()),
        from,
        nearest: () => true,
      });
    },
    over: (share) => {
      asked = performance.now();
      return left(share) < layingOut / 1000;
    },
  });
  for await (const offer of offers) offered.push(offer);
  return offered.sort(byPrice);
}
