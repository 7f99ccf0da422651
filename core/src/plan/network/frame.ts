import { aroundAt } from '../../fermentation/forecast/index.ts';
import { addDays, datesAround, localTime, resolveLocal } from '../../time/index.ts';
import { shiftsOn, SKILLS, type ClockSpan, type Skill } from '../../bakehouse/index.ts';
import { missingOf, ofKind, spanOf, type Outage, type Retarder } from '../../equipment/index.ts';
import { roomsOf, type RoomHere } from '../../dough/course/index.ts';
import { SLOT, type BySlot, type RoomBySlot } from '../../dough/index.ts';
import type { Out, Person, Resource } from '../instance/index.ts';
import type { Dough, DayInput } from '../demand/index.ts';
import { storesOf, type MissingOf, type Store } from './stores.ts';

/** The stage on which a day is played: its slots, who and what is there when. */
export interface Frame {
  readonly origin: number;
  readonly slots: number;
  readonly people: readonly Person[];
  readonly resources: readonly Resource[];
  readonly night: readonly (readonly [number, number])[];
  readonly room: RoomBySlot;
  /** Retarders and the like that are alike, taken as one. */
  readonly stores: readonly Store[];
  /** Rooms beside the first one. */
  readonly rooms: readonly RoomHere[];
  /** What is out of order of a thing of which there is so much, each counting so much. */
  readonly missing: MissingOf;
}

/** Of trays and tins on racks. */
export const RACK_PLACES = 'racks.places';

/** A plan may begin so long before the first van, h; and shifts that began so many days before a date may matter to it. */
const [BEFORE, DAYS] = [48, 3];

/** Lays out the slots of a day from two days before its first van to its last. */
export function frameOf(input: DayInput, doughs: readonly Dough[]): Frame {
  const { floor, zone } = input.bakehouse;
  const drops = doughs.flatMap(({ batches }) => batches.flatMap(({ lots }) => lots.map(({ drop }) => drop)));
  const noon = resolveLocal(input.date, '12:00', zone);
  const known = drops.length > 0 ? drops : [noon.ok ? noon.value : 0];
  const origin = Math.floor((Math.min(...known) - BEFORE * 3600) / 3600) * 3600;
  const slots = Math.ceil((Math.max(...known) - origin) / SLOT) + 1;
  const days = datesAround(input.date, DAYS, 1);
  const slotAt = (epoch: number) => (epoch - origin) / SLOT;
  const span = (day: string, { from, to }: ClockSpan): [number, number][] => {
    const begin = resolveLocal(day, from, zone);
    const end = resolveLocal(to > from ? day : addDays(day, 1), to, zone);
    if (!begin.ok || !end.ok) return [];
    const [first, last] = [Math.max(0, slotAt(begin.value)), Math.min(slots, slotAt(end.value))];
    return last > first ? [[first, last]] : [];
  };
  const spans = (each: ClockSpan) => days.flatMap((day) => span(day, each));
  const inward = ([from, to]: [number, number]): [number, number] => [Math.ceil(from), Math.floor(to)];
  const missing: MissingOf = (thing, there, each = 1) =>
    missingOf(thing, there, each, zone).flatMap(({ from, to, amount }): Out[] => {
      const [first, last] = [Math.max(0, Math.floor(slotAt(from))), Math.min(slots, Math.ceil(slotAt(to)))];
      return last > first ? [[first, last, amount]] : [];
    });
  const clocked = (celsius: Retarder['programme']) => byClock(celsius, input, origin, slots);
  const room = roomOf(input, origin, slots);
  const around = (thing: Store['things'][number]): Store['around'] => {
    const set: Store['around'] = thing.kind === 'retarder' && thing.programme.length > 0 ? clocked(thing.programme) : thing.temperature;
    const failed = thing.out.filter(({ stays }) => stays).flatMap((each) => spanOf(each, zone) ?? []);
    return failed.reduce<Store['around']>((usual, { from, to }) => warmedUp(usual, Math.floor(slotAt(from)), Math.ceil(slotAt(to)), room), set);
  };
  const stores = storesOf(floor, missing, around);
  return {
    origin, slots, stores, missing, rooms: roomsOf(floor, clocked),
    people: floor.hands.map((hand) => ({
      name: hand.name,
      skills: bitsOf(hand.skills),
      helps: bitsOf(hand.helps),
      free: without(joined(days.flatMap((day) => shiftsOn(hand, day).flatMap((shift) => span(day, shift)))), hand.breaks.flatMap(spans)).map(inward),
    })),
    resources: resourcesOf(input, stores, missing),
    night: floor.quiet ? spans(floor.quiet).map(([from, to]) => [Math.floor(from), Math.ceil(to)] as const) : [],
    room,
  };
} // prettier-ignore

const bitsOf = (skills: readonly Skill[]): number =>
  skills.reduce((bits, skill) => bits | (1 << SKILLS.indexOf(skill)), 0);

