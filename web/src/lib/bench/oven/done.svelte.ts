import { v7 as uuid } from 'uuid';
import { effectiveEvents, type Event } from '@jovet/core/run';
import { send } from '../send';

/**
 * What was done at the oven on a day, as everybody at an oven door has noted it: events of the day.
 *
 * @param onproblem hears why something was not kept; it is not shown as done then
 */
export function doneMoments(day: () => string, onproblem: (said: string) => void) {
  let events = $state.raw<readonly Event[]>([]);
  const done = $derived(
    effectiveEvents(events).flatMap(({ subject, happened }) =>
      subject.kind === 'door' && happened.kind === 'ended' ? [subject.id] : [],
    ),
  );
  async function note(event: Event) {
    events = [...events, event];
    const answer = await send('POST', 'events', { events: [event], sentAt: Date.now() / 1000 });
    if (answer.kind === 'done') return onproblem('');
    events = events.filter(({ id }) => id !== event.id);
    onproblem(answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' '));
  }
  const event = (id: string, happened: Event['happened'], corrects: string | null): Event => ({
    id: uuid(), day: day(), subject: { kind: 'door', id }, happened, at: Math.floor(Date.now() / 1000),
    instrument: 'typed', spot: 'core', offset: 0, corrects,
  }); // prettier-ignore
  return {
    /** Reads what was noted so far. */
    async open() {
      const answer = await send<{ events: Event[] }>('GET', `events?day=${day()}`);
      if (answer.kind !== 'done') return onproblem(answer.problems.map(({ problem }) => problem).join(' '));
      events = answer.value.events;
      const key = `oven-done ${day()}`;
      for (const id of keptByBrowser(key))
        if (!done.includes(id)) await note(event(id, { kind: 'ended' }, null));
      localStorage.removeItem(key);
    },
    has: (id: string) => done.includes(id),
    get count() {
      return done.length;
    },
    add: (id: string) => void note(event(id, { kind: 'ended' }, null)),
    undo: () => {
      const last = effectiveEvents(events).findLast(({ subject }) => subject.kind === 'door');
      if (last) void note(event(last.subject.id, { kind: 'taken-back' }, last.id));
    },
  };
}

/** What a browser kept by itself before there were events; it may be of nobody. */
function keptByBrowser(key: string): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(kept) ? kept.filter((each) => typeof each === 'string') : [];
  } catch {
    return [];
  }
}
