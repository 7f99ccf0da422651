import {
  LEVELS,
  levelOf,
  tableAt,
  type Arc,
  type Instance,
  type Load,
  type Placed,
} from '../instance/index.ts';
import type { Domains } from './domains.ts';
import type { Taken } from './taken.ts';

/** A batch in its place: its tasks, in the order of the batch, and the ways of its arcs by arc. */
export interface Insertion {
  readonly placed: ReadonlyMap<number, Placed>;
  readonly ways: ReadonlyMap<number, number>;
  readonly cost: number;
}

/** A neighbour in the tree of a batch: one that comes after, or one that comes before. */
interface Branch {
  readonly arc: number;
  readonly task: number;
  readonly later: boolean;
}

/** A batch as a tree hung up at its root: children before parents. */
interface Tree {
  readonly order: readonly number[];
  readonly branches: ReadonlyMap<number, readonly Branch[]>;
  /** Arcs from tasks of other batches into this one. */
  readonly foreign: readonly number[];
}

/** What is worked out for a task: the least cost of it and of all that hangs on it. */
interface Sums {
  /** By start and level, and the mode that gives it. */
  readonly cost: Float64Array;
  readonly mode: Uint8Array;
  /** By end: the start that gives the least, for tasks that come before their parent. */
  readonly byEnd: Float64Array;
  readonly startOf: Int16Array;
}

/** The least cost of a branch, by where its parent ends (later) or starts (earlier), and level. */
interface Reach {
  readonly cost: Float64Array;
  readonly slot: Int16Array;
  readonly way: Uint8Array;
}

const NEVER = Infinity;

/** Finds the cheapest place for one batch in what the others leave: exact for chains, branch by branch for trees. */
export class Inserter {
  private readonly trees: readonly Tree[];
  private readonly sums: Sums[] = [];
  private readonly reaches = new Map<number, Reach>();
  private readonly freeRuns: Int16Array[];
  private readonly run: Int16Array;
  private readonly holdRuns: Int16Array[];

  constructor(
    private readonly instance: Instance,
    private readonly domains: Domains,
    private readonly taken: Taken,
  ) {
    const { slots, people } = instance;
    this.trees = instance.batches.map((_, batch) => treeOf(instance, batch));
    this.freeRuns = people.map(() => new Int16Array(slots));
    this.run = new Int16Array(slots);
    this.holdRuns = Array.from({ length: 4 }, () => new Int16Array(slots));
  }

  /**
   * Places a batch and takes what it needs.
   *
   * @param others where tasks of other batches stand, for what they make for this one
   * @param noise added to the cost of each start, so that another place may be found
   * @returns null if it has no place; then nothing is taken
   */
  insert(
    batch: number,
    others: (task: number) => Placed | null,
    noise: (() => number) | null,
  ): Insertion | null {
    const fixed = new Map<number, Placed>();
    const fixedWays = new Map<number, number>();
    const undo: (() => void)[] = [];
    const tasks = this.instance.batches[batch]?.tasks ?? [];
    // Branches of one tree are worked out apart, so two of them may want the same hands: what fits is kept, the rest is
    // worked out again around it.
    for (let attempt = 0; attempt <= tasks.length; attempt += 1) {
      const found = this.solve(batch, others, noise, fixed);
      if (!found) break;
      if (this.commit(batch, found, fixed, fixedWays, undo))
        return { placed: fixed, ways: fixedWays, cost: found.cost };
    }
    for (const back of undo.reverse()) back();
    return null;
  }

