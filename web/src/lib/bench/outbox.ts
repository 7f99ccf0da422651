import type { Problem } from '@jovet/core/problem';
import { send } from './send';

/** Something to be kept on the server. */
export interface Sending<T> {
  /** The id of what it changes. */
  readonly of: string;
  /** The whole of it is sent each time, so only the last of several in a row has to be. */
  readonly whole?: boolean;
  readonly method: string;
  /** Asked for only when it is its turn: what went before may have moved a revision. */
  readonly request: () => { readonly path: string; readonly body?: unknown };
  readonly done: (kept: T) => void;
  /** Another screen was quicker: how it stands there. */
  readonly stale?: (stands: T) => void;
  /** It cannot be taken; why, stands with the state of the outbox. */
  readonly refused?: () => void;
}

export interface Keeping {
  readonly state: 'idle' | 'waiting' | 'failed';
  readonly problems: readonly Problem[];
}

/** After a failure it is tried again by itself, ms. */
const AGAIN_MS = 5000;

/** Sends what is entered, one after another, and goes on trying while the server does not answer. */
export class Outbox<T> {
  private queue: Sending<T>[] = [];
  private busy = false;
  private again: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly onstate: (keeping: Keeping) => void) {}

  /** Everything that was entered has been kept. */
  get empty(): boolean {
    return this.queue.length === 0;
  }

  /** Whether more of the same is on its way. */
  waitsFor(of: string): boolean {
    return this.queue.some((each) => each.of === of);
  }

  add(sending: Sending<T>): void {
    const last = this.queue.at(-1);
    // The first is being sent already.
    if (sending.whole && last?.whole && last.of === sending.of && this.queue.length > 1) this.queue.pop();
    this.queue.push(sending);
    void this.run();
  }

  async run(): Promise<void> {
    clearTimeout(this.again);
    if (this.busy) return;
    this.busy = true;
    this.onstate({ state: 'waiting', problems: [] });
    let refused: readonly Problem[] = [];
    for (let [next] = this.queue; next; [next] = this.queue) {
      const { path, body } = next.request();
      const answer = await send<T>(next.method, path, body);
      if (answer.kind === 'unreachable') {
        this.busy = false;
        this.again = setTimeout(() => void this.run(), AGAIN_MS);
        return this.onstate({ state: 'failed', problems: answer.problems });
      }
      this.queue.shift();
      if (answer.kind === 'done') next.done(answer.value);
      else if (answer.kind === 'stale') next.stale?.(answer.stands as T);
      else {
        refused = answer.problems;
        next.refused?.();
      }
    }
    this.busy = false;
    this.onstate(
      refused.length > 0 ? { state: 'failed', problems: refused } : { state: 'idle', problems: [] },
    );
  }
}
