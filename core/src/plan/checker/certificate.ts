import {
  atLevel,
  type Certificate,
  type ChainCertificate,
  type EnergyCertificate,
  type Instance,
} from '../instance/index.ts';
import { LEVELS } from '../../dough/index.ts';

/**
 * Whether a certificate holds: that no plan of the instance can exist. Reckoned slot by slot, with nothing of the planner.
 */
export const verifyCertificate = (instance: Instance, certificate: Certificate): boolean =>
  certificate.kind === 'chain' ? leavesNothing(instance, certificate) : needsMore(instance, certificate);

/** Slots that are left to each of some tasks by their bounds and the waits between them. */
function slotsLeft(instance: Instance, tasks: readonly number[]): Map<number, Set<number>> {
  const left = new Map(tasks.map((task) => [task, new Set(ownSlots(instance, task))]));
  const arcs = instance.arcs.filter(({ from, to }) => left.has(from) && left.has(to));
  let before = -1;
  let now = total(left);
  while (now !== before) {
    for (const arc of arcs)
      narrow(instance, arc, left.get(arc.from) ?? new Set(), left.get(arc.to) ?? new Set());
    before = now;
    now = total(left);
  }
  return left;
}

/** Takes away what starts of two tasks have no partner in the other, by the waits between them. */
function narrow(
  instance: Instance,
  arc: Instance['arcs'][number],
  earlier: Set<number>,
  later: Set<number>,
): void {
  const ways = arc.ways.filter((way) =>
    way.holds.every(({ resource, amount }) => amount <= (instance.resources[resource]?.capacity ?? 0)),
  );
  // How many starts of the later task lie before each slot, and how often each slot can be reached.
  const below = new Int32Array(instance.slots + 1);
  for (let slot = 0; slot < instance.slots; slot += 1)
    below[slot + 1] = (below[slot] ?? 0) + (later.has(slot) ? 1 : 0);
  const steps = new Int32Array(instance.slots + 1);
  for (const start of earlier) {
    let leads = false;
    for (const { slots } of instance.tasks[arc.from]?.modes ?? [])
      for (const way of ways)
        for (const each of way.tables) {
          const table = instance.tables[each];
          const end = start + slots;
          if (!table || end >= instance.slots) continue;
          const at = (row: readonly number[]) => (row.length === 1 ? row[0] : row[end]) ?? -1;
          const [first, last] = [
            end + at(table.earliest),
            Math.min(end + at(table.latest), instance.slots - 1),
          ];
          if (first < end || last < first) continue;
          steps[first] = (steps[first] ?? 0) + 1;
          steps[last + 1] = (steps[last + 1] ?? 0) - 1;
          leads ||= (below[last + 1] ?? 0) > (below[first] ?? 0);
        }
    if (!leads) earlier.delete(start);
  }
  let open = 0;
  for (let slot = 0; slot < instance.slots; slot += 1) {
    open += steps[slot] ?? 0;
    if (open === 0) later.delete(slot);
  }
}

const total = (left: ReadonlyMap<number, ReadonlySet<number>>): number =>
  [...left.values()].reduce((sum, { size }) => sum + size, 0);

/** Slots in which a task could start if it were alone in the bakehouse. */
function ownSlots(instance: Instance, index: number): number[] {
  const task = instance.tasks[index];
  const found: number[] = [];
  if (!task) return found;
  for (let start = Math.max(0, task.first); start <= Math.min(task.last, instance.slots); start += 1) {
    const possible = task.modes.some((mode) => {
      const end = start + mode.slots;
      const able = instance.people.filter(
        ({ skills, helps, free }) =>
          task.skill !== null &&
          (skills | helps) & (1 << task.skill) &&
          free.some(([a, b]) => a <= start && end <= b),
      );
      const alone = able.some(({ skills }) => skills & (1 << (task.skill ?? 0)));
      return (
        end <= instance.slots &&
        (task.due === null || end <= task.due) &&
        (task.skill === null || mode.people === 0 || (alone && able.length >= mode.people)) &&
        mode.uses.every(({ resource, amount }) => amount <= (instance.resources[resource]?.capacity ?? 0)) &&
        (!mode.load || Math.ceil(mode.load.fill / 1000) <= (instance.ovens[mode.load.oven]?.decks ?? 0))
      );
    });
    if (possible) found.push(start);
  }
  return found;
}

