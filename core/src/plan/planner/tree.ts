import type { Instance } from '../instance/index.ts';

/** A neighbour in the tree of a batch: one that comes after, or one that comes before. */
export interface Branch {
  readonly arc: number;
  readonly task: number;
  readonly later: boolean;
}

/** A batch as a tree hung up at its root: children before parents. */
export interface Tree {
  readonly order: readonly number[];
  readonly position: ReadonlyMap<number, number>;
  readonly branches: ReadonlyMap<number, readonly Branch[]>;
  /** By which branch each task hangs on its parent; none for the root. */
  readonly parents: ReadonlyMap<number, Branch>;
  /** Tasks whose cost depends on how far the dough was when its bulk ended. */
  readonly levelled: ReadonlySet<number>;
  /** Arcs between this batch and those that are placed before it. */
  readonly foreign: readonly number[];
}

export function treeOf(instance: Instance, batch: number): Tree {
  const tasks = instance.batches[batch]?.tasks ?? [];
  const leaders = instance.batches[batch]?.leaders ?? [];
  const own = new Set(tasks);
  const touching = new Map<number, number[]>(tasks.map((task) => [task, []]));
  const foreign: number[] = [];
  instance.arcs.forEach(({ from, to }, arc) => {
    if (own.has(from) && own.has(to)) {
      touching.get(from)?.push(arc);
      touching.get(to)?.push(arc);
    } else if (own.has(from) || own.has(to)) {
      const other = instance.tasks[own.has(to) ? from : to]?.batch ?? -1;
      if (leaders.includes(other)) foreign.push(arc);
    }
  });
  const branches = new Map<number, Branch[]>(tasks.map((task) => [task, []]));
  const parents = new Map<number, Branch>();
  const order: number[] = [];
  const levelled = new Set<number>();
  const seen = new Set<number>();
  const visit = (task: number) => {
    seen.add(task);
    for (const arc of touching.get(task) ?? []) {
      const { from = 0, to = 0, levels = false, ways = [] } = instance.arcs[arc] ?? {};
      const other = from === task ? to : from;
      if (seen.has(other)) continue;
      const branch = { arc, task: other, later: from === task };
      branches.get(task)?.push(branch);
      parents.set(other, branch);
      visit(other);
      // What an end of bulk decides goes no further up than that bulk.
      const byLevel = ways.some(({ tables }) => tables.length > 1) || levelled.has(other);
      if (branch.later && !levels && byLevel) levelled.add(task);
    }
    order.push(task);
  };
  const [root] = tasks;
  if (root !== undefined) visit(root);
  return {
    order,
    position: new Map(order.map((task, index) => [task, index])),
    branches,
    parents,
    levelled,
    foreign,
  };
}
