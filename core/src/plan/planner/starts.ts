import type { Instance, Mode, Placed, Task } from '../instance/index.ts';
import type { Domains } from './domains.ts';
import type { Prices } from './prices.ts';
import type { Taken } from './taken.ts';

/** Where one task may start and end in what others leave, whatever its waits. */
interface Open {
  /** By mode: 1 for each slot in which it may start. */
  readonly starts: Uint8Array[];
  /** By mode: what each start costs for what is overbooked or dear. */
  readonly costs: Float64Array[];
  /** 1 for each slot in which it may end, by any of its modes. */
  readonly ends: Uint8Array;
}

/** Where the tasks of a batch may start and end, by their places in its tree; good until something is taken. */
export class Starts {
  private readonly open: Open[] = [];
  private readonly run: Int16Array;

  constructor(
    private readonly instance: Instance,
    private readonly domains: Domains,
    private readonly taken: Taken,
  ) {
    this.run = new Int16Array(instance.slots);
  }

  /**
   * Looks where a task may start.
   *
   * @param span first and last slot to look at
   * @param here it stands already
   * @param prices with them it may take more than there is, at these
   * @returns the first and last slot in which it may; null: nowhere
   */
  look(
    position: number,
    index: number,
    [lowest, highest]: readonly [number, number],
    here: Placed | undefined,
    prices: Prices | undefined,
  ): [number, number] | null {
    const { instance, taken } = this;
    const task = instance.tasks[index];
    const domain = this.domains[index];
    if (!task || !domain) return null;
    const { starts, ends, costs } = this.at(position);
    ends.fill(0);
    let [from, to] = [instance.slots, -1];
    for (const [which, mode] of task.modes.entries()) {
      const open = (starts[which] ??= new Uint8Array(instance.slots));
      open.fill(0, lowest, highest + 1);
      const dear = (costs[which] ??= new Float64Array(instance.slots));
      dear.fill(0, lowest, highest + 1);
      if (here && here.mode !== which) continue;
      const last = Math.min(highest, instance.slots - mode.slots - 1, (task.due ?? instance.slots) - mode.slots);
      if (here) open[here.start] = domain[here.start] ?? 0;
      else {
        if (prices) this.priced(open, dear, task, mode, [lowest, last], prices);
        else this.room(open, task.skill, mode, lowest, last);
        for (let slot = lowest; slot <= last; slot += 1)
          if (domain[slot] === 0 || (open[slot] !== 0 && mode.load && !taken.takesLoad(mode.load, slot, prices !== undefined))) open[slot] = 0;
      }
      for (let slot = lowest; slot <= last; slot += 1) {
        if (open[slot] === 0) continue;
        ends[slot + mode.slots] = 1;
        if (slot < from) from = slot;
        if (slot > to) to = slot;
      }
    }
    return to < 0 ? null : [from, to];
  } // prettier-ignore

  /** 1 for each slot of what was looked at in which the task may start by a mode. */
  startsOf = (position: number, mode: number): Uint8Array | undefined => this.open[position]?.starts[mode];

  /** What it costs to start in each slot by a mode, for what is overbooked or dear. */
  costsOf = (position: number, mode: number): Float64Array | undefined => this.open[position]?.costs[mode];

  /** 1 for each slot in which it may end. */
  endsOf = (position: number): Uint8Array => this.at(position).ends;

  private at(position: number): Open {
    return (this.open[position] ??= { starts: [], costs: [], ends: new Uint8Array(this.instance.slots + 1) });
  }

  /** Sets how many are free for work of a skill from each slot of a stretch on. */
  private count(able: Uint8Array, skill: number, slots: number, first: number, last: number): void {
    able.fill(0, first, last + 1);
    const add = (person: number, some: boolean) => {
      const run = this.taken.freeRunOf(person);
      for (let slot = first; slot <= last; slot += 1)
        if ((run[slot] ?? 0) >= slots && (some || able[slot] !== 0)) able[slot] = (able[slot] ?? 0) + 1;
    };
    const { people } = this.instance;
    for (const [person, { skills }] of people.entries()) if ((skills >> skill) & 1) add(person, true);
    // Help is no use where there is nobody to help.
    for (const [person, { skills, helps }] of people.entries())
      if ((helps >> skill) & ~(skills >> skill) & 1) add(person, false);
  }

  /** Sets each slot of a stretch in which a mode could begin if more were there, and what that costs. */
  private priced(open: Uint8Array, costs: Float64Array, task: Task, mode: Mode, [first, last]: readonly [number, number], prices: Prices): void {
    if (last < first) return;
    const { people, slots, uses } = mode;
    if (people > 0 && task.skill !== null) {
      this.count(open, task.skill, slots, first, last);
      prices.hand(costs, mode, open, first, last);
    }
    const some = uses.every(({ resource, amount }) => amount <= (this.instance.resources[resource]?.capacity ?? 0));
    open.fill(some ? 1 : 0, first, last + 1);
    if (!some) return;
    for (const use of uses) prices.use(costs, use, slots, first, last);
    if (mode.load) prices.load(costs, mode.load, first, last);
  } // prettier-ignore

  /** Sets each slot of a stretch from which people and resources are there for a whole mode. */
  private room(open: Uint8Array, skill: number | null, { people, slots, uses }: Mode, first: number, last: number): void {
    if (last < first) return;
    open.fill(people === 0 || skill === null ? 1 : 0, first, last + 1);
    if (people > 0 && skill !== null) {
      this.count(open, skill, slots, first, last);
      for (let slot = first; slot <= last; slot += 1) open[slot] = (open[slot] ?? 0) >= people ? 1 : 0;
    }
    for (const use of uses) {
      this.taken.runOf(use, this.run, first, Math.min(last + slots, this.instance.slots - 1));
      for (let slot = first; slot <= last; slot += 1) if ((this.run[slot] ?? 0) < slots) open[slot] = 0;
    }
  } // prettier-ignore
}
