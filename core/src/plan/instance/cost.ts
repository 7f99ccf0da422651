import type { Instance, Schedule } from './instance.ts';
import { levelOf } from '../../dough/index.ts';
import { decksTaken, endOf, loadOf, windowAt } from './lookup.ts';
import { tooHot } from './stones.ts';

/** What a plan costs, term by term. */
export interface Cost {
  readonly waits: number;
  readonly night: number;
  readonly ovenIdle: number;
  readonly hot: number;
  readonly early: number;
  readonly told: number;
  readonly ways: number;
  readonly begin: number;
  readonly total: number;
}

/** Slots from `from` to `to` that lie in intervals. */
export const overlap = (
  intervals: readonly (readonly [number, number])[],
  from: number,
  to: number,
): number => intervals.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

/** Prices a plan; tasks without a place cost nothing here. */
export function costOf(instance: Instance, schedule: Schedule): Cost {
  const { weights } = instance;
  let [waits, night, early, told, ways, begin] = [0, 0, 0, 0, 0, 0];
  const openings = openingsOf(instance);
  const levels = levelsOf(instance, schedule);
  instance.arcs.forEach((arc, index) => {
    const [earlier, later] = [schedule.tasks[arc.from], schedule.tasks[arc.to]];
    const way = arc.ways[schedule.ways[index] ?? 0];
    if (!earlier || !later || !way) return;
    const end = endOf(instance, arc.from, earlier);
    ways += way.cost;
    const window = windowAt(instance, way, levels[arc.from] ?? 0, end);
    if (window) waits += way.weight * Math.abs(later.start - end - window.best);
  });
  instance.tasks.forEach((task, index) => {
    const placed = schedule.tasks[index];
    if (!placed) return;
    const end = endOf(instance, index, placed);
    night += weights.night * overlap(instance.night, placed.start, end) * placed.people.length;
    if (task.due !== null) early += weights.early * (task.due - end);
    if (openings[index]) begin += weights.begin * Math.max(0, instance.begin - placed.start);
    if (task.told !== null) told += weights.told * Math.abs(placed.start - task.told);
    ways += task.modes[placed.mode]?.cost ?? 0;
  });
  const ovenIdle = weights.ovenIdle * idleSlots(instance, schedule);
  const hot = weights.hot > 0 ? (weights.hot * tooHot(instance, schedule)) / 10 : 0;
  const total = waits + night + ovenIdle + hot + early + told + ways + begin;
  return { waits, night, ovenIdle, hot, early, told, ways, begin, total };
}

/** Which tasks somebody begins with: no other comes before them, and they have not happened yet. */
export function openingsOf({ tasks, arcs }: Instance): boolean[] {
  const open = tasks.map(({ modes }) => modes.some(({ people }) => people > 0));
  for (const { to } of arcs) open[to] = false;
  return open;
}

/** The level of each task: that of the wait before it, or of the task before it. */
export function levelsOf(instance: Instance, schedule: Schedule): number[] {
  const levels = instance.tasks.map(() => 0);
  const into = instance.tasks.map((): number[] => []);
  instance.arcs.forEach(({ to }, index) => into[to]?.push(index));
  const done = new Set<number>();
  const visit = (task: number): number => {
    if (done.has(task)) return levels[task] ?? 0;
    done.add(task);
    for (const index of into[task] ?? []) {
      const arc = instance.arcs[index];
      const earlier = arc && schedule.tasks[arc.from];
      const later = schedule.tasks[task];
      if (!arc || !earlier || !later) continue;
      const before = visit(arc.from);
      if (!arc.levels) {
        levels[task] = Math.max(levels[task] ?? 0, before);
        continue;
      }
      const end = endOf(instance, arc.from, earlier);
      const window = windowAt(instance, arc.ways[schedule.ways[index] ?? 0], 0, end);
      if (window) levels[task] = levelOf(later.start - end, window.earliest, window.best, window.latest);
    }
    return levels[task] ?? 0;
  };
  instance.tasks.forEach((_, index) => visit(index));
  return levels;
}

/** Slots between loads in which an oven is on and nothing is baked in it. */
export function idleSlots(instance: Instance, schedule: Schedule): number {
  const baked = instance.ovens.map((): [number, number][] => []);
  instance.tasks.forEach((_, index) => {
    const placed = schedule.tasks[index];
    const load = loadOf(instance, index, placed);
    if (load && placed && !load.warm) baked[load.oven]?.push([...decksTaken(load, placed.start)]);
  });
  let idle = 0;
  for (const [oven, { reheat }] of instance.ovens.entries()) {
    let until = Infinity;
    for (const [from, to] of baked[oven]?.sort(([a], [b]) => a - b) ?? []) {
      if (from > until) idle += Math.min(from - until, reheat);
      until = until === Infinity ? to : Math.max(until, to);
    }
  }
  return idle;
}
