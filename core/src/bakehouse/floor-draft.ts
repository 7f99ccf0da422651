import { slugOf } from '../formula/index.ts';
import { bad, good, parseWith, problem, type Problem, type Result } from '../problem/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import {
  formatTemperature,
  parseMass,
  parseNumber,
  parseTemperature,
  type TemperatureUnit,
} from '../units/index.ts';
import { Floor, type ClockSpan } from './floor.ts';
import type { Skill } from './skills.ts';
import type { Bakehouse, WorkRates } from './schema.ts';

/** People and things of a bakehouse as they stand in fields. */
export interface FloorDraft {
  readonly hands: readonly {
    readonly name: string;
    readonly skills: readonly Skill[];
    readonly shift: string;
    readonly breaks: string;
  }[];
  readonly holders: readonly {
    readonly slug: string;
    readonly name: string;
    readonly count: string;
    readonly bakes: boolean;
    /** `60 × 40 cm`; empty: not said. */
    readonly size: string;
  }[];
  /** Single fields, by their name. */
  readonly things: Readonly<Record<ThingKey, string>>;
  readonly oven: Pick<Floor['oven'], 'loader' | 'shared' | 'fan' | 'steam' | 'hotSide'>;
  /** Seconds of work, by the name of the rate. */
  readonly rates: Readonly<Record<string, string>>;
}

export const THINGS = [
  'coldest', 'warmest', 'warmestAt', 'bench', 'tubs', 'proofBox', 'proofBoxAt', 'retarder', 'retarderAt', 'retarderMost', 'decks', 'deckWidth', 'deckDepth', 'heater', 'stone',
  'recovery', 'racks', 'onRack', 'preheat', 'spare', 'quiet', 'over', 'packWithin', 'packRyeWithin',
] as const; // prettier-ignore
export type ThingKey = (typeof THINGS)[number];

/** Rates of work in the order in which they are shown: name, path, what they are for. */
export const RATES = [
  ['weighBase', 'Weigh, to begin with'],
  ['weighIngredient', 'Weigh, each ingredient'],
  ['foldBase', 'Fold, each tub'],
  ['foldKilogram', 'Fold, each kg'],
  ['turnBase', 'Lock in or turn, each dough'],
  ['turnKilogram', 'Lock in or turn, each kg'],
  ['divide', 'Divide, each piece'],
  ['preshape', 'Pre-shape, each piece'],
  ['shape.round', 'Shape round, each piece'],
  ['shape.long', 'Shape long, each piece'],
  ['shape.baguette', 'Shape a baguette'],
  ['shape.roll', 'Shape a roll'],
  ['shape.oval', 'Shape oval, each piece'],
  ['shape.knot', 'Tie a knot'],
  ['shape.twist', 'Shape a twist'],
  ['shape.crescent', 'Roll up a crescent'],
  ['shape.tin', 'Shape for a tin, each piece'],
  ['shape.sheet', 'Roll out a sheet'],
  ['shape.flat', 'Press a flat'],
  ['shape.filled', 'Shape a filled piece'],
  ['assemble', 'Wrap a core, each piece'],
  ['fill', 'Fill, each piece'],
  ['cut', 'Cut again, each piece'],
  ['score', 'Score, each piece'],
  ['dip', 'Dip, each piece'],
  ['bath', 'Set up a bath and clear it'],
  ['wash', 'Wash, each piece'],
  ['top', 'Top, each piece'],
  ['dock', 'Dock, each piece'],
  ['stencil', 'Stencil, each piece'],
  ['load', 'Load by peel, each piece'],
  ['unload', 'Take out, each piece'],
  ['unmould', 'Unmould, each piece'],
  ['brush', 'Brush, each piece'],
  ['glaze', 'Glaze, each piece'],
  ['syrup', 'Soak with syrup, each piece'],
  ['dust', 'Dust, each piece'],
  ['cover', 'Cover, each piece'],
  ['slice', 'Slice, each loaf'],
  ['wrap', 'Wrap, each piece'],
  ['freeze', 'Freeze, each piece'],
  ['pack', 'Pack, each piece'],
] as const;

const short = (value: number): string => String(Number(value.toFixed(2)));
const spanText = ({ from, to }: ClockSpan): string => `${from} to ${to}`;

