import type { Arc, Instance, Task } from '../instance/index.ts';

/** For each task the slots in which it may start: 1 where it may. */
export type Domains = readonly Uint8Array[];

/** Which task lost all its slots, and at which arc (null: people, shifts or its own bounds). */
export interface Emptied {
  readonly task: number;
  readonly arc: number | null;
}

/** Domains of a day, kept while days that differ from it only in what is held may be asked for. */
interface Kept extends Pick<Instance, 'tasks' | 'tables' | 'people' | 'resources' | 'ovens'> {
  readonly domains: Domains;
}
const kept = new WeakMap<Instance['arcs'], Kept>();

/**
 * Slots that are left to each task by its own bounds, by who is on shift, and by the waits of its batch. What others of
 * the day take is not looked at, so what is missing here is missing in every plan.
 *
 * @param only tasks to look at; null: all
 */
export function domainsOf(
  instance: Instance,
  only: ReadonlySet<number> | null = null,
): { domains: Domains; emptied: Emptied | null } {
  const looked = (task: number) => only === null || only.has(task);
  const before = only === null ? keptFor(instance) : null;
  const changed = new Set<number>();
  const shifts = new Shifts(instance);
  const domains = instance.tasks.map((task, index) => {
    const known = before?.domains[index];
    if (known && task === before?.tasks[index]) return known.slice();
    changed.add(index);
    if (!looked(index)) return new Uint8Array(0);
    const alone = allowedAlone(instance, task, shifts);
    return known ? alone.map((free, slot) => free & (known[slot] ?? 0)) : alone;
  });
  const alone = domains.findIndex((domain, index) => looked(index) && !domain.includes(1));
  if (alone >= 0) return { domains, emptied: { task: alone, arc: null } };
  const touching = instance.tasks.map((): number[] => []);
  instance.arcs.forEach(({ from, to }, index) => {
    touching[from]?.push(index);
    touching[to]?.push(index);
  });
  const waiting = new Set([...changed].flatMap((task) => touching[task] ?? []).sort((a, b) => a - b));
  for (const index of waiting) {
    waiting.delete(index);
    const arc = instance.arcs[index];
    if (!arc || !looked(arc.from) || !looked(arc.to)) continue;
    for (const narrowed of narrow(instance, arc, domains)) {
      if (!domains[narrowed]?.includes(1)) return { domains, emptied: { task: narrowed, arc: index } };
      for (const other of touching[narrowed] ?? []) if (other !== index) waiting.add(other);
    }
  }
  if (only === null && before === null) kept.set(instance.arcs, { ...instance, domains });
  return { domains, emptied: null };
}

/** What is known of a day that allows all that this one does; null where there is none. */
function keptFor(instance: Instance): Kept | null {
  const before = kept.get(instance.arcs);
  if (!before) return null;
  const { tasks, tables, people, resources, ovens } = before;
  const alike =
    tables === instance.tables &&
    people === instance.people &&
    resources === instance.resources &&
    ovens === instance.ovens;
  const within = instance.tasks.every((task, index) => {
    const other = tasks[index];
    return (
      task === other ||
      (other &&
        task.modes === other.modes &&
        task.due === other.due &&
        task.first >= other.first &&
        task.last <= other.last)
    );
  });
  return alike && within ? before : null;
}

/** Slots in which a task could start if it were the only one of the day. */
function allowedAlone(instance: Instance, task: Task, shifts: Shifts): Uint8Array {
  const allowed = new Uint8Array(instance.slots);
  for (const mode of task.modes) {
    if (mode.uses.some(({ resource, amount }) => amount > (instance.resources[resource]?.capacity ?? 0)))
      continue;
    if (mode.load && Math.ceil(mode.load.fill / 1000) > (instance.ovens[mode.load.oven]?.decks ?? 0))
      continue;
    const last = Math.min(task.last, instance.slots - mode.slots, (task.due ?? instance.slots) - mode.slots);
    const first = Math.max(0, task.first);
    if (mode.people === 0 || task.skill === null) {
      if (first <= last) allowed.fill(1, first, last + 1);
      continue;
    }
    const able = shifts.ableFor(task.skill, mode.slots);
    for (let slot = first; slot <= last; slot += 1) if ((able[slot] ?? 0) >= mode.people) allowed[slot] = 1;
  }
  return allowed;
}

