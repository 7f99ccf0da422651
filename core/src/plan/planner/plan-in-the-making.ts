import {
  costOf,
  endOf,
  levelsOf,
  loadOf,
  windowAt,
  type Instance,
  type Placed,
  type Schedule,
} from '../instance/index.ts';
import { shuffled } from '../../chance/index.ts';
import type { Domains } from './domains.ts';
import { Inserter } from './insert.ts';
import { Prices } from './prices.ts';
import { Taken } from './taken.ts';

/** What a batch without a place counts: more than any plan costs. */
export const UNPLACED = 1e6;
/** Slots before its latest within which a task that has no place is looked for. */
const OPEN = 48;
/** Slots that two loads which change places are apart at most: four hours. */
const APART = 48;
/** How often what finds no place is put before all others. */
const GOES = 8;
/** Batches that are placed before others have their turn. */
const AT_ONCE = 2;
/** How often one moves that could stay, so that others find other places. */
const MOVED_TOO = 0.1;
/** How often it looks near where it was, and not anywhere. */
const NEARBY = 0.9;

/** Two batches that change places, and slots from the load of the one to that of the other. */
interface Swap {
  readonly one: number;
  readonly other: number;
  readonly by: number;
}

/** A plan in the making. */
export class Day {
  private taken: Taken;
  private inserter: Inserter;
  private placed: (Placed | null)[];
  private ways: number[];
  private readonly arcsOf: number[][];
  /** What each batch cost when it was last placed. */
  private readonly lastCost: number[] = [];
  /** Where the root of each batch stood when it was last placed and is looked for first; none: anywhere. */
  private readonly lastStart: (number | undefined)[] = [];
  /** Where each task stood when it was last taken out. */
  private last: (Placed | null)[] = [];

  constructor(
    private readonly instance: Instance,
    private readonly domains: Domains,
  ) {
    this.taken = new Taken(instance);
    this.inserter = new Inserter(instance, domains, this.taken);
    this.placed = instance.tasks.map(() => null);
    this.ways = instance.arcs.map(() => 0);
    this.arcsOf = instance.batches.map(() => []);
    instance.arcs.forEach(({ to }, arc) => this.arcsOf[instance.tasks[to]?.batch ?? 0]?.push(arc));
  }

  /**
   * Goes on from a plan: what has no place in it comes first, where it is cheapest if nothing else is there; the rest stays
   * as far as it still fits. What finds no place after that is put before all others, and so on. It yields now and then:
   * of a large day this takes seconds.
   */
  *resume(from: Schedule, order: readonly number[]): Generator<void, void, void> {
    const { batches } = this.instance;
    const withLeaders = (some: readonly number[]) =>
      some.flatMap((batch) => [...(batches[batch]?.leaders ?? []), batch]);
    const pushed = [...batches.keys()].filter((batch) => !from.tasks[batches[batch]?.tasks[0] ?? 0]);
    let first = withLeaders(pushed);
    let [least, kept] = [Infinity, from];
    for (let go = 0; go < GOES; go += 1) {
      this.remove([...batches.keys()]);
      for (const [batch, { tasks }] of batches.entries())
        this.lastStart[batch] = pushed.includes(batch) ? undefined : from.tasks[tasks[0] ?? 0]?.start;
      yield* this.placing(first);
      this.adopt(from);
      yield* this.placing(order);
      const open = this.unplaced();
      if (open.length < least) [least, kept] = [open.length, this.schedule()];
      if (open.length === 0) return;
      // What finds no place where nothing but its leaders stands before it finds none after others either.
      if (open.some((batch) => this.comesFirst(batch, first))) break;
      const ahead = withLeaders(open);
      first = [...ahead, ...first.filter((batch) => !ahead.includes(batch))];
    }
    this.restore(kept);
  }

  /** Places batches, some at a time. */
  *placing(batches: readonly number[]): Generator<void, void, void> {
    const follows = (batch: number) => Number((this.instance.batches[batch]?.leaders.length ?? 0) > 0);
    const inOrder = batches.toSorted((a, b) => follows(a) - follows(b));
    for (let at = 0; at < inOrder.length; at += AT_ONCE) {
      if (at > 0) yield;
      this.placeAll(inOrder.slice(at, at + AT_ONCE), null);
    }
  }

