import {
  atLevel,
  decksNeeded,
  loads,
  overlap,
  type Certificate,
  type ChainCertificate,
  type EnergyCertificate,
  type Instance,
  type Out,
  type Scarce,
} from '../instance/index.ts';
import { LEVELS, tableAt } from '../../dough/index.ts';
import { domainsOf, type Domains } from './domains.ts';

/**
 * Looks for a reason why no plan can exist.
 *
 * @returns null where none is found; that does not mean that there is a plan
 */
export function whyImpossible(instance: Instance): Certificate | null {
  const { domains, emptied } = domainsOf(instance);
  return emptied
    ? shortest([instance], together(instance, emptied.task), null)
    : (atNoLevel(instance) ?? overloaded(instance, domains));
}

/** A bulk that leaves what follows no slot, at whichever level it ends. */
function atNoLevel(instance: Instance): ChainCertificate | null {
  for (const [index, { from, levels }] of instance.arcs.entries()) {
    if (!levels) continue;
    const own = new Set(instance.batches[instance.tasks[from]?.batch ?? -1]?.tasks);
    const days = Array.from({ length: LEVELS }, (_, level) => atLevel(instance, index, level));
    if (days.every((day) => domainsOf(day, own).emptied)) return shortest(days, own, index);
  }
  return null;
}

/** The fewest of some tasks that already leave one of them no slot, in each of some days: all of them, less what can be spared. */
function shortest(
  days: readonly Instance[],
  tasks: ReadonlySet<number>,
  bulk: number | null,
): ChainCertificate {
  const own = [...tasks].sort((a, b) => a - b);
  const parts = days.map((day) => partOf(day, own));
  const isEmptied = (some: readonly number[]) =>
    parts.every((part) => domainsOf(part, new Set(some)).emptied);
  let kept = [...own.keys()];
  // By halves first: few of many are left. What could not be spared of more cannot be of fewer.
  for (let size = kept.length >> 1; size >= 1; size >>= 1)
    for (let at = 0; at < kept.length;) {
      const fewer = kept.toSpliced(at, size);
      if (fewer.length > 0 && isEmptied(fewer)) kept = fewer;
      else at += size;
    }
  return { kind: 'chain', tasks: kept.flatMap((each) => own[each] ?? []), bulk };
}

/** A day with some of its tasks and the waits between them, numbered as they stand in the list. */
function partOf(day: Instance, tasks: readonly number[]): Instance {
  const at = new Map(tasks.map((task, index) => [task, index]));
  return {
    ...day,
    tasks: tasks.flatMap((task) => day.tasks[task] ?? []),
    arcs: day.arcs.flatMap((arc) => {
      const [from, to] = [at.get(arc.from), at.get(arc.to)];
      return from === undefined || to === undefined ? [] : [{ ...arc, from, to }];
    }),
  };
}

/** Tasks that hang together by waits. */
function together({ arcs }: Instance, task: number): Set<number> {
  const found = new Set([task]);
  for (const each of found)
    for (const { from, to } of arcs) {
      if (from === each) found.add(to);
      if (to === each) found.add(from);
    }
  return found;
}

/** Beginnings and ends of stretches that are looked at, each. */
const MOST = 60;

/** Something that is taken, in one of a few ways, somewhere between two slots. */
interface Demand {
  readonly task: number | null;
  readonly arc: number | null;
  readonly of: Scarce;
  readonly options: readonly { readonly amount: number; readonly slots: number }[];
  /** Its first slot at the earliest, and its last (not included) at the latest. */
  readonly first: number;
  readonly end: number;
}

/** What a demand takes within a stretch at least. */
const leastOf = ({ options, first, end }: Demand, from: number, to: number): number =>
  Math.min(
    ...options.map(({ amount, slots }) => {
      const inside = (a: number, b: number) => Math.max(0, Math.min(b, to) - Math.max(a, from));
      return amount * Math.min(inside(first, first + slots), inside(end - slots, end));
    }),
  );

/** A stretch of time in which more must be done than can be: the first that is found, the shortest stretches first. */
function overloaded(instance: Instance, domains: Domains): EnergyCertificate | null {
  const demands = demandsOf(instance, domains);
  for (const of of scarceThings(instance)) {
    const own = demands.filter((demand) => belongs(demand.of, of));
    const starts = some(own.map(({ first }) => first));
    const ends = some(own.map(({ end }) => end));
    const stretches = starts
      .flatMap((from) => ends.filter((to) => to > from).map((to) => [from, to] as const))
      .sort((a, b) => a[1] - a[0] - (b[1] - b[0]));
    for (const [from, to] of stretches) {
      const have = capacityOf(instance, of, from, to);
      const taking = own
        .map((demand) => ({ demand, need: leastOf(demand, from, to) }))
        .filter((each) => each.need > 0);
      const need = taking.reduce((sum, each) => sum + each.need, 0);
      if (need > have + 1e-9)
        return {
          kind: 'energy', of, from, to, need, have,
          tasks: taking.flatMap(({ demand }) => demand.task ?? []),
          arcs: taking.flatMap(({ demand }) => demand.arc ?? []),
        }; // prettier-ignore
    }
  }
  return null;
}

