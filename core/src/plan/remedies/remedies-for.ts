import { mishapsOf, type KnownMishap } from '../../run/index.ts';
import { addDays, datesAround, localTime, resolveLocal } from '../../time/index.ts';
import { firstOf, mayRetard, piecesOf, proofAt } from '../../formula/way/index.ts';
import {
  shiftsOn,
  SKILLS,
  warmestProof,
  WEEK,
  type ClockSpan,
  type Floor,
  type Hand,
} from '../../bakehouse/index.ts';
import { ofKind } from '../../equipment/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { DayInput } from '../demand/index.ts';
import { loads } from '../instance/index.ts';
import { afterMishaps } from '../mishaps/index.ts';
import type { Network } from '../network/index.ts';
import type { Answer } from '../planning.ts';
import { taskWords } from '../explain/index.ts';
import { proofOf } from './remedied.ts';
import type { Remedy } from './remedy.ts';
import { troubleOf, type Trouble } from './trouble.ts';

/** Remedies that are taken together. */
export type Option = readonly Remedy[];
/** Options of which one does more than another: the least first. */
export type Family = readonly Option[];

/**
 * What might help a day that has no plan: each is to be planned before it is offered.
 *
 * @param left formulas whose doughs find no place, as far as that is known
 * @returns the likeliest first; of a family the last helps if any does
 *
 * @example
 * const [day, none] = [demoDay(), { tasks: [], ways: [] }];
 * const network = networkOf(day);
 * assert.ok(network.ok);
 * const families = remediesFor(day, network.value, { verdict: 'not-found', schedule: none, faults: [], partial: null }, ['oat-tin']);
 * assert.deepEqual(families[0]?.[0], [{ kind: 'later', formula: 'oat-tin', minutes: 30 }]);
 */
export function remediesFor(said: DayInput, network: Network, answer: Answer, left: readonly string[] = []): Family[] {
  const input = afterMishaps(said);
  if (answer.verdict === 'planned') return waysOn(network).map((each) => [[each]]);
  const trouble = troubleOf(input, network, answer);
  const unpinned = trouble.pinned.map((task): Remedy => ({
    kind: 'unpin', task: network.instance.tasks[task]?.id ?? '', name: taskWords(network, task),
  }));
  const more = trouble.things.map(({ of, name, count }): Remedy => ({ kind: 'more', of, name, count }));
  const slugs = trouble.doughs.flatMap((key) => network.doughs.find((each) => each.key === key)?.slug ?? []);
  const set = left.length > 0 ? left : [...new Set(slugs)].slice(0, 1);
  return [
    ...[...unpinned, ...swaps(network, trouble.pinned), ...more].map((each): Family => [[each]]),
    ...withHands(input, mishapsOf(said.events), network, trouble),
    ...(set.length > 0 ? ofSet(set) : []),
    ...[...new Set([...set, ...slugs])].flatMap((formula) => ofDough(input, network, formula, trouble)),
    ...slugs.filter((slug) => set.length !== 1 || slug !== set[0]).flatMap((slug) => ofSet([slug])),
  ];
} // prettier-ignore

/** More hands when they are short: one more pair, those who are off that day, others longer. */
function withHands(input: DayInput, happened: readonly KnownMishap[], network: Network, trouble: Trouble): Family[] {
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
  const able = floor.hands.filter((hand) => !gone.includes(hand.name) && hand.skills.some((skill) => skills.includes(skill)));
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
  return [...called, ...longer, hands];
} // prettier-ignore

/** Somebody who is off comes for a while, where their rest before and after is long enough. */
function calledIn({ date, bakehouse: { floor, zone } }: DayInput, person: Hand, { from, to }: { from: number; to: number }): Remedy | null {
  const shifts = datesAround(date, 2, 2).flatMap((day) =>
    shiftsOn(person, day).flatMap((shift): [number, number][] => {
      const begin = resolveLocal(day, shift.from, zone);
      const end = resolveLocal(shift.to > shift.from ? day : addDays(day, 1), shift.to, zone);
      return begin.ok && end.ok ? [[begin.value, end.value]] : [];
    }),
  );
  const rest = floor.limits.rest * 3600;
  const begin = localTime(from, zone);
  const isOff = shiftsOn(person, begin.date).length === 0 && !person.away.some((each) => each.from <= begin.date && begin.date <= each.to);
  if (!isOff || shifts.some(([a, b]) => a < to + rest && from < b + rest)) return null;
  return { kind: 'called', name: person.name, date: begin.date, from: begin.time, to: localTime(to, zone).time };
} // prettier-ignore

