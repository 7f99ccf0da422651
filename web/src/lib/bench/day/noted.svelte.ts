import { v7 as uuid } from 'uuid';
import type { DayInput } from '@jovet/core/plan/demand';
import { actualsOf, mishapsOf, together, type Event } from '@jovet/core/run';
import { EventLog } from '../../sync/event-log.svelte';

/** What was noted in a room that plans a day, a batch at a time: undo takes the last ones back. */
export class Noted {
  private batches = $state.raw<readonly (readonly Event[])[]>([]);
  readonly log: EventLog;
  /** What happened so far: also what others noted until the room was opened. */
  readonly events = $derived.by(() => {
    const own = this.batches.slice(0, this.standing()).flat();
    // The day may have been read again before it was taken back.
    const back = this.log.takenBack;
    return together(this.of().now.events, own).filter(({ id }) => !back.includes(id));
  });
  readonly actuals = $derived.by(() => actualsOf(this.events));
  /** All that went wrong on this day, as far as it was not taken back. */
  readonly mishaps = $derived.by(() => mishapsOf(this.events));
  /** Why what was noted here is not kept. */
  readonly unkept = $derived.by(() => this.log.problems);

  /** @param standing how many batches are not undone */
  constructor(
    private readonly of: () => { readonly date: string; readonly now: Pick<DayInput, 'events'> },
    private readonly standing: () => number,
  ) {
    this.log = new EventLog(() => this.of().date);
  }

  /** How many batches there are. */
  get count(): number {
    return this.batches.length;
  }

  /** Adds what was noted as one batch, behind what was not undone. */
  add(noted: readonly Event[]): void {
    this.batches = [...this.batches.slice(0, this.standing()), noted];
    this.log.note(noted);
  }

  /** Undo and redo went from so many batches to so many. */
  went(before: number, after: number): void {
    for (let batch = after; batch < before; batch += 1) this.log.takeBack(this.batches[batch] ?? []);
    // What is done again happened, so it is noted anew.
    for (let batch = before; batch < after; batch += 1) {
      const again = (this.batches[batch] ?? []).map((event) => ({ ...event, id: uuid() }));
      this.batches = this.batches.map((each, index) => (index === batch ? again : each));
      this.log.note(again);
    }
  }
}
