import { effectiveEvents, type Event } from './event.ts';
import { saidAnew } from './said.ts';

/** What really happened to a task of a plan, gathered from its events. */
export interface Actual {
  readonly task: string;
  /** Epoch seconds. */
  readonly start: number;
  /** Null while it goes on. */
  readonly end: number | null;
  /** °C of the dough at the end of its mix, as it was measured. */
  readonly temperature: number | null;
  /** How high a mixed dough was seen to stand in its tub since, cm, and when. */
  readonly seen: { readonly at: number; readonly height: number } | null;
  /** Minutes that a load bakes longer than was planned. */
  readonly longer: number;
  /** kg of dough that there really was to divide. */
  readonly mass: number | null;
  /** What was confirmed of it, such as that the salt is in. */
  readonly confirmed: readonly string[];
}

const gathered = new WeakMap<readonly Event[], ReadonlyMap<string, Actual>>();

/**
 * What events say of each task that began: by its id. One that is over without a word of its beginning began when it
 * was over at the latest.
 *
 * @param events in the order in which they were kept
 *
 * @example
 * const events = eventsOf([{ task: 'oat-tin.1.mix', start: 100, end: 400, temperature: 26 }]);
 * assert.equal(actualsOf(events).get('oat-tin.1.mix')?.temperature, 26);
 */
export function actualsOf(events: readonly Event[]): ReadonlyMap<string, Actual> {
  const known = gathered.get(events);
  if (known) return known;
  const found = new Map<string, Actual>();
  for (const { subject, happened, at, offset } of effectiveEvents(events)) {
    if (subject.kind !== 'task' || happened.kind === 'skipped') continue;
    const before = found.get(subject.id) ?? {
      task: subject.id, start: at, end: null, temperature: null, seen: null, longer: 0, mass: null, confirmed: [],
    }; // prettier-ignore
    found.set(subject.id, {
      ...before,
      ...(happened.kind === 'began' ? { start: at } : {}),
      ...(happened.kind === 'ended' ? { end: at } : {}),
      ...(happened.kind === 'adjusted' ? { longer: happened.minutes } : {}),
      ...(happened.kind === 'reading' && happened.quantity === 'temperature' && happened.of === null
        ? { temperature: happened.value + offset }
        : {}),
      ...(happened.kind === 'reading' && happened.quantity === 'height'
        ? { seen: { at, height: happened.value + offset } }
        : {}),
      ...(happened.kind === 'reading' && happened.quantity === 'mass' ? { mass: happened.value } : {}),
      ...(happened.kind === 'confirmed' ? { confirmed: [...before.confirmed, happened.gate] } : {}),
    });
  }
  gathered.set(events, found);
  return found;
}

/** Tasks that were not done when they were to be, and have not been begun since: by id, when that was said last. */
export function skippedOf(events: readonly Event[]): ReadonlyMap<string, number> {
  const skipped = new Map<string, number>();
  for (const { subject, happened, at } of effectiveEvents(events)) {
    if (subject.kind !== 'task') continue;
    if (happened.kind === 'skipped') skipped.set(subject.id, at);
    else if (happened.kind === 'began' || happened.kind === 'ended') skipped.delete(subject.id);
  }
  return skipped;
}

/**
 * What happened to a task as the events that say it.
 *
 * @param makeId ids of its events
 * @param before what was noted already, in the order in which it was kept: what is said otherwise now is corrected, what
 *   is not said any more is taken back
 */
export function eventsOfActual(
  { task, start, end, temperature, seen, longer, mass, confirmed }: Actual,
  day: string,
  makeId: () => string,
  before: readonly Event[] = [],
): Event[] {
  const reading = (quantity: 'temperature' | 'height' | 'mass', value: number): Event['happened'] => ({
    kind: 'reading',
    quantity,
    of: null,
    value,
  });
  const said: { at: number; happened: Event['happened'] }[] = [
    { at: start, happened: { kind: 'began' } },
    ...(end === null ? [] : [{ at: end, happened: { kind: 'ended' } as const }]),
    ...(temperature === null ? [] : [{ at: end ?? start, happened: reading('temperature', temperature) }]),
    ...(seen === null ? [] : [{ at: seen.at, happened: reading('height', seen.height) }]),
    ...(longer > 0 ? [{ at: start, happened: { kind: 'adjusted', minutes: longer } as const }] : []),
    ...(mass === null ? [] : [{ at: start, happened: reading('mass', mass) }]),
    ...confirmed.map((gate) => ({ at: end ?? start, happened: { kind: 'confirmed', gate } as const })),
  ];
  return saidAnew(said, { kind: 'task', id: task }, day, makeId, before);
}
