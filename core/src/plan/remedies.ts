import { datesAround, localTime } from '../time/index.ts';
import { formatDuration, formatNumber } from '../units/index.ts';
import { ferments } from '../formula/scale/index.ts';
import type { Formula, FormulaDoc } from '../formula/index.ts';
import {
  alsoCold,
  firstOf,
  mayRetard,
  piecesOf,
  proofAt,
  proofingAt,
  withOwnWay,
  withSteps,
} from '../formula/way/index.ts';
import {
  shiftsOn,
  SKILLS,
  warmestProof,
  WEEK,
  type ClockSpan,
  type Floor,
  type Skill,
} from '../bakehouse/index.ts';
import { ofKind, withThing } from '../equipment/index.ts';
import { SLOT } from '../dough/index.ts';
import type { DayInput, Pin } from './demand/index.ts';
import { loads } from './instance/index.ts';
import type { Network } from './network/index.ts';
import type { Answer } from './planning.ts';
import type { Remedy } from './remedy.ts';
import { lacking, taskWords } from './explain/index.ts';

/** °C that pieces proof at: of the box, where it has one for all. */
const proofOf = ({ bakehouse: { floor, usual } }: DayInput, asked: number | null): number =>
  (asked === null ? null : boxAt(floor)) ?? asked ?? usual.room;

/** °C of the proof box, where it has one for all of it; null: it has not. */
const boxAt = (floor: Floor): number | null =>
  ofKind(floor, 'proof-box').find(({ temperature }) => temperature !== null)?.temperature ?? null;

/** A day changed by a remedy. */
export function remedied(input: DayInput, remedy: Remedy): DayInput {
  const { bakehouse } = input;
  const withFloor = (floor: Partial<DayInput['bakehouse']['floor']>): DayInput => ({
    ...input,
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, ...floor } },
  });
  const withFormula = (slug: string, change: (doc: FormulaDoc) => FormulaDoc): DayInput => ({
    ...input,
    formulas: input.formulas.map((each) =>
      each.slug === slug ? { ...each, formula: { ...each.formula, doc: change(each.formula.doc) } } : each,
    ),
  });
  const { floor } = bakehouse;
  switch (remedy.kind) {
    case 'hands':
      return withFloor({ hands: [...floor.hands, remedy.hand] });
    case 'shift':
      return withFloor({
        hands: floor.hands.map((hand) => {
          const { name, from, to } = remedy;
          if (hand.name !== name) return hand;
          const moved = <Shift>(shifts: readonly Shift[]) => shifts.map((shift) => ({ ...shift, from, to }));
          return { ...hand, rota: moved(hand.rota), dates: moved(hand.dates) };
        }),
      });
    case 'later':
      return {
        ...input,
        demand: input.demand.map((line) =>
          line.formula === remedy.formula ? { ...line, drop: later(line.drop, remedy.minutes) } : line,
        ),
      };
    case 'more':
      return withFloor(moreOf(floor, remedy.of, remedy.count));
    case 'cold':
      return withFormula(remedy.formula, (doc) =>
        withOwnWay(doc, remedy.product, (steps) =>
          steps.map((step) => (step.kind === 'proof' ? alsoCold(step) : step)),
        ),
      );
    case 'again':
      return { ...input, again: [...new Set([...input.again, remedy.formula])] };
    case 'share':
      return {
        ...input,
        formulas: input.formulas.map((each) =>
          each.slug === remedy.formula ? { ...each, formula: withShare(each.formula, remedy) } : each,
        ),
      };
    case 'proof':
      if (boxAt(floor) !== null)
        return withFloor({
          equipment: floor.equipment.map((thing) =>
            thing.kind === 'proof-box' && thing.temperature !== null
              ? { ...thing, temperature: thing.temperature + remedy.by }
              : thing,
          ),
        });
      return withFormula(remedy.formula, (doc) => {
        const around = (proofAt(doc, doc.products[0]?.slug ?? '') ?? bakehouse.usual.room) + remedy.by;
        return withSteps(doc, (step) => proofingAt(step, around));
      });
    case 'lighter':
      return {
        ...input,
        demand: input.demand.map((line) =>
          line.formula === remedy.formula
            ? { ...line, scaledWeight: Math.round(line.scaledWeight * (1000 - remedy.percent * 10)) / 1000 }
            : line,
        ),
      };
    case 'fewer':
      return {
        ...input,
        demand: input.demand.map((line) =>
          line.formula === remedy.formula ? { ...line, pieces: fewer(line.pieces, remedy.percent) } : line,
        ),
      };
    case 'unpin':
    case 'swap':
      return { ...input, pins: pinsAfter(input.pins, remedy) };
  }
}

