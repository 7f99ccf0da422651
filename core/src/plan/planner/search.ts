import { costOf, type Instance, type Schedule } from '../instance/index.ts';
import { chanceFrom, shuffled } from '../../chance/index.ts';
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
 * How often batches are put where they are cheapest though others have what they take there: those that have no place, or
 * else the dearest; and rounds after which it is given up if something is overbooked still.
 */
const PUSHED = { waiting: 0.5, dearest: 0.1 } as const;
const SETTLING = 160;
/** The same for what fits no more in a plan that is gone on from: then it comes first, and the rest gives way. */
const CHANGED = 25;
/** How often a day of eight doughs is made anew once it has a plan: all its batches pushed at once. */
const BEGINNINGS = 3;
/** Batches up to which that is done at once; with more, whose settling takes longer, after so many rounds for each without a gain. */
const [SMALL, STILL] = [12, 2] as const;
/** How often the whole day is made anew while something has no place. */
const RESHUFFLED = 0.1;
/**
 * Rounds without a gain after which the search is warmed again: at least, and for each batch; and how often that is with
 * a day made anew, else with the dearest of the best pushed.
 */
const STALE = { least: 100, ofBatch: 4, anew: 0.5 } as const;
/**
 * What is added by lot to the cost of each place at most, and how often it is. Much while something has no place: then any
 * other way is welcome.
 */
const LOTS = {
  waiting: { most: 4, often: 0.5 },
  pushed: { most: 1.5, often: 0.8 },
  else: { most: 1, often: 0.5 },
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
/** How often what has no place comes first. */
const FIRST = 0.7;
/** Share of the cost up to which a worse plan is gone on from, at first and at last. */
const [HOT, COOL, COOLING] = [0.03, 0.005, 0.99];

/**
 * Searches for a plan: batches one by one, those with the least room to move first, each in its cheapest place. Then, again
 * and again, either a few that meet in time are taken out and put back in another order; or some are pushed to where they
 * are cheapest, and all settle at prices that rise where something is overbooked. It yields after each round, may be
 * stopped there, and goes on for ever unless nothing could be better.
 *
 * @param seed of chance: the same seed gives the same plans, round by round
 * @param from a plan to begin with; what it places is kept at first
 * @param anew how often the whole day was made anew before; one that begins with a plan goes on from it
 *
 * @example
 * const network = networkOf(demoDay());
 * assert.ok(network.ok);
 * const { instance } = network.value;
 * for (const { unplaced } of search(instance, domainsOf(instance).domains, 1)) if (unplaced === 0) break;
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
  const all = [...instance.batches.keys()];
  const order = tightFirst(instance, domains);
  const beginnings = Math.min(BEGINNINGS, Math.ceil((BEGINNINGS * 8) / all.length));
  /** The last round that was worth it, how hot the search is, and how often it began anew. */
  let [rounds, gained, heat, begun] = [0, 0, HOT, anew];
  /** How it was warmed last; and whether what comes next is gone on from, whatever it costs. */
  let [shaken, shaking] = [false, false];
  const progress = (best: Schedule): Progress => ({
    rounds,
    unplaced: unplacedOf(instance, best),
    cost: costOf(instance, best).total,
    begun,
    best,
  });

  /** Batches are pushed, and all settle; if they do not, nothing was done. */
  function* push(batches: readonly number[], most = SETTLING): Generator<Progress, void, void> {
    const before = day.schedule();
    const prices = day.prices();
    day.crowd(shuffled(batches, chance), prices, lotsOf(LOTS.pushed, chance));
    for (let go = 0; go < most; go += 1) {
      if (day.settle(prices, chance)) return;
      yield (now = { ...now, rounds });
      rounds += 1;
    }
    day.restore(before);
  }

  let now = progress({ tasks: instance.tasks.map(() => null), ways: instance.arcs.map(() => 0) });
  if (from) day.adopt(from);
  else for (const _ of day.placing(order)) yield (now = progress(day.schedule()));
  now = progress(day.schedule());
  // What fits no more in a plan that is gone on from settles with as little of the rest moved as may be.
  if (from && day.unplaced().length > 0) yield* push(day.unplaced(), CHANGED);
  for (const plan of [from, null])
    if (day.unplaced().length > 0)
      for (const _ of day.resume(plan ?? day.schedule(), order)) yield (now = progress(day.schedule()));
  let [current, best, kept] = [day.total(), day.total(), day.schedule()];
  now = progress(kept);
  yield now;
  while (best > 1e-9 && all.length > 0) {
    rounds += 1;
    const before = day.schedule();
    const waiting = day.unplaced();
    // Once there is a plan the whole day is made anew a few times: the best is gone on from.
    const ripe = all.length <= SMALL || rounds - gained >= STILL * all.length;
    const whole = best < UNPLACED ? begun < beginnings && ripe : chance() < RESHUFFLED;
    if (whole && best < UNPLACED) begun += 1;
    const pushes = waiting.length > 0 ? PUSHED.waiting : PUSHED.dearest * Math.min(1, 8 / all.length);
    const taken = shaking;
    if (whole || (taken && chance() < STALE.anew)) yield* push(all);
    else if (taken || chance() < pushes) yield* push(waiting.length > 0 ? waiting : [day.dearest(chance)]);
    else putBack(day, waiting, chance);
    const cost = day.total();
    if (cost < best - 1e-9) {
      [gained, best, kept] = [rounds, cost, day.schedule()];
      now = progress(kept);
    }
    const worse = cost - current;
    // While something has no place, any way on that leaves no more of it without one is as good.
    const drifts = best >= UNPLACED && worse < UNPLACED / 2;
    if (worse <= 0 || drifts || taken || (!whole && chance() < Math.exp(-worse / (heat * Math.max(1, best)))))
      current = cost;
    else day.restore(before);
    heat = Math.max(COOL, heat * COOLING);
    shaking = false;
    if (rounds - gained >= Math.max(STALE.least, STALE.ofBatch * all.length)) {
      // Warm again: from the best as it is, or from something else that may well be dearer at first.
      [heat, gained, shaken] = [HOT, rounds, !shaken];
      day.restore(kept);
      current = best;
      shaking = shaken && best < UNPLACED;
    }
    yield (now = { ...now, rounds, begun });
  }
  return now;
}

