import { canFail, lossOf } from '@jovet/core/plan/mishaps';
import { toldOf } from '@jovet/core/plan/changes';
import type { PlannedDay, ViewTask } from '@jovet/core/plan/explain';
import type { Actual, Mishap } from '@jovet/core/run';
import { nearestMoment, parseTimeOfDay } from '@jovet/core/time';
import { formatDuration, parseNumber, parseTemperature, type TemperatureUnit } from '@jovet/core/units';

/** What can go wrong, as it is called on the floor. */
export const MISHAPS = [
  { key: 'oven', name: 'An oven or a deck is out' },
  { key: 'cold', name: 'A retarder or a proof box is out' },
  { key: 'machine', name: 'A mixer or a machine is out' },
  { key: 'power', name: 'The power is gone' },
  { key: 'sick', name: 'Somebody is sick' },
  { key: 'late', name: 'Somebody comes later' },
  { key: 'more', name: 'More of something' },
  { key: 'fewer', name: 'An order is cancelled' },
  { key: 'van', name: 'A van leaves earlier' },
  { key: 'slow', name: 'A levain is late' },
  { key: 'dead', name: 'A levain is dead' },
  { key: 'dough', name: 'A dough is too warm or too cold' },
  { key: 'lost', name: 'A dough or a load is lost' },
] as const;
export type MishapKey = (typeof MISHAPS)[number]['key'];

/** A field of a mishap: what is typed there, and what stands there at first. */
export interface MishapField {
  readonly name: 'from' | 'back' | 'pieces' | 'minutes' | 'celsius';
  readonly label: string;
  readonly unit?: string;
  readonly value: string;
}

const FROM = (clock: string): MishapField => ({ name: 'from', label: 'Since', value: clock });

/** @param clock when it is now, as the clock of the bakehouse shows it */
export function fieldsOf(key: MishapKey, clock: string, back: string, unit: string): MishapField[] {
  const later = { name: 'back' as const, label: 'Back at', value: '' };
  switch (key) {
    case 'oven':
    case 'cold':
    case 'machine':
      return [FROM(clock), later];
    case 'power':
    case 'late':
      return [FROM(clock), { ...later, value: back }];
    case 'sick':
      return [FROM(clock)];
    case 'more':
      return [{ name: 'pieces', label: 'So many more', value: '30' }];
    case 'fewer':
      return [{ name: 'pieces', label: 'So many fewer', value: '' }];
    case 'van':
      return [{ name: 'minutes', label: 'Earlier by', unit: 'min', value: '30' }];
    case 'slow':
      return [{ name: 'minutes', label: 'Later by', unit: 'min', value: '60' }];
    case 'dough':
      return [{ name: 'celsius', label: 'It came out at', unit, value: '' }];
    case 'dead':
    case 'lost':
      return [];
  }
}

/** What was typed, read; or what is wrong with it, by field. */
export type ReadFields =
  | { readonly ok: true; readonly from: number; readonly back: number | null; readonly pieces: number | null; readonly minutes: number; readonly celsius: number }
  | { readonly ok: false; readonly problems: Readonly<Record<string, string>> }; // prettier-ignore

/**
 * Reads the fields of a mishap.
 *
 * @param now epoch seconds: times of the clock are those nearest to it
 */
export function readFields(key: MishapKey, typed: Readonly<Record<string, string>>, now: number, zone: string, unit: TemperatureUnit): ReadFields {
  const problems: Record<string, string> = {};
  const text = (name: string) => (typed[name] ?? '').trim();
  const moment = (name: string, around: number, empty: number | null): number | null => {
    if (text(name) === '') return empty;
    const time = parseTimeOfDay(text(name));
    if (time.ok) return nearestMoment(time.value, around, zone);
    problems[name] = time.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
    return empty;
  };
  const from = moment('from', now, Math.floor(now)) ?? Math.floor(now);
  const back = moment('back', from + 6 * 3600, null);
  if (back !== null && back <= from && !problems['back']) problems['back'] = 'That is before it began. Type a later time, or leave it empty.';
  if (key === 'late' && text('back') === '') problems['back'] = 'Say when they come, such as 04:00. Somebody who does not come is sick.';
  const whole = (name: string, least: number, most: number, empty: number | null): number | null => {
    if (text(name) === '' && empty === null) return null;
    const read = parseNumber(text(name));
    if (read.ok && Number.isInteger(read.value) && read.value >= least && read.value <= most) return read.value;
    problems[name] = `Type a whole number from ${least} to ${most}.`;
    return empty;
  };
  const asks = (name: MishapField['name']) => fieldsOf(key, '', '', '').some((field) => field.name === name);
  const pieces = asks('pieces') ? whole('pieces', 1, 20_000, key === 'fewer' ? null : 0) : null;
  const minutes = asks('minutes') ? (whole('minutes', 5, 720, 0) ?? 0) : 0;
  const degrees = asks('celsius') ? parseTemperature(text('celsius'), unit) : null;
  if (degrees && (!degrees.ok || degrees.value < 5 || degrees.value > 45)) problems['celsius'] = degrees.ok ? 'A dough is between 5 and 45 °C.' : degrees.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  if (Object.keys(problems).length > 0) return { ok: false, problems };
  return { ok: true, from, back, pieces, minutes, celsius: degrees?.ok ? degrees.value : 0 };
} // prettier-ignore

