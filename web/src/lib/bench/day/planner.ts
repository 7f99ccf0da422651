import { browser } from '$app/environment';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import type { FromPlanner, KeptTask, ToPlanner } from './messages';

/** One thread for all rooms that plan: one that has planned before plans several times as fast as one just begun. */
let thread: Worker | null = null;
/** Numbers the rooms that asked, the newest of which is answered, and the questions of all of them. */
let [rooms, questions] = [0, 0];

const begun = (): Worker =>
  (thread ??= new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }));

// Its file is read while the page still wakes up.
if (browser) begun();

/** Begins the planner before a room needs it, with the day that is likely to be asked for. */
export const makeReady = (input: DayInput): void =>
  begun().postMessage({ kind: 'ready', input } satisfies ToPlanner);

/** The planner in its thread: the newest question counts, answers to older ones are left. */
export class Planner {
  private readonly worker = begun();
  private readonly room = (rooms += 1);
  private asked = 0;

  /** @param oven each plan comes with what stands on which deck */
  constructor(
    told: (message: FromPlanner) => void,
    private readonly oven: boolean,
  ) {
    this.worker.onmessage = ({ data }: MessageEvent<FromPlanner>) => {
      if (data.kind === 'why' || data.asked === this.asked) told(data);
    };
    this.worker.onerror = (event) => {
      if (thread === this.worker) thread = null;
      told({ kind: 'failed', asked: this.asked, text: event.message || 'the planner did not load' });
    };
    this.send({ kind: 'begin' });
  }

  /**
   * @param keep begin with the plan that stands, as far as it fits
   * @param trial what comes of it is shown, but does not stand: the next begins with the same plan again
   */
  plan(input: DayInput, seconds: number, keep: boolean, trial = false): void {
    this.send({ kind: 'plan', asked: this.ask(), input, seconds, keep, trial, oven: this.oven });
  }

  /** A plan that stands: what is asked and planned from now on begins with it. */
  stand(input: DayInput, schedule: Schedule, tasks: readonly KeptTask[] = []): void {
    const kept = tasks.map(({ id, index }) => ({ id, index }));
    this.send({ kind: 'stand', asked: this.ask(), input, schedule, kept });
  }

  /** Plans that differ for a reason, one after another. */
  beside(input: DayInput): void {
    this.send({ kind: 'beside', asked: this.ask(), input, oven: this.oven });
  }

  why(task: number): void {
    this.send({ kind: 'why', task });
  }

  /** Keeps the best so far. */
  stop(): void {
    this.send({ kind: 'stop' });
  }

  /** Leaves the thread to the next room. */
  end(): void {
    if (this.room !== rooms) return;
    this.stop();
    this.worker.onmessage = null;
    this.worker.onerror = null;
  }

  private ask(): number {
    return (this.asked = questions += 1);
  }

  private send(message: ToPlanner): void {
    if (this.room === rooms) this.worker.postMessage(message);
  }
}