const leavesNothing = (instance: Instance, { tasks, bulk }: ChainCertificate): boolean =>
  (bulk === null
    ? [instance]
    : Array.from({ length: LEVELS }, (_, level) => atLevel(instance, bulk, level))
  ).every((day) => [...slotsLeft(day, tasks).values()].some(({ size }) => size === 0));

/** Whether what cannot lie outside the stretch is more than there is in it. */
function needsMore(instance: Instance, { of, from, to, tasks, arcs }: EnergyCertificate): boolean {
  const left = slotsLeft(instance, [...instance.tasks.keys()]);
  const inside = (a: number, b: number) => Math.max(0, Math.min(b, to) - Math.max(a, from));
  const least = (amounts: readonly number[]) => (amounts.length > 0 ? Math.min(...amounts) : 0);
  let need = 0;
  for (const index of new Set(tasks)) {
    const task = instance.tasks[index];
    const starts = [...(left.get(index) ?? [])];
    if (!task) continue;
    const each = starts.flatMap((start) =>
      of.kind === 'decks'
        ? task.modes.map(({ load }) => {
            if (!load) return 0;
            // While decks only cool for one dough, or get hot after it, another may stand on them.
            const [cools, reheats] = load.warm ? [load.warm.cools, load.warm.reheats] : [0, 0];
            return (inside(start - load.before + cools, start + load.slots - reheats) * load.fill) / 1000;
          })
        : task.modes.map(({ slots, people, uses }) => {
            const length = inside(start, start + slots);
            if (of.kind === 'hands')
              return task.skill !== null && of.skills & (1 << task.skill) ? length * people : 0;
            const amount = uses.filter(({ resource }) => of.kind === 'resource' && resource === of.resource);
            return amount.reduce((sum, use) => sum + use.amount, 0) * length;
          }),
    );
    need += least(each);
  }
  for (const index of new Set(arcs)) {
    const arc = instance.arcs[index];
    const modes = (arc && instance.tasks[arc.from]?.modes) ?? [];
    if (!arc || of.kind !== 'resource') continue;
    const later = left.get(arc.to) ?? new Set();
    const held: number[] = [];
    for (const start of left.get(arc.from) ?? [])
      for (const { slots } of modes)
        for (const way of arc.ways) {
          const amount = way.holds.filter(({ resource }) => resource === of.resource);
          const taken = amount.reduce((sum, use) => sum + use.amount, 0);
          for (const each of way.tables) {
            const table = instance.tables[each];
            const end = start + slots;
            const at = (row: readonly number[] | undefined) =>
              (row?.length === 1 ? row[0] : row?.[end]) ?? -1;
            if (at(table?.earliest) < 0) continue;
            for (let wait = at(table?.earliest); wait <= at(table?.latest); wait += 1)
              if (later.has(end + wait)) held.push(inside(end, end + wait) * taken);
          }
        }
    need += held.reduce((low, each) => Math.min(low, each), held.length > 0 ? Infinity : 0);
  }
  return need > haveOf(instance, of, from, to) + 1e-9;
}

function haveOf(instance: Instance, of: EnergyCertificate['of'], from: number, to: number): number {
  let have = 0;
  for (let slot = from; slot < to; slot += 1) {
    const left = (there: number, out: readonly (readonly [number, number, number])[]) =>
      Math.max(
        0,
        out.reduce((sum, [a, b, amount]) => sum - (a <= slot && slot < b ? amount : 0), there),
      );
    const thing = of.kind === 'resource' ? instance.resources[of.resource] : undefined;
    if (of.kind === 'decks')
      have += instance.ovens.reduce((sum, { decks, out }) => sum + left(decks, out), 0);
    else if (of.kind === 'resource') have += left(thing?.capacity ?? 0, thing?.out ?? []);
    else
      have += instance.people.filter(
        ({ skills, free }) => skills & of.skills && free.some(([a, b]) => a <= slot && slot < b),
      ).length;
  }
  return have;
}