/** One thing that may have gone wrong, with what that says. */
export interface MishapChoice {
  readonly words: string;
  readonly more?: string;
  readonly mishaps: readonly Mishap[];
  /** A dough that was measured. */
  readonly actual?: Actual;
}

type Read = Extract<ReadFields, { ok: true }>;

/** What may have gone wrong of a kind on a day, with what was typed of it. */
export function choicesOf(key: MishapKey, day: PlannedDay, read: Read): MishapChoice[] {
  const { from: at, back: until, pieces, minutes } = read;
  const { input, view } = day;
  const begun = view.tasks.filter(({ start }) => start <= at);
  const things = canFail(input);
  const named = (kinds: readonly string[]) =>
    input.bakehouse.floor.equipment.filter(({ kind }) => kinds.includes(kind)).map(({ slug }) => slug);
  const out = (slugs: readonly string[]): MishapChoice[] =>
    things.flatMap(({ slug, name }) =>
      slugs.includes(slug) ? [{ words: name, mishaps: [{ kind: 'out', thing: slug, count: null, until }] }] : [],
    );
  switch (key) {
    case 'oven':
      return named(['oven']).flatMap((slug) => ofOven(day, slug, read));
    case 'cold':
      return out(named(['retarder', 'proof-box', 'freezer']));
    case 'machine':
      return out([...input.mixers.map(({ slug }) => slug), ...named(['divider', 'sheeter', 'moulder'])]);
    case 'power':
      return [{ words: 'There is no power', mishaps: [{ kind: 'power', until }] }];
    case 'sick':
    case 'late':
      return day.people.map((person) => ({ words: person, mishaps: [{ kind: 'away', person, until: key === 'sick' ? null : until }] }));
    case 'more':
    case 'fewer':
      return input.demand.flatMap(({ formula, product, drop, pieces: ordered }) => {
        if (ordered === 0) return [];
        const doc = input.formulas.find(({ slug }) => slug === formula)?.formula.doc;
        const name = doc?.products.find(({ slug }) => slug === product)?.name ?? product;
        const by = key === 'more' ? (pieces ?? 0) : -Math.min(ordered, pieces ?? ordered);
        const more = `${ordered} → ${ordered + by}`;
        return [{ words: `${name} for ${drop}`, more, mishaps: [{ kind: 'order', formula, product, drop, pieces: by }] }];
      });
    case 'van':
      return [...new Set(input.demand.map(({ drop }) => drop))].sort().map((drop) => {
        const to = earlier(drop, minutes);
        return { words: `The van of ${drop}`, more: `leaves at ${to}`, mishaps: [{ kind: 'van', drop, to }] };
      });
    case 'slow':
      return ripening(begun, view.tasks, at).map(({ id, note }) => ({ words: note.name, more: `${formatDuration(minutes * 60)} later`, mishaps: [{ kind: 'slow', task: id, minutes }] }));
    case 'dead':
      return ripening(begun, view.tasks, at).map(({ id, note }) => ({ words: note.name, mishaps: [{ kind: 'lost', task: id }] }));
    case 'dough':
      return mixed(begun, view.tasks, at).map(({ id, start, end, note }) => ({
        words: note.name, mishaps: [],
        actual: { task: id, start, end, temperature: read.celsius, seen: null, longer: 0, mass: null, confirmed: [] },
      }));
    case 'lost':
      return losses(day, begun, at);
  }
} // prettier-ignore

