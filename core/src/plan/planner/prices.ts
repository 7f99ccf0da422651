import type { Instance, Load, Mode, Placed, Task, Use } from '../instance/index.ts';
import { NOBODY, type Taken } from './taken.ts';

/** What a slot of a hand, of a whole resource or of a deck costs that is not there. */
const MISSING = 1;
/** By how much dearer each round makes what was overbooked in it, and what of that is left a round later. */
const [DEARER, FORGETS] = [0.5, 0.95];

/**
 * What people, resources and decks cost while more of them may be taken than there is: what is overbooked has its price, and
 * stays dear for a while to all who want it, so that those who can do without it leave.
 */
export class Prices {
  private readonly hands: Float64Array;
  /** Of resources that work takes; what doughs stand in is never overbooked. */
  private readonly resources: ReadonlyMap<number, Float64Array>;
  /** By oven. */
  private readonly decks: readonly Float64Array[];
  /** What is dear and what is missing of hands, as sums of all slots before each. */
  private readonly handsBefore: Float64Array;
  private readonly missingBefore: Float64Array;

  constructor(
    private readonly instance: Instance,
    private readonly taken: Taken,
  ) {
    const { slots } = instance;
    this.hands = new Float64Array(slots);
    const used = instance.tasks.flatMap(({ modes }) =>
      modes.flatMap(({ uses }) => uses.map((use) => use.resource)),
    );
    this.resources = new Map(used.map((resource) => [resource, new Float64Array(slots)]));
    this.decks = instance.ovens.map(() => new Float64Array(slots));
    this.handsBefore = new Float64Array(slots + 1);
    this.missingBefore = new Float64Array(slots + 1);
  }

  /** Looks at who is missing now; what {@link hand} says holds until something is taken. */
  look(): void {
    const { handsBefore, missingBefore, hands } = this;
    for (let slot = 0; slot < hands.length; slot += 1) {
      handsBefore[slot + 1] = (handsBefore[slot] ?? 0) + (hands[slot] ?? 0);
      missingBefore[slot + 1] = (missingBefore[slot] ?? 0) + MISSING * (1 + this.taken.missingAt(slot));
    }
  }

  /** Adds what the hands of a mode cost from each slot of a stretch, by how many could do it from there on. */
  hand(costs: Float64Array, { people, slots }: Mode, able: Uint8Array, first: number, last: number): void {
    const { handsBefore, missingBefore } = this;
    for (let slot = first; slot <= last; slot += 1) {
      const end = slot + slots;
      const missing = Math.max(0, people - (able[slot] ?? 0));
      costs[slot] =
        (costs[slot] ?? 0) +
        people * ((handsBefore[end] ?? 0) - (handsBefore[slot] ?? 0)) +
        missing * ((missingBefore[end] ?? 0) - (missingBefore[slot] ?? 0));
    }
  }

  /** Adds what so much of a resource costs for so many slots from each slot of a stretch. */
  use(costs: Float64Array, { resource, amount }: Use, slots: number, first: number, last: number): void {
    const share = amount / this.capacity(resource);
    const dear = this.resources.get(resource);
    const at = (slot: number) => MISSING * this.over(resource, slot, amount) + (dear?.[slot] ?? 0) * share;
    let sum = 0;
    for (let slot = first; slot < first + slots; slot += 1) sum += at(slot);
    for (let slot = first; slot <= last; slot += 1) {
      costs[slot] = (costs[slot] ?? 0) + sum;
      sum += at(slot + slots) - at(slot);
    }
  }

  /** Adds what the decks of a load cost that is put in in each slot of a stretch. */
  load(costs: Float64Array, load: Load, first: number, last: number): void {
    const [oven, dear] = [this.taken.oven(load.oven), this.decks[load.oven]];
    if (!oven) return;
    for (let slot = first; slot <= last; slot += 1) {
      const more = oven.moreDecks(load, slot);
      if (more === 0) continue;
      let sum = 0;
      const [from, to] = oven.taken(load, slot);
      for (let each = from; each < to; each += 1)
        sum += (dear?.[each] ?? 0) * more + MISSING * oven.overAt(each, more);
      costs[slot] = (costs[slot] ?? 0) + sum;
    }
  }

  /** A task stands where something that it takes is overbooked. */
  isOver(task: Task, placed: Placed): boolean {
    if (placed.people.includes(NOBODY)) return true;
    const mode = task.modes[placed.mode];
    const end = placed.start + (mode?.slots ?? 0);
    for (let slot = placed.start; slot < end; slot += 1) {
      if (placed.people.length > 0 && this.taken.missingAt(slot) > 0) return true;
      if (mode?.uses.some(({ resource }) => this.over(resource, slot) > 0)) return true;
    }
    const load = mode?.load;
    const oven = load && this.taken.oven(load.oven);
    const [from, to] = (load && oven?.taken(load, placed.start)) ?? [0, 0];
    for (let slot = from; slot < to; slot += 1) if ((oven?.overAt(slot) ?? 0) > 0) return true;
    return false;
  }

  /** Makes dearer what is overbooked now. @returns whether anything is */
  raise(): boolean {
    let any = false;
    const raise = (dear: Float64Array, slot: number, over: number) => {
      dear[slot] = (dear[slot] ?? 0) * FORGETS + DEARER * over;
      any ||= over > 0;
    };
    for (let slot = 0; slot < this.instance.slots; slot += 1) {
      raise(this.hands, slot, this.taken.missingAt(slot));
      for (const [resource, dear] of this.resources) raise(dear, slot, this.over(resource, slot));
      for (const [oven, dear] of this.decks.entries())
        raise(dear, slot, this.taken.oven(oven)?.overAt(slot) ?? 0);
    }
    return any;
  }

  /** How many times over a resource would have to be there besides what there is, if so much more of it were taken. */
  private over(resource: number, slot: number, more = 0): number {
    const capacity = this.capacity(resource);
    const over = this.taken.usedAt(resource, slot) + more - capacity;
    return over > 0 ? Math.ceil(over / capacity) : 0;
  }

  private capacity = (resource: number): number =>
    Math.max(1, this.instance.resources[resource]?.capacity ?? 0);
}