/** Times that tasks are held at after a remedy that is about nothing else. */
export function pinsAfter(pins: readonly Pin[], remedy: Extract<Remedy, { kind: 'unpin' | 'swap' }>): Pin[] {
  if (remedy.kind === 'unpin') return pins.filter(({ task }) => task !== remedy.task);
  const [one, other] = remedy.tasks.map((task) => pins.find((pin) => pin.task === task));
  if (!one || !other) return [...pins];
  return pins.map((pin) =>
    pin === one ? { ...pin, at: other.at } : pin === other ? { ...pin, at: one.at } : pin,
  );
}

const moreOf = (floor: Floor, of: string, count: number): Floor =>
  of === 'tubs'
    ? { ...floor, tubs: floor.tubs + count }
    : withThing(floor, of, (thing) =>
        thing.kind === 'holder' ? { ...thing, count: thing.count + count } : thing,
      );

const fewer = (pieces: number, percent: number): number => Math.floor(pieces * (1 - percent / 100) + 1e-9);

/** A wall-clock time some minutes later, on the same day. */
function later(drop: string, minutes: number): string {
  const [hour = 0, minute = 0] = drop.split(':').map(Number);
  const at = Math.min(23 * 60 + 55, Math.max(0, hour * 60 + minute + minutes));
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
}

/** A remedy as words on a button. */
export function remedyWords(input: DayInput, remedy: Remedy): string {
  const nameOf = (slug: string) => input.formulas.find((each) => each.slug === slug)?.formula.doc.name ?? slug;
  switch (remedy.kind) {
    case 'hands':
      return `One more pair of hands ${remedy.hand.rota[0]?.from ?? ''} to ${remedy.hand.rota[0]?.to ?? ''}`;
    case 'shift':
      return `${remedy.name} works ${remedy.from} to ${remedy.to}`;
    case 'later':
      return `${nameOf(remedy.formula)} leaves ${formatDuration(remedy.minutes * 60)} later`;
    case 'more':
      return `${remedy.count === 1 ? 'One more of the' : `${remedy.count} more`} ${remedy.name}`;
    case 'cold':
      return `${remedy.name} may proof in the cold`;
    case 'proof': {
      const doc = input.formulas.find(({ slug }) => slug === remedy.formula)?.formula.doc;
      const to = proofOf(input, doc ? proofAt(doc, doc.products[0]?.slug ?? '') : null) + remedy.by;
      if (boxAt(input.bakehouse.floor) !== null) return `The proof box stands at ${formatNumber(to, 0)} °C`;
      return `${nameOf(remedy.formula)} proofs ${remedy.by > 0 ? 'warmer' : 'colder'}, at ${formatNumber(to, 0)} °C`;
    }
    case 'lighter':
      return `${nameOf(remedy.formula)} ${formatNumber(remedy.percent, 0)} % lighter`;
    case 'fewer': {
      const own = input.demand.filter(({ formula }) => formula === remedy.formula).map(({ pieces }) => pieces);
      const [before, after] = [own, own.map((pieces) => fewer(pieces, remedy.percent))].map((all) => all.reduce((sum, each) => sum + each, 0));
      return `${nameOf(remedy.formula)}: ${after ?? 0} pieces instead of ${before ?? 0}`;
    }
    case 'again':
      return `A second dough of ${nameOf(remedy.formula)} for the rest`;
    case 'share':
      return `${nameOf(remedy.formula)} with ${formatNumber(remedy.percent, 0)} % of its pre-ferment${remedy.yeast ? ' and more yeast' : ''}`;
    case 'unpin':
      return `Let go of the time to ${remedy.name}`;
    case 'swap':
      return `Change places: ${remedy.names[0]} and ${remedy.names[1]}`;
  }
} // prettier-ignore

