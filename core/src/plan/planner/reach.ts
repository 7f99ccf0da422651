import { LEVELS, levelOf, tableAt } from '../../dough/index.ts';
import type { Arc, Instance, Way } from '../instance/index.ts';
import { Least } from './least.ts';
import type { Taken } from './taken.ts';

/** What is worked out for a task: the least cost of it and of all that hangs on it. */
export interface Sums {
  /** By level and start (level × slots + start), and the mode that gives it; one level where levels change nothing. */
  readonly cost: Float64Array;
  readonly mode: Uint8Array;
  /** First and last start that was looked at. */
  first: number;
  last: number;
  /** By end: the least, and the start that gives it with its mode, for tasks that come before their parent; and the first and last end. */
  readonly byEnd: Float64Array;
  firstEnd: number;
  lastEnd: number;
  readonly startOf: Int32Array;
}

/** The least cost of a branch, by level and where its parent ends (later) or starts (earlier). */
export interface Reach {
  readonly cost: Float64Array;
  readonly slot: Int16Array;
  readonly way: Uint8Array;
}

/** Slots of a window from which on it is not searched one by one. */
const WIDE = 16;

/** Works out what branches cost from each place of their parent. */
export class Reacher {
  private readonly runs: readonly [Int16Array, Int16Array];
  private readonly rising: Float64Array;
  private readonly falling: Float64Array;
  private readonly leastRising: Least;
  private readonly leastFalling: Least;
  private weight = 0;

  constructor(
    private readonly instance: Instance,
    private readonly taken: Taken,
  ) {
    const { slots } = instance;
    this.runs = [new Int16Array(slots), new Int16Array(slots)];
    this.rising = new Float64Array(slots + 1);
    this.falling = new Float64Array(slots + 1);
    this.leastRising = new Least(slots + 1);
    this.leastFalling = new Least(slots + 1);
  }

  /**
   * A branch that comes later.
   *
   * @param reach filled with the answer
   * @param child what its first task costs
   * @param levelled the child’s cost depends on the level
   * @param ends first and last slot in which the parent may end
   * @param open 1 for those in which it does
   * @returns false if there is none
   */
  later(arc: Arc, reach: Reach, child: Sums, levelled: boolean, ends: readonly [number, number], open: Uint8Array): boolean {
    const { slots, tables } = this.instance;
    const wide = !arc.levels && arc.ways.some((way) => this.isWide(way));
    let any = false;
    for (const [which, way] of arc.ways.entries()) {
      const room = this.roomOf(way, ends[0], child.last);
      const levels = !arc.levels && (way.tables.length > 1 || levelled) ? LEVELS : 1;
      for (let level = 0; level < levels; level += 1) {
        const table = tables[way.tables[level] ?? way.tables[0] ?? 0];
        if (!table) continue;
        const own = levelled ? level * slots : 0;
        if (wide && (levelled || (level === 0 && way.weight !== arc.ways[which - 1]?.weight)))
          this.lookAt(child.cost, own, child.first, child.last, way.weight);
        const [earliest, bests, latest] = [table.earliest, table.best, table.latest];
        const steady = earliest.length === 1;
        for (let end = ends[0]; end <= ends[1]; end += 1) {
          const at = steady ? 0 : end;
          const least = earliest[at] ?? -1;
          if (least < 0 || open[end] === 0) continue;
          const most = latest[at] ?? -1;
          const from = Math.max(end + least, child.first);
          let to = Math.min(end + most, child.last);
          if (room) to = Math.min(to, end + (room[end] ?? 0));
          if (to < from) continue;
          const best = bests[at] ?? -1;
          const aim = end + best;
          const start = wide
            ? this.cheapest(from, to, aim)
            : arc.levels && levelled
              ? cheapestByLevel(child.cost, slots, from, to, way.weight, end, least, best, most)
              : cheapestOf(child.cost, own, from, to, way.weight, aim);
          const offset = arc.levels && levelled ? levelOf(start - end, least, best, most) * slots : own;
          const all = way.cost + way.weight * Math.abs(start - aim) + (child.cost[offset + start] ?? Infinity);
          any = put(reach, level * slots + end, all, start, which) || any;
        }
      }
    }
    return any;
  } // prettier-ignore

