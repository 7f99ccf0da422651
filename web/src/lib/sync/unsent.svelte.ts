import type { Problem } from '@jovet/core/problem';
import type { Event } from '@jovet/core/run';
import { timeNow } from '../bench/clock';
import { send } from '../bench/send';
import { openEventStore, type Batch, type EventStore } from './event-store';

/** After a failure it is tried again by itself, ms. */
const AGAIN_MS = 5000;

/**
 * What was noted on this device and is not kept by the server yet, whichever room noted it: it is sent in order, survives
 * closing and reloading, and is tried again while there is no line. Sent twice it is kept once.
 */
class Unsent {
  batches = $state.raw<readonly Batch[]>([]);
  /** Why the last sending did not get through; empty: it did. */
  trouble = $state.raw<readonly Problem[]>([]);
  private store: Promise<EventStore | null> | null = null;
  private busy = false;
  private again: ReturnType<typeof setTimeout> | undefined;

  readonly waiting = $derived(this.batches.filter(({ refused }) => refused === null));
  readonly refused = $derived(this.batches.filter(({ refused }) => refused !== null));

  /** Takes up what was left on this device. @returns what ends it */
  begin(): () => void {
    const online = () => void this.run();
    addEventListener('online', online);
    void this.opened().then(async (store) => {
      const known = new Set(this.batches.map(({ id }) => id));
      const left = ((await store?.all()) ?? []).filter(({ id }) => !known.has(id));
      if (left.length === 0) return;
      this.batches = [...left, ...this.batches];
      await this.run();
    });
    return () => removeEventListener('online', online);
  }

  /** Notes events: they are here at once, on the device before they are sent. */
  note(events: readonly Event[]): void {
    const [first] = events;
    if (!first) return;
    const batch: Batch = { id: first.id, events, refused: null };
    this.batches = [...this.batches, batch];
    void this.put(batch).then(() => this.run());
  }

  /** What is not sent yet of a day. */
  of = (day: string): readonly Event[] =>
    this.waiting.flatMap(({ events }) => events.filter((each) => each.day === day));

  /** Leaves what was refused. */
  leave(id: string): void {
    this.batches = this.batches.filter((each) => each.id !== id);
    void this.opened().then((store) => store?.drop(id));
  }

  /** Sends what waits, in order. */
  async run(): Promise<void> {
    clearTimeout(this.again);
    if (this.busy) return;
    this.busy = true;
    for (let [next] = this.waiting; next; [next] = this.waiting) {
      const { id, events } = next;
      const answer = await send<unknown>('POST', 'events', { events, sentAt: timeNow() });
      this.trouble = answer.kind === 'unreachable' ? answer.problems : [];
      if (answer.kind === 'unreachable') {
        this.again = setTimeout(() => void this.run(), AGAIN_MS);
        break;
      }
      if (answer.kind === 'done') this.leave(id);
      else {
        const batch = { ...next, refused: answer.problems };
        this.batches = this.batches.map((each) => (each.id === id ? batch : each));
        void this.put(batch);
      }
    }
    this.busy = false;
  }

  private opened(): Promise<EventStore | null> {
    return (this.store ??= openEventStore());
  }
  private async put({ id, events, refused }: Batch): Promise<void> {
    const store = await this.opened();
    // A device that is full still sends what it has in this page.
    await store?.put($state.snapshot({ id, events, refused }) as Batch).catch(() => null);
  }
}

export const unsent = new Unsent();
