import {
  checkSchedule,
  judge,
  verifyCertificate,
  type Fault,
  type Followed,
  type RiseFault,
} from './checker/index.ts';
import { SLOT, tableAt, type Table } from '../dough/index.ts';
import {
  endOf,
  levelsOf,
  windowAt,
  type Arc,
  type Certificate,
  type Cost,
  type Instance,
  type Schedule,
} from './instance/index.ts';
import { inTurn, type Network } from './network/index.ts';
import { crowded, domainsOf, search, whyImpossible, type Progress } from './planner/index.ts';

/** What is said of a day: three verdicts and no fourth. */
export type Answer =
  | { readonly verdict: 'planned'; readonly schedule: Schedule; readonly cost: Cost; readonly followed: Followed }
  | {
      readonly verdict: 'impossible';
      readonly certificate: Certificate;
      /** The fullest plan so far, with what has no place left out; null: none was looked for. */
      readonly partial: Schedule | null;
    }
  | {
      readonly verdict: 'not-found';
      /** The nearest plan, and what it breaks. */
      readonly schedule: Schedule;
      readonly faults: readonly (Fault | RiseFault)[];
      /** The fullest plan so far, with what has no place left out. */
      readonly partial: Schedule | null;
    }; // prettier-ignore

type Planned = Extract<Answer, { verdict: 'planned' }>;

/** How a planning goes on: what the search has, or the answer that ends it. */
export interface Planning {
  readonly progress: Progress | null;
  /** A plan to show, or why there is none; null while there is neither yet. */
  readonly answer: Answer | null;
}

/** Rounds without a plan after which it is asked whether there can be one. */
const DOUBT = 25;
/** How often windows are drawn in where the doughs, followed to the minute, come out of theirs. */
const REFITS = 8;

/** Rounds without a plan after which a day whose waits were drawn in is given up. */
const STUCK = 60;
/** Rounds that it has to itself first; then it takes turns with the day as it is. */
const HEAD = 25;

/** A search of the day as it is, or with waits that were drawn in so many times. */
interface Line {
  readonly rounds: Generator<Progress, Progress, void>;
  readonly instance: Instance;
  readonly refits: number;
  last: Progress | null;
  shown: Schedule | null;
}

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
    const answer = impossible(network.instance, null);
    if (answer) yield { progress: null, answer };
    return;
  }
  const asItIs = lineOf(network.instance, search(network.instance, domains, seed, from));
  let lines: readonly Line[] = [asItIs];
  let answer: Answer | null = null;
  /** Rounds of the search that went on the longest. */
  let most = 0;
  /** Whether it was asked already why there may be no plan: of the day as it is, once. */
  let doubted = false;
  for (let turn = 0; ; turn += 1) {
    const fresh = lines.find((each) => each.refits > 0 && (each.last?.rounds ?? 0) < HEAD);
    const line = fresh ?? lines[turn % lines.length];
    const next = line?.rounds.next();
    if (!line || !next) return;
    line.last = next.value;
    most = Math.max(most, next.value.rounds);
    const progress = { ...furthest(lines), rounds: most };
    if (progress.unplaced > 0 && progress.rounds >= DOUBT && !doubted) {
      doubted = true;
      const why = impossible(network.instance, progress.best);
      if (why) return yield { progress, answer: why };
    }
    const { plan, fitted } = judged(line, network, seed);
    // What comes after waits were drawn in may well be dearer than what held before.
    if (plan) answer = cheaper(answer, ordered(network, plan));
    const ended = next.done ? line : null;
    const left = lines.filter((each) => each !== ended && (each === asItIs || answer || (each.last?.rounds ?? 0) < STUCK));
    const others = left.filter((each) => each === asItIs || each !== line);
    const now = plan ? (ended ? [] : [line]) : !fitted ? left : answer ? [fitted] : [...others, fitted].slice(0, 2);
    lines = now;
    yield { progress, answer };
  }
} // prettier-ignore

const lineOf = (instance: Instance, rounds: Line['rounds'], refits = 0): Line => ({
  rounds,
  instance,
  refits,
  last: null,
  shown: null,
});

/** How far the search is that has placed the most. */
function furthest(lines: readonly Line[]): Progress {
  const [first] = lines.flatMap(({ last }) => last ?? []).toSorted((a, b) => a.unplaced - b.unplaced);
  if (!first) throw new Error('a search that was begun says how far it is');
  return first;
}

