import { afterMishaps } from '../mishaps/index.ts';
import { localTime } from '../../time/index.ts';
import { formatNumber } from '../../units/index.ts';
import { SLOT, SLOT_MINUTES } from '../../dough/index.ts';
import type { Certificate, Scarce, Schedule } from '../instance/index.ts';
import type { Fault, RiseFault } from '../checker/index.ts';
import { SKILLS } from '../../bakehouse/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network, TaskKind } from '../network/index.ts';

const DOING: Readonly<Record<TaskKind, string>> = {
  feed: 'make', soak: 'soak', weigh: 'weigh', autolyse: 'wet the flour of', mix: 'mix', fold: 'fold', 'lock-in': 'lock the fat into', turn: 'turn', divide: 'divide',
  'pre-shape': 'pre-shape', shape: 'shape', assemble: 'wrap the cores of', fill: 'fill', cut: 'cut', score: 'score', bath: 'make the bath for', dip: 'dip', wash: 'wash', top: 'top', dock: 'dock',
  stencil: 'stencil', heat: 'heat what is baked in for', pan: 'set down the pan of water for', load: 'load', look: 'look at', out: 'take out', unmould: 'unmould',
  brush: 'brush', glaze: 'glaze', syrup: 'soak with syrup', dust: 'dust', cover: 'cover', slice: 'slice', wrap: 'wrap', move: 'carry', thaw: 'thaw', freeze: 'freeze', pack: 'pack',
}; // prettier-ignore

/** What hands with a skill do, as a word that follows “to”. */
const SKILL_WORDS = { mix: 'mix', shape: 'shape', oven: 'work the oven', pack: 'pack' } as const;

/** A time on the bakehouse clock, with the day where it is not that of the van. */
export function clockWords(input: DayInput, origin: number, slot: number): string {
  const { date, time, weekday } = localTime(origin + slot * SLOT, input.bakehouse.zone);
  return date === input.date ? time : `${weekday} ${time}`;
}

/** A task as people call it: `mix Quay Country`, `shape 38 Quay loaf`. */
export function taskWords({ notes }: Pick<Network, 'notes'>, task: number): string {
  const note = notes[task];
  if (!note) return 'a task';
  const what = note.pieces === null ? note.name : `${note.pieces} ${note.name}`;
  return `${note.act ?? DOING[note.kind]} ${what}`;
}

/** What is short, as the subject of a sentence. */
export function scarceWords({ instance }: Pick<Network, 'instance'>, of: Scarce): string {
  if (of.kind === 'decks') return 'decks';
  if (of.kind === 'resource') return instance.resources[of.resource]?.name ?? 'something';
  const skills = SKILLS.filter((_, index) => of.skills & (1 << index));
  return skills.length === SKILLS.length
    ? 'hands'
    : `hands that ${skills.map((skill) => SKILL_WORDS[skill]).join(' or ')}`;
}

