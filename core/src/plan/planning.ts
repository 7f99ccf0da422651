import {
  checkSchedule,
  judge,
  verifyCertificate,
  type Fault,
  type Followed,
  type RiseFault,
} from './checker/index.ts';
import { SLOT, type Table } from '../dough/index.ts';
import {
  endOf,
  levelsOf,
  windowAt,
  type Certificate,
  type Cost,
  type Instance,
  type Schedule,
} from './instance/index.ts';
import type { Network } from './network/index.ts';
import { crowded, domainsOf, search, whyImpossible, type Progress } from './planner/index.ts';

/** What is said of a day: three verdicts and no fourth. */
export type Answer =
  | { readonly verdict: 'planned'; readonly schedule: Schedule; readonly cost: Cost; readonly followed: Followed }
  | { readonly verdict: 'impossible'; readonly certificate: Certificate }
  | {
      readonly verdict: 'not-found';
      /** The nearest plan, and what it breaks. */
      readonly schedule: Schedule;
      readonly faults: readonly (Fault | RiseFault)[];
    }; // prettier-ignore

/** How a planning goes on: what the search has, or the answer that ends it. */
export interface Planning {
  readonly progress: Progress | null;
  /** A plan to show, or why there is none; null while there is neither yet. */
  readonly answer: Answer | null;
}

/** Rounds without a plan after which it is asked whether there can be one. */
const DOUBT = 25;
/** How often windows are drawn in where the doughs, followed to the minute, come out of theirs. */
const REFITS = 3;

/**
 * Plans a day, step by step: it yields after each round of the search and may be left at any of them. Each answer has
 * passed the checker. It ends by itself where there can be no plan, or where nothing could be better.
 *
 * @param seed of chance
 * @param from a plan to begin with, for the same tasks
 */
export function* planning(network: Network, seed: number, from: Schedule | null = null): Generator<Planning, void, void> {
  const { domains, emptied } = domainsOf(network.instance);
  if (emptied) {
    const answer = impossible(network.instance);
    if (answer) yield { progress: null, answer };
    return;
  }
  let { instance } = network;
  let [shown, refits]: [Schedule | null, number] = [null, 0];
  let answer: Answer | null = null;
  let rounds = search(instance, domains, seed, from);
  for (let next = rounds.next(); ; next = rounds.next()) {
    const progress = next.value;
    if (progress.unplaced > 0 && progress.rounds === DOUBT) {
      const why = impossible(network.instance);
      if (why) {
        yield { progress, answer: why };
        return;
      }
    }
    if (progress.unplaced === 0 && progress.best !== shown) {
      shown = progress.best;
      const { followed, faults, cost } = judge(network, shown);
      if (faults.length === 0 && cost) answer = { verdict: 'planned', schedule: shown, cost, followed };
      else if (refits < REFITS && faults.length === followed.faults.length) {
        refits += 1;
        instance = drawnIn(instance, shown, followed.faults);
        rounds = search(instance, domainsOf(instance).domains, seed, shown, progress.begun);
      }
    }
    yield { progress, answer };
    if (next.done) return;
  }
} // prettier-ignore

/** How long a planning goes on, and how it lets others have their turn. */
export interface Pace {
  /** A plan of the same tasks to begin with. */
  readonly from?: Schedule | null;
  /** Whether it is enough: with what was found so far, after so many rounds. */
  readonly over: (answer: Answer | null, rounds: number) => boolean;
  /** Between two steps; false: nobody waits for the answer any longer. */
  readonly breathe: () => Promise<boolean>;
  /** Hears after each step what there is. */
  readonly told?: (answer: Answer | null, rounds: number) => void;
  /** Where no plan is found, the nearest is looked for, until this is enough. */
  readonly nearest?: () => boolean;
}

/**
 * Plans a day at a pace: the one driver of `planning`, for a page, a server and a command alike.
 *
 * @returns null where nobody waited, or where there is no answer and no nearest plan was asked for
 *
 * @example
 * const network = networkOf(demoDay());
 * const pace = { over: (answer: Answer | null) => answer !== null, breathe: async () => true };
 * assert.ok(network.ok && (await planAtPace(network.value, 1, pace))?.verdict === 'planned');
 */