/**
 * Plans in which batches that find no place stand where they are cheapest, though others have what they take there: it
 * settles as far as it will, round by round.
 *
 * @param from a plan to begin with
 */
export function* crowded(
  instance: Instance,
  domains: Domains,
  seed: number,
  from: Schedule,
): Generator<Schedule, void, void> {
  const day = new Day(instance, domains);
  const chance = chanceFrom(seed);
  day.adopt(from);
  const prices = day.prices();
  day.crowd(day.unplaced(), prices, null);
  do yield day.schedule();
  while (!day.settle(prices, chance));
}

/** What is added by lot to the cost of each place, if anything is. */
function lotsOf(
  { most, often }: { most: number; often: number },
  chance: () => number,
): (() => number) | null {
  if (chance() >= often) return null;
  const noise = chance() * most;
  return () => chance() * noise;
}

/** Some batches that meet in time are taken out, or two that change places, and put back in another order. */
function putBack(day: Day, waiting: readonly number[], chance: () => number): void {
  const some = FEWEST + Math.floor(chance() * (MOST - FEWEST + 1));
  const swap = waiting.length === 0 && chance() < SWAPPED ? day.swap(chance) : null;
  const out = day.neighbours(chance, some, swap);
  day.remove(out, swap !== null || chance() > ANYWHERE);
  if (swap) day.look(swap);
  // What had no place before comes first as a rule, and is tried again at the end.
  const first = swap ? [swap.one, swap.other] : chance() < FIRST ? waiting : [];
  const rest = out.filter((batch) => !first.includes(batch));
  const yielding = chance() < YIELDING ? chance() * YIELDED : 0;
  day.placeAll(
    [...shuffled(first, chance), ...shuffled(rest, chance)],
    lotsOf(waiting.length > 0 ? LOTS.waiting : LOTS.else, chance),
    yielding,
  );
  day.placeAll(shuffled(day.unplaced(), chance), null);
}

/** Batches by how many slots their tasks may start in, the fewest first. */
function tightFirst({ batches }: Instance, domains: Domains): number[] {
  const room = batches.map(({ tasks }) =>
    Math.min(...tasks.map((task) => domains[task]?.reduce((sum, free) => sum + free, 0) ?? 0)),
  );
  return [...batches.keys()].sort((a, b) => (room[a] ?? 0) - (room[b] ?? 0) || a - b);
}

const unplacedOf = ({ batches }: Instance, { tasks }: Schedule): number =>
  batches.filter((batch) => batch.tasks.some((task) => !tasks[task])).length;