  /** Takes what a batch needs, task by task. @returns false if one no longer fits */
  private commit(
    batch: number,
    found: Found,
    fixed: Map<number, Placed>,
    fixedWays: Map<number, number>,
    undo: (() => void)[],
  ): boolean {
    const { instance, taken } = this;
    const order = this.trees[batch]?.order.toReversed() ?? [];
    const endOf = (task: number, { start, mode }: Placed) =>
      start + (instance.tasks[task]?.modes[mode]?.slots ?? 0);
    for (const index of order) {
      if (fixed.has(index)) continue;
      const task = instance.tasks[index];
      const [start, mode] = found.at.get(index) ?? [0, 0];
      const doing = task?.modes[mode];
      if (!task || !doing) return false;
      const people = taken.peopleFor(task, doing, start);
      if (!people || !taken.fits(doing.uses, start, start + doing.slots)) return false;
      if (task.load && !taken.takesLoad(task.load, start)) return false;
      const placed: Placed = { start, mode, people };
      const through = found.through.get(index);
      const arc = through === undefined ? undefined : instance.arcs[through];
      const way = through === undefined ? 0 : (found.ways.get(through) ?? 0);
      const holds = arc?.ways[way]?.holds ?? [];
      let span: [number, number] = [0, 0];
      if (arc) {
        const [from, to] = arc.to === index ? [arc.from, index] : [index, arc.to];
        const [earlier, later] = [
          from === index ? placed : fixed.get(from),
          to === index ? placed : fixed.get(to),
        ];
        if (!earlier || !later) return false;
        span = [endOf(from, earlier), later.start];
        if (!taken.fits(holds, span[0], span[1])) return false;
      }
      taken.take(task, placed, 1);
      taken.hold(holds, span[0], span[1], 1);
      undo.push(() => {
        taken.take(task, placed, -1);
        taken.hold(holds, span[0], span[1], -1);
      });
      fixed.set(index, placed);
      if (through !== undefined) fixedWays.set(through, way);
    }
    for (const arc of this.trees[batch]?.foreign ?? []) fixedWays.set(arc, found.ways.get(arc) ?? 0);
    return true;
  }

  private solve(
    batch: number,
    others: (task: number) => Placed | null,
    noise: (() => number) | null,
    fixed: ReadonlyMap<number, Placed>,
  ): Found | null {
    const tree = this.trees[batch];
    if (!tree) return null;
    this.freeRuns.forEach((run, person) => this.taken.freeRunOf(person, run));
    const foreignWays = new Map<number, number>();
    for (const [position, index] of tree.order.entries()) {
      const sums = this.sumsAt(position);
      if (!this.sum(tree, index, sums, others, noise, fixed, foreignWays)) return null;
      const parent = parentOf(tree, index);
      if (parent && !this.reach(parent.arc, parent.later, sums, index)) return null;
    }
    const root = tree.order.at(-1) ?? 0;
    const sums = this.sumsAt(tree.order.length - 1);
    let best = -1;
    for (let slot = 0; slot < this.instance.slots; slot += 1)
      if ((sums.cost[slot * LEVELS] ?? NEVER) < (best < 0 ? NEVER : (sums.cost[best * LEVELS] ?? NEVER)))
        best = slot;
    if (best < 0) return null;
    return this.trace(tree, root, best, sums.cost[best * LEVELS] ?? NEVER, foreignWays);
  }

  /** The least cost of a task with all that hangs on it, by start and level. @returns false if there is none */
  private sum(
    tree: Tree,
    index: number,
    { cost, mode: modes, byEnd, startOf }: Sums,
    others: (task: number) => Placed | null,
    noise: (() => number) | null,
    fixed: ReadonlyMap<number, Placed>,
    foreignWays: Map<number, number>,
  ): boolean {
    const { instance, taken } = this;
    const task = instance.tasks[index];
    const domain = this.domains[index];
    if (!task || !domain) return false;
    cost.fill(NEVER);
    byEnd.fill(NEVER);
    const branches = tree.branches.get(index) ?? [];
    const before = branches.filter(({ later }) => !later).map(({ arc }) => this.reaches.get(arc));
    const after = branches.filter(({ later }) => later).map(({ arc }) => this.reaches.get(arc));
    const foreign = this.foreignCosts(tree, index, others, foreignWays);
    const here = fixed.get(index);
    let any = false;
    for (const [which, mode] of task.modes.entries()) {
      if (here && here.mode !== which) continue;
      const free = here ? null : this.room(task.skill, mode.people, mode.slots, mode.uses);
      const [first, last] = here ? [here.start, here.start] : [0, instance.slots - mode.slots - 1];
      for (let slot = first; slot <= last; slot += 1) {
        if (domain[slot] === 0 || (free && free[slot] === 0)) continue;
        if (task.due !== null && slot + mode.slots > task.due) break;
        if (task.load && !here && !taken.takesLoad(task.load, slot)) continue;
        const end = slot + mode.slots;
        let own = foreign?.[slot] ?? 0;
        for (const reach of before) own += reach?.cost[slot * LEVELS] ?? NEVER;
        if (own === NEVER) continue;
        own += this.priceOf(index, slot, mode.slots, mode.people, task.load);
        if (noise) own += noise();
        for (let level = 0; level < LEVELS; level += 1) {
          let all = own;
          for (const reach of after) all += reach?.cost[end * LEVELS + level] ?? NEVER;
          const at = slot * LEVELS + level;
          if (all < (cost[at] ?? NEVER)) {
            cost[at] = all;
            modes[at] = which;
            any = true;
          }
          if (level === 0 && all < (byEnd[end] ?? NEVER)) {
            byEnd[end] = all;
            startOf[end] = slot * 16 + which;
          }
        }
      }
    }
    return any;
  }

