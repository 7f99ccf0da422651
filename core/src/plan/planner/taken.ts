import { decksTogether } from '../../oven/decks/index.ts';
import {
  followDecks,
  nearest,
  type DecksFrom,
  type Instance,
  type Load,
  type Mode,
  type Placed,
  type Task,
  type Use,
} from '../instance/index.ts';

/** Stands for a hand that nobody has, where more may be taken than there is. */
export const NOBODY = -1;

/** What is taken of people, resources and decks by the tasks that are placed. */
export class Taken {
  private readonly used: Int16Array[];
  private readonly busy: Uint8Array[];
  private readonly onShift: Uint8Array[];
  /** Runs of free slots by person, and of whom they are still right. */
  private readonly freeRuns: Int16Array[] = [];
  private readonly known = new Set<number>();
  /** Slots of work of each person. */
  private readonly worked: number[];
  private readonly decks: Int16Array;
  /** By slot, loads that are in, and the profile of the last that was put in: where all decks share one heat, that of all. */
  private readonly inside: Int16Array;
  private readonly heat: Int16Array;
  /** What each load of a profile, start and length takes, thousandths of a deck. */
  private readonly loads = new Map<
    number,
    { readonly load: Load; readonly start: number; readonly fills: number[] }
  >();
  private deckHeats: readonly DecksFrom[] = [];
  private readonly nearest: number[] = [];
  private readonly night: Uint8Array;
  /** By slot, hands that nobody has. */
  private readonly missing: Int16Array;
  /** By slot: the last slot up to it and the first from it on in which something bakes (−1: none), and idle slots so far. */
  private readonly bakedBefore: Int16Array;
  private readonly bakedFrom: Int16Array;
  private readonly idleUntil: Int16Array;

  constructor(private readonly instance: Instance) {
    const { slots, resources, people } = instance;
    this.used = resources.map(() => new Int16Array(slots));
    this.busy = people.map(() => new Uint8Array(slots));
    this.onShift = people.map(({ free }) => {
      const on = new Uint8Array(slots);
      for (const [from, to] of free) on.fill(1, Math.max(0, from), Math.max(0, to));
      return on;
    });
    this.worked = people.map(() => 0);
    this.decks = new Int16Array(slots);
    this.inside = new Int16Array(slots);
    this.heat = new Int16Array(slots);
    this.night = new Uint8Array(slots);
    this.missing = new Int16Array(slots);
    this.bakedBefore = new Int16Array(slots);
    this.bakedFrom = new Int16Array(slots);
    this.idleUntil = new Int16Array(slots);
    for (const [from, to] of instance.night) this.night.fill(1, Math.max(0, from), Math.max(0, to));
  }

  /**
   * For each slot of a stretch, how many slots from there on so much of a resource is left; at the end of the stretch it
   * is not looked further.
   *
   * @param run filled with the answer
   */
  runOf({ resource, amount }: Use, run: Int16Array, first = 0, last = run.length - 1): void {
    const used = this.used[resource];
    const room = (this.instance.resources[resource]?.capacity ?? 0) - amount;
    let left = 0;
    for (let slot = last; slot >= first; slot -= 1)
      run[slot] = left = (used?.[slot] ?? 0) <= room ? left + 1 : 0;
  }

  /** For each slot, how many slots from there on a person is free; good until something is taken. */
  freeRunOf(person: number): Int16Array {
    const run = (this.freeRuns[person] ??= new Int16Array(this.instance.slots));
    if (this.known.has(person)) return run;
    this.known.add(person);
    const [busy, on] = [this.busy[person], this.onShift[person]];
    let left = 0;
    for (let slot = run.length - 1; slot >= 0; slot -= 1)
      run[slot] = left = on?.[slot] === 1 && busy?.[slot] === 0 ? left + 1 : 0;
    return run;
  }

  missingAt = (slot: number): number => this.missing[slot] ?? 0;
  usedAt = (resource: number, slot: number): number => this.used[resource]?.[slot] ?? 0;
  decksAt = (slot: number): number => this.decks[slot] ?? 0;

  /**
   * A load may begin in this slot: it joins one of its kind, or finds decks.
   *
   * @param over it may take more decks than there are
   */
  takesLoad(load: Load, start: number, over = false): boolean {
    const more = this.moreDecks(load, start);
    if (more === 0) return true;
    const end = Math.min(start + load.slots, this.instance.slots);
    const { decks, oneHeat } = this.instance;
    for (let slot = start; slot < end; slot += 1) {
      if (!over && (this.decks[slot] ?? 0) + more > decks) return false;
      if (oneHeat && this.inside[slot] !== 0 && this.heat[slot] !== load.profile) return false;
    }
    return true;
  }

  /** Looks at the oven as it is now; what {@link idleBy} and {@link hotBy} say holds until something else is taken. */
  lookAtOven(): void {
    const { slots, reheat, stones, weights } = this.instance;
    if (stones && weights.hot > 0) this.deckHeats = followDecks(this.instance, this.loads.values()).course;
    let [last, idle] = [-1, 0];
    for (let slot = 0; slot < slots; slot += 1) {
      if (this.decks[slot] !== 0) {
        if (last >= 0 && slot - last > 1) idle += Math.min(slot - last - 1, reheat);
        last = slot;
      }
      this.bakedBefore[slot] = last;
      this.idleUntil[slot] = idle;
    }
    let next = -1;
    for (let slot = slots - 1; slot >= 0; slot -= 1) {
      this.bakedFrom[slot] = next;
      if (this.decks[slot] !== 0) next = slot;
      this.bakedFrom[slot] = next;
    }
  }

