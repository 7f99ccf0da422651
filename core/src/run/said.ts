import { effectiveEvents, type Event } from './event.ts';

type Happened = Event['happened'];

/** Both say the same of a thing, if in another way: the later corrects the earlier. */
function isSame(one: Happened, other: Happened): boolean {
  if (one.kind === 'reading' && other.kind === 'reading') return one.quantity === other.quantity;
  if (one.kind === 'confirmed' && other.kind === 'confirmed') return one.gate === other.gate;
  if (one.kind === 'added' && other.kind === 'added') return one.what === other.what;
  return one.kind === other.kind;
}

/**
 * What is said of a subject now as events after those of before: what is said otherwise is corrected, what is not said any
 * more is taken back, and of what stands nothing is said again.
 *
 * @param said all of it, each with its time; null: it is noted as it is found changed, at `now`
 * @param before events of the subject, in the order in which they were kept
 */
export function saidAnew(
  said: readonly { readonly at: number | null; readonly happened: Happened }[],
  subject: Event['subject'],
  day: string,
  makeId: () => string,
  before: readonly Event[],
  now = 0,
): Event[] {
  const known = effectiveEvents(before).filter((each) => each.subject.kind === subject.kind && each.subject.id === subject.id);
  const event = (at: number, happened: Happened, corrects: string | null): Event => ({
    id: makeId(), day, subject, happened, at, instrument: 'typed', spot: 'core', offset: 0, corrects,
  });
  const corrected = new Set<string>();
  const noted = said.flatMap(({ at, happened }): Event[] => {
    const old = known.findLast((each) => !corrected.has(each.id) && isSame(each.happened, happened));
    if (old) corrected.add(old.id);
    const stands = old && (at === null || old.at === at) && isAlike(old.happened, happened);
    return stands ? [] : [event(at ?? now, happened, old?.id ?? null)];
  });
  const gone = known.filter(({ id }) => !corrected.has(id));
  return [...noted, ...gone.map(({ id, at }) => event(at, { kind: 'taken-back' }, id))];
} // prettier-ignore

/** Events come back from where they are kept with their fields in another order. */
const isAlike = (one: Happened, other: Happened): boolean => {
  const fields = (happened: Happened) => JSON.stringify(Object.entries(happened).sort());
  return fields(one) === fields(other);
};
