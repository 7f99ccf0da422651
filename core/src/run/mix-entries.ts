import type { MixDoc } from '../mix/index.ts';
import type { Event } from './event.ts';
import { saidAnew } from './said.ts';

/** Kinds of events that are entries of a mix; its readings are noted by themselves. */
const ENTRIES: readonly Event['happened']['kind'][] = ['added', 'lot', 'confirmed', 'note'];

/** Whether an event is an entry of a mix. */
export const isMixEntry = ({ subject, happened }: Pick<Event, 'subject' | 'happened'>): boolean =>
  subject.kind === 'mix' && ENTRIES.includes(happened.kind);

/**
 * What was entered of a mix as events: what was poured and put in by feel, the lot, what was confirmed, and the note.
 *
 * @param makeId ids of the events
 * @param before what happened to the mix, in the order in which it was kept
 * @param now epoch seconds
 *
 * @example
 * const doc = { poured: null, added: [], lot: 'A 7', gates: { salt: false, keepBack: false }, note: '' };
 * const [event] = entriesOfMix('m', '2026-12-01', doc, () => 'e', [], 1000);
 * assert.deepEqual(event?.happened, { kind: 'lot', lot: 'A 7' });
 */
export function entriesOfMix(
  mix: string,
  day: string,
  { poured, added, lot, gates, note }: Pick<MixDoc, 'poured' | 'added' | 'lot' | 'gates' | 'note'>,
  makeId: () => string,
  before: readonly Event[],
  now: number,
): Event[] {
  const entered: Event['happened'][] = [
    ...(poured ?? []).map(({ name: what, mass, temperature }) => ({ kind: 'added' as const, what, mass, temperature })),
    ...added.map(({ ingredient: what, mass }) => ({ kind: 'added' as const, what, mass, temperature: null })),
    ...(lot === '' ? [] : [{ kind: 'lot' as const, lot }]),
    ...(gates.salt ? [{ kind: 'confirmed' as const, gate: 'salt' }] : []),
    ...(gates.keepBack ? [{ kind: 'confirmed' as const, gate: 'keep-back' }] : []),
    ...(note === '' ? [] : [{ kind: 'note' as const, text: note }]),
  ];
  const said = entered.map((happened) => ({ at: null, happened }));
  // What was taken back counts for what it corrects, and has no kind of its own.
  const own = before.filter(({ happened: { kind } }) => kind === 'taken-back' || ENTRIES.includes(kind));
  return saidAnew(said, { kind: 'mix', id: mix }, day, makeId, own, now);
} // prettier-ignore
