import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import Tinypool from 'tinypool';
import { problem, type Problem } from '@jovet/core/problem';
import type * as jobs from './jobs.ts';

/** Where the jobs were built to. */
const FILE = process.env['JOVET_PLANNER'] ?? join(process.cwd(), 'web/build/planner.mjs');
/**
 * Heap of a planner process, MB, and what it may take up in all, also outside the heap, which it watches itself; days that
 * wait for their turn. Chosen for Jovet.
 */
const [HEAP, MEMORY, QUEUE] = [700, 1200, 12] as const;
/** Seconds that an idle process is kept, so that the next plan finds it warm. */
const IDLE = 300;

const poolOf = (processes: number): Tinypool =>
  new Tinypool({
    filename: FILE,
    runtime: 'child_process',
    serialization: 'advanced',
    // One is always there: a process that has just begun takes half a second more.
    minThreads: 1,
    maxThreads: processes,
    maxQueue: QUEUE,
    idleTimeout: IDLE * 1000,
    execArgv: [`--max-old-space-size=${HEAP}`],
    env: { JOVET_PLANNER_MEMORY: process.env['JOVET_PLANNER_MEMORY'] ?? String(MEMORY) },
  });

/** Plans that are asked for share all cores but one; what a room opens with never waits behind them. */
let [plans, rooms]: (Tinypool | null)[] = [null, null];
const poolFor = (job: keyof typeof jobs): Tinypool =>
  job === 'first' ? (rooms ??= poolOf(1)) : (plans ??= poolOf(Math.max(1, availableParallelism() - 1)));

/** Begins the processes, before anybody waits for one. */
export const beginPlanners = (): void => void (poolFor('first'), poolFor('plan'));

process.once('sveltekit:shutdown', () => void Promise.all([plans, rooms].map((pool) => pool?.destroy())));

const LATE: Problem = problem(
  'seconds',
  'In this time the day could neither be planned nor its reasons be found.',
  'Give it more seconds, or order less at once.',
);
const BUSY: Problem = problem(
  '',
  'As many days as can wait are being planned already.',
  'Ask again in a few seconds.',
);
const FELL: Problem = problem(
  'input',
  'This day takes more memory than a plan may have.',
  'Order less at once, or plan it in two parts.',
);

/** What a job came to, or the status and the problem that it is refused with. */
export type Ended<T> = { readonly done: T } | { readonly status: 503 | 422; readonly refused: Problem };

/**
 * Runs a job in a process of its own.
 *
 * @param seconds after which it is ended, whatever it does
 * @param gone tells that nobody waits for it any longer
 */
export async function inPool<J extends keyof typeof jobs>(
  job: J,
  about: Parameters<(typeof jobs)[J]>[0],
  seconds: number,
  gone: AbortSignal | null = null,
): Promise<Ended<Awaited<ReturnType<(typeof jobs)[J]>>>> {
  const late = AbortSignal.timeout(Math.ceil(seconds * 1000));
  const signal = gone ? AbortSignal.any([late, gone]) : late;
  try {
    return { done: await poolFor(job).run(about, { name: job, signal }) };
  } catch (error) {
    if (signal.aborted) return { status: 503, refused: LATE };
    const text = error instanceof Error ? error.message : '';
    if (/queue/i.test(text)) return { status: 503, refused: BUSY };
    if (/exited unexpectedly|terminated|heap/i.test(text)) return { status: 422, refused: FELL };
    throw error;
  }
}