  private comesFirst(batch: number, order: readonly number[]): boolean {
    const before = order.slice(0, Math.max(0, order.indexOf(batch)));
    const leaders = this.instance.batches[batch]?.leaders ?? [];
    return order.includes(batch) && before.every((each) => leaders.includes(each));
  }

  /** Puts in what another plan placed, as far as it fits. */
  adopt(from: Schedule): void {
    const levels = levelsOf(this.instance, from);
    const leadersFirst = [...this.instance.batches.keys()].sort(
      (a, b) =>
        (this.instance.batches[a]?.leaders.length ?? 0) - (this.instance.batches[b]?.leaders.length ?? 0),
    );
    for (const batch of leadersFirst) this.putBack(batch, from, levels);
  }

  private putBack(batch: number, from: Schedule, levels: readonly number[]): void {
    const { instance, taken } = this;
    const { tasks = [], leaders = [] } = instance.batches[batch] ?? {};
    if (this.stands(batch) || !leaders.every((leader) => this.stands(leader))) return;
    const undo: (() => void)[] = [];
    const giveUp = () => {
      for (const back of undo.reverse()) back();
      for (const each of tasks) this.placed[each] = null;
    };
    for (const index of tasks) {
      const [task, placed] = [instance.tasks[index], from.tasks[index]];
      const mode = placed && task?.modes[placed.mode];
      const fits =
        task && placed && mode && this.domains[index]?.[placed.start] === 1 &&
        taken.fits(mode.uses, placed.start, placed.start + mode.slots) &&
        (!mode.load || taken.takesLoad(mode.load, placed.start)); // prettier-ignore
      const people = fits ? taken.peopleFor(task, mode, placed.start, placed.people) : null;
      if (!task || !placed || !people) return giveUp();
      const here = { ...placed, people };
      taken.take(task, here, 1);
      undo.push(() => taken.take(task, here, -1));
      this.placed[index] = here;
    }
    const own = new Set(tasks);
    for (const [index, arc] of instance.arcs.entries()) {
      if (!own.has(arc.from) && !own.has(arc.to)) continue;
      const [earlier, later] = [this.placed[arc.from], this.placed[arc.to]];
      if (!earlier || !later) continue;
      const way = arc.ways[from.ways[index] ?? 0];
      const end = endOf(instance, arc.from, earlier);
      const window = windowAt(instance, way, levels[arc.from] ?? 0, end);
      const wait = later.start - end;
      if (!way || !window || wait < window.earliest || wait > window.latest) return giveUp();
      if (!own.has(arc.from) || !own.has(arc.to)) continue;
      if (!taken.fits(way.holds, end, later.start)) return giveUp();
      taken.hold(way.holds, end, later.start, 1);
      undo.push(() => taken.hold(way.holds, end, later.start, -1));
      this.ways[index] = from.ways[index] ?? 0;
    }
  }

  /**
   * Places batches, one after the other.
   *
   * @param yielding what a slot of a hand costs more for each that another of them had there before it was taken out
   * @param prices with them more may be taken than there is
   */
  placeAll(batches: readonly number[], noise: (() => number) | null, yielding = 0, prices?: Prices): void {
    const leadersOf = (batch: number) => this.instance.batches[batch]?.leaders ?? [];
    const first = batches.filter((batch) => leadersOf(batch).length === 0);
    const after = batches.filter((batch) => leadersOf(batch).length > 0);
    for (const batch of [...first, ...after]) {
      if (this.stands(batch)) continue;
      if (!leadersOf(batch).every((leader) => this.stands(leader))) continue;
      const at = (task: number) => this.placed[task] ?? null;
      // First it is looked for near where it was: most of the day is passed over at once.
      prices?.look();
      const near = this.lastStart[batch];
      const dear = yielding > 0 ? this.handsOf(batches, batch, yielding) : undefined;
      const found =
        (near === undefined ? null : this.inserter.insert(batch, at, { noise, near, dear, prices })) ??
        this.inserter.insert(batch, at, { noise, dear, prices });
      if (!found) continue;
      this.lastCost[batch] = found.cost;
      for (const [task, placed] of found.placed) this.placed[task] = placed;
      for (const [arc, way] of found.ways) this.ways[arc] = way;
    }
  }

  /** Prices of what there is, none of it dear yet. */
  prices = (): Prices => new Prices(this.instance, this.taken);

