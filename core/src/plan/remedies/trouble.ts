import type { Fault } from '../checker/index.ts';
import type { Schedule } from '../instance/index.ts';
import { ofKind } from '../../equipment/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { lacking } from '../explain/index.ts';
import type { Answer } from '../planning.ts';

/** Which doughs and hands a conflict is about. */
export interface Trouble {
  readonly doughs: readonly string[];
  readonly pinned: readonly number[];
  readonly skills: number;
  readonly things: readonly { readonly of: string; readonly name: string; readonly count: number }[];
  /** Slots. */
  readonly from: number;
  readonly to: number;
}

/** What a day without a plan is in want of. */
export function troubleOf(
  { bakehouse: { floor } }: DayInput,
  network: Network,
  answer: Exclude<Answer, { verdict: 'planned' }>,
): Trouble {
  const lent = ['tubs', ...ofKind(floor, 'holder').map(({ slug }) => slug)];
  const thingOf = (resource: number | null, count: number) => moreOf(network, lent, resource, count);
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
          thingOf(resource, need - (instance.resources[resource]?.capacity ?? 0)),
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
      things: of.kind === 'hands' ? [] : thingOf(of.kind === 'decks' ? null : of.resource, short),
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
    if (fault.kind === 'over' || fault.kind === 'decks')
      takersOf(network, answer.schedule, fault).forEach(touch);
    if (fault.kind === 'over') things.push(...thingOf(fault.resource, Math.ceil(fault.short)));
    else if (fault.kind === 'decks') things.push(...thingOf(null, fault.short));
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

/** Tasks that take up what is short, while it is. */
function takersOf({ instance }: Network, schedule: Schedule, fault: Extract<Fault, { kind: 'over' | 'decks' }>): number[] {
  return instance.tasks.flatMap(({ modes }, index) => {
    const placed = schedule.tasks[index];
    const mode = placed && modes[placed.mode];
    if (!mode) return [];
    const slots = fault.kind === 'decks' ? (mode.load?.slots ?? 0) : mode.slots;
    const takes = fault.kind === 'decks' ? mode.load !== null : mode.uses.some(({ resource }) => resource === fault.resource);
    return takes && placed.start < fault.to && fault.from < placed.start + slots ? [index] : [];
  });
} // prettier-ignore

/** What there may be more of: what can be borrowed. @param lent ids of that */
function moreOf({ instance }: Network, lent: readonly string[], resource: number | null, count: number): Trouble['things'][number][] {
  const { id = '', name = '' } = instance.resources[resource ?? -1] ?? {};
  return count > 0 && lent.includes(id) ? [{ of: id, name, count }] : [];
} // prettier-ignore