/** A time of the clock some minutes before another, on the same day. */
function earlier(drop: string, minutes: number): string {
  const [hour = 0, minute = 0] = drop.split(':').map(Number);
  const at = Math.max(0, hour * 60 + minute - minutes);
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
}

/** Pre-ferments that were made and have gone into no mix yet. */
const ripening = (begun: readonly ViewTask[], all: readonly ViewTask[], at: number): ViewTask[] =>
  begun.filter(({ note }) => note.kind === 'feed' && all.some((task) => task.note.kind === 'mix' && task.note.dough === note.dough && task.start > at)); // prettier-ignore

/** Doughs that were mixed and are not divided yet. */
const mixed = (begun: readonly ViewTask[], all: readonly ViewTask[], at: number): ViewTask[] =>
  begun.filter(({ note }) => note.kind === 'mix' && all.some((task) => task.note.kind === 'divide' && task.note.dough === note.dough && task.note.batch === note.batch && task.start > at)); // prettier-ignore

/** Loads that are in an oven at a moment. */
function inside(day: PlannedDay, slug: string, at: number): ViewTask[] {
  const { tasks } = day.view;
  const ovens = day.input.bakehouse.floor.equipment.filter(({ kind }) => kind === 'oven');
  return tasks.filter(({ note, start }) => {
    const out = tasks.find((task) => task.note.kind === 'out' && task.note.load === note.load && task.note.load !== undefined);
    const there = note.thing ?? (ovens.length === 1 ? ovens[0]?.slug : undefined);
    return note.kind === 'load' && there === slug && start <= at && out !== undefined && at < out.end;
  });
} // prettier-ignore

function ofOven(day: PlannedDay, slug: string, { from: at, back: until }: Read): MishapChoice[] {
  const oven = canFail(day.input).find((each) => each.slug === slug);
  if (!oven) return [];
  const loads = inside(day, slug, at);
  const out = (count: number | null): Mishap => ({ kind: 'out', thing: slug, count, until });
  const lost = (task: ViewTask): Mishap => ({ kind: 'lost', task: task.id });
  const nameOf = ({ note }: ViewTask) => `${note.pieces ?? ''} ${note.name}`.trim();
  const on = loads.length > 0 ? { more: 'what is in it bakes on' } : {};
  return [
    ...(oven.count > 1
      ? [
          { words: `One deck of ${oven.name}`, ...on, mishaps: [out(1)] },
          ...loads.map((load) => ({ words: `One deck of ${oven.name}`, more: `${nameOf(load)} in it are lost`, mishaps: [out(1), lost(load)] })),
        ]
      : []),
    { words: `All of ${oven.name}`, ...on, mishaps: [out(null)] },
    ...(loads.length > 0
      ? [{ words: `All of ${oven.name}`, more: `${loads.map(nameOf).join(', ')} in it are lost`, mishaps: [out(null), ...loads.map(lost)] }]
      : []),
  ];
} // prettier-ignore

/** Doughs and loads that were begun and are not packed yet. */
function losses(day: PlannedDay, begun: readonly ViewTask[], at: number): MishapChoice[] {
  const { tasks } = day.view;
  const told = toldOf(day.view);
  const open = (task: ViewTask) => {
    const packs = tasks.filter(({ note }) => note.kind === 'pack' && note.dough === task.note.dough && note.batch === task.note.batch);
    return packs.some((pack) => (task.note.load === undefined || pack.note.load === task.note.load) && pack.start > at);
  };
  const doughs = begun.filter(({ note }) => note.kind === 'mix' || note.kind === 'load').filter(open);
  return doughs.flatMap(({ id, note }): MishapChoice[] => {
    const loss = lossOf({ told }, id);
    // A load that is all of its dough is said once.
    if (!loss || (note.kind === 'load' && loss.of !== 'load')) return [];
    const pieces = loss.pieces.map((each) => `${each.pieces} ${each.name}`).join(', ');
    const words = loss.of === 'load' ? `The load of ${pieces}` : `The dough of ${loss.name}`;
    return [{ words, ...(loss.of === 'load' ? {} : { more: pieces }), mishaps: [{ kind: 'lost', task: id }] }];
  });
} // prettier-ignore