  /**
   * Puts some batches where they are cheapest, though others have what they take there.
   *
   * @param noise added to the cost of each place, so that they may end beside it
   * @param near they are to be looked for near where they were
   */
  crowd(batches: readonly number[], prices: Prices, noise: (() => number) | null, near = false): void {
    const all = this.withFollowers(batches);
    this.remove(all, near);
    this.placeAll(all, noise, 0, prices);
  }

  /**
   * Those that stand where something is overbooked look for another place, each at the prices of then; a few others too.
   *
   * @returns whether all have a place and nothing is overbooked any more
   */
  settle(prices: Prices, chance: () => number): boolean {
    for (const batch of shuffled([...this.instance.batches.keys()], chance))
      if (this.isOver(batch, prices) || chance() < MOVED_TOO)
        this.crowd([batch], prices, null, chance() < NEARBY);
    return !prices.raise() && this.unplaced().length === 0;
  }

  private isOver(batch: number, prices: Prices): boolean {
    return (this.instance.batches[batch]?.tasks ?? []).some((index) => {
      const [task, placed] = [this.instance.tasks[index], this.placed[index]];
      return !task || !placed || prices.isOver(task, placed);
    });
  }

  private withFollowers(batches: readonly number[]): number[] {
    const { batches: all } = this.instance;
    return [...all.keys()].filter(
      (batch) => batches.includes(batch) || all[batch]?.leaders.some((leader) => batches.includes(leader)),
    );
  }

  /** What hands cost where those of some batches were that are still out, but for one: as sums up to each slot. */
  private handsOf(batches: readonly number[], but: number, each: number): Float64Array {
    const sums = new Float64Array(this.instance.slots + 1);
    for (const batch of batches) {
      if (batch === but || this.stands(batch)) continue;
      for (const task of this.instance.batches[batch]?.tasks ?? []) {
        const last = this.last[task];
        if (!last || last.people.length === 0) continue;
        const end = endOf(this.instance, task, last);
        for (let slot = last.start; slot < end; slot += 1)
          sums[slot + 1] = (sums[slot + 1] ?? 0) + each * last.people.length;
      }
    }
    for (let slot = 1; slot < sums.length; slot += 1) sums[slot] = (sums[slot] ?? 0) + (sums[slot - 1] ?? 0);
    return sums;
  }

  /**
   * Takes out batches.
   *
   * @param near they are to be looked for near where they were
   */
  remove(batches: readonly number[], near = false): void {
    for (const batch of batches) {
      if (!this.stands(batch)) continue;
      const [root] = this.instance.batches[batch]?.tasks ?? [];
      this.lastStart[batch] = near && root !== undefined ? this.placed[root]?.start : undefined;
      for (const arc of this.arcsOf[batch] ?? []) {
        const { from = 0, to = 0 } = this.instance.arcs[arc] ?? {};
        if (this.instance.tasks[from]?.batch === batch) this.holdArc(arc, from, to, -1);
      }
      for (const index of this.instance.batches[batch]?.tasks ?? []) {
        const [task, placed] = [this.instance.tasks[index], this.placed[index]];
        if (task && placed) this.taken.take(task, placed, -1);
        this.last[index] = placed ?? null;
        this.placed[index] = null;
      }
    }
  }

  private holdArc(index: number, from: number, to: number, sign: 1 | -1): void {
    const [earlier, later] = [this.placed[from], this.placed[to]];
    const way = this.instance.arcs[index]?.ways[this.ways[index] ?? 0];
    if (!earlier || !later || !way || way.holds.length === 0) return;
    this.taken.hold(way.holds, endOf(this.instance, from, earlier), later.start, sign);
  }

  stands(batch: number): boolean {
    const [first] = this.instance.batches[batch]?.tasks ?? [];
    return first !== undefined && this.placed[first] !== null;
  }

  unplaced(): number[] {
    return [...this.instance.batches.keys()].filter((batch) => !this.stands(batch));
  }

  /** Two batches whose loads are to change places, by lot; null where there are none. */
  swap(chance: () => number): Swap | null {
    const loads = this.instance.tasks.flatMap(({ batch }, index) => {
      const placed = this.placed[index];
      return placed && loadOf(this.instance, index, placed) ? [{ batch, start: placed.start }] : [];
    });
    const one = loads[Math.floor(chance() * loads.length)];
    if (!one) return null;
    const others = loads.filter(
      ({ batch, start }) =>
        batch !== one.batch && start !== one.start && Math.abs(start - one.start) <= APART,
    );
    const other = others[Math.floor(chance() * others.length)];
    return other ? { one: one.batch, other: other.batch, by: other.start - one.start } : null;
  }

