import { v7 as uuid } from 'uuid';
import { effectiveEvents, together, type Event } from '@jovet/core/run';
import type { Problem } from '@jovet/core/problem';
import type { Waiting } from './work';
import { unsent } from './unsent.svelte';
import { timeNow } from '../bench/clock';

/** What happened on a day: shown as soon as it is noted, sent by what sends for all rooms. */
export class EventLog {
  /** What was read of the day, and what was noted here. */
  private known = $state.raw<readonly Event[]>([]);
  private own = $state.raw<readonly Event[]>([]);

  /** @param day that what is noted belongs to */
  constructor(private readonly day: () => string) {}

  private readonly refusedIds = $derived(unsent.refused.flatMap(eventsIn).map(({ id }) => id));
  private readonly waiting = $derived(unsent.waiting.flatMap(eventsIn));
  /** In the order in which it was noted, also what this device has not sent yet; what is refused is shown no longer. */
  readonly events = $derived.by((): readonly Event[] =>
    together(
      together(this.known, this.own),
      this.waiting.filter(({ day }) => day === this.day()),
    ).filter(({ id }) => !this.refusedIds.includes(id)),
  );
  /** Everything that was noted on this device has been kept, or refused. */
  get sent(): boolean {
    return this.waiting.length === 0;
  }
  /** Why what was noted here is not kept: it does not get through, or cannot be. */
  readonly problems = $derived.by((): readonly Problem[] => {
    const own = this.own.map(({ id }) => id);
    const refused = unsent.refused.filter((each) => eventsIn(each).some(({ id }) => own.includes(id)));
    return [...refused.flatMap((each) => each.refused ?? []), ...unsent.trouble];
  });

  /** Shows what was noted before, by whomever. */
  read(events: readonly Event[]): void {
    this.known = events;
  }

  /** Notes events. */
  note(noted: readonly Event[]): void {
    if (noted.length === 0) return;
    this.own = [...this.own, ...noted];
    unsent.add({ kind: 'events', events: noted });
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

const eventsIn = ({ work }: Waiting): readonly Event[] => (work.kind === 'events' ? work.events : []);