/** Which doughs and hands a conflict is about. */
interface Trouble {
  readonly doughs: readonly string[];
  readonly pinned: readonly number[];
  readonly skills: number;
  readonly things: readonly { readonly of: string; readonly name: string; readonly count: number }[];
  /** Slots. */
  readonly from: number;
  readonly to: number;
}

/**
 * What might help a day that has no plan: each is to be planned before it is offered.
 *
 * @returns the likeliest first
 */
export function remediesFor(input: DayInput, network: Network, answer: Answer): Remedy[] {
  if (answer.verdict === 'planned') return waysOn(network);
  const trouble = troubleOf(network, answer);
  const { floor, zone } = input.bakehouse;
  const remedies: Remedy[] = trouble.pinned.map((task) => ({
    kind: 'unpin',
    task: network.instance.tasks[task]?.id ?? '',
    name: taskWords(network, task),
  }));
  remedies.push(...swaps(network, trouble.pinned));
  for (const { of, name, count } of trouble.things) remedies.push({ kind: 'more', of, name, count });
  const clock = (slot: number) => localTime(network.instance.origin + slot * SLOT, zone).time;
  const skills = SKILLS.filter((_, index) => trouble.skills & (1 << index));
  if (skills.length > 0) {
    const from = Math.floor(Math.max(0, trouble.from - 12) / 12) * 12;
    const hand = {
      name: 'One more',
      skills: [...skills] as Skill[],
      helps: [],
      learns: [],
      breaks: [],
      away: [],
      dates: [],
    };
    remedies.push({
      kind: 'hands',
      hand: {
        ...hand,
        rota: [
          {
            from: clock(from),
            to: clock(Math.min(Math.max(from + 48, trouble.to + 12), from + floor.limits.shift * 12)),
            days: [...WEEK],
          },
        ],
      },
    });
    for (const person of floor.hands) {
      const { name, skills: can } = person;
      const [shift] = datesAround(input.date, 1, 0)
        .toReversed()
        .flatMap((date) => shiftsOn(person, date));
      if (!shift || !can.some((skill) => skills.includes(skill))) continue;
      for (const { from, to } of [
        { ...shift, from: moved(shift.from, -120) },
        { ...shift, to: moved(shift.to, 120) },
      ])
        if (isAllowed({ from, to }, floor.limits)) remedies.push({ kind: 'shift', name, from, to });
    }
  }
  for (const key of trouble.doughs) {
    const dough = network.doughs.find((each) => each.key === key);
    if (!dough) continue;
    const { doc } = dough.formula;
    const { culture = 0 } = network.models.find((model) => model.key === key)?.leavening ?? {};
    const around = proofOf(input, proofAt(doc, dough.order[0]?.product ?? ''));
    if (around + 2 <= warmestProof(doc.type, culture > 0))
      remedies.push({ kind: 'proof', formula: dough.slug, by: 2 });
    if (ofKind(floor, 'retarder').length > 0)
      for (const { product } of dough.order) {
        const name = doc.products.find(({ slug }) => slug === product)?.name ?? product;
        if (firstOf(piecesOf(doc, product), 'proof') && !mayRetard(doc, product))
          remedies.push({ kind: 'cold', formula: dough.slug, product, name });
      }
    for (const [minutes, percent] of LESS) {
      remedies.push({ kind: 'later', formula: dough.slug, minutes });
      if (percent > 0) remedies.push({ kind: 'fewer', formula: dough.slug, percent });
    }
    if (trouble.things.length > 0) remedies.push({ kind: 'lighter', formula: dough.slug, percent: 10 });
  }
  return remedies;
}

/** Minutes by which a van leaves later, and percent of pieces that are left out: the least first. */
const LESS = [[30, 10], [60, 25], [120, 50], [240, 0]] as const; // prettier-ignore

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

