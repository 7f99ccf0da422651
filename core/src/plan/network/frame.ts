import { aroundAt } from '../../fermentation/forecast/index.ts';
import { addDays, localTime, resolveLocal } from '../../time/index.ts';
import { type ClockSpan, SKILLS } from '../../bakehouse/index.ts';
import { SLOT, type RoomBySlot } from '../../dough/index.ts';
import type { Person, Resource } from '../instance/index.ts';
import type { Dough, DayInput } from '../demand/index.ts';

/** The stage on which a day is played: its slots, who and what is there when. */
export interface Frame {
  readonly origin: number;
  readonly slots: number;
  readonly people: readonly Person[];
  readonly resources: readonly Resource[];
  readonly night: readonly (readonly [number, number])[];
  readonly room: RoomBySlot;
}

/** A plan may begin so long before the first van, h. */
const BEFORE = 48;

/** Lays out the slots of a day from two days before its first van to its last. */
export function frameOf(input: DayInput, doughs: readonly Dough[]): Frame {
  const { bakehouse, mixers } = input;
  const { floor, zone } = bakehouse;
  const drops = doughs.flatMap(({ batches }) => batches.flatMap(({ lots }) => lots.map(({ drop }) => drop)));
  const noon = resolveLocal(input.date, '12:00', zone);
  const known = drops.length > 0 ? drops : [noon.ok ? noon.value : 0];
  const origin = Math.floor((Math.min(...known) - BEFORE * 3600) / 3600) * 3600;
  const slots = Math.ceil((Math.max(...known) - origin) / SLOT) + 1;
  const days = [-3, -2, -1, 0, 1].map((day) => addDays(input.date, day));
  const slotAt = (epoch: number) => (epoch - origin) / SLOT;
  const spans = ({ from, to }: ClockSpan): [number, number][] =>
    days.flatMap((day) => {
      const begin = resolveLocal(day, from, zone);
      const end = resolveLocal(to > from ? day : addDays(day, 1), to, zone);
      if (!begin.ok || !end.ok) return [];
      const [first, last] = [Math.max(0, slotAt(begin.value)), Math.min(slots, slotAt(end.value))];
      return last > first ? [[first, last] as [number, number]] : [];
    });
  const inward = ([from, to]: [number, number]): [number, number] => [Math.ceil(from), Math.floor(to)];
  return {
    origin,
    slots,
    people: floor.hands.map(({ name, skills, shift, breaks }) => ({
      name,
      skills: skills.reduce((bits, skill) => bits | (1 << SKILLS.indexOf(skill)), 0),
      free: without(joined(spans(shift)), breaks.flatMap(spans)).map(inward),
    })),
    resources: [
      ...mixers.map(({ slug, name }) => ({ id: slug, name, capacity: 1, unit: '' })),
      { id: 'tubs', name: 'tubs', capacity: floor.tubs, unit: '' },
      { id: 'bench', name: 'bench', capacity: Math.round(floor.bench * 10), unit: 'dm' },
      ...floor.holders.map(({ slug, name, count }) => ({ id: slug, name, capacity: count, unit: '' })),
      ...(floor.proofBox
        ? [{ id: 'proof-box', name: 'proof box', capacity: Math.floor(floor.proofBox.dough), unit: 'kg' }]
        : []),
      ...(floor.racks
        ? [
            {
              id: 'racks',
              name: 'racks',
              capacity: Math.floor(floor.racks.count * floor.racks.bread),
              unit: 'kg',
            },
          ]
        : []),
      ...(floor.retarder
        ? [{ id: 'retarder', name: 'retarder', capacity: Math.floor(floor.retarder.dough), unit: 'kg' }]
        : []),
    ],
    night: floor.quiet
      ? spans(floor.quiet).map(([from, to]) => [Math.floor(from), Math.ceil(to)] as const)
      : [],
    room: roomOf(input, origin, slots),
  };
}

function roomOf({ bakehouse }: DayInput, origin: number, slots: number): RoomBySlot {
  const around = bakehouse.floor.room ?? bakehouse.usual.room;
  if (typeof around === 'number') return { slots, steady: true, at: () => around, warmest: around };
  const curve = aroundAt(around, localTime(origin, bakehouse.zone).hour);
  const at = (slot: number) => (typeof curve === 'number' ? curve : curve((slot * SLOT) / 3600));
  return { slots, steady: false, at, warmest: around.warmest };
}

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
