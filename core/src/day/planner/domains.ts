import { tableAt, type Arc, type Instance, type Mode, type Task } from '../instance/index.ts';

/** For each task the slots in which it may start: 1 where it may. */
export type Domains = readonly Uint8Array[];

/** Which task lost all its slots, and at which arc (null: people, shifts or its own bounds). */
export interface Emptied {
  readonly task: number;
  readonly arc: number | null;
}

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
  const domains = instance.tasks.map((task, index) =>
    looked(index) ? allowedAlone(instance, task) : new Uint8Array(0),
  );
  const alone = domains.findIndex((domain, index) => looked(index) && !domain.includes(1));
  if (alone >= 0) return { domains, emptied: { task: alone, arc: null } };
  const waiting = new Set(instance.arcs.keys());
  const touching = instance.tasks.map((): number[] => []);
  instance.arcs.forEach(({ from, to }, index) => {
    touching[from]?.push(index);
    touching[to]?.push(index);
  });
  for (const index of waiting) {
    waiting.delete(index);
    const arc = instance.arcs[index];
    if (!arc || !looked(arc.from) || !looked(arc.to)) continue;
    for (const narrowed of narrow(instance, arc, domains)) {
      if (!domains[narrowed]?.includes(1)) return { domains, emptied: { task: narrowed, arc: index } };
      for (const other of touching[narrowed] ?? []) if (other !== index) waiting.add(other);
    }
  }
  return { domains, emptied: null };
}

/** Slots in which a task could start if it were the only one of the day. */
function allowedAlone(instance: Instance, task: Task): Uint8Array {
  const allowed = new Uint8Array(instance.slots);
  for (const mode of task.modes) {
    if (mode.uses.some(({ resource, amount }) => amount > (instance.resources[resource]?.capacity ?? 0)))
      continue;
    if (task.load && Math.ceil(task.load.fill / 1000) > instance.decks) continue;
    const last = Math.min(task.last, instance.slots - mode.slots);
    for (let slot = Math.max(0, task.first); slot <= last; slot += 1)
      if (task.due === null || slot + mode.slots <= task.due)
        if (enoughOnShift(instance, task, mode, slot)) allowed[slot] = 1;
  }
  return allowed;
}

function enoughOnShift({ people }: Instance, { skill }: Task, mode: Mode, slot: number): boolean {
  if (mode.people === 0 || skill === null) return true;
  let able = 0;
  for (const person of people)
    if ((person.skills >> skill) & 1)
      if (person.free.some(([from, to]) => from <= slot && slot + mode.slots <= to)) able += 1;
  return able >= mode.people;
}

/** Takes out what an arc forbids. @returns the tasks that lost slots */
function narrow(instance: Instance, arc: Arc, domains: readonly Uint8Array[]): number[] {
  const [before, after] = [domains[arc.from], domains[arc.to]];
  const earlier = instance.tasks[arc.from];
  if (!before || !after || !earlier) return [];
  const possible = arc.ways.filter(({ holds }) =>
    holds.every(({ resource, amount }) => amount <= (instance.resources[resource]?.capacity ?? 0)),
  );
  const reached = new Int32Array(instance.slots + 1);
  const supported = new Uint8Array(instance.slots);
  const count = new Int32Array(instance.slots + 1);
  for (let slot = 0; slot < instance.slots; slot += 1)
    count[slot + 1] = (count[slot] ?? 0) + (after[slot] ?? 0);
  for (let slot = 0; slot < instance.slots; slot += 1) {
    if (before[slot] === 0) continue;
    for (const { slots } of earlier.modes) {
      const end = slot + slots;
      for (const way of possible)
        for (const index of way.tables) {
          const table = instance.tables[index];
          if (!table || end >= instance.slots) continue;
          const least = tableAt(table.earliest, end);
          if (least < 0) continue;
          const from = Math.min(end + least, instance.slots);
          const to = Math.min(end + tableAt(table.latest, end) + 1, instance.slots);
          if (to <= from) continue;
          if ((count[to] ?? 0) > (count[from] ?? 0)) supported[slot] = 1;
          reached[from] = (reached[from] ?? 0) + 1;
          reached[to] = (reached[to] ?? 0) - 1;
        }
    }
  }
  const changed: number[] = [];
  if (keepOnly(before, (slot) => supported[slot] === 1)) changed.push(arc.from);
  let open = 0;
  const within = new Uint8Array(instance.slots);
  for (let slot = 0; slot < instance.slots; slot += 1) {
    open += reached[slot] ?? 0;
    within[slot] = open > 0 ? 1 : 0;
  }
  if (keepOnly(after, (slot) => within[slot] === 1)) changed.push(arc.to);
  return changed;
}

function keepOnly(domain: Uint8Array, keep: (slot: number) => boolean): boolean {
  let changed = false;
  for (let slot = 0; slot < domain.length; slot += 1)
    if (domain[slot] === 1 && !keep(slot)) {
      domain[slot] = 0;
      changed = true;
    }
  return changed;
}
