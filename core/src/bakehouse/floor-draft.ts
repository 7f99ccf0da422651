import { z } from 'zod';
import { readFields, writeFields, type Field, type Texts } from '../field/index.ts';
import { slugOf } from '../formula/index.ts';
import { Mixer } from '../mix/index.ts';
import { bad, good, parseWith, problem, type Problem, type Result } from '../problem/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import { parseNumber, type TemperatureUnit } from '../units/index.ts';
import type { Thing } from '../equipment/index.ts';
import { Floor, type Room } from './floor.ts';
import { handDraft, readHands, type HandDraft } from './hand-draft.ts';
import { COUNTED } from './names.ts';
import { RATES } from './rates.ts';
import type { Bakehouse, WorkRates } from './schema.ts';
import {
  HOUSE_FIELDS,
  PIECE_FIELDS,
  ROOM_FIELDS,
  OWN_ROWS,
  THING_ROWS,
  thingFields,
  type ThingRows,
  type ThingType,
} from './thing-fields.ts';

/** A piece of equipment as it stands in fields. */
export interface ThingDraft {
  /** Empty: it has none yet. */
  readonly slug: string;
  readonly type: ThingType;
  readonly fields: Texts;
  readonly out: readonly Texts[];
  /** Of the list that only things of its kind have. */
  readonly own: readonly Texts[];
  /** m from the left and from the top of its room; null: where there is space. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

/** People and things of a bakehouse as they stand in fields. */
export interface FloorDraft {
  readonly rooms: readonly { readonly slug: string; readonly fields: Texts }[];
  readonly things: readonly ThingDraft[];
  readonly hands: readonly HandDraft[];
  readonly house: Texts;
  /** What pieces bring and cost, by the slug of their product. */
  readonly pieces: Readonly<Record<string, Texts>>;
  /** Seconds of work, by the name of the rate. */
  readonly rates: Texts;
}

/** A bakehouse and its mixers. */
export interface House {
  readonly bakehouse: Bakehouse;
  readonly mixers: readonly Mixer[];
}

const short = (value: number): string => String(Number(value.toFixed(2)));

/**
 * What stands in the fields of a bakehouse.
 *
 * @example
 * const { bakehouse, mixers } = demoHouse();
 * const draft = draftOfFloor({ bakehouse, mixers }, '°C');
 * const read = parseFloor(draft, { bakehouse, mixers }, '°C');
 * assert.ok(read.ok && read.value.bakehouse.floor.equipment.length === bakehouse.floor.equipment.length);
 */
export function draftOfFloor({ bakehouse, mixers }: House, unit: TemperatureUnit): FloorDraft {
  const { floor, rates, preheat, spare } = bakehouse;
  const rate = (path: string) => {
    const [head = '', tail] = path.split('.');
    const value = (rates as unknown as Record<string, number | Record<string, number>>)[head];
    return short(typeof value === 'object' ? (value[tail ?? ''] ?? 0) : (value ?? 0));
  };
  return {
    rooms: floor.rooms.map((room) => ({ slug: room.slug, fields: writeFields(roomShown(room), ROOM_FIELDS, unit) })),
    things: [
      ...mixers.map(({ kind, ...mixer }) => thingDraft('mixer', { ...mixer, type: kind }, unit)),
      ...floor.equipment.map((thing) => thingDraft(thing.kind, thing, unit)),
    ],
    hands: floor.hands.map((hand) => handDraft(hand)),
    house: writeFields({ ...floor, preheat, spare }, HOUSE_FIELDS, unit),
    pieces: Object.fromEntries(floor.prices.pieces.map((each) => [each.product, writeFields(each, PIECE_FIELDS, unit)])),
    rates: Object.fromEntries(RATES.map(([path]) => [path, rate(path)])),
  };
} // prettier-ignore

/** A thing that was just put in, with what most of them are. */
export const newThing = (type: ThingType, room: string): ThingDraft => ({
  slug: '', type, fields: { ...FIRST[type], room }, out: [], own: [], at: null,
}); // prettier-ignore

const FIRST: Readonly<Record<ThingType, Texts>> = {
  mixer: { name: 'Mixer', kind: 'spiral', maxDough: '40 kg', bowlMass: '15 kg' },
  oven: {
    name: 'Oven',
    decks: '4',
    width: '1.2',
    depth: '1',
    stone: '2',
    steam: 'built-in',
    hotSide: 'none',
  },
  retarder: { name: 'Retarder', dough: '100 kg', temperature: '4 °C' },
  'proof-box': { name: 'Proof box', dough: '100 kg' },
  freezer: { name: 'Freezer', dough: '50 kg' },
  rack: { name: 'Racks', count: '2', bread: '40 kg' },
  bench: { name: 'Bench', metres: '3' },
  divider: { name: 'Divider' },
  sheeter: { name: 'Sheeter' },
  moulder: { name: 'Moulder' },
  holder: { name: 'Trays', count: '20' },
};

function thingDraft(type: ThingType, thing: Thing | (Omit<Mixer, 'kind'> & { type: string }), unit: TemperatureUnit): ThingDraft {
  const rows = (of: readonly object[], fields: readonly Field[]) => of.map((row) => writeFields(row, fields, unit));
  const own = OWN_ROWS[type];
  return {
    slug: thing.slug, type, fields: writeFields(thing, thingFields(type), unit), at: thing.at,
    out: rows(thing.out, THING_ROWS.out),
    own: own ? rows((thing as unknown as Record<ThingRows, readonly object[] | undefined>)[own] ?? [], THING_ROWS[own]) : [],
  };
} // prettier-ignore

/** A room with one temperature all day is as cold as it is warm. */
function roomShown({ air, ...room }: Room): object {
  const curve = typeof air === 'number' ? { coldest: air, warmest: air, warmestAt: 15 } : air;
  return { ...room, air: curve && { ...curve, at: clockOfHour(curve.warmestAt) } };
}

const clockOfHour = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

/**
 * Reads people and things from their fields into the settings of the bakehouse.
 *
 * @returns the settings, or a problem at each field that cannot be read: `hands.0.days.2`, `things.3.fields.dough`
 */
export function parseFloor(draft: FloorDraft, { bakehouse }: House, unit: TemperatureUnit): Result<House> {
  const problems: Problem[] = [];
  const rooms = draft.rooms.map((room, index) => readRoom(room, `rooms.${index}`, unit, problems));
  const slugs = slugsFor(draft.things);
  const roomNamed = (name: string) => {
    const wanted = name.trim().toLowerCase();
    return draft.rooms.findIndex(({ slug, fields }) => slug === wanted || (fields['name'] ?? '').trim().toLowerCase() === wanted);
  };
  const things = draft.things.map((thing, index) => {
    const at = `things.${index}`;
    const { room, ...fields } = readFields(`${at}.fields`, thing.fields, thingFields(thing.type), unit, problems);
    const stands = typeof room === 'string' ? roomNamed(room) : null;
    if (stands === -1) problems.push(problem(`${at}.fields.room`, 'There is no such room here.', 'Choose one of the rooms.'));
    const own = OWN_ROWS[thing.type];
    const rows = (list: 'out' | 'own', of: ThingRows) => thing[list].map((row, n) => readFields(`${at}.${list}.${n}`, row, THING_ROWS[of], unit, problems));
    return {
      ...fields, slug: slugs[index] ?? '', at: thing.at, out: rows('out', 'out'),
      room: stands === null || stands < 0 ? null : (rooms[stands]?.slug ?? null),
      ...(thing.type === 'mixer' ? { schema: 1, kind: fields['type'], type: undefined } : { kind: thing.type }),
      ...(own ? { [own]: rows('own', own) } : {}),
    };
  });
  const hands = readHands(draft.hands, problems);
  const house = readFields('house', draft.house, HOUSE_FIELDS, unit, problems);
  const rates = readRates(draft.rates, problems);
  const pieces = Object.entries(draft.pieces)
    .map(([product, texts]) => ({ product, ...readFields(`pieces.${product}`, texts, PIECE_FIELDS, unit, problems) }))
    .filter((each) => Object.values(each).some((value) => typeof value === 'number'));
  if (!draft.things.some(({ type }) => type === 'mixer'))
    problems.push(problem('things', 'There is no mixer left.', 'Keep at least one.'));
  if (problems.length > 0) return bad(...problems);
  const isMixer = (index: number) => draft.things[index]?.type === 'mixer';
  const { preheat, spare, quiet = null, prices = {}, ...counts } = house as Record<string, object | null>;
  const floor = parseWith(Floor, {
    ...bakehouse.floor, ...counts, quiet, prices: { ...prices, pieces }, rooms, hands, equipment: things.filter((_, index) => !isMixer(index)),
  });
  const mixers = parseWith(
    z.array(Mixer).max(50),
    things.filter((_, index) => isMixer(index)).map(({ type: _, ...mixer }: Record<string, unknown>) => mixer),
  );
  const typed = (list: 'mixers' | 'floor') => (each: Problem) => whereTyped(each, draft, list);
  if (!floor.ok || !mixers.ok)
    return bad(...(floor.ok ? [] : floor.problems.map(typed('floor'))), ...(mixers.ok ? [] : mixers.problems.map(typed('mixers'))));
  return good({
    bakehouse: { ...bakehouse, preheat: Number(preheat), spare: Number(spare), floor: floor.value, rates },
    mixers: mixers.value,
  });
} // prettier-ignore

/** Slugs of things: those that are new have one of their name that no other has. */
function slugsFor(things: readonly ThingDraft[]): string[] {
  const taken = new Set<string>([...COUNTED, ...things.map(({ slug }) => slug).filter(Boolean)]);
  return things.map(({ slug, type, fields }) => {
    if (slug !== '') return slug;
    const wanted = slugOf(fields['name'] ?? '') || type;
    let free = wanted;
    for (let n = 2; taken.has(free); n += 1) free = `${wanted}-${n}`;
    taken.add(free);
    return free;
  });
}

function readRoom({ slug, fields }: FloorDraft['rooms'][number], at: string, unit: TemperatureUnit, problems: Problem[]) {
  const { air, ...room } = readFields(`${at}.fields`, fields, ROOM_FIELDS, unit, problems) as { name?: string; air?: { coldest?: number; warmest?: number; at?: string } };
  const time = parseTimeOfDay(air?.at ?? '15:00');
  const [hour = 15, minute = 0] = (time.ok ? time.value : '15:00').split(':').map(Number);
  const [coldest, warmest] = [air?.coldest ?? air?.warmest, air?.warmest ?? air?.coldest];
  const curve = coldest === undefined || warmest === undefined ? null : coldest === warmest ? coldest : { coldest, warmest, warmestAt: hour + minute / 60 };
  return { ...room, slug: slug || slugOf(room.name ?? '') || 'room', air: curve };
} // prettier-ignore

function readRates(texts: Texts, problems: Problem[]): WorkRates {
  const rates: Record<string, number | Record<string, number>> = { shape: {} };
  for (const [path] of RATES) {
    const read = parseNumber(texts[path] ?? '');
    if (!read.ok) problems.push(...read.problems.map((each) => ({ ...each, path: `rates.${path}` })));
    const value = read.ok ? read.value : 0;
    const [head = '', tail] = path.split('.');
    if (tail === undefined) rates[head] = value;
    else rates[head] = { ...(rates[head] as Record<string, number>), [tail]: value };
  }
  return rates as unknown as WorkRates;
}

/** Where a problem of the settings is typed: `equipment.2.dough` is typed at `things.4.fields.dough`. */
function whereTyped(found: Problem, { things, pieces }: FloorDraft, list: 'mixers' | 'floor'): Problem {
  const [head = '', ...rest] = found.path.split('.');
  if (head === 'prices' && rest[0] === 'pieces') {
    const priced = Object.keys(pieces).filter((slug) => Object.values(pieces[slug] ?? {}).some((text) => text.trim() !== ''));
    return { ...found, path: `pieces.${priced[Number(rest[1])] ?? ''}.${rest[2] ?? ''}` };
  }
  if (list === 'floor' && head !== 'equipment')
    return /^(hands|rooms)$/.test(head)
      ? { ...found, path: head === 'rooms' ? [head, rest[0], 'fields', rest[1] === 'air' ? (rest[2] ?? 'coldest') : rest[1]].join('.') : found.path }
      : { ...found, path: `house.${HOUSE_FIELDS.find(({ path }) => path === found.path || path.startsWith(`${head}.`))?.name ?? head}` };
  const own = things.flatMap(({ type }, index) => ((type === 'mixer') === (list === 'mixers') ? [index] : []));
  const [place = '', ...inner] = list === 'mixers' ? [head, ...rest] : rest;
  const index = own[Number(place)];
  const [name = ''] = inner;
  if (index === undefined || place === '') return { ...found, path: 'things' };
  if (name === 'out') return { ...found, path: ['things', index, ...inner].join('.') };
  if (name in THING_ROWS) return { ...found, path: ['things', index, 'own', ...inner.slice(1)].join('.') };
  return { ...found, path: `things.${index}.fields.${name === 'slug' ? 'name' : name}` };
} // prettier-ignore