/** Why there is no plan, in a sentence. */
export function certificateWords(said: DayInput, network: Network, certificate: Certificate): string {
  const input = afterMishaps(said);
  const { instance } = network;
  const clock = (slot: number) => clockWords(input, instance.origin, slot);
  if (certificate.kind === 'energy') {
    const { of, from, to, need, have } = certificate;
    const names = [...certificate.tasks, ...certificate.arcs.map((arc) => instance.arcs[arc]?.from ?? 0)].map(
      (task) => network.doughs.find(({ key }) => key === network.notes[task]?.dough)?.name ?? '',
    );
    const resource = of.kind === 'resource' ? instance.resources[of.resource] : undefined;
    const broken = resource?.out.find(
      ([begin, end, amount]) => begin < to && from < end && amount >= resource.capacity,
    );
    if (resource && broken) {
      const [begin, end] = [clock(broken[0]), clock(broken[1])];
      return `${listed([...new Set(names)].filter(Boolean))} need the ${resource.name} between ${clock(from)} and ${clock(to)}, and it is out of order from ${begin} to ${end}.`;
    }
    const inAll = of.kind === 'decks' ? ' of deck' : ' of work';
    const [needed, there] = resource
      ? [
          amountWords(Math.ceil(need / (to - from)), resource.unit),
          amountWords(resource.capacity, resource.unit),
        ]
      : [`${hours(need)}${inAll}`, hours(have)];
    return `From ${clock(from)} to ${clock(to)} ${resource?.unit ? 'there is not enough of the' : 'there are not enough'} ${scarceWords(network, of)}: ${listed([...new Set(names)].filter(Boolean))} need ${needed}, and there is ${there}.`;
  }
  const tasks = certificate.tasks;
  const [lack] = lacking(network, tasks);
  if (lack) {
    const { task, resource, need } = lack;
    const { name = 'places', unit = '', capacity = 0 } = instance.resources[resource] ?? {};
    return `To ${taskWords(network, task)} takes ${amountWords(need, unit)}${unit ? ' of the' : ''} ${name}, and there ${unit ? 'is room for' : 'are'} ${amountWords(capacity, unit)}.`;
  }
  const [one] = tasks;
  const held = one !== undefined && instance.tasks[one]?.first === instance.tasks[one]?.last;
  if (tasks.length === 1 && one !== undefined && held)
    return `To ${taskWords(network, one)} is held at ${clock(instance.tasks[one]?.first ?? 0)}, and then nobody who can is on shift.`;
  if (tasks.length === 1 && one !== undefined)
    return `Nobody can ${taskWords(network, one)} at any time: no one on shift who is able to, or not enough room for it.`;
  const never = neverReady(network, tasks);
  if (never) {
    const { name = 'It' } = network.notes[never.from] ?? {};
    return `${name} never gets so far where it stands that one could ${taskWords(network, never.to)}: it is too cold, or too warm, for it there.`;
  }
  const inOrder = orderOf(network, tasks);
  const [first, last] = [inOrder[0] ?? 0, inOrder.at(-1) ?? 0];
  const end = instance.tasks[last];
  const soonest = soonestEnd(network, inOrder);
  const since = input.now === null ? '' : ` from ${clock((input.now - instance.origin) / SLOT)} on`;
  const by = end?.due ?? (end && end.first === end.last ? end.first : null);
  const name = network.doughs.find(({ key }) => key === network.notes[last]?.dough)?.name ?? 'This dough';
  const pinned = inOrder
    .filter((task) => input.pins.some((pin) => pin.task === instance.tasks[task]?.id))
    .map((task) => ` To ${taskWords(network, task)} is held at ${clock(instance.tasks[task]?.first ?? 0)}.`)
    .join('');
  if (certificate.bulk !== null)
    return `${name} cannot be fitted in${since}: the sooner its bulk ends, the longer it proofs, and no time for that suits all of ${chained(network, inOrder)}.${pinned}`;
  return by !== null && soonest !== null
    ? `${name} cannot be done in time: to ${taskWords(network, last)} it would have to be over by ${clock(by)}. From ${clock(soonest.from)}, when somebody can first ${taskWords(network, first)}, it takes until ${clock(soonest.end)} at the least.${pinned}`
    : `${name} cannot be fitted in${since}: between ${chained(network, inOrder)} the waits of the dough and the shifts leave no time that suits all of them.${pinned}`;
}

/** The tasks of a chain: of a long one the ends. */
function chained(network: Network, tasks: readonly number[]): string {
  const words = tasks.map((task) => taskWords(network, task));
  return listed(words.length > ALL_NAMED ? [...words.slice(0, 2), `what comes then until ${words.at(-1) ?? ''}`] : words);
} // prettier-ignore
const ALL_NAMED = 4;

/** What some tasks need more of at once than the bakehouse has at all. */
export function lacking(
  { instance }: Pick<Network, 'instance'>,
  tasks: readonly number[],
): { task: number; resource: number; need: number }[] {
  const own = new Set(tasks);
  const over = ({ resource, amount }: { resource: number; amount: number }) =>
    amount > (instance.resources[resource]?.capacity ?? 0);
  return instance.arcs.flatMap((arc) => {
    if (!own.has(arc.from) || !own.has(arc.to)) return [];
    if (arc.ways.some(({ holds }) => !holds.some(over))) return [];
    const hold = arc.ways[0]?.holds.find(over);
    return hold ? [{ task: arc.from, resource: hold.resource, need: hold.amount }] : [];
  });
}

/** A wait among some tasks that is not over before the day is, whenever it begins. */
function neverReady({ instance }: Pick<Network, 'instance'>, tasks: readonly number[]): { from: number; to: number } | null {
  const own = new Set(tasks);
  const ends = (table: number) => instance.tables[table]?.earliest.some((slots, at) => slots >= 0 && at + slots <= instance.slots) ?? false;
  const found = instance.arcs.find(
    ({ from, to, ways }) => own.has(from) && own.has(to) && !ways.some(({ tables }) => tables.some(ends)),
  );
  return found ?? null;
} // prettier-ignore

/** Tasks in the order in which they are done. */
function orderOf({ instance }: Network, tasks: readonly number[]): number[] {
  const own = new Set(tasks);
  const depth = new Map<number, number>();
  const depthOf = (task: number): number => {
    const known = depth.get(task);
    if (known !== undefined) return known;
    depth.set(task, 0);
    const before = instance.arcs.filter(({ from, to }) => to === task && own.has(from));
    const value = Math.max(0, ...before.map(({ from }) => depthOf(from) + 1));
    depth.set(task, value);
    return value;
  };
  return [...tasks].sort((a, b) => depthOf(a) - depthOf(b));
}