/** Judges the plan of a search, if it has a new one: it holds, or where only doughs come out of their windows their waits are drawn in. */
function judged(line: Line, network: Network, seed: number): { plan: Planned | null; fitted: Line | null } {
  const { last, shown, instance, refits } = line;
  if (!last || last.unplaced > 0 || last.best === shown) return { plan: null, fitted: null };
  line.shown = last.best;
  const { followed, faults, cost } = judge(network, last.best);
  if (faults.length === 0 && cost) return { plan: { verdict: 'planned', schedule: last.best, cost, followed }, fitted: null };
  if (refits >= REFITS || faults.length > followed.faults.length) return { plan: null, fitted: null };
  const closer = drawnIn(instance, last.best, followed.faults);
  const rounds = search(closer, domainsOf(closer).domains, seed, last.best, last.begun);
  return { plan: null, fitted: lineOf(closer, rounds, refits + 1) };
} // prettier-ignore

/** A plan with its batches in turn, if it holds as well. */
function ordered(network: Network, plan: Planned): Planned {
  const schedule = inTurn(network, plan.schedule);
  if (schedule === plan.schedule) return plan;
  const { followed, faults, cost } = judge(network, schedule);
  return faults.length === 0 && cost && cost.total <= plan.cost.total + 1e-9 ? { verdict: 'planned', schedule, cost, followed } : plan;
} // prettier-ignore

const cheaper = (before: Answer | null, now: Planned): Answer =>
  before?.verdict === 'planned' && before.cost.total <= now.cost.total ? before : now;

/** Rounds without a better plan after which none is looked for: a small day is settled long before its time is over. */
const STILL = 300;

/** How long a planning goes on at the most, and how it lets others have their turn. */
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
  let [best, rounds, still]: [Schedule, number, number] = [{ tasks: [], ways: [] }, 0, 0];
  for (const step of planning(network, seed, from)) {
    still = step.answer && step.answer === answer ? still + 1 : 0;
    answer = step.answer ?? answer;
    best = step.progress?.best ?? best;
    rounds = step.progress?.rounds ?? rounds;
    told?.(answer, rounds);
    if (answer?.verdict === 'impossible' || still >= STILL || over(answer, rounds)) break;
    if (!(await breathe())) return null;
  }
  // Too few rounds for a doubt; a proof is worth more than what is nearest.
  if (!answer && rounds < DOUBT && nearest?.() === false) answer = impossible(network.instance, best);
  if (answer || !nearest) return answer;
  if (nearest()) return notFound(network, best, best);
  const search = nearestTo(network, best, seed);
  for (let next = search.next(); ; next = search.next()) {
    if (next.done) return next.value;
    if (nearest()) return notFound(network, next.value, best);
    if (!(await breathe())) return null;
  }
}

/** The verdict, if a certificate is found and the checker confirms it. */
function impossible(instance: Instance, partial: Schedule | null): Answer | null {
  const certificate = whyImpossible(instance);
  return certificate && verifyCertificate(instance, certificate)
    ? { verdict: 'impossible', certificate, partial }
    : null;
}

/**
 * The instance with the waits before what came out of its window drawn in: where those by the clock were longer than is
 * best, or shorter, they are that no more; else the last ends a slot before it did, or after, wherever in the day it begins.
 * Batches of one dough are alike: what was misjudged of one of them is of all.
 */
function drawnIn(instance: Instance, schedule: Schedule, faults: readonly RiseFault[]): Instance {
  const [tables, arcs] = [[...instance.tables], [...instance.arcs]];
  const idOf = (task: number) => instance.tasks[task]?.id.replace(/\.\d+(?=\.)/, '') ?? '';
  const same = (one: Arc, other: Arc) => idOf(one.from) === idOf(other.from) && idOf(one.to) === idOf(other.to);
  const levels = levelsOf(instance, schedule);
  for (const fault of faults) {
    const young = fault.rise < fault.window.earliest;
    const path = pathTo(instance, schedule, fault, levels);
    const [last, ...others] = path;
    const strayed = others.filter(({ table, stood }) => pastBest(table, stood, young) > 0);
    for (const each of strayed.length > 0 ? strayed : last ? [last] : []) {
      const by = each === last ? untilIn(each.table, each.stood, young) : pastBest(each.table, each.stood, young);
      const arc = arcs[each.arc];
      arcs.forEach((other, which) => {
        if (!arc || !same(arc, other)) return;
        const narrow = (table: number, level: number) => {
          const own = tables[table];
          const shut = each === last && which === each.arc && level === each.level ? each.stood : null;
          return own ? tables.push(narrower(own, by, young, shut)) - 1 : table;
        };
        arcs[which] = { ...other, ways: other.ways.map((way, n) => (n === each.way ? { ...way, tables: way.tables.map(narrow) } : way)) };
      });
    }
  }
  return { ...instance, tables, arcs };
} // prettier-ignore