  /** Two batches that were taken out are looked for first where the other one was. */
  look({ one, other, by }: Swap): void {
    for (const [batch, moved] of [
      [one, by],
      [other, -by],
    ] as const) {
      const start = this.lastStart[batch];
      if (start !== undefined) this.lastStart[batch] = Math.max(0, start + moved);
    }
  }

  /** Some batches that meet in time, with all that hang together with them; two that change places among them. */
  neighbours(chance: () => number, wanted: number, swap: Swap | null): number[] {
    const { batches } = this.instance;
    const open = this.unplaced();
    const seedBatch = swap
      ? swap.one
      : open.length > 0 && chance() < 0.7
        ? (open[Math.floor(chance() * open.length)] ?? 0)
        : chance() < 0.5
          ? this.dearest(chance)
          : Math.floor(chance() * batches.length);
    // A moment of its day: others that do something about then may be in its way.
    const tasks = batches[seedBatch]?.tasks ?? [];
    const moment = this.startOf(tasks[Math.floor(chance() * tasks.length)] ?? 0, chance);
    const near = [...batches.keys()]
      .map((batch) => ({ batch, away: this.awayFrom(batch, moment) * (0.5 + chance()) }))
      .sort((a, b) => a.away - b.away)
      .slice(0, wanted)
      .map(({ batch }) => batch);
    const chosen = [seedBatch, ...(swap ? [swap.other] : []), ...near];
    // One that goes by others may move alone; those others take it along.
    const moved = new Set(
      chosen.flatMap((batch) => (chance() < 0.5 ? [batch] : [batch, ...(batches[batch]?.leaders ?? [])])),
    );
    return [...batches.keys()].filter(
      (batch) => moved.has(batch) || batches[batch]?.leaders.some((leader) => moved.has(leader)),
    );
  }

  /** A batch by lot, the dearer the likelier. */
  dearest(chance: () => number): number {
    const costs = this.instance.batches.map((_, batch) => Math.max(0, this.lastCost[batch] ?? 0) + 0.1);
    let left = chance() * costs.reduce((sum, each) => sum + each, 0);
    return Math.max(
      0,
      costs.findIndex((each) => (left -= each) <= 0),
    );
  }

  /** Where a task stands, or would: late, as bread is best fresh. */
  private startOf(task: number, chance: () => number): number {
    const late = this.domains[task]?.lastIndexOf(1) ?? 0;
    return this.placed[task]?.start ?? late - Math.floor(chance() * OPEN);
  }

  /** Slots from a moment to the nearest task of a batch. */
  private awayFrom(batch: number, moment: number): number {
    let least = Infinity;
    for (const task of this.instance.batches[batch]?.tasks ?? []) {
      const placed = this.placed[task];
      if (placed) least = Math.min(least, Math.abs(placed.start - moment));
    }
    return least;
  }

  total(): number {
    return costOf(this.instance, this.schedule()).total + UNPLACED * this.unplaced().length;
  }

  schedule(): Schedule {
    return { tasks: [...this.placed], ways: [...this.ways] };
  }

  /** Goes back to how the day stood. */
  restore({ tasks, ways }: Schedule): void {
    const moved = [...this.instance.batches.keys()].filter((batch) =>
      (this.instance.batches[batch]?.tasks ?? []).some((task) => tasks[task] !== this.placed[task]),
    );
    this.remove(moved);
    for (const batch of moved) {
      for (const index of this.instance.batches[batch]?.tasks ?? []) {
        const [task, placed] = [this.instance.tasks[index], tasks[index] ?? null];
        this.placed[index] = placed;
        if (task && placed) this.taken.take(task, placed, 1);
      }
      for (const arc of this.arcsOf[batch] ?? []) {
        this.ways[arc] = ways[arc] ?? 0;
        const { from = 0, to = 0 } = this.instance.arcs[arc] ?? {};
        if (this.instance.tasks[from]?.batch === batch) this.holdArc(arc, from, to, 1);
      }
    }
  }
}