  /** 1 for each slot from which people and resources are there for a whole mode. */
  private room(
    skill: number | null,
    people: number,
    slots: number,
    uses: readonly { readonly resource: number; readonly amount: number }[],
  ): Uint8Array {
    const { instance } = this;
    const room = new Uint8Array(instance.slots);
    if (people === 0 || skill === null) room.fill(1);
    else {
      for (const [person, { skills }] of instance.people.entries()) {
        if (!((skills >> skill) & 1)) continue;
        const run = this.freeRuns[person];
        for (let slot = 0; slot < instance.slots; slot += 1)
          if ((run?.[slot] ?? 0) >= slots) room[slot] = (room[slot] ?? 0) + 1;
      }
      for (let slot = 0; slot < instance.slots; slot += 1) room[slot] = (room[slot] ?? 0) >= people ? 1 : 0;
    }
    for (const use of uses) {
      this.taken.runOf(use, this.run);
      for (let slot = 0; slot < instance.slots; slot += 1) if ((this.run[slot] ?? 0) < slots) room[slot] = 0;
    }
    return room;
  }

  private priceOf(index: number, slot: number, slots: number, people: number, load: Load | null): number {
    const { weights, tasks } = this.instance;
    const task = tasks[index];
    let price = 0;
    if (people > 0 && weights.night > 0) price += weights.night * people * this.taken.nightWork(slot, slots);
    if (task && task.due !== null) price += weights.early * (task.due - slot - slots);
    if (task && task.told !== null) price += weights.told * Math.abs(slot - task.told);
    if (load && weights.ovenIdle > 0) price += weights.ovenIdle * this.taken.idleBy(load, slot);
    return price;
  }

  /** What tasks of other batches allow: a cost for each start, null if there are none. */
  private foreignCosts(
    tree: Tree,
    index: number,
    others: (task: number) => Placed | null,
    ways: Map<number, number>,
  ): Float64Array | null {
    const { instance } = this;
    let costs: Float64Array | null = null;
    for (const which of tree.foreign) {
      const arc = instance.arcs[which];
      if (arc?.to !== index) continue;
      const earlier = others(arc.from);
      costs ??= new Float64Array(instance.slots);
      if (!earlier) {
        costs.fill(NEVER);
        continue;
      }
      const end = earlier.start + (instance.tasks[arc.from]?.modes[earlier.mode]?.slots ?? 0);
      const table = instance.tables[arc.ways[0]?.tables[0] ?? 0];
      ways.set(which, 0);
      for (let slot = 0; slot < instance.slots; slot += 1) {
        const wait = slot - end;
        const least = table ? tableAt(table.earliest, end) : -1;
        if (!table || least < 0 || wait < least || wait > tableAt(table.latest, end)) costs[slot] = NEVER;
        else costs[slot] = (costs[slot] ?? 0) + arc.weight * Math.abs(wait - tableAt(table.best, end));
      }
    }
    return costs;
  }