export async function planAtPace(network: Network, seed: number, pace: Pace): Promise<Answer | null> {
  const { from = null, over, breathe, told, nearest = null } = pace;
  let answer: Answer | null = null;
  let [best, rounds]: [Schedule, number] = [{ tasks: [], ways: [] }, 0];
  for (const step of planning(network, seed, from)) {
    answer = step.answer ?? answer;
    best = step.progress?.best ?? best;
    rounds = step.progress?.rounds ?? rounds;
    told?.(answer, rounds);
    if (answer?.verdict === 'impossible' || over(answer, rounds)) break;
    if (!(await breathe())) return null;
  }
  if (answer || !nearest) return answer;
  const search = nearestTo(network, best, seed);
  for (let next = search.next(); ; next = search.next()) {
    if (next.done) return next.value;
    if (nearest()) return notFound(network, next.value);
    if (!(await breathe())) return null;
  }
}

/** The verdict, if a certificate is found and the checker confirms it. */
function impossible(instance: Instance): Answer | null {
  const certificate = whyImpossible(instance);
  return certificate && verifyCertificate(instance, certificate)
    ? { verdict: 'impossible', certificate }
    : null;
}

/** The instance with the waits before what came out of its window a slot narrower at the end that was missed. */
function drawnIn(instance: Instance, schedule: Schedule, faults: readonly RiseFault[]): Instance {
  const tables: Table[] = [...instance.tables];
  const done = new Set<number>();
  for (const { task, rise, window } of faults)
    instance.arcs.forEach((arc, index) => {
      if (arc.to !== task) return;
      for (const each of arc.ways[schedule.ways[index] ?? 0]?.tables ?? []) {
        const table = tables[each];
        if (!table || done.has(each)) continue;
        done.add(each);
        const young = rise < window.earliest;
        tables[each] = {
          best: table.best.map((slot, at) => {
            const [least, most] = [table.earliest[at] ?? -1, table.latest[at] ?? -1];
            return least < 0 || most <= least ? slot : Math.max(slot, least + Number(young)) - Number(!young && slot >= most);
          }),
          earliest: table.earliest.map((slot, at) => (young && slot >= 0 && (table.latest[at] ?? 0) > slot ? slot + 1 : slot)),
          latest: table.latest.map((slot, at) => (!young && slot > (table.earliest[at] ?? 0) ? slot - 1 : slot)),
        };
      }
    });
  return { ...instance, tables };
} // prettier-ignore

/** The day with more of one thing after another. */
function withMore(instance: Instance): Instance[] {
  const hand = {
    name: 'one more',
    skills: (1 << instance.skills.length) - 1,
    helps: 0,
    free: [[0, instance.slots] as const],
  };
  const people = [...instance.people, hand, hand];
  const ovens = instance.ovens.map((oven) => ({ ...oven, decks: oven.decks + 2 }));
  const resources = instance.resources.map((each) => ({ ...each, capacity: each.capacity * 2 + 4 }));
  return [
    { ...instance, people },
    { ...instance, ovens },
    { ...instance, resources },
  ];
}

/** The day with as much of all that doughs stand in as they could want. */
const withRoom = (instance: Instance): Instance => ({
  ...instance,
  resources: instance.resources.map((each) => ({ ...each, capacity: (each.capacity + 1) * PLENTY })),
});
const PLENTY = 100;

/** How much a plan breaks: slots of a whole thing or a deck that are short, half an hour for what else it breaks. */
function breaksOf(day: Instance, schedule: Schedule): number {
  const each = (fault: Fault): number => {
    if (fault.kind === 'missing') return MISSING;
    if (fault.kind === 'decks') return fault.short * (fault.to - fault.from);
    if (fault.kind !== 'over') return 6;
    return (
      (fault.short / Math.max(1, day.resources[fault.resource]?.capacity ?? 0)) * (fault.to - fault.from)
    );
  };
  return checkSchedule(day, schedule).reduce((sum, fault) => sum + each(fault), 0);
}
/** What a task without a place counts there: more than any that has one. */
const MISSING = 1000;

/** Rounds that a day with more is searched for, and in which its batches crowd. */
const [NEAREST, CROWDED] = [12, 40];

/**
 * The nearest plan of a day for which none was found: what it would take more of, where and when. It yields after each
 * round what it has, as planning does.
 *
 * @param best the plan so far, with batches that have no place
 */
export function* nearestTo(network: Network, best: Schedule, seed: number): Generator<Schedule, Answer, void> {
  return notFound(network, yield* nearestOf(network.instance, best, seed));
} // prettier-ignore

