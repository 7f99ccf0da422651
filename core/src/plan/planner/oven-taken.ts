import { decksTogether } from '../../oven/decks/index.ts';
import { decksTaken, followDecks, nearest, type DecksFrom, type Load, type Oven } from '../instance/index.ts';

/** What is taken of the decks of one oven by the loads that are placed. */
export class OvenTaken {
  private readonly decks: Int16Array;
  /** By slot, loads that are in, and the profile of the last that was put in: where all decks share one heat, that of all. */
  private readonly inside: Int16Array;
  private readonly heat: Int16Array;
  /** And how many of them bake. */
  private readonly bakes: Int16Array;
  /** What each load of a profile, start and length takes, thousandths of a deck. */
  private readonly loads = new Map<
    number,
    { readonly load: Load; readonly start: number; readonly fills: number[] }
  >();
  private deckHeats: readonly DecksFrom[] = [];
  private readonly nearest: number[] = [];
  /** By slot: the last slot up to it and the first from it on in which something bakes (−1: none), and idle slots so far. */
  private readonly bakedBefore: Int16Array;
  private readonly bakedFrom: Int16Array;
  private readonly idleUntil: Int16Array;

  constructor(
    private readonly oven: Oven,
    private readonly slots: number,
  ) {
    this.decks = new Int16Array(slots);
    this.inside = new Int16Array(slots);
    this.heat = new Int16Array(slots);
    this.bakes = new Int16Array(slots);
    this.bakedBefore = new Int16Array(slots);
    this.bakedFrom = new Int16Array(slots);
    this.idleUntil = new Int16Array(slots);
    for (const [from, to, amount] of oven.out)
      for (let slot = Math.max(0, from); slot < Math.min(to, slots); slot += 1)
        this.decks[slot] = Math.min(oven.decks, (this.decks[slot] ?? 0) + amount);
  }

  decksAt = (slot: number): number => this.decks[slot] ?? 0;

  /** Decks that are wanted in a slot beyond those that there are. */
  overAt = (slot: number, more = 0): number => Math.max(0, this.decksAt(slot) + more - this.oven.decks);

  /**
   * A load may begin in this slot: it joins one of its kind, or finds decks.
   *
   * @param over it may take more decks than there are
   */
  takes(load: Load, start: number, over = false): boolean {
    const more = this.moreDecks(load, start);
    if (more === 0) return true;
    const [from, end] = this.taken(load, start);
    const { decks, oneHeat } = this.oven;
    for (let slot = from; slot < end; slot += 1) {
      if (!over && (this.decks[slot] ?? 0) + more > decks) return false;
      if (oneHeat && this.inside[slot] !== 0 && this.heat[slot] !== load.profile) return false;
    }
    return true;
  }

  /** Looks at the oven as it is now; what {@link idleBy} and {@link hotBy} say holds until something else is taken. */
  look(hot: boolean): void {
    const { reheat, stones } = this.oven;
    const { slots } = this;
    if (stones && hot) this.deckHeats = followDecks(this.oven, this.loads.values()).course;
    let [last, idle] = [-1, 0];
    for (let slot = 0; slot < slots; slot += 1) {
      if (this.bakes[slot] !== 0) {
        if (last >= 0 && slot - last > 1) idle += Math.min(slot - last - 1, reheat);
        last = slot;
      }
      this.bakedBefore[slot] = last;
      this.idleUntil[slot] = idle;
    }
    let next = -1;
    for (let slot = slots - 1; slot >= 0; slot -= 1) {
      if (this.bakes[slot] !== 0) next = slot;
      this.bakedFrom[slot] = next;
    }
  }

  /** Slots that a load adds in which the oven is on without baking; negative if it fills a gap. */
  idleBy(load: Load, start: number): number {
    if (load.warm) return 0;
    const { slots } = this;
    const [from, until] = decksTaken(load, start);
    const end = Math.min(until, slots - 1);
    const before = from > 0 ? (this.bakedBefore[from - 1] ?? -1) : -1;
    const after = this.bakedFrom[end] ?? -1;
    const gap = (length: number) => Math.min(Math.max(0, length), this.oven.reheat);
    const now = (before < 0 ? 0 : gap(from - before - 1)) + (after < 0 ? 0 : gap(after - end));
    const then =
      (this.idleUntil[after < 0 ? slots - 1 : after] ?? 0) - (before < 0 ? 0 : (this.idleUntil[before] ?? 0));
    return now - then;
  }

  /** K by which the decks that a load would take are too hot for it. */
  hotBy(load: Load, begun: number): number {
    const { stones } = this.oven;
    const [start] = decksTaken(load, begun);
    let event = this.deckHeats.length - 1;
    while ((this.deckHeats[event]?.start ?? 0) > start) event -= 1;
    const now = this.deckHeats[event];
    const { profile, warm } = load;
    if (!stones || !now || warm || now.hottest <= (stones.bakes[profile]?.at ?? Infinity) + stones.play)
      return 0;
    const wanted = this.moreDecks(load, begun);
    return nearest(this.oven, now.decks, { profile, start, wanted }, this.nearest);
  }

  /** Takes the decks of a load, or gives them back. */
  take(load: Load, start: number, sign: 1 | -1): void {
    const key = keyOf(load, start);
    const fills = this.loads.get(key)?.fills ?? [];
    const before = decksTogether(fills);
    if (sign === 1) fills.push(load.fill);
    else fills.splice(fills.indexOf(load.fill), 1);
    if (fills.length > 0) this.loads.set(key, { load, start, fills });
    else this.loads.delete(key);
    const more = decksTogether(fills) - before;
    const [from, until] = this.taken(load, start);
    for (let slot = from; slot < until; slot += 1) {
      this.decks[slot] = (this.decks[slot] ?? 0) + more;
      this.inside[slot] = (this.inside[slot] ?? 0) + sign;
      if (!load.warm) this.bakes[slot] = (this.bakes[slot] ?? 0) + sign;
      if (sign === 1) this.heat[slot] = load.profile;
    }
  }

  /** Slots of the day in which a load takes decks. */
  taken(load: Load, start: number): readonly [from: number, to: number] {
    const [from, to] = decksTaken(load, start);
    return [from, Math.min(to, this.slots)];
  }

  /** Decks that a load takes besides what is in with it. */
  moreDecks(load: Load, start: number): number {
    const fills = this.loads.get(keyOf(load, start))?.fills;
    if (!fills) return Math.ceil(load.fill / 1000);
    return decksTogether([...fills, load.fill]) - decksTogether(fills);
  }
}

const keyOf = ({ profile, slots, before }: Load, start: number): number =>
  ((profile * 1024 + slots) * 1024 + before + 512) * 4096 + start;
