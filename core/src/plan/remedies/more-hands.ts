import { addDays, datesAround, localTime, resolveLocal } from '../../time/index.ts';
import { shiftsOn, SKILLS, WEEK, type ClockSpan, type Floor, type Hand } from '../../bakehouse/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { KnownMishap } from '../../run/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import type { Family, Remedy } from './remedy.ts';
import type { Trouble } from './trouble.ts';

/** More hands when they are short: those who help do it alone, shifts are exchanged, those who are off come, others stay longer, one more pair. */
export function withHands(input: DayInput, happened: readonly KnownMishap[], network: Network, trouble: Trouble): Family[] {
  const { floor, zone } = input.bakehouse;
  const skills = SKILLS.filter((_, index) => trouble.skills & (1 << index));
  if (skills.length === 0) return [];
  const { origin } = network.instance;
  const clock = (slot: number) => localTime(origin + slot * SLOT, zone).time;
  const now = input.now === null ? 0 : Math.ceil((input.now - origin) / SLOT);
  const from = Math.max(now, Math.floor(Math.max(0, trouble.from - 12) / 12) * 12);
  const to = Math.min(Math.max(from + 48, trouble.to + 12), from + floor.limits.shift * 12);
  const nobody = { name: 'One more', skills: [...skills], helps: [], learns: [], breaks: [], away: [], dates: [] };
  const hands: Family = [
    [{ kind: 'hands', hand: { ...nobody, rota: [{ from: clock(from), to: clock(to), days: [...WEEK] }] } }],
  ];
  const gone = happened.flatMap(({ mishap }) => (mishap.kind === 'away' ? [mishap.person] : []));
  const here = floor.hands.filter(({ name }) => !gone.includes(name));
  const able = here.filter((hand) => hand.skills.some((skill) => skills.includes(skill)));
  const span = { from: origin + from * SLOT, to: origin + to * SLOT };
  const called = able.flatMap((person): Family[] => {
    const remedy = calledIn(input, person, span);
    return remedy ? [[[remedy]]] : [];
  });
  const longer = able.flatMap((person): Family[] => {
    const [shift] = datesAround(input.date, 1, 0).toReversed().flatMap((date) => shiftsOn(person, date).map((each) => ({ ...each, date })));
    if (!shift) return [];
    const { from, to, date } = shift;
    const begin = resolveLocal(date, from, zone);
    const end = resolveLocal(to > from ? date : addDays(date, 1), to, zone);
    // What is over helps no more.
    const sooner = begin.ok && begin.value > (input.now ?? 0) ? [{ from: moved(from, -120), to }] : [];
    const later = end.ok && end.value + 7200 > (input.now ?? 0) ? [{ from, to: moved(to, 120) }] : [];
    return [...sooner, ...later]
      .filter((each) => isAllowed(each, floor.limits))
      .map(({ from, to }): Family => [[{ kind: 'shift', name: person.name, from, to }]]);
  });
  const alone = here.flatMap((hand) => hand.helps.filter((skill) => skills.includes(skill)).map((skill): Remedy => ({ kind: 'alone', name: hand.name, skill })));
  const changed = exchanges(input, able, here.filter((hand) => !able.includes(hand)), span);
  return [...[...alone, ...changed].map((each): Family => [[each]]), ...called, ...longer, hands];
} // prettier-ignore

/** A time; epoch seconds. */
interface Span {
  readonly from: number;
  readonly to: number;
}

/** The shifts of a person from two days before a date to two after it. */
function spansOf(person: Hand, date: string, zone: string): (Span & { readonly date: string })[] {
  return datesAround(date, 2, 2).flatMap((day) =>
    shiftsOn(person, day).flatMap((shift) => {
      const from = resolveLocal(day, shift.from, zone);
      const to = resolveLocal(shift.to > shift.from ? day : addDays(day, 1), shift.to, zone);
      return from.ok && to.ok ? [{ date: day, from: from.value, to: to.value }] : [];
    }),
  );
}

/** Whether somebody could work then and have rest enough before and after, the shifts of a date left aside. */
function isRested({ date, bakehouse: { floor, zone } }: DayInput, person: Hand, { from, to }: Span, aside: string | null = null): boolean {
  const rest = floor.limits.rest * 3600;
  return spansOf(person, date, zone).every((each) => each.date === aside || each.from >= to + rest || from >= each.to + rest);
} // prettier-ignore

/** Somebody who is off comes for a while, where their rest before and after is long enough. */
function calledIn(input: DayInput, person: Hand, span: Span): Remedy | null {
  const { zone } = input.bakehouse;
  const begin = localTime(span.from, zone);
  const isOff = shiftsOn(person, begin.date).length === 0 && !person.away.some((each) => each.from <= begin.date && begin.date <= each.to);
  if (!isOff || !isRested(input, person, span)) return null;
  return { kind: 'called', name: person.name, date: begin.date, from: begin.time, to: localTime(span.to, zone).time };
} // prettier-ignore

/** So many exchanges of shifts are tried. */
const EXCHANGES = 2;
const together = (one: Span, other: Span): number =>
  Math.max(0, Math.min(one.to, other.to) - Math.max(one.from, other.from));

/** Somebody who can do what is short works the shift of somebody who cannot, and the other way round: those who are there longest first. */
function exchanges(input: DayInput, able: readonly Hand[], others: readonly Hand[], span: Span): Remedy[] {
  const { zone } = input.bakehouse;
  const found = able.flatMap((one) =>
    spansOf(one, input.date, zone).flatMap((own) =>
      others.flatMap((other) =>
        spansOf(other, input.date, zone).flatMap((theirs) => {
          const more = together(theirs, span) - together(own, span);
          const begun = Math.min(own.from, theirs.from) <= (input.now ?? 0);
          if (own.date !== theirs.date || more <= 0 || begun) return [];
          if (!isRested(input, one, theirs, own.date) || !isRested(input, other, own, own.date)) return [];
          const remedy: Remedy = { kind: 'exchange', names: [one.name, other.name], date: own.date };
          return [{ remedy, more }];
        }),
      ),
    ),
  );
  return found.sort((a, b) => b.more - a.more).slice(0, EXCHANGES).map(({ remedy }) => remedy);
} // prettier-ignore

/** Whether a shift is no longer than it may be, and leaves so much rest until it begins the next day. */
function isAllowed({ from, to }: ClockSpan, { shift, rest }: Floor['limits']): boolean {
  const minutes = (time: string) => time.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
  const hours = ((((minutes(to) - minutes(from)) % 1440) + 1440) % 1440) / 60;
  return hours <= shift && 24 - hours >= rest;
}

/** A wall-clock time some minutes later, also past midnight. */
const moved = (time: string, minutes: number): string => {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  const at = (((hour * 60 + minute + minutes) % 1440) + 1440) % 1440;
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
};
