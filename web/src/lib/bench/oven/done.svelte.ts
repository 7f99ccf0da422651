import { EventLog } from '../../sync/event-log.svelte';
import { ask } from '../../sync/ask';

/**
 * What was done at the oven on a day, as everybody at an oven door has noted it: events of the day.
 *
 * @param onproblem hears why it could not be read
 */
export function doneMoments(day: () => string, onproblem: (said: string) => void) {
  const log = new EventLog(day);
  const done = $derived(
    log.effective.flatMap(({ subject, happened }) =>
      subject.kind === 'door' && happened.kind === 'ended' ? [subject.id] : [],
    ),
  );
  let opened = $state(false);
  const add = (id: string) => log.note([log.say({ kind: 'door', id }, { kind: 'ended' })]);
  return {
    /** Reads what was noted so far. */
    async open() {
      const answer = await ask('GET /events', { query: { day: day() } });
      opened = true;
      if (answer.kind !== 'done') return onproblem(answer.problems.map(({ problem }) => problem).join(' '));
      log.read(answer.value.events);
      const key = `oven-done ${day()}`;
      for (const id of keptByBrowser(key)) if (!done.includes(id)) add(id);
      localStorage.removeItem(key);
    },
    /** What was noted is known, or cannot be read: before, nobody knows what comes next. */
    get opened() {
      return opened;
    },
    has: (id: string) => done.includes(id),
    get count() {
      return done.length;
    },
    /** Why what was noted is not kept yet. */
    get problem() {
      return log.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
    },
    add,
    undo: () => log.takeBack(log.effective.filter(({ subject }) => subject.kind === 'door').slice(-1)),
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