/** What stands in the fields of a bakehouse. */
export function draftOfFloor(bakehouse: Bakehouse, unit: TemperatureUnit): FloorDraft {
  const { floor, rates } = bakehouse;
  const degrees = (celsius: number) => formatTemperature(celsius, unit, 1).replace(/ °[CF]$/, '').replace(/\.0$/, '');
  const room = floor.room ?? bakehouse.usual.room;
  const curve = typeof room === 'number' ? { coldest: room, warmest: room, warmestAt: 15 } : room;
  const rate = (path: string) => {
    const [head = '', tail] = path.split('.');
    const value = (rates as unknown as Record<string, number | Record<string, number>>)[head];
    return short(typeof value === 'object' ? (value[tail ?? ''] ?? 0) : (value ?? 0));
  };
  return {
    hands: floor.hands.map(({ name, skills, shift, breaks }) => ({
      name, skills, shift: spanText(shift), breaks: breaks.map(spanText).join(', '),
    })),
    holders: floor.holders.map(({ slug, name, count, bakes, size }) => ({
      slug, name, count: String(count), bakes,
      size: size ? `${short(size.length * 100)} × ${short(size.width * 100)} cm` : '',
    })),
    things: {
      coldest: degrees(curve.coldest), warmest: degrees(curve.warmest), warmestAt: clockOfHour(curve.warmestAt),
      bench: short(floor.bench), tubs: String(floor.tubs),
      proofBox: floor.proofBox ? `${short(floor.proofBox.dough)} kg` : '',
      proofBoxAt: floor.proofBox?.temperature ? degrees(floor.proofBox.temperature) : '',
      retarder: floor.retarder ? `${short(floor.retarder.dough)} kg` : '',
      retarderAt: floor.retarder ? degrees(floor.retarder.temperature) : '',
      retarderMost: floor.retarder ? short(floor.retarder.most) : '',
      decks: String(floor.oven.decks), deckWidth: short(floor.oven.width), deckDepth: short(floor.oven.depth),
      heater: short(floor.oven.heater), stone: short(floor.oven.stone), recovery: floor.oven.recovery === null ? '' : short(floor.oven.recovery),
      racks: floor.racks ? String(floor.racks.count) : '', onRack: floor.racks ? `${short(floor.racks.bread)} kg` : '',
      preheat: short(bakehouse.preheat), spare: short(bakehouse.spare),
      quiet: floor.quiet ? spanText(floor.quiet) : '', over: short(floor.over),
      packWithin: short(floor.packWithin.other), packRyeWithin: short(floor.packWithin.rye),
    },
    oven: {
      loader: floor.oven.loader, shared: floor.oven.shared, fan: floor.oven.fan,
      steam: floor.oven.steam, hotSide: floor.oven.hotSide,
    },
    rates: Object.fromEntries(RATES.map(([path]) => [path, rate(path)])),
  };
} // prettier-ignore

const clockOfHour = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

/** One temperature all day long, or a curve. */
const roomOf = (coldest: number, warmest: number, warmestAt: number): Floor['room'] =>
  coldest === warmest ? coldest : { coldest, warmest, warmestAt };

/** Reads `02:00 to 10:30`, `2-10.30`. */
export function parseSpan(text: string): Result<ClockSpan> {
  const [, a = '', b = ''] = /^(.+?)\s*(?:to|until|–|-)\s*(.+)$/i.exec(text.trim()) ?? [];
  const [from, to] = [parseTimeOfDay(a), parseTimeOfDay(b)];
  return from.ok && to.ok
    ? good({ from: from.value, to: to.value })
    : bad(problem('', `“${text}” is not from one time to another.`, 'Type it as 02:00 to 10:30.'));
}

/**
 * Reads people and things from their fields into the settings of the bakehouse.
 *
 * @returns the settings, or a problem at each field that cannot be read: `hands.0.shift`, `things.tubs`
 */
