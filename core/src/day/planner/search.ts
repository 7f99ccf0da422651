import { costOf, type Instance, type Schedule } from '../instance/index.ts';
import { chanceFrom } from './chance.ts';
import type { Domains } from './domains.ts';
import { Day, UNPLACED } from './plan-in-the-making.ts';

/** How far the search is. */
export interface Progress {
  readonly rounds: number;
  /** Batches that have no place yet, in the best plan so far. */
  readonly unplaced: number;
  readonly cost: number;
  /** How often the whole day was made anew. */
  readonly begun: number;
  /** The best plan so far; the same object until a better one is found. */
  readonly best: Schedule;
}

/** Batches that are taken out at once. */
const [FEWEST, MOST] = [2, 6];
/**
 * How often batches are put where they would stand alone, and the others give way: those that have no place; the dearest
 * while the search is young, when it has gained nothing for so many rounds, and else.
 */
const PUSHED = { waiting: 0.5, young: 0.4, idle: 0.1, else: 0.03 } as const;
const [YOUNG, IDLE] = [40, 25];
/** How often a day of eight doughs is made anew once it has a plan. */
const BEGINNINGS = 12;
/** How often the whole day is made anew while something has no place. */
const RESHUFFLED = 0.1;
/** Rounds without a gain after which the search is warmed again: at least, and for each batch. */
const STALE = { least: 100, ofBatch: 4 } as const;
/**
 * What is added by lot to the cost of each place at most, and at least where others are to give way; how often it is. Much
 * while something has no place: then any other way is welcome.
 */
const LOTS = {
  waiting: { most: 4, least: 2, often: 0.5 },
  else: { most: 1, least: 0.5, often: 0.2 },
} as const;
/**
 * How often those that come first leave to others that are out, where they can, the hands that these had; and what a slot
 * of a hand costs them then at most. Without it the first takes the best place and the rest pays for it.
 */
const [YIELDING, YIELDED] = [0.8, 1];
/** How often two loads are to change places. */
const SWAPPED = 0.25;
/** How often batches that are taken out may go anywhere, and not only near where they were. */
const ANYWHERE = 0.3;
/** Share of the cost up to which a worse plan is gone on from, at first and at last. */
const [HOT, COOL, COOLING] = [0.03, 0.005, 0.99];

/**
 * Searches for a plan: batches one by one, those with the least room to move first, each in its cheapest place; then again and again a
 * few that meet in time are taken out and put back in another order. It yields after each round, may be stopped there,
 * and goes on for ever unless nothing could be better.
 *
 * @param seed of chance: the same seed gives the same plans, round by round
 * @param from a plan to begin with; what it places is kept at first
 * @param anew how often the whole day was made anew before; one that begins with a plan goes on from it
 */
