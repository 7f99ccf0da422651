import { endOf, openingsOf, windowAt, type Instance, type Mode, type Placed } from '../instance/index.ts';
import { LEVELS, levelOf, tableAt } from '../../dough/index.ts';
import { chanceFrom } from '../../chance/index.ts';
import type { Domains } from './domains.ts';
import type { Prices } from './prices.ts';
import { Reacher, type Reach, type Sums } from './reach.ts';
import { Starts } from './starts.ts';
import type { Taken } from './taken.ts';
import { trainOf, type Train } from './trains.ts';
import { treeOf, type Tree } from './tree.ts';

/** A batch in its place: its tasks, in the order of the batch, and the ways of its arcs by arc. */
export interface Insertion {
  readonly placed: ReadonlyMap<number, Placed>;
  readonly ways: ReadonlyMap<number, number>;
  readonly cost: number;
}

const NEVER = Infinity;
/** Ways to do a task, at most. */
const MOST_MODES = 256;
/** How often a batch that stands in its own way is begun somewhere else, and by how much dearer. */
const [GOES, JITTER] = [4, 4];
/** Cadences by which a train is put elsewhere than about the middle, and what a slot away from its place in it costs. */
const [SHIFTS, PULL] = [[0, -0.5, 0.5], 2] as const;
/** Slots to each side that count as near: three hours. */
const NEAR = 36;

/** What the next place of a batch is chosen by, besides what it costs. */
export interface Wishes {
  /** Added to the cost of each start, so that another place may be found. */
  readonly noise: (() => number) | null;
  /** A slot about which its root is looked for; undefined: anywhere. */
  readonly near?: number | undefined;
  /** What hands cost more where others would have them, as the sum of all slots before each. */
  readonly dear?: Float64Array | undefined;
  /** With them more may be taken than there is. */
  readonly prices?: Prices | undefined;
  /** Slots about which loads are to begin that follow one another. */
  readonly train?: ReadonlyMap<number, number>;
}

/** Finds the cheapest place for one batch in what the others leave: exact for chains, branch by branch for trees. */
export class Inserter {
  private readonly trees: readonly Tree[];
  private readonly trains: readonly (Train | null)[];
  private readonly sums: Sums[] = [];
  private readonly reaches = new Map<number, Reach>();
  private readonly starts: Starts;
  private readonly chance = chanceFrom(1);
  private readonly reacher: Reacher;
  private readonly openings: readonly boolean[];
  /** First and last slot in which each task may start. */
  private readonly bounds: readonly (readonly [number, number])[];
  /** The same within what is looked for just now. */
  private readonly within: [number, number][];

  constructor(
    private readonly instance: Instance,
    domains: Domains,
    private readonly taken: Taken,
  ) {
    this.trees = instance.batches.map((_, batch) => treeOf(instance, batch));
    this.trains = instance.batches.map((_, batch) => trainOf(instance, batch));
    this.starts = new Starts(instance, domains, taken);
    this.openings = openingsOf(instance);
    this.reacher = new Reacher(instance, taken);
    this.bounds = domains.map((domain) => [domain.indexOf(1), domain.lastIndexOf(1)] as const);
    this.within = domains.map(() => [0, -1]);
  }

  /**
   * Places a batch and takes what it needs.
   *
   * @param others where tasks of other batches stand, for what they make for this one
   * @returns null if it has no place; then nothing is taken
   */
  insert(batch: number, others: (task: number) => Placed | null, wishes: Wishes): Insertion | null {
    const trained = this.trained(batch, others, wishes);
    let tried = trained[0] ?? wishes;
    for (let go = 0; go < GOES + trained.length; go += 1) {
      const fixed = new Map<number, Placed>();
      const fixedWays = new Map<number, number>();
      const undo: (() => void)[] = [];
      const tasks = this.instance.batches[batch]?.tasks ?? [];
      // Branches of one tree are worked out apart, so two of them may want the same hands: what fits is kept, the rest is
      // worked out again around it.
      for (let attempt = 0; attempt <= tasks.length; attempt += 1) {
        const found = this.solve(batch, others, tried, fixed);
        if (!found) break;
        if (this.commit(batch, found, fixed, fixedWays, undo, wishes.prices !== undefined))
          return { placed: fixed, ways: fixedWays, cost: found.cost };
      }
      for (const back of undo.reverse()) back();
      // Without anything that stood in its own way, there is no place; else it is begun somewhere else.
      if (fixed.size === 0 && !tried.train) return null;
      const free = go + 1 - trained.length;
      tried =
        trained[go + 1] ??
        (free === 0 ? wishes : { ...wishes, noise: () => this.chance() * JITTER * (free + 1) });
    }
    return null;
  }