export function parseFloor(draft: FloorDraft, bakehouse: Bakehouse, unit: TemperatureUnit): Result<Bakehouse> {
  const problems: Problem[] = [];
  const take = <T>(path: string, read: Result<T>, instead: T): T => {
    if (read.ok) return read.value;
    problems.push(...read.problems.map((each) => ({ ...each, path })));
    return instead;
  };
  const { things } = draft;
  const number = (key: ThingKey) => take(`things.${key}`, parseNumber(things[key]), 0);
  const degrees = (key: ThingKey) => take(`things.${key}`, parseTemperature(things[key], unit), 0);
  const mass = (key: ThingKey) => take(`things.${key}`, parseMass(things[key], 'kg'), 1);
  const NO_SPAN = { from: '00:00', to: '00:00' };
  const warmestAt = take('things.warmestAt', parseTimeOfDay(things.warmestAt), '15:00');
  const [hour = 0, minute = 0] = warmestAt.split(':').map(Number);
  const named = (path: string, name: string) => {
    if (name.trim() === '') problems.push(problem(path, 'This has no name.', 'Type one, or take the line away.'));
    return name.trim();
  };
  const floor = {
    ...bakehouse.floor,
    room: roomOf(degrees('coldest'), degrees('warmest'), hour + minute / 60),
    hands: draft.hands.map((each, index) => {
      if (each.skills.length === 0)
        problems.push(problem(`hands.${index}.skills`, 'This person can do nothing.', 'Choose what they are good at.'));
      return {
        name: named(`hands.${index}.name`, each.name),
        skills: [...each.skills],
        shift: take(`hands.${index}.shift`, parseSpan(each.shift), NO_SPAN),
        breaks: each.breaks
          .split(/[,;]/)
          .filter((text) => text.trim() !== '')
          .map((text) => take(`hands.${index}.breaks`, parseSpan(text), NO_SPAN)),
      };
    }),
    holders: draft.holders.map(({ slug, name, count, bakes, size }, index) => ({
      slug: slug === '' ? slugOf(name) : slug,
      bakes,
      name: named(`holders.${index}.name`, name),
      count: take(`holders.${index}.count`, parseNumber(count), 0),
      size: size.trim() === '' ? null : take(`holders.${index}.size`, parseSize(size), { length: 1, width: 1 }),
    })),
    bench: number('bench'), tubs: number('tubs'), over: number('over'), packWithin: { other: number('packWithin'), rye: number('packRyeWithin') },
    proofBox:
      things.proofBox.trim() === ''
        ? null
        : { dough: mass('proofBox'), temperature: things.proofBoxAt.trim() === '' ? null : degrees('proofBoxAt') },
    retarder:
      things.retarder.trim() === ''
        ? null
        : { dough: mass('retarder'), temperature: degrees('retarderAt'), most: number('retarderMost') },
    racks: things.racks.trim() === '' ? null : { count: number('racks'), bread: mass('onRack') },
    oven: {
      ...draft.oven, decks: number('decks'), stone: number('stone'),
      width: number('deckWidth'), depth: number('deckDepth'), heater: number('heater'),
      recovery: things.recovery.trim() === '' ? null : number('recovery'),
    },
    quiet: things.quiet.trim() === '' ? null : take('things.quiet', parseSpan(things.quiet), NO_SPAN),
  };
  const rates: Record<string, number | Record<string, number>> = { shape: {} };
  for (const [path] of RATES) {
    const value = take(`rates.${path}`, parseNumber(draft.rates[path] ?? ''), 0);
    const [head = '', tail] = path.split('.');
    if (tail === undefined) rates[head] = value;
    else rates[head] = { ...(rates[head] as Record<string, number>), [tail]: value };
  }
  const [preheat, spare] = [number('preheat'), number('spare')];
  if (problems.length > 0) return bad(...problems);
  const parsed = parseWith(Floor, floor);
  if (!parsed.ok) return bad(...parsed.problems.map((each) => ({ ...each, path: fieldOf(each.path) })));
  return good({ ...bakehouse, preheat, spare, floor: parsed.value, rates: rates as unknown as WorkRates });
} // prettier-ignore

/** `60 × 40 cm`, `0.6 x 0.4 m`; centimetres where it does not say. */
function parseSize(text: string): Result<{ length: number; width: number }> {
  const [, one, other, unit] =
    /^\s*([\d.,]+)\s*(?:cm|m)?\s*[x×*]\s*([\d.,]+)\s*(cm|m)?\s*$/i.exec(text) ?? [];
  const [length, width] = [parseNumber(one ?? ''), parseNumber(other ?? '')];
  if (!length.ok || !width.ok || length.value <= 0 || width.value <= 0)
    return bad(problem('size', `“${text}” is not a length and a width.`, 'Write both: 60 × 40 cm.'));
  const metre = unit?.toLowerCase() === 'm' ? 1 : 0.01;
  return good({ length: length.value * metre, width: width.value * metre });
}

/** The field that a part of the floor stands in. */
const FIELDS: Readonly<Record<string, string>> = {
  'room.coldest': 'coldest', 'room.warmest': 'warmest', 'oven.decks': 'decks', 'oven.width': 'deckWidth', 'oven.depth': 'deckDepth', 'oven.heater': 'heater', 'oven.stone': 'stone', 'oven.recovery': 'recovery',
  'packWithin.other': 'packWithin', 'packWithin.rye': 'packRyeWithin', 'racks.count': 'racks', 'racks.bread': 'onRack', 'proofBox.dough': 'proofBox', 'proofBox.temperature': 'proofBoxAt', 'retarder.dough': 'retarder', 'retarder.temperature': 'retarderAt', 'retarder.most': 'retarderMost',
}; // prettier-ignore
const fieldOf = (path: string): string =>
  /^(hands|holders)\./.test(path) ? path : `things.${FIELDS[path] ?? path}`;