  /** A branch that comes before. @param starts first and last slot in which the parent may start */
  earlier(arc: Arc, reach: Reach, child: Sums, starts: readonly [number, number]): boolean {
    let any = false;
    const { firstEnd: first, lastEnd: last } = child;
    for (const [which, way] of arc.ways.entries()) {
      const table = this.instance.tables[way.tables[0] ?? 0];
      if (!table || last < first) continue;
      if (way.holds.length === 0 && table.earliest.length === 1) {
        // The same wait at any time: each start looks back over the ends that suit it.
        const [least, best, most] = [tableAt(table.earliest, 0), tableAt(table.best, 0), tableAt(table.latest, 0)];
        if (least < 0) continue;
        this.lookAt(child.byEnd, 0, first, last, way.weight);
        for (let start = starts[0]; start <= starts[1]; start += 1) {
          const [from, to] = [Math.max(first, start - most), Math.min(last, start - least)];
          if (to < from) continue;
          const end = this.cheapest(from, to, start - best);
          const all = (child.byEnd[end] ?? Infinity) + way.cost + way.weight * Math.abs(start - end - best);
          any = put(reach, start, all, end, which) || any;
        }
        continue;
      }
      const room = this.roomOf(way, first, starts[1]);
      for (let end = first; end <= last; end += 1) {
        const cost = child.byEnd[end] ?? Infinity;
        const least = tableAt(table.earliest, end);
        if (cost === Infinity || least < 0) continue;
        const best = tableAt(table.best, end);
        const held = room ? (room[end] ?? 0) : Infinity;
        const to = Math.min(end + tableAt(table.latest, end), starts[1], end + held);
        for (let start = Math.max(end + least, starts[0]); start <= to; start += 1) {
          const all = cost + way.cost + way.weight * Math.abs(start - end - best);
          any = put(reach, start, all, end, which) || any;
        }
      }
    }
    return any;
  } // prettier-ignore

  private isWide({ tables }: Way): boolean {
    const table = this.instance.tables[tables[0] ?? 0];
    if (!table) return false;
    const middle = table.earliest.length >> 1;
    return (table.latest[middle] ?? 0) - (table.earliest[middle] ?? 0) > WIDE;
  }

  /** How long from each slot of a stretch on there is room for all that a way takes; null where it takes nothing. */
  private roomOf({ holds }: Way, first: number, last: number): Int16Array | null {
    if (holds.length === 0) return null;
    const [room, run] = this.runs;
    const end = Math.min(last, this.instance.slots - 1);
    for (const [index, use] of holds.entries()) {
      this.taken.runOf(use, index === 0 ? room : run, first, end);
      if (index > 0)
        for (let slot = first; slot <= end; slot += 1)
          if ((run[slot] ?? 0) < (room[slot] ?? 0)) room[slot] = run[slot] ?? 0;
    }
    return room;
  }

  /** Prepares costs that rise with the distance from the best: one row for each side of it. */
  private lookAt(cost: Float64Array, offset: number, first: number, last: number, weight: number): void {
    this.weight = weight;
    for (let slot = first; slot <= last; slot += 1) {
      const value = cost[offset + slot] ?? Infinity;
      this.rising[slot] = value + weight * slot;
      this.falling[slot] = value - weight * slot;
    }
    this.leastRising.look(this.rising, first, last + 1);
    this.leastFalling.look(this.falling, first, last + 1);
  }

  /** The cheapest place of what was looked at from one slot to another, where `best` would cost nothing more. */
  private cheapest(from: number, to: number, best: number): number {
    if (best >= to) return this.leastFalling.placeOf(from, to);
    if (best <= from) return this.leastRising.placeOf(from, to);
    const [before, after] = [this.leastFalling.placeOf(from, best), this.leastRising.placeOf(best, to)];
    const shift = this.weight * best;
    return (this.falling[before] ?? Infinity) + shift <= (this.rising[after] ?? Infinity) - shift ? before : after;
  } // prettier-ignore
}

/** The cheapest of a few places: the cost of each, and more with its distance from the one aimed at. */
function cheapestOf(
  cost: Float64Array,
  offset: number,
  from: number,
  to: number,
  weight: number,
  aim: number,
): number {
  let [least, place] = [Infinity, from];
  for (let slot = from; slot <= to; slot += 1) {
    const all = (cost[offset + slot] ?? Infinity) + weight * Math.abs(slot - aim);
    if (all < least) {
      least = all;
      place = slot;
    }
  }
  return place;
}

/** The same where the wait decides the level of what comes after. */
function cheapestByLevel(
  cost: Float64Array, slots: number, from: number, to: number, weight: number,
  end: number, earliest: number, best: number, latest: number,
): number {
  let [least, place] = [Infinity, from];
  for (let slot = from; slot <= to; slot += 1) {
    const offset = levelOf(slot - end, earliest, best, latest) * slots;
    const all = (cost[offset + slot] ?? Infinity) + weight * Math.abs(slot - end - best);
    if (all < least) {
      least = all;
      place = slot;
    }
  }
  return place;
} // prettier-ignore

function put({ cost, slot, way }: Reach, at: number, all: number, place: number, which: number): boolean {
  if (!(all < (cost[at] ?? Infinity))) return false;
  cost[at] = all;
  slot[at] = place;
  way[at] = which;
  return true;
}