/** Skills one by one and all together, decks, and every resource. */
function scarceThings({ skills, resources }: Instance): Scarce[] {
  const masks = [...skills.keys()].map((skill) => 1 << skill);
  return [
    ...[...masks, masks.reduce((all, mask) => all | mask, 0)].map((mask) => ({ kind: 'hands' as const, skills: mask })),
    { kind: 'decks' as const },
    ...[...resources.keys()].map((resource) => ({ kind: 'resource' as const, resource })),
  ];
} // prettier-ignore

const belongs = (of: Scarce, to: Scarce): boolean =>
  of.kind === 'hands'
    ? to.kind === 'hands' && (of.skills & to.skills) !== 0
    : of.kind === 'resource'
      ? to.kind === 'resource' && of.resource === to.resource
      : to.kind === 'decks';

/** Slots that a stretch may begin or end at: each once, and on a big day not all of them. */
function some(slots: readonly number[]): number[] {
  const each = [...new Set(slots)].sort((a, b) => a - b);
  const step = Math.ceil(each.length / MOST);
  return each.filter((_, index) => index % step === 0 || index === each.length - 1);
}

function capacityOf({ people, ovens, resources }: Instance, of: Scarce, from: number, to: number): number {
  if (of.kind === 'decks')
    return ovens.reduce((sum, oven) => sum + oven.decks * (to - from) - outIn(oven.out, from, to), 0);
  if (of.kind === 'resource') {
    const { capacity = 0, out = [] } = resources[of.resource] ?? {};
    return capacity * (to - from) - outIn(out, from, to);
  }
  return people.reduce(
    (sum, person) =>
      sum + (((person.skills | person.helps) & of.skills) !== 0 ? overlap(person.free, from, to) : 0),
    0,
  );
}

/** What is out of order in a stretch, in slots of one of it. */
const outIn = (out: readonly Out[], from: number, to: number): number =>
  out.reduce((sum, [a, b, amount]) => sum + amount * Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

function demandsOf(instance: Instance, domains: Domains): Demand[] {
  const demands: Demand[] = [];
  const boundsOf = (task: number) =>
    [domains[task]?.indexOf(1) ?? 0, domains[task]?.lastIndexOf(1) ?? 0] as const;
  instance.tasks.forEach((task, index) => {
    const [first, last] = boundsOf(index);
    const add = (of: Scarce, options: Demand['options'], before = 0) => {
      if (options.every(({ amount }) => amount <= 0)) return;
      const longest = Math.max(...options.map(({ slots }) => slots));
      demands.push({ task: index, arc: null, of, options, first: first - before, end: last - before + longest });
    };
    const { skill } = task;
    if (skill !== null)
      add({ kind: 'hands', skills: 1 << skill }, task.modes.map(({ people, slots }) => ({ amount: people, slots })));
    const needed = task.modes.map(({ load }) => ({ amount: (load?.fill ?? 0) / 1000, taken: load ? decksNeeded(load) : [0, 0] as const }));
    const before = Math.max(...needed.map(({ taken: [from] }) => -from));
    if (loads(task)) add({ kind: 'decks' }, needed.map(({ amount, taken: [from, to] }) => ({ amount, slots: Math.max(0, to - from) })), before);
    for (const resource of instance.resources.keys())
      add({ kind: 'resource', resource }, task.modes.map(({ uses, slots }) => ({ amount: amountOf(uses, resource), slots })));
  }); // prettier-ignore
  instance.arcs.forEach((arc, index) => {
    const [first, last] = boundsOf(arc.from);
    const [firstAfter, lastAfter] = boundsOf(arc.to);
    const modes = instance.tasks[arc.from]?.modes ?? [];
    const [soonest, latest] = [first + Math.min(...modes.map(({ slots }) => slots)), last + Math.max(...modes.map(({ slots }) => slots))];
    // It is held at least as long as its shortest wait, between the two ends of its tasks.
    let least = Infinity;
    for (const { tables } of arc.ways)
      for (const each of tables)
        for (let end = soonest; end <= Math.min(latest, instance.slots - 1); end += 1) {
          const wait = tableAt(instance.tables[each]?.earliest ?? [], end);
          if (wait >= 0) least = Math.min(least, Math.max(wait, firstAfter - end));
        }
    if (!Number.isFinite(least) || least <= 0) return;
    for (const resource of instance.resources.keys()) {
      const amount = Math.min(...arc.ways.map(({ holds }) => amountOf(holds, resource)));
      const options = [{ amount, slots: least }];
      if (amount > 0)
        demands.push({ task: null, arc: index, of: { kind: 'resource', resource }, options, first: soonest, end: lastAfter });
    }
  }); // prettier-ignore
  return demands;
}

const amountOf = (
  uses: readonly { readonly resource: number; readonly amount: number }[],
  resource: number,
): number => uses.reduce((sum, use) => sum + (use.resource === resource ? use.amount : 0), 0);