  /** Places of a batch whose loads follow one another, about where they would be if they did not have to; none where they need not. */
  private trained(batch: number, others: (task: number) => Placed | null, wishes: Wishes): Wishes[] {
    const train = this.trains[batch];
    const found = train && this.solve(batch, others, wishes, new Map());
    if (!train || !found) return [];
    const all = [...train.after];
    const middle = (of: (each: readonly [number, number]) => number) => all.reduce((sum, each) => sum + of(each), 0) / all.length;
    const [centre, offset] = [middle(([index]) => found.at.get(index)?.[0] ?? 0), middle(([, after]) => after)];
    return SHIFTS.map((share) => {
      const begin = centre - offset + share * train.cadence;
      return { ...wishes, train: new Map(all.map(([index, after]) => [index, Math.round(begin + after)])) };
    });
  } // prettier-ignore

  /** Takes what a batch needs, task by task. @returns false if one no longer fits */
  private commit(
    batch: number,
    found: Found,
    fixed: Map<number, Placed>,
    fixedWays: Map<number, number>,
    undo: (() => void)[],
    over: boolean,
  ): boolean {
    const { instance, taken } = this;
    const order = this.trees[batch]?.order.toReversed() ?? [];
    for (const index of order) {
      if (fixed.has(index)) continue;
      const task = instance.tasks[index];
      const [start, mode] = found.at.get(index) ?? [0, 0];
      const doing = task?.modes[mode];
      if (!task || !doing) return false;
      const people = taken.peopleFor(task, doing, start, [], over);
      if (!people || (!over && !taken.fits(doing.uses, start, start + doing.slots))) return false;
      if (doing.load && !taken.takesLoad(doing.load, start, over)) return false;
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
        span = [endOf(instance, from, earlier), later.start];
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
    wishes: Wishes,
    fixed: ReadonlyMap<number, Placed>,
  ): Found | null {
    const tree = this.trees[batch];
    if (!tree || !this.narrow(tree, wishes, fixed)) return null;
    this.taken.lookAtOvens();
    const foreignWays = new Map(tree.foreign.map((arc) => [arc, 0]));
    for (const [position, index] of tree.order.entries()) {
      const sums = this.sumsAt(position);
      if (!this.sum(tree, index, sums, others, wishes)) return null;
      const parent = tree.parents.get(index);
      if (parent && !this.reach(tree, parent.arc, parent.later, sums, index)) return null;
    }
    const root = tree.order.at(-1) ?? 0;
    const sums = this.sumsAt(tree.order.length - 1);
    let best = -1;
    for (let slot = sums.first; slot <= sums.last; slot += 1)
      if ((sums.cost[slot] ?? NEVER) < (best < 0 ? NEVER : (sums.cost[best] ?? NEVER))) best = slot;
    if (best < 0) return null;
    return this.trace(tree, root, best, sums.cost[best] ?? NEVER, foreignWays);
  }

  /** From the root down: where each task can stand if the one it hangs on stands where it may. @returns false if nowhere */
  private narrow(tree: Tree, { near, prices }: Wishes, fixed: ReadonlyMap<number, Placed>): boolean {
    for (let position = tree.order.length - 1; position >= 0; position -= 1) {
      const index = tree.order[position] ?? 0;
      let [first, last] = this.bounds[index] ?? [0, -1];
      const here = fixed.get(index);
      const parent = tree.parents.get(index);
      if (here) [first, last] = [here.start, here.start];
      else if (parent) {
        const [from, to] = this.spanOf(parent.arc, parent.later);
        [first, last] = [Math.max(first, from), Math.min(last, to)];
      } else if (near !== undefined)
        [first, last] = [Math.max(first, near - NEAR), Math.min(last, near + NEAR)];
      const open = first > last ? null : this.starts.look(position, index, [first, last], here, prices);
      const span = this.within[index];
      if (!open || !span) return false;
      [span[0], span[1]] = open;
    }
    return true;
  }

  /** Between which slots a task starts that hangs on another by an arc. */
  private spanOf(which: number, later: boolean): [number, number] {
    const { tables, arcs, tasks, slots } = this.instance;
    const arc = arcs[which];
    let [from, to] = [slots, -1];
    if (!arc) return [from, to];
    const lengths = tasks[arc.from]?.modes.map((mode) => mode.slots) ?? [0];
    const ends = later ? this.endsOf(arc.from) : [0, slots - 1];
    const [start, finish] = this.within[arc.to] ?? [0, -1];
    for (const way of arc.ways)
      for (const each of way.tables) {
        const table = tables[each];
        if (!table) continue;
        if (table.earliest.length === 1) {
          // The same at any time: the first and the last end tell.
          const [least, most] = [table.earliest[0] ?? -1, table.latest[0] ?? -1];
          if (least < 0) continue;
          const first = later ? (ends[0] ?? 0) + least : Math.max(ends[0] ?? 0, start - most);
          const last = later ? (ends[1] ?? -1) + most : Math.min(ends[1] ?? -1, finish - least);
          if (first <= last) [from, to] = [Math.min(from, first), Math.max(to, last)];
          continue;
        }
        for (let end = ends[0] ?? 0; end <= (ends[1] ?? -1); end += 1) {
          const least = tableAt(table.earliest, end);
          if (least < 0) continue;
          const most = tableAt(table.latest, end);
          if (later) [from, to] = [Math.min(from, end + least), Math.max(to, end + most)];
          else if (end + least <= finish && end + most >= start)
            [from, to] = [Math.min(from, end), Math.max(to, end)];
        }
      }
    return later ? [from, to] : [from - Math.max(...lengths), to - Math.min(...lengths)];
  }

  /** The least cost of a task with all that hangs on it, by start and level. @returns false if there is none */
  private sum(
    tree: Tree,
    index: number,
    sums: Sums,
    others: (task: number) => Placed | null,
    { noise, dear, prices, train }: Wishes,
  ): boolean {
    const { instance } = this;
    const task = instance.tasks[index];
    const position = tree.position.get(index) ?? 0;
    if (!task) return false;
    const { cost, mode: modes, byEnd, startOf } = sums;
    const { slots } = instance;
    const levels = tree.levelled.has(index) ? LEVELS : 1;
    const [lowest, highest] = this.within[index] ?? [0, -1];
    for (let level = 0; level < levels; level += 1)
      cost.fill(NEVER, level * slots + lowest, level * slots + highest + 1);
    const ends = this.endsOf(index);
    byEnd.fill(NEVER, ends[0], ends[1] + 1);
    let [first, last, firstEnd, lastEnd] = [slots, -1, slots, -1];
    const branches = tree.branches.get(index) ?? [];
    const before = branches.flatMap(({ arc, later }) => (later ? [] : [this.reachOf(arc).cost]));
    const after = branches.flatMap(({ arc, later, task: next }) =>
      later ? [{ costs: this.reachOf(arc).cost, by: this.byLevel(tree, arc, next) ? slots : 0 }] : [],
    );
    const about = train?.get(index);
    const bound = tree.foreign.some((arc) => this.touches(arc, index));
    for (const [which, mode] of task.modes.entries()) {
      const open = this.starts.startsOf(position, which);
      const costs = prices ? this.starts.costsOf(position, which) : undefined;
      for (let slot = lowest; slot <= highest; slot += 1) {
        if (open?.[slot] !== 1) continue;
        const end = slot + mode.slots;
        let own = bound ? this.foreignCost(tree, index, slot, end, others) : 0;
        for (const costs of before) own += costs[slot] ?? NEVER;
        if (own === NEVER) continue;
        own += this.priceOf(index, slot, mode);
        if (dear) own += mode.people * ((dear[end] ?? 0) - (dear[slot] ?? 0));
        if (costs) own += costs[slot] ?? 0;
        if (noise) own += noise();
        if (about !== undefined) own += PULL * Math.abs(slot - about);
        for (let level = 0; level < levels; level += 1) {
          let all = own;
          for (const { costs, by } of after) all += costs[level * by + end] ?? NEVER;
          if (all === NEVER) continue;
          const at = level * slots + slot;
          if (all < (cost[at] ?? NEVER)) {
            cost[at] = all;
            modes[at] = which;
            if (slot < first) first = slot;
            if (slot > last) last = slot;
          }
          if (level === 0 && all < (byEnd[end] ?? NEVER)) {
            byEnd[end] = all;
            if (end < firstEnd) firstEnd = end;
            if (end > lastEnd) lastEnd = end;
            startOf[end] = slot * MOST_MODES + which;
          }
        }
      }
    }
    [sums.first, sums.last, sums.firstEnd, sums.lastEnd] = [first, last, firstEnd, lastEnd];
    return last >= 0;
  }

  /** The cost of a branch depends on the level of its parent. */
  private byLevel(tree: Tree, which: number, next: number): boolean {
    const arc = this.instance.arcs[which];
    if (!arc || arc.levels) return false;
    return tree.levelled.has(next) || arc.ways.some(({ tables }) => tables.length > 1);
  }

  private touches(arc: number, task: number): boolean {
    const { from, to } = this.instance.arcs[arc] ?? {};
    return from === task || to === task;
  }

  private priceOf(index: number, slot: number, { slots, people, load, cost }: Mode): number {
    const { weights, tasks } = this.instance;
    const task = tasks[index];
    let price = cost;
    if (people > 0 && weights.night > 0) price += weights.night * people * this.taken.nightWork(slot, slots);
    if (task && task.due !== null) price += weights.early * (task.due - slot - slots);
    if (this.openings[index]) price += weights.begin * Math.max(0, this.instance.begin - slot);
    if (task && task.told !== null) price += weights.told * Math.abs(slot - task.told);
    const oven = load && this.taken.oven(load.oven);
    if (oven && weights.ovenIdle > 0) price += weights.ovenIdle * oven.idleBy(load, slot);
    if (oven && weights.hot > 0) price += (weights.hot * oven.hotBy(load, slot)) / 10;
    return price;
  }

  /** What a task costs by its waits to and from tasks of the batches it goes by; infinite where it may not stand. */
  private foreignCost(
    tree: Tree,
    index: number,
    start: number,
    end: number,
    others: (task: number) => Placed | null,
  ): number {
    const { instance } = this;
    let cost = 0;
    for (const which of tree.foreign) {
      const arc = instance.arcs[which];
      if (!arc || (arc.to !== index && arc.from !== index)) continue;
      const other = others(arc.to === index ? arc.from : arc.to);
      if (!other) return NEVER;
      const before = arc.from === index ? end : endOf(instance, arc.from, other);
      const wait = (arc.to === index ? start : other.start) - before;
      const window = windowAt(instance, arc.ways[0], 0, before);
      if (!window || wait < window.earliest || wait > window.latest) return NEVER;
      cost += (arc.ways[0]?.weight ?? 0) * Math.abs(wait - window.best);
    }
    return cost;
  }

  /** The least cost of a branch from each place of its parent. @returns false if there is none */
  private reach(tree: Tree, which: number, later: boolean, sums: Sums, task: number): boolean {
    const arc = this.instance.arcs[which];
    if (!arc) return false;
    const reach = this.reachOf(which);
    const [first, last] = later ? this.endsOf(arc.from) : (this.within[arc.to] ?? [0, -1]);
    for (let level = 0; level < (later ? LEVELS : 1); level += 1)
      reach.cost.fill(NEVER, level * this.instance.slots + first, level * this.instance.slots + last + 1);
    return later
      ? this.reacher.later(
          arc,
          reach,
          sums,
          tree.levelled.has(task),
          [first, last],
          this.starts.endsOf(tree.position.get(arc.from) ?? 0),
        )
      : this.reacher.earlier(arc, reach, sums, [first, last]);
  }

  /** Follows the least costs back from the root. */
  private trace(tree: Tree, root: number, slot: number, cost: number, foreign: Map<number, number>): Found {
    const at = new Map<number, readonly [start: number, mode: number]>();
    const through = new Map<number, number>();
    const ways = new Map(foreign);
    const { slots } = this.instance;
    const follow = (index: number, start: number, level: number, mode: number) => {
      at.set(index, [start, mode]);
      const end = endOf(this.instance, index, { start, mode });
      for (const { arc: which, task, later } of tree.branches.get(index) ?? []) {
        const reach = this.reaches.get(which);
        const arc = this.instance.arcs[which];
        if (!reach || !arc) continue;
        const key = later ? (this.byLevel(tree, which, task) ? level * slots : 0) + end : start;
        const found = reach.slot[key] ?? 0;
        through.set(task, which);
        ways.set(which, reach.way[key] ?? 0);
        const sums = this.sumsAt(tree.position.get(task) ?? 0);
        if (!later) {
          const packed = sums.startOf[found] ?? 0;
          follow(task, Math.floor(packed / MOST_MODES), 0, packed % MOST_MODES);
          continue;
        }
        const window = arc.levels ? windowAt(this.instance, arc.ways[reach.way[key] ?? 0], 0, end) : null;
        const next = window ? levelOf(found - end, window.earliest, window.best, window.latest) : level;
        follow(task, found, next, sums.mode[(tree.levelled.has(task) ? next * slots : 0) + found] ?? 0);
      }
    };
    follow(root, slot, 0, this.sumsAt(tree.order.length - 1).mode[slot] ?? 0);
    return { at, through, ways, cost };
  }

  private sumsAt(position: number): Sums {
    const { slots } = this.instance;
    return (this.sums[position] ??= {
      cost: new Float64Array(slots * LEVELS),
      mode: new Uint8Array(slots * LEVELS),
      first: 0,
      last: -1,
      byEnd: new Float64Array(slots + 1),
      firstEnd: 0,
      lastEnd: -1,
      startOf: new Int32Array(slots + 1),
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
    const [first, last] = this.within[index] ?? [0, -1];
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
