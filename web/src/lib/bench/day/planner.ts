import type { DayInput, Schedule } from '@jovet/core/day';
import type { FromPlanner, ToPlanner } from './messages';

/** The planner in its thread: the newest question counts, answers to older ones are left. */
export class Planner {
  private readonly worker: Worker;
  private asked = 0;

  /** @param oven each plan comes with what stands on which deck */
  constructor(
    told: (message: FromPlanner) => void,
    private readonly oven: boolean,
  ) {
    this.worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<FromPlanner>) => {
      if (data.kind === 'why' || data.asked === this.asked) told(data);
    };
    this.worker.onerror = (event) =>
      told({ kind: 'failed', asked: this.asked, text: event.message || 'the planner did not load' });
  }

  /** @param keep begin with the plan that stands, as far as it fits */
  plan(input: DayInput, seconds: number, keep: boolean): void {
    this.send({ kind: 'plan', asked: (this.asked += 1), input, seconds, keep, oven: this.oven });
  }

  show(input: DayInput, schedule: Schedule): void {
    this.send({ kind: 'show', asked: (this.asked += 1), input, schedule, oven: this.oven });
  }

  why(task: number): void {
    this.send({ kind: 'why', task });
  }

  /** Keeps the best so far. */
  stop(): void {
    this.send({ kind: 'stop' });
  }

  end(): void {
    this.worker.terminate();
  }

  private send(message: ToPlanner): void {
    this.worker.postMessage(message);
  }
}