/** Some doughs later, or less of them. */
const ofSet = (formulas: readonly string[]): Family[] => [
  LATER.map((minutes) => formulas.map((formula): Remedy => ({ kind: 'later', formula, minutes }))),
  FEWER.map((percent) => formulas.map((formula): Remedy => ({ kind: 'fewer', formula, percent }))),
];

/** What may be made otherwise of a dough. */
function ofDough(input: DayInput, network: Network, formula: string, { things }: Trouble): Family[] {
  const dough = network.doughs.find((each) => each.slug === formula);
  if (!dough) return [];
  const { key, formula: { doc, ingredients } } = dough;
  const { culture = 0 } = network.models.find((model) => model.key === key)?.leavening ?? {};
  const around = proofOf(input, proofAt(doc, dough.order[0]?.product ?? ''));
  const found: Remedy[] = [];
  // A dead pre-ferment: what it should have raised is raised by yeast alone.
  const lacks = network.notes.some(({ kind, dough: of, done }) => kind === 'feed' && of === key && !done);
  if (input.now !== null && lacks && ingredients.some(({ kind }) => kind === 'yeast'))
    found.push({ kind: 'share', formula, percent: 0, yeast: true });
  if (around + 2 <= warmestProof(doc.type, culture > 0)) found.push({ kind: 'proof', formula, by: 2 });
  const hasCold = ofKind(input.bakehouse.floor, 'retarder').length > 0;
  for (const { product } of hasCold ? dough.order : []) {
    const name = doc.products.find(({ slug }) => slug === product)?.name ?? product;
    if (firstOf(piecesOf(doc, product), 'proof') && !mayRetard(doc, product)) found.push({ kind: 'cold', formula, product, name });
  }
  if (things.length > 0) found.push({ kind: 'lighter', formula, percent: 10 });
  return found.map((each) => [[each]]);
} // prettier-ignore

/** Minutes by which a van leaves later, and percent of pieces that are left out. */
const [LATER, FEWER] = [
  [30, 60, 120, 240],
  [10, 25, 50, 100],
] as const;

/** Whether a shift is no longer than it may be, and leaves so much rest until it begins the next day. */
function isAllowed({ from, to }: ClockSpan, { shift, rest }: Floor['limits']): boolean {
  const minutes = (time: string) => time.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
  const hours = ((((minutes(to) - minutes(from)) % 1440) + 1440) % 1440) / 60;
  return hours <= shift && 24 - hours >= rest;
}

/** What a dough that was begun is not enough for may be made of otherwise. */
function waysOn({ doughs }: Network): Remedy[] {
  return doughs.flatMap(({ slug, formula, scaled, short }): Remedy[] => {
    const [first] = short;
    if (!first) return [];
    const again: Remedy = { kind: 'again', formula: slug };
    const wanted = short.reduce((sum, { lot, given }) => sum + (lot.pieces - given) * lot.scaledWeight, 0);
    const percent = Math.floor((100 * scaled.dough) / (scaled.dough + wanted));
    // What is mixed already stays as it is.
    if (first.of === 'dough' || percent < 10) return [again];
    const yeasted = formula.ingredients.some(({ kind }) => kind === 'yeast');
    const share = (yeast: boolean): Remedy => ({ kind: 'share', formula: slug, percent, yeast });
    return [again, share(false), ...(yeasted ? [share(true)] : [])];
  });
}
/** A load that is held and in the way may change places with any other that is held. */
function swaps(network: Network, pinned: readonly number[]): Remedy[] {
  const held = network.instance.tasks.flatMap((one, task) => {
    const { id, first, last } = one;
    return loads(one) && first === last && !network.notes[task]?.done ? [{ task, id, first }] : [];
  });
  return held.flatMap((one, index) =>
    held
      .slice(index + 1)
      .filter((other) => other.first !== one.first && [one, other].some(({ task }) => pinned.includes(task)))
      .map((other): Remedy => ({
        kind: 'swap',
        tasks: [one.id, other.id],
        names: [taskWords(network, one.task), taskWords(network, other.task)],
      })),
  );
}

/** A wall-clock time some minutes later, also past midnight. */
const moved = (time: string, minutes: number): string => {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  const at = (((hour * 60 + minute + minutes) % 1440) + 1440) % 1440;
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
};