function resourcesOf({ bakehouse: { floor }, mixers }: DayInput, stores: readonly Store[], missing: MissingOf): Resource[] {
  const one = ({ slug, name, out }: { slug: string; name: string; out: readonly Outage[] }, capacity = 1): Resource => (
    { id: slug, name, capacity, unit: '', out: missing({ out }, capacity) }
  );
  const sum = <T extends { readonly out: readonly Outage[] }>(id: string, unit: string, things: readonly T[], of: (thing: T) => readonly [there: number, each: number]): Resource => ({
    id, name: id, unit,
    capacity: Math.floor(things.reduce((all, each) => all + of(each)[0], 0)),
    out: things.flatMap((each) => missing(each, ...of(each))),
  });
  const racks = ofKind(floor, 'rack');
  return [
    ...mixers.map((mixer) => one(mixer)),
    { id: 'tubs', name: 'tubs', capacity: floor.tubs, unit: '', out: [] },
    sum('bench', 'dm', ofKind(floor, 'bench'), ({ metres }) => [Math.round(metres * 10), Math.round(metres * 10)]),
    ...ofKind(floor, 'holder').map((holder) => one(holder, holder.count)),
    ...stores.flatMap(({ resource, places }) => (places ? [resource, places] : [resource])),
    ...(racks.length > 0 ? [sum('racks', 'kg', racks, ({ count, bread }) => [count * bread, bread])] : []),
    ...(racks.length > 0 && racks.every(({ places }) => places !== null)
      ? [{ ...sum(RACK_PLACES, '', racks, ({ count, places }) => [count * (places ?? 0), places ?? 0]), name: 'places on racks' }]
      : []),
    ...(['divider', 'sheeter', 'moulder'] as const).flatMap((kind) => ofKind(floor, kind).map((each) => one(each))),
  ];
} // prettier-ignore

function roomOf({ bakehouse }: DayInput, origin: number, slots: number): RoomBySlot {
  const { rooms, equipment } = bakehouse.floor;
  const around = rooms[0]?.air ?? bakehouse.usual.room;
  // A retarder that goes by the clock, or fails, makes times of the day differ as a room does that is colder at night.
  const clocked =
    equipment.some((each) => each.kind === 'retarder' && each.programme.length > 0) ||
    equipment.some(({ out }) => out.some(({ stays }) => stays)) ||
    rooms.slice(1).some(({ air }) => typeof air === 'object' && air !== null);
  if (typeof around === 'number') return { slots, steady: !clocked, at: () => around, warmest: around };
  const curve = aroundAt(around, localTime(origin, bakehouse.zone).hour);
  const at = (slot: number) => (typeof curve === 'number' ? curve : curve((slot * SLOT) / 3600));
  return { slots, steady: false, at, warmest: around.warmest };
}

/** What a thing that goes by the clock is set to, from each slot on. */
function byClock(programme: Retarder['programme'], { bakehouse: { zone }, date }: DayInput, origin: number, slots: number): BySlot {
  const turns = datesAround(date, DAYS, 1).flatMap((day) =>
    programme.flatMap(({ at, celsius }): [number, number][] => {
      const moment = resolveLocal(day, at, zone);
      return moment.ok ? [[Math.round((moment.value - origin) / SLOT), celsius]] : [];
    }),
  );
  const sorted = turns.sort(([a], [b]) => a - b);
  const before = sorted.filter(([slot]) => slot <= 0).at(-1);
  const inside = sorted.filter(([slot]) => slot > 0 && slot < slots);
  return [[0, before?.[1] ?? programme.at(-1)?.celsius ?? 4], ...inside];
} // prettier-ignore

/** Hours in which what is cold or warm comes two thirds of the way to its room once it fails, shut as it is. Chosen for Jovet. */
const COMES_TO_ROOM = 3;

/** What a place is like inside that fails for some slots: it comes to what its room is, and is as it is set at once when it works again. */
function warmedUp(usual: Store['around'], from: number, to: number, room: RoomBySlot): Store['around'] {
  const set = typeof usual === 'object' && usual !== null ? usual : [[0, usual] as const];
  const setAt = (slot: number) => (set.findLast(([since]) => since <= slot) ?? set[0])?.[1] ?? null;
  const begin = setAt(from);
  const inside: [number, number][] = [];
  for (let slot = Math.max(0, from); slot < Math.min(to, room.slots); slot += SLOTS_OF_HOUR) {
    const [warm, hours] = [room.at(slot), (slot - from) / SLOTS_OF_HOUR + 0.5];
    inside.push([slot, warm + ((begin ?? warm) - warm) * Math.exp(-hours / COMES_TO_ROOM)]);
  }
  const after = to < room.slots ? [[to, setAt(to)] as const] : [];
  return [...set.filter(([slot]) => slot < from), ...inside, ...after, ...set.filter(([slot]) => slot > to)];
}
const SLOTS_OF_HOUR = 3600 / SLOT;

/** Spans in order, those that touch made one: who is there around the clock is there at midnight. */
function joined(spans: readonly [number, number][]): [number, number][] {
  const all: [number, number][] = [];
  for (const [from, to] of spans) {
    const last = all.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else all.push([from, to]);
  }
  return all;
}

/** Spans less what lies in others. */
function without(spans: [number, number][], others: readonly [number, number][]): [number, number][] {
  return others.reduce<[number, number][]>(
    (left, [from, to]) =>
      left.flatMap(([a, b]): [number, number][] =>
        to <= a || from >= b
          ? [[a, b]]
          : [
              ...(a < from ? [[a, from] as [number, number]] : []),
              ...(to < b ? [[to, b] as [number, number]] : []),
            ],
      ),
    spans,
  );
}
