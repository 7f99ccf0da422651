import { v7 as uuid } from 'uuid';
import { effectiveEvents, type Event } from '@jovet/core/run';
import { timeNow } from './clock';
import { Outbox, type Keeping } from './outbox';

/** What happened on a day: shown as soon as it is noted, sent one after another, tried again while there is no line. */
export class EventLog {
  /** In the order in which it was noted. */
  events = $state.raw<readonly Event[]>([]);
  keeping = $state.raw<Keeping>({ state: 'idle', problems: [] });
  private readonly outbox = new Outbox<unknown>((keeping) => (this.keeping = keeping));

  /**
   * @param day that what is noted belongs to
   * @param opening what was noted before
   */
  constructor(
    private readonly day: () => string,
    opening: readonly Event[] = [],
  ) {
    this.events = opening;
  }

  /** Everything that was noted has been kept. */
  get sent(): boolean {
    return this.keeping.state === 'idle';
  }

  /** Notes events; what is refused is shown no longer, and its reason stands in `keeping`. */
  note(noted: readonly Event[]): void {
    if (noted.length === 0) return;
    const own = noted.map(({ id }) => id);
    this.events = [...this.events, ...noted];
    this.outbox.add({
      of: noted[0]?.id ?? '',
      method: 'POST',
      request: () => ({ path: 'events', body: { events: noted, sentAt: timeNow() } }),
      done: () => undefined,
      refused: () => (this.events = this.events.filter(({ id }) => !own.includes(id))),
    });
  }

  /** Takes events back that were noted. */
  takeBack(noted: readonly Event[]): void {
    this.note(
      noted.map(({ id, subject, at }) => ({
        ...this.say(subject, { kind: 'taken-back' }, at),
        corrects: id,
      })),
    );
  }

  /** Says what happened to something, now. */
  say(subject: Event['subject'], happened: Event['happened'], at = Math.floor(timeNow())): Event {
    return {
      id: uuid(), day: this.day(), subject, happened, at,
      instrument: 'typed', spot: 'core', offset: 0, corrects: null,
    }; // prettier-ignore
  }

  /** Ids of what was taken back here. */
  get takenBack(): readonly (string | null)[] {
    return this.events.flatMap(({ happened, corrects }) =>
      happened.kind === 'taken-back' ? [corrects] : [],
    );
  }

  /** What counts of it. */
  get effective(): readonly Event[] {
    return effectiveEvents(this.events);
  }
}