/** When the last of a chain can be over if each task begins as soon as it can. */
function soonestEnd({ instance }: Network, tasks: readonly number[]): { from: number; end: number } | null {
  const [first] = tasks;
  const task = first === undefined ? undefined : instance.tasks[first];
  if (first === undefined || !task) return null;
  const shifts = instance.people
    .filter(({ skills }) => task.skill !== null && skills & (1 << task.skill))
    .flatMap(({ free }) => free.map(([from]) => from));
  const from = Math.max(task.first, Math.min(...shifts));
  if (!Number.isFinite(from)) return null;
  const shortest = (index: number) => Math.min(...(instance.tasks[index]?.modes.map(({ slots }) => slots) ?? [0]));
  const ends = new Map([[first, from + shortest(first)]]);
  for (const each of tasks)
    for (const arc of instance.arcs) {
      const end = ends.get(arc.from);
      if (arc.from !== each || end === undefined || !tasks.includes(arc.to)) continue;
      const waits = arc.ways.flatMap(({ tables }) =>
        tables.map((index) => {
          const row = instance.tables[index]?.earliest ?? [];
          return (row.length === 1 ? row[0] : row[Math.min(end, row.length - 1)]) ?? -1;
        }),
      );
      const least = Math.min(...waits.filter((wait) => wait >= 0));
      if (Number.isFinite(least)) ends.set(arc.to, Math.max(ends.get(arc.to) ?? 0, end + least + shortest(arc.to)));
    }
  const end = ends.get(tasks.at(-1) ?? -1);
  return end === undefined ? null : { from, end };
} // prettier-ignore

/** What a plan breaks, in a sentence. */
export function faultWords(said: DayInput, network: Network, schedule: Schedule, fault: Fault | RiseFault): string {
  const input = afterMishaps(said);
  const { instance } = network;
  const clock = (slot: number) => clockWords(input, instance.origin, slot);
  const at = (task: number) => clock(schedule.tasks[task]?.start ?? 0);
  switch (fault.kind) {
    case 'missing':
      return `There is no time to ${taskWords(network, fault.task)}.`;
    case 'bounds': {
      const { first = 0, last = 0 } = instance.tasks[fault.task] ?? {};
      if (first === last) return `To ${taskWords(network, fault.task)} is held at ${clock(first)}.`;
      return `At ${at(fault.task)} it is too late, or too early, to ${taskWords(network, fault.task)}.`;
    }
    case 'window': {
      const arc = instance.arcs[fault.arc];
      const [earlier, later] = [taskWords(network, arc?.from ?? 0), taskWords(network, arc?.to ?? 0)];
      if (fault.wait < 0) return `It would be time to ${later} before it is over to ${earlier}.`;
      if (fault.least < 0) return `After ${earlier} it would never be time to ${later}.`;
      const minutes = (slots: number) => slots * SLOT_MINUTES;
      return `From ${earlier} to ${later} it would wait ${minutes(fault.wait)} min, and may wait ${minutes(fault.least)} to ${minutes(fault.most)}.`;
    }
    case 'people':
      return `At ${at(fault.task)} there is nobody to ${taskWords(network, fault.task)}.`;
    case 'double':
      return `${instance.people[fault.person]?.name ?? 'Somebody'} would have to ${listed(fault.tasks.map((task) => taskWords(network, task)))} at ${clock(fault.slot)}.`;
    case 'over': {
      const resource = instance.resources[fault.resource];
      return `${amountWords(Math.ceil(fault.short), resource?.unit ?? '')} short of ${resource?.name ?? 'something'} from ${clock(fault.from)} to ${clock(fault.to)}.`;
    }
    case 'decks':
      return `${fault.short} ${fault.short === 1 ? 'deck' : 'decks'}${instance.ovens.length > 1 ? ` of ${instance.ovens[fault.oven]?.name ?? 'an oven'}` : ''} short from ${clock(fault.from)} to ${clock(fault.to)}.`;
    case 'heat':
      return `${listed(fault.tasks.map((task) => taskWords(network, task)))} would be in at one time from ${clock(fault.slot)}, and the oven has one heat for all.`;
    case 'rise': {
      const name = fault.of === 'proof' ? (network.notes[fault.task]?.name ?? fault.name) : fault.name;
      return `At ${at(fault.task)} ${name} has risen too ${fault.rise < fault.window.earliest ? 'little' : 'far'}.`;
    }
  }
} // prettier-ignore

/** The unit that a thing is shown in, and how many of its own make one: the bench is reckoned in dm. */
export const shownUnit = (unit: string): { readonly unit: string; readonly parts: number } =>
  unit === 'dm' ? { unit: 'm', parts: 10 } : { unit, parts: 1 };

const amountWords = (amount: number, own: string): string => {
  const { unit, parts } = shownUnit(own);
  const shown = formatNumber(amount / parts, parts === 1 ? 0 : 1);
  return unit === '' ? shown : `${shown} ${unit}`;
};

const hours = (slots: number): string => {
  const minutes = Math.round(slots * SLOT_MINUTES);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${minutes % 60} min` : ''}`;
}; // prettier-ignore

/** `a`, `a and b`, `a, b and c`. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