const notFound = (network: Network, schedule: Schedule): Answer => ({
  verdict: 'not-found',
  schedule,
  faults: judge(network, schedule).faults,
});

function* nearestOf(day: Instance, best: Schedule, seed: number): Generator<Schedule, Schedule, void> {
  for (const instance of withMore(day)) {
    const { domains, emptied } = domainsOf(instance);
    if (emptied) continue;
    let last: Progress | null = null;
    for (const progress of search(instance, domains, seed, best)) {
      last = progress;
      yield best;
      if (progress.unplaced === 0 || progress.rounds >= NEAREST) break;
    }
    if (last?.unplaced === 0) return last.best;
  }
  // No one thing is to blame: what is short, where all that doughs stand in is there at first, and then where it is not.
  let [least, nearest] = [Infinity, best];
  for (const instance of [day, withRoom(day)]) {
    const { domains, emptied } = domainsOf(instance);
    if (emptied) continue;
    let rounds = 0;
    for (const plan of crowded(instance, domains, seed, best)) {
      const breaks = breaksOf(day, plan);
      if (breaks < least) [least, nearest] = [breaks, plan];
      yield nearest;
      if ((rounds += 1) >= CROWDED) break;
    }
    if (nearest.tasks.every((placed) => placed !== null)) break;
  }
  return nearest;
}

/**
 * A kept plan for the network of its day as it is made now: versions of before put tasks in another order.
 *
 * @param kept its tasks as they were numbered then; those that are not told stand where they did
 * @returns null where it has not the same tasks
 */
export function inOrderOf(
  { instance }: Network,
  schedule: Schedule,
  kept: readonly { readonly id: string; readonly index: number }[],
): Schedule | null {
  const { tasks, arcs } = instance;
  if (schedule.tasks.length !== tasks.length) return null;
  if (kept.every(({ id, index }) => tasks[index]?.id === id))
    return schedule.ways.length === arcs.length ? schedule : null;
  const at = new Map(kept.map(({ id, index }) => [id, index]));
  if (tasks.some(({ id }) => !at.has(id))) return null;
  const placed: Schedule = {
    tasks: tasks.map(({ id }) => schedule.tasks[at.get(id) ?? -1] ?? null),
    ways: arcs.map(() => 0),
  };
  const levels = levelsOf(instance, placed);
  // Of several ways to wait it is the one that its wait is within.
  const ways = arcs.map(({ from, to, ways: all }) => {
    const [earlier, later] = [placed.tasks[from], placed.tasks[to]];
    if (!earlier || !later) return 0;
    const end = endOf(instance, from, earlier);
    const wait = later.start - end;
    const found = all.findIndex((way) => {
      const window = windowAt(instance, way, levels[from] ?? 0, end);
      return window !== null && wait >= window.earliest && wait <= window.latest;
    });
    return Math.max(0, found);
  });
  return { ...placed, ways };
}

/** A plan of one network carried over to another of nearly the same day: tasks and ways by their names. */
export function carriedOver(schedule: Schedule, from: Network, to: Network): Schedule {
  const taskAt = new Map(from.instance.tasks.map(({ id }, index) => [id, index]));
  const shift = (from.instance.origin - to.instance.origin) / SLOT;
  const wayOf = new Map(
    from.instance.arcs.map((arc, index) => [arcKey(from, arc), arc.ways[schedule.ways[index] ?? 0]?.name]),
  );
  const hands = new Map(to.instance.people.map(({ name }, index) => [name, index]));
  return {
    tasks: to.instance.tasks.map(({ id }) => {
      const placed = schedule.tasks[taskAt.get(id) ?? -1] ?? null;
      if (!placed) return null;
      const people = placed.people.flatMap(
        (person) => hands.get(from.instance.people[person]?.name ?? '') ?? [],
      );
      return { ...placed, start: placed.start + shift, people };
    }),
    ways: to.instance.arcs.map((arc) => {
      const name = wayOf.get(arcKey(to, arc));
      return Math.max(
        0,
        arc.ways.findIndex((way) => way.name === name),
      );
    }),
  };
}

const arcKey = ({ instance }: Network, { from, to }: { from: number; to: number }): string =>
  `${instance.tasks[from]?.id ?? ''} ${instance.tasks[to]?.id ?? ''}`;