  /** The least cost of a branch from each place of its parent. @returns false if there is none */
  private reach(which: number, later: boolean, sums: Sums, task: number): boolean {
    const arc = this.instance.arcs[which];
    if (!arc) return false;
    const reach = this.reachOf(which);
    reach.cost.fill(NEVER);
    return later ? this.reachLater(arc, reach, sums, task) : this.reachEarlier(arc, reach, sums);
  }

  private reachLater(arc: Arc, { cost, slot: slots, way: ways }: Reach, sums: Sums, task: number): boolean {
    const { instance } = this;
    const [lowest, highest] = bounds(this.domains[task]);
    const ends = this.endsOf(arc.from);
    let any = false;
    arc.ways.forEach((way, which) => {
      const runs = way.holds.map((use, index) => {
        const run = this.holdRuns[index] ?? new Int16Array(instance.slots);
        this.taken.runOf(use, run);
        return run;
      });
      const levels = arc.levels || way.tables.length === 1 ? 1 : LEVELS;
      for (let level = 0; level < levels; level += 1) {
        const table = instance.tables[way.tables[level] ?? way.tables[0] ?? 0];
        if (!table) continue;
        for (let end = ends[0]; end <= ends[1]; end += 1) {
          const least = tableAt(table.earliest, end);
          if (least < 0) continue;
          const [best, most] = [tableAt(table.best, end), tableAt(table.latest, end)];
          let room = instance.slots;
          for (const run of runs) room = Math.min(room, run[end] ?? 0);
          const to = Math.min(end + most, highest, end + room, instance.slots - 1);
          for (let start = Math.max(end + least, lowest); start <= to; start += 1) {
            const price = way.cost + arc.weight * Math.abs(start - end - best);
            const next = arc.levels ? levelOf(start - end, least, best, most) : level;
            // A wait that is the same at every level is looked up for each of them.
            const span = levels === 1 && !arc.levels ? LEVELS : 1;
            for (let each = 0; each < span; each += 1) {
              const all = price + (sums.cost[start * LEVELS + (span > 1 ? each : next)] ?? NEVER);
              const at = end * LEVELS + (span > 1 ? each : level);
              if (all < (cost[at] ?? NEVER)) {
                cost[at] = all;
                slots[at] = start;
                ways[at] = which;
                any = true;
              }
            }
          }
        }
      }
    });
    return any;
  }

  private reachEarlier(arc: Arc, { cost, slot: slots, way: ways }: Reach, sums: Sums): boolean {
    const { instance } = this;
    let any = false;
    const [lowest, highest] = bounds(this.domains[arc.to]);
    arc.ways.forEach((way, which) => {
      const table = instance.tables[way.tables[0] ?? 0];
      if (!table) return;
      const runs = way.holds.map((use, index) => {
        const run = this.holdRuns[index] ?? new Int16Array(instance.slots);
        this.taken.runOf(use, run);
        return run;
      });
      for (let end = 0; end < instance.slots; end += 1) {
        const from = sums.byEnd[end] ?? NEVER;
        const least = tableAt(table.earliest, end);
        if (from === NEVER || least < 0) continue;
        const best = tableAt(table.best, end);
        let room = instance.slots;
        for (const run of runs) room = Math.min(room, run[end] ?? 0);
        const to = Math.min(end + tableAt(table.latest, end), highest, end + room, instance.slots - 1);
        for (let start = Math.max(end + least, lowest); start <= to; start += 1) {
          const all = from + way.cost + arc.weight * Math.abs(start - end - best);
          const at = start * LEVELS;
          if (all < (cost[at] ?? NEVER)) {
            cost[at] = all;
            slots[at] = end;
            ways[at] = which;
            any = true;
          }
        }
      }
    });
    return any;
  }