/** A wait of a dough in a plan, and the table that it went by. */
interface Waited {
  readonly arc: number;
  readonly way: number;
  readonly level: number;
  readonly table: Table;
  readonly stood: Stood;
}

/** The waits of what came out of its window, the last first, back to where it began to rise; one that sets a level only as the last. */
function pathTo(instance: Instance, schedule: Schedule, { task, from }: RiseFault, levels: readonly number[]): Waited[] {
  const path: Waited[] = [];
  for (let at = task; at !== from; ) {
    const batchOf = (each: number) => instance.tasks[each]?.batch;
    const index = instance.arcs.findIndex((each) => each.to === at && batchOf(each.from) === batchOf(at));
    const arc = instance.arcs[index];
    const [earlier, later] = [schedule.tasks[arc?.from ?? -1], schedule.tasks[at]];
    if (!arc || !earlier || !later) break;
    const way = schedule.ways[index] ?? 0;
    const all = arc.ways[way]?.tables ?? [];
    const level = all.length > 1 ? (levels[arc.from] ?? 0) : 0;
    const table = instance.tables[all[level] ?? -1];
    const end = endOf(instance, arc.from, earlier);
    if (table && (!arc.levels || at === task)) path.push({ arc: index, way, level, table, stood: { end, wait: later.start - end } });
    at = arc.from;
  }
  return path;
} // prettier-ignore

/** A wait as it was: the slot in which it began, and how long it was. */
interface Stood {
  readonly end: number;
  readonly wait: number;
}

/** Slots by which a wait is drawn in so that it is not again what it was. */
const untilIn = ({ earliest, latest }: Table, { end, wait }: Stood, young: boolean): number =>
  Math.max(1, young ? wait + 1 - tableAt(earliest, end) : tableAt(latest, end) - wait + 1);

/** Slots by which a wait is drawn in so that it is no longer than is best, or no shorter; 0: it was not. */
function pastBest({ earliest, best, latest }: Table, { end, wait }: Stood, young: boolean): number {
  const aim = tableAt(best, end);
  if (young) return wait < aim ? aim - tableAt(earliest, end) : 0;
  return wait > aim ? tableAt(latest, end) - aim : 0;
}

/** Slots about one in which a wait that cannot be shorter is not begun. Chosen for Jovet. */
const ABOUT = 4;

function narrower({ earliest, best, latest }: Table, by: number, young: boolean, used: Stood | null): Table {
  const whole = earliest.map((least, at) => {
    const [aim, most] = [best[at] ?? -1, latest[at] ?? -1];
    if (least < 0) return [-1, -1, -1] as const;
    const [from, to] = young ? [Math.min(most, least + by), most] : [least, Math.max(least, most - by)];
    return [from, Math.min(to, Math.max(from, aim)), to] as const;
  });
  const { end, wait } = used ?? { end: 0, wait: 0 };
  const shut = used !== null && (young ? tableAt(latest, end) <= wait : tableAt(earliest, end) >= wait);
  const open = shut ? whole.map((row, at) => (whole.length === 1 || Math.abs(at - end) <= ABOUT ? ([-1, -1, -1] as const) : row)) : whole;
  const column = (at: 0 | 1 | 2) => open.map((row) => row[at]);
  return { earliest: column(0), best: column(1), latest: column(2) };
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
  return notFound(network, yield* nearestOf(network.instance, best, seed), best);
} // prettier-ignore

const notFound = (network: Network, schedule: Schedule, partial: Schedule): Answer => ({
  verdict: 'not-found',
  schedule,
  faults: judge(network, schedule).faults,
  partial,
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
    tasks: to.instance.tasks.map(({ id, modes }) => {
      const placed = schedule.tasks[taskAt.get(id) ?? -1] ?? null;
      if (!placed) return null;
      const people = placed.people.flatMap(
        (person) => hands.get(from.instance.people[person]?.name ?? '') ?? [],
      );
      // What has begun since is done in the one way that it was.
      return {
        ...placed,
        start: placed.start + shift,
        people,
        mode: Math.min(placed.mode, modes.length - 1),
      };
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
