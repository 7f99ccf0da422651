import { setPriority } from 'node:os';
import { Worker } from 'node:worker_threads';
import { shortWords } from '@jovet/core/plan/changes';
import { judge } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import {
  certificateWords,
  faultSentences,
  faultWords,
  plannedDay,
  planSums,
  toldTasks,
  type PlannedDay,
} from '@jovet/core/plan/explain';
import type { Schedule } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import { inOrderOf, planAtPace } from '@jovet/core/plan';
import { bad, good, place, problem, type Result } from '@jovet/core/problem';
import { within } from './in-slices.ts';
import { taskAnswer } from './task-answer.ts';
import { planFor, remediesOf, type PlannedFor } from './plan-for.ts';

/**
 * What is heavy about plans, each a job of a process of its own: it may take long, and take that process down, and nobody
 * else notices.
 */

/** What a planner process may take up in all, bytes. */
const MOST_MEMORY = Number(process.env['JOVET_PLANNER_MEMORY']) * 1e6;

/** A thread beside the planning, which never gives way: it ends the process that grows too large, or is left alone. */
const WATCH = `
  const parent = process.ppid;
  setInterval(() => {
    if (process.memoryUsage.rss() > ${MOST_MEMORY} || process.ppid !== parent) process.kill(process.pid, 'SIGKILL');
  }, 200);
`;
if (process.send) {
  setPriority(10);
  new Worker(WATCH, { eval: true }).unref();
}

/** What is asked of a day. */
export interface PlanJob {
  readonly input: DayInput;
  readonly seed: number;
  readonly seconds: number;
  readonly from: Schedule | null;
}

/** Plans a day, and looks for remedies where there is no plan. */
export async function plan({ input, seed, seconds, from }: PlanJob) {
  const planned = await planFor(input, seed, seconds, from);
  if (!planned.ok) return planned;
  const remedies = await remediesOf(input, planned.value, seed, seconds);
  return good({ ...told(input, planned.value), remedies });
}

/** A plan that people work by, and its day; tasks as it numbers them. */
export interface Standing {
  readonly input: DayInput;
  readonly schedule: Schedule;
  readonly kept: readonly { readonly id: string; readonly index: number }[];
}

/** Plans a day on from a plan that stands, and says what moves. */
export async function planOn({ input, standing, seconds }: { readonly input: DayInput; readonly standing: Standing; readonly seconds: number }) {
  const network = networkOf(standing.input);
  const schedule = network.ok ? inOrderOf(network.value, standing.schedule, standing.kept) : null;
  const stood = network.ok && schedule ? { network: network.value, schedule } : null;
  const planned = await planFor(input, input.seed, seconds, stood);
  if (!planned.ok) return planned;
  const remedies = await remediesOf(input, planned.value, input.seed, seconds, stood);
  const { network: after, answer } = planned.value;
  return good({
    ...told(input, planned.value),
    remedies,
    before: stood && planSums(standing.input, stood.network, stood.schedule),
    view: answer.verdict === 'planned' ? plannedDay(input, after, answer.schedule, false).view : null,
  });
} // prettier-ignore
export type Planned = Awaited<ReturnType<typeof plan>>;

function told(input: DayInput, { network, answer }: PlannedFor) {
  const { verdict } = answer;
  if (verdict === 'impossible')
    return {
      verdict,
      sentences: [certificateWords(input, network, answer.certificate)],
      cost: null,
      sums: null,
      tasks: [],
      schedule: null,
    };
  const { schedule } = answer;
  return {
    verdict,
    sentences:
      verdict === 'planned'
        ? [...shortWords(input, network), ...(plannedDay(input, network, schedule, false).cautions ?? [])]
        : faultSentences(input, network, schedule, answer.faults),
    cost: verdict === 'planned' ? answer.cost : null,
    sums: verdict === 'planned' ? planSums(input, network, schedule) : null,
    tasks: toldTasks(input, network, schedule).map((task) => ({ ...taskAnswer(task), people: task.people })),
    schedule,
  };
}

/** Checks a plan against its day. */
export function check({
  input,
  schedule,
}: {
  readonly input: DayInput;
  readonly schedule: Schedule;
}): Result<{
  readonly holds: boolean;
  readonly sentences: string[];
  readonly cost: unknown;
}> {
  const network = networkOf(input);
  if (!network.ok) return bad(...network.problems.map((each) => place('input', each)));
  const { instance } = network.value;
  if (schedule.tasks.length !== instance.tasks.length || schedule.ways.length !== instance.arcs.length)
    return bad(
      problem(
        'schedule',
        `This day has ${instance.tasks.length} tasks and ${instance.arcs.length} waits; the plan has others.`,
        'Send the plan of this day.',
      ),
    );
  const { faults, cost } = judge(network.value, schedule);
  return good({
    holds: faults.length === 0,
    sentences: faults.map((fault) => faultWords(input, network.value, schedule, fault)),
    cost,
  });
}

/** The first plan of a day, or one that was saved, ready to be shown; null where there is none so soon. */
export async function first({ input, saved, oven, seconds }: { readonly input: DayInput; readonly saved: Schedule | null; readonly oven: boolean; readonly seconds: number }): Promise<PlannedDay | null> {
  const network = input.demand.some(({ pieces }) => pieces > 0) ? networkOf(input) : null;
  if (!network?.ok) return null;
  if (saved) return plannedDay(input, network.value, saved, oven);
  const { over, breathe } = within(seconds);
  const answer = await planAtPace(network.value, input.seed, {
    breathe,
    over: (found, rounds) => found !== null || over(found, rounds),
  });
  return answer?.verdict === 'planned' ? plannedDay(input, network.value, answer.schedule, oven) : null;
} // prettier-ignore