  /** Follows the least costs back from the root. */
  private trace(tree: Tree, root: number, slot: number, cost: number, foreign: Map<number, number>): Found {
    const at = new Map<number, readonly [start: number, mode: number]>();
    const through = new Map<number, number>();
    const ways = new Map(foreign);
    const position = new Map(tree.order.map((index, each) => [index, each]));
    const follow = (index: number, start: number, level: number, mode: number) => {
      at.set(index, [start, mode]);
      const end = start + (this.instance.tasks[index]?.modes[mode]?.slots ?? 0);
      for (const { arc: which, task, later } of tree.branches.get(index) ?? []) {
        const reach = this.reaches.get(which);
        const arc = this.instance.arcs[which];
        if (!reach || !arc) continue;
        const key = later ? end * LEVELS + (arc.levels ? 0 : level) : start * LEVELS;
        const found = reach.slot[key] ?? 0;
        through.set(task, which);
        ways.set(which, reach.way[key] ?? 0);
        const sums = this.sumsAt(position.get(task) ?? 0);
        if (!later) {
          const packed = sums.startOf[found] ?? 0;
          follow(task, packed >> 4, 0, packed & 15);
          continue;
        }
        const table = this.instance.tables[arc.ways[reach.way[key] ?? 0]?.tables[0] ?? 0];
        const next =
          arc.levels && table
            ? levelOf(
                found - end,
                tableAt(table.earliest, end),
                tableAt(table.best, end),
                tableAt(table.latest, end),
              )
            : level;
        follow(task, found, next, sums.mode[found * LEVELS + next] ?? 0);
      }
    };
    follow(root, slot, 0, this.sumsAt(tree.order.length - 1).mode[slot * LEVELS] ?? 0);
    return { at, through, ways, cost };
  }

  private sumsAt(position: number): Sums {
    const { slots } = this.instance;
    return (this.sums[position] ??= {
      cost: new Float64Array(slots * LEVELS),
      mode: new Uint8Array(slots * LEVELS),
      byEnd: new Float64Array(slots + 1),
      startOf: new Int16Array(slots + 1),
    });
  }

  private reachOf(arc: number): Reach {
    const { slots } = this.instance;
    let reach = this.reaches.get(arc);
    if (!reach) {
      reach = {
        cost: new Float64Array((slots + 1) * LEVELS),
        slot: new Int16Array((slots + 1) * LEVELS),
        way: new Uint8Array((slots + 1) * LEVELS),
      };
      this.reaches.set(arc, reach);
    }
    return reach;
  }

  /** First and last slot in which a task may end. */
  private endsOf(index: number): [number, number] {
    const [first, last] = bounds(this.domains[index]);
    const lengths = this.instance.tasks[index]?.modes.map(({ slots }) => slots) ?? [0];
    return [first + Math.min(...lengths), Math.min(last + Math.max(...lengths), this.instance.slots - 1)];
  }
}

interface Found {
  readonly at: ReadonlyMap<number, readonly [start: number, mode: number]>;
  /** The arc by which each task hangs on its parent. */
  readonly through: ReadonlyMap<number, number>;
  readonly ways: ReadonlyMap<number, number>;
  readonly cost: number;
}

function bounds(domain: Uint8Array | undefined): [number, number] {
  return domain ? [domain.indexOf(1), domain.lastIndexOf(1)] : [0, -1];
}

const parents = new WeakMap<Tree, Map<number, Branch>>();

/** By which branch a task hangs on its parent; null for the root. */
function parentOf(tree: Tree, task: number): Branch | null {
  let known = parents.get(tree);
  if (!known) {
    known = new Map([...tree.branches.values()].flat().map((branch) => [branch.task, branch]));
    parents.set(tree, known);
  }
  return known.get(task) ?? null;
}

function treeOf(instance: Instance, batch: number): Tree {
  const { tasks } = instance.batches[batch] ?? { tasks: [] };
  const own = new Set(tasks);
  const branches = new Map<number, Branch[]>(tasks.map((task) => [task, []]));
  const foreign: number[] = [];
  const order: number[] = [];
  const seen = new Set<number>();
  instance.arcs.forEach(({ from, to }, arc) => {
    if (own.has(to) && !own.has(from)) foreign.push(arc);
  });
  const visit = (task: number) => {
    seen.add(task);
    instance.arcs.forEach(({ from, to }, arc) => {
      const other = from === task ? to : to === task ? from : -1;
      if (other < 0 || !own.has(other) || seen.has(other)) return;
      branches.get(task)?.push({ arc, task: other, later: from === task });
      visit(other);
    });
    order.push(task);
  };
  const [root] = tasks;
  if (root !== undefined) visit(root);
  return { order, branches, foreign };
}
