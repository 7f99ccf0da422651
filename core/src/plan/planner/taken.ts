import type { Instance, Load, Mode, Placed, Task, Use } from '../instance/index.ts';
import { OvenTaken } from './oven-taken.ts';

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
  private readonly ovens: readonly OvenTaken[];
  private readonly night: Uint8Array;
  /** By slot, hands that nobody has. */
  private readonly missing: Int16Array;

  constructor(private readonly instance: Instance) {
    const { slots, resources, people } = instance;
    this.used = resources.map(({ capacity, out }) => {
      const used = new Int16Array(slots);
      for (const [from, to, amount] of out)
        for (let slot = Math.max(0, from); slot < Math.min(to, slots); slot += 1)
          used[slot] = Math.min(capacity, (used[slot] ?? 0) + amount);
      return used;
    });
    this.ovens = instance.ovens.map((oven) => new OvenTaken(oven, slots));
    this.busy = people.map(() => new Uint8Array(slots));
    this.onShift = people.map(({ free }) => {
      const on = new Uint8Array(slots);
      for (const [from, to] of free) on.fill(1, Math.max(0, from), Math.max(0, to));
      return on;
    });
    this.worked = people.map(() => 0);
    this.night = new Uint8Array(slots);
    this.missing = new Int16Array(slots);
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

  /** What is taken of an oven. */
  oven = (index: number): OvenTaken | undefined => this.ovens[index];

  /** What goes into an oven may begin in this slot. @param over it may take more decks than there are */
  takesLoad = (load: Load, start: number, over = false): boolean =>
    this.ovens[load.oven]?.takes(load, start, over) ?? false;

  /** Looks at the ovens as they are now; what is said of them holds until something else is taken. */
  lookAtOvens(): void {
    for (const oven of this.ovens) oven.look(this.instance.weights.hot > 0);
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
    const { skill } = task;
    const can = (person: number, bits: 'skills' | 'helps') =>
      ((this.instance.people[person]?.[bits] ?? 0) >> skill) & 1;
    const free = [...this.instance.people.keys()].filter(
      (person) => (can(person, 'skills') || can(person, 'helps')) && this.isFree(person, start, mode.slots),
    );
    const alone = free.some((person) => can(person, 'skills'));
    const able = alone ? free : [];
    const missing = mode.people - able.length;
    if (missing > 0) return over ? [...able, ...Array<number>(missing).fill(NOBODY)] : null;
    const breadth = (person: number) => bits(this.instance.people[person]?.skills ?? 0);
    const asked = (person: number) => (wanted.includes(person) ? 0 : 1);
    able.sort(
      (a, b) =>
        asked(a) - asked(b) || breadth(a) - breadth(b) || (this.worked[a] ?? 0) - (this.worked[b] ?? 0),
    );
    const chosen = able.slice(0, mode.people);
    const first = able.find((person) => can(person, 'skills'));
    return first === undefined || chosen.some((person) => can(person, 'skills'))
      ? chosen
      : [first, ...chosen.slice(0, -1)];
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
    if (mode.load) this.ovens[mode.load.oven]?.take(mode.load, placed.start, sign);
  }

  hold(uses: readonly Use[], start: number, end: number, sign: 1 | -1): void {
    for (const { resource, amount } of uses) {
      const used = this.used[resource];
      if (used) for (let slot = start; slot < end; slot += 1) used[slot] = (used[slot] ?? 0) + sign * amount;
    }
  }

  private isFree(person: number, start: number, slots: number): boolean {
    const [busy, on] = [this.busy[person], this.onShift[person]];
    for (let slot = start; slot < start + slots; slot += 1)
      if (busy?.[slot] !== 0 || on?.[slot] !== 1) return false;
    return true;
  }
}

const bits = (mask: number): number => {
  let count = 0;
  for (let left = mask; left !== 0; left &= left - 1) count += 1;
  return count;
};