  /** Slots that a load adds in which the oven is on without baking; negative if it fills a gap. */
  idleBy(load: Load, start: number): number {
    const { slots, reheat } = this.instance;
    const end = Math.min(start + load.slots, slots - 1);
    const before = start > 0 ? (this.bakedBefore[start - 1] ?? -1) : -1;
    const after = this.bakedFrom[end] ?? -1;
    const gap = (length: number) => Math.min(Math.max(0, length), reheat);
    const now = (before < 0 ? 0 : gap(start - before - 1)) + (after < 0 ? 0 : gap(after - end));
    const then =
      (this.idleUntil[after < 0 ? slots - 1 : after] ?? 0) - (before < 0 ? 0 : (this.idleUntil[before] ?? 0));
    return now - then;
  }

  /** K by which the decks that a load would take are too hot for it. */
  hotBy(load: Load, start: number): number {
    const { stones } = this.instance;
    let event = this.deckHeats.length - 1;
    while ((this.deckHeats[event]?.start ?? 0) > start) event -= 1;
    const now = this.deckHeats[event];
    const { profile } = load;
    if (!stones || !now || now.hottest <= (stones.bakes[profile]?.at ?? Infinity) + stones.play) return 0;
    const wanted = this.moreDecks(load, start);
    return nearest(this.instance, now.decks, { profile, start, wanted }, this.nearest);
  }

  /** Slots of work at night. */
  nightWork(start: number, slots: number): number {
    let sum = 0;
    for (let slot = start; slot < start + slots; slot += 1) sum += this.night[slot] ?? 0;
    return sum;
  }

  /**
   * People who are free for a mode: those who are wanted first, then those who can do least else.
   *
   * @param over nobody may stand for those who are missing
   * @returns null if they are too few
   */
  peopleFor(
    task: Task,
    mode: Mode,
    start: number,
    wanted: readonly number[] = [],
    over = false,
  ): number[] | null {
    if (mode.people === 0 || task.skill === null) return [];
    const able: number[] = [];
    for (const person of this.instance.people.keys())
      if (this.isFree(person, task.skill, start, mode.slots)) able.push(person);
    const missing = mode.people - able.length;
    if (missing > 0) return over ? [...able, ...Array<number>(missing).fill(NOBODY)] : null;
    const breadth = (person: number) => bits(this.instance.people[person]?.skills ?? 0);
    const asked = (person: number) => (wanted.includes(person) ? 0 : 1);
    return able
      .sort(
        (a, b) =>
          asked(a) - asked(b) || breadth(a) - breadth(b) || (this.worked[a] ?? 0) - (this.worked[b] ?? 0),
      )
      .slice(0, mode.people);
  }

  fits(uses: readonly Use[], start: number, end: number): boolean {
    return uses.every(({ resource, amount }) => {
      const room = (this.instance.resources[resource]?.capacity ?? 0) - amount;
      const used = this.used[resource];
      for (let slot = start; slot < end; slot += 1) if ((used?.[slot] ?? 0) > room) return false;
      return true;
    });
  }

  /** Takes what a task needs, or gives it back. */
  take(task: Task, placed: Placed, sign: 1 | -1): void {
    const mode = task.modes[placed.mode];
    if (!mode) return;
    const end = placed.start + mode.slots;
    for (const person of placed.people) {
      if (person === NOBODY) {
        for (let slot = placed.start; slot < end; slot += 1)
          this.missing[slot] = (this.missing[slot] ?? 0) + sign;
        continue;
      }
      this.known.delete(person);
      this.busy[person]?.fill(sign === 1 ? 1 : 0, placed.start, end);
      this.worked[person] = (this.worked[person] ?? 0) + sign * mode.slots;
    }
    this.hold(mode.uses, placed.start, end, sign);
    if (!task.load) return;
    const key = this.keyOf(task.load, placed.start);
    const fills = this.loads.get(key)?.fills ?? [];
    const before = decksTogether(fills);
    if (sign === 1) fills.push(task.load.fill);
    else fills.splice(fills.indexOf(task.load.fill), 1);
    if (fills.length > 0) this.loads.set(key, { load: task.load, start: placed.start, fills });
    else this.loads.delete(key);
    const more = decksTogether(fills) - before;
    const until = Math.min(placed.start + task.load.slots, this.instance.slots);
    for (let slot = placed.start; slot < until; slot += 1) {
      this.decks[slot] = (this.decks[slot] ?? 0) + more;
      this.inside[slot] = (this.inside[slot] ?? 0) + sign;
      if (sign === 1) this.heat[slot] = task.load.profile;
    }
  }

  hold(uses: readonly Use[], start: number, end: number, sign: 1 | -1): void {
    for (const { resource, amount } of uses) {
      const used = this.used[resource];
      if (used) for (let slot = start; slot < end; slot += 1) used[slot] = (used[slot] ?? 0) + sign * amount;
    }
  }

  private isFree(person: number, skill: number, start: number, slots: number): boolean {
    if (!(((this.instance.people[person]?.skills ?? 0) >> skill) & 1)) return false;
    const [busy, on] = [this.busy[person], this.onShift[person]];
    for (let slot = start; slot < start + slots; slot += 1)
      if (busy?.[slot] !== 0 || on?.[slot] !== 1) return false;
    return true;
  }

  /** Decks that a load takes besides what is in with it. */
  moreDecks(load: Load, start: number): number {
    const fills = this.loads.get(this.keyOf(load, start))?.fills;
    if (!fills) return Math.ceil(load.fill / 1000);
    return decksTogether([...fills, load.fill]) - decksTogether(fills);
  }

  private keyOf({ profile, slots }: Load, start: number): number {
    return (profile * 1024 + slots) * 4096 + start;
  }
}

const bits = (mask: number): number => {
  let count = 0;
  for (let left = mask; left !== 0; left &= left - 1) count += 1;
  return count;
};