export function* search(
  instance: Instance,
  domains: Domains,
  seed: number,
  from: Schedule | null = null,
  anew = from ? BEGINNINGS : 0,
): Generator<Progress, Progress, void> {
  const day = new Day(instance, domains);
  const chance = chanceFrom(seed);
  const order = tightFirst(instance, domains);
  if (from) day.resume(from, order, [], null);
  else {
    day.placeAll(order, null);
    if (day.unplaced().length > 0) day.resume(day.schedule(), order, day.unplaced(), null);
  }
  let rounds = 0;
  let [current, best] = [day.total(), day.total()];
  let kept = day.schedule();
  const beginnings = Math.min(BEGINNINGS, Math.ceil((BEGINNINGS * 8) / instance.batches.length));
  let heat = HOT;
  /** The last round that was worth it, and how the search was warmed last. */
  let [gained, shaken, begun] = [0, false, anew];
  const progress = (): Progress => ({
    rounds,
    unplaced: kept.tasks.length === 0 ? 0 : unplacedOf(instance, kept),
    cost: costOf(instance, kept).total,
    begun,
    best: kept,
  });
  let now = progress();
  yield now;
  while (best > 1e-9 && instance.batches.length > 0) {
    rounds += 1;
    const before = day.schedule();
    const waiting = day.unplaced();
    // Once there is a plan the whole day is made anew a few times, in other orders: the best is gone on from.
    const whole = best < UNPLACED ? begun < beginnings : chance() < RESHUFFLED;
    if (whole && best < UNPLACED) begun += 1;
    const some = FEWEST + Math.floor(chance() * (MOST - FEWEST + 1));
    const swap = !whole && best < UNPLACED && chance() < SWAPPED ? day.swap(chance) : null;
    const lots = waiting.length > 0 ? LOTS.waiting : LOTS.else;
    const noise = chance() < lots.often ? chance() * lots.most : 0;
    const noisy = noise === 0 ? null : () => chance() * noise;
    const yielding = chance() < YIELDING ? chance() * YIELDED : 0;
    const stuck = rounds < YOUNG ? PUSHED.young : rounds - gained > IDLE ? PUSHED.idle : PUSHED.else;
    const pushes = waiting.length > 0 ? PUSHED.waiting : stuck * Math.min(1, 8 / instance.batches.length);
    if (!whole && !swap && chance() < pushes) {
      const first = waiting.length > 0 ? shuffled(waiting, chance) : [day.dearest(chance)];
      // The others give way by lot, so that the same push does not end the same way each time.
      const amount = lots.least + chance() * lots.most;
      day.resume(before, shuffled([...instance.batches.keys()], chance), first, () => chance() * amount);
    } else {
      const out = whole ? [...instance.batches.keys()] : day.neighbours(chance, some, swap);
      if (whole) day.clear();
      else day.remove(out, swap !== null || chance() > ANYWHERE);
      if (swap) day.look(swap);
      // What had no place before comes first as a rule, and is tried again at the end.
      const first = swap ? [swap.one, swap.other] : chance() < 0.7 ? waiting : [];
      const order = [
        ...shuffled(first, chance),
        ...shuffled(
          out.filter((batch) => !first.includes(batch)),
          chance,
        ),
      ];
      day.placeAll(order, noisy, yielding);
      day.placeAll(shuffled(day.unplaced(), chance), null);
      if (whole && day.unplaced().length > 0) day.resume(day.schedule(), order, day.unplaced(), null);
    }
    const cost = day.total();
    if (cost < best - 1e-9) {
      gained = rounds;
      best = cost;
      kept = day.schedule();
      now = progress();
    }
    const worse = cost - current;
    // While something has no place, any way on that leaves no more of it without one is as good.
    const drifts = best >= UNPLACED && worse < UNPLACED / 2;
    if (worse <= 0 || drifts || (!whole && chance() < Math.exp(-worse / (heat * Math.max(1, best)))))
      current = cost;
    else day.restore(before);
    heat = Math.max(COOL, heat * COOLING);
    if (rounds - gained >= Math.max(STALE.least, STALE.ofBatch * instance.batches.length)) {
      // Warm again: from the best as it is, or with what is dear elsewhere, also if that is dearer at first.
      heat = HOT;
      gained = rounds;
      day.restore(kept);
      shaken = !shaken;
      if (shaken && best < UNPLACED) {
        const order = shuffled([...instance.batches.keys()], chance);
        day.resume(kept, order, [day.dearest(chance)], () => chance() * LOTS.else.most);
      }
      current = day.total();
    }
    now = { ...now, rounds, begun };
    yield now;
  }
  return now;
}

const unplacedOf = ({ batches }: Instance, { tasks }: Schedule): number =>
  batches.filter((batch) => batch.tasks.some((task) => !tasks[task])).length;

/** Batches by how many slots their tasks may start in, the fewest first. */
function tightFirst({ batches }: Instance, domains: Domains): number[] {
  const room = batches.map(({ tasks }) =>
    Math.min(...tasks.map((task) => domains[task]?.reduce((sum, free) => sum + free, 0) ?? 0)),
  );
  return [...batches.keys()].sort((a, b) => (room[a] ?? 0) - (room[b] ?? 0) || a - b);
}

function shuffled<T>(items: readonly T[], chance: () => number): T[] {
  const all = [...items];
  for (let index = all.length - 1; index > 0; index -= 1) {
    const other = Math.floor(chance() * (index + 1));
    const [a, b] = [all[index], all[other]];
    if (a !== undefined && b !== undefined) [all[index], all[other]] = [b, a];
  }
  return all;
}