/** Who is on shift, worked out once for each skill and length of work. */
class Shifts {
  private readonly known = new Map<string, Uint8Array>();

  constructor(private readonly instance: Pick<Instance, 'people' | 'slots'>) {}

  /** By slot, how many could do work of a skill from there on for so many slots. */
  ableFor(skill: number, length: number): Uint8Array {
    const { people, slots } = this.instance;
    const key = `${skill} ${length}`;
    const known = this.known.get(key);
    if (known) return known;
    const able = new Uint8Array(slots);
    const add = (free: Instance['people'][number]['free'], some: boolean) => {
      const can = new Uint8Array(slots);
      for (const [from, to] of free) if (to - length >= from) can.fill(1, Math.max(0, from), to - length + 1);
      for (let slot = 0; slot < slots; slot += 1)
        if (some || able[slot] !== 0) able[slot] = (able[slot] ?? 0) + (can[slot] ?? 0);
    };
    for (const { skills, free } of people) if ((skills >> skill) & 1) add(free, true);
    // Help is no use where there is nobody to help.
    for (const { skills, helps, free } of people)
      if ((helps >> skill) & ~(skills >> skill) & 1) add(free, false);
    this.known.set(key, able);
    return able;
  }
}

/** Takes out what an arc forbids. @returns the tasks that lost slots */
function narrow(instance: Instance, arc: Arc, domains: readonly Uint8Array[]): number[] {
  const [before, after] = [domains[arc.from], domains[arc.to]];
  const earlier = instance.tasks[arc.from];
  if (!before || !after || !earlier) return [];
  const { slots } = instance;
  const possible = arc.ways.filter(({ holds }) =>
    holds.every(({ resource, amount }) => amount <= (instance.resources[resource]?.capacity ?? 0)),
  );
  const [reached, count] = [new Int32Array(slots + 1), new Int32Array(slots + 1)];
  const supported = new Uint8Array(slots);
  for (let slot = 0, sum = 0; slot < slots; slot += 1) count[slot + 1] = sum += after[slot] ?? 0;
  const [lowest, highest] = [before.indexOf(1), before.lastIndexOf(1)];
  const each = new Set(possible.flatMap(({ tables }) => tables));
  for (const length of new Set(earlier.modes.map((mode) => mode.slots)))
    for (const index of each) {
      const table = instance.tables[index];
      if (!table) continue;
      const { earliest, latest } = table;
      const steady = earliest.length === 1;
      const end = Math.min(highest, slots - length - 1);
      for (let slot = lowest; slot <= end; slot += 1) {
        if (before[slot] === 0) continue;
        const over = slot + length;
        const at = steady ? 0 : over;
        const least = earliest[at] ?? -1;
        if (least < 0) continue;
        const from = over + least;
        const to = Math.min(over + (latest[at] ?? -1) + 1, slots);
        if (to <= from) continue;
        if ((count[to] ?? 0) > (count[from] ?? 0)) supported[slot] = 1;
        reached[from] = (reached[from] ?? 0) + 1;
        reached[to] = (reached[to] ?? 0) - 1;
      }
    }
  const within = new Uint8Array(slots);
  for (let slot = 0, open = 0; slot < slots; slot += 1) {
    open += reached[slot] ?? 0;
    within[slot] = open > 0 ? 1 : 0;
  }
  const changed: number[] = [];
  if (keepOnly(before, supported)) changed.push(arc.from);
  if (keepOnly(after, within)) changed.push(arc.to);
  return changed;
}

/** Takes out of a domain what is not among others. @returns false if nothing was */
function keepOnly(domain: Uint8Array, others: Uint8Array): boolean {
  let changed = false;
  for (let slot = 0; slot < domain.length; slot += 1)
    if (domain[slot] === 1 && others[slot] === 0) {
      domain[slot] = 0;
      changed = true;
    }
  return changed;
}