/** A formula with so much of its pre-ferments; what they do not bring goes into the mix, yeast also for what they lack. */
function withShare(formula: Formula, { percent, yeast }: Extract<Remedy, { kind: 'share' }>): Formula {
  const share = percent / 100;
  const kinds = new Map(formula.ingredients.map(({ slug, kind }) => [slug, kind]));
  const { doc } = formula;
  return {
    ...formula,
    doc: {
      ...doc,
      lines: doc.lines.map((line) =>
        yeast && kinds.get(line.ingredient) === 'yeast' ? { ...line, percent: line.percent / share } : line,
      ),
      parts: doc.parts.map((part) =>
        ferments(part.kind)
          ? { ...part, lines: part.lines.map((line) => ({ ...line, percent: line.percent * share })) }
          : part,
      ),
    },
  };
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

function troubleOf(network: Network, answer: Exclude<Answer, { verdict: 'planned' }>): Trouble {
  const { instance, notes } = network;
  const doughsOf = (tasks: readonly number[]) =>
    [...new Set(tasks.map((task) => notes[task]?.dough ?? ''))].filter(Boolean);
  const pinnedOf = (tasks: readonly number[]) =>
    tasks.filter((task) => instance.tasks[task]?.first === instance.tasks[task]?.last && !notes[task]?.done);
  if (answer.verdict === 'impossible') {
    const { certificate } = answer;
    if (certificate.kind === 'chain') {
      const { tasks } = certificate;
      const skills = tasks.reduce((all, task) => all | bit(instance.tasks[task]?.skill ?? null), 0);
      const due = Math.max(...tasks.map((task) => instance.tasks[task]?.due ?? 0));
      return {
        doughs: doughsOf(tasks), pinned: pinnedOf(tasks),
        things: lacking(network, tasks).flatMap(({ resource, need }) =>
          thingOf(network, resource, need - (instance.resources[resource]?.capacity ?? 0)),
        ),
        skills, from: Math.max(0, due - 96), to: Math.max(due, 12),
      }; // prettier-ignore
    }
    const { of, from, to, need, have } = certificate;
    const tasks = [...certificate.tasks, ...certificate.arcs.map((arc) => instance.arcs[arc]?.from ?? 0)];
    const short = Math.ceil((need - have) / (to - from));
    return {
      doughs: doughsOf(tasks), pinned: pinnedOf(tasks), from, to,
      skills: of.kind === 'hands' ? of.skills : 0,
      things: of.kind === 'hands' ? [] : thingOf(network, of.kind === 'decks' ? null : of.resource, short),
    }; // prettier-ignore
  }
  const doughs = new Set<string>();
  const things: Trouble['things'][number][] = [];
  let [skills, from, to] = [0, instance.slots, 0];
  const touch = (task: number) => {
    doughs.add(notes[task]?.dough ?? '');
    const start = answer.schedule.tasks[task]?.start;
    if (start !== undefined) [from, to] = [Math.min(from, start), Math.max(to, start + 12)];
  };
  for (const fault of answer.faults) {
    if (fault.kind === 'over') things.push(...thingOf(network, fault.resource, Math.ceil(fault.short)));
    else if (fault.kind === 'decks') things.push(...thingOf(network, null, fault.short));
    else if (fault.kind === 'window') touch(instance.arcs[fault.arc]?.to ?? 0);
    else if (fault.kind === 'double' || fault.kind === 'heat') fault.tasks.forEach(touch);
    else {
      touch(fault.task);
      if (fault.kind === 'people' || fault.kind === 'missing')
        skills |= bit(instance.tasks[fault.task]?.skill ?? null);
    }
  }
  const all = [...instance.tasks.keys()].filter((task) => doughs.has(notes[task]?.dough ?? ''));
  return {
    doughs: [...doughs].filter(Boolean), pinned: pinnedOf(all), skills, things,
    from: from < to ? from : 0, to: from < to ? to : instance.slots,
  }; // prettier-ignore
}

const bit = (skill: number | null): number => (skill === null ? 0 : 1 << skill);

/** What there may be more of; nobody buys a mixer for a day. */
function thingOf({ instance }: Network, resource: number | null, count: number): Trouble['things'][number][] {
  if (resource === null) return [];
  const { id = '', name = '', unit = '' } = instance.resources[resource] ?? {};
  return unit === '' && count > 0 && !id.endsWith('.places') ? [{ of: id, name, count }] : [];
}
