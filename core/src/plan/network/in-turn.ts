import type { Instance, Schedule } from '../instance/index.ts';
import type { Network } from './network.ts';

/** Tasks of a batch in their order, and the arcs that touch them. */
interface Run {
  readonly tasks: readonly number[];
  readonly arcs: readonly number[];
  readonly looks: string;
}

/**
 * A plan in which batches that are made alike have changed places, so that of one dough the first is mixed first. Where they
 * differ by a piece or two it may be that they fit no more: whoever asks looks.
 *
 * @returns the same plan where they stand in turn already
 */
export function inTurn({ instance, notes, doughs }: Network, schedule: Schedule): Schedule {
  const tasks = [...schedule.tasks];
  const ways = [...schedule.ways];
  let moved = false;
  const startOf = ({ tasks: own }: Run) => Math.min(...own.map((task) => schedule.tasks[task]?.start ?? Infinity));
  const own = runsOf(instance, notes);
  for (const { key, batches } of doughs) {
    if (batches.length < 2) continue;
    const alike = new Map<string, Run[]>();
    for (const { n } of batches) {
      const run = own(key, n);
      alike.set(run.looks, [...(alike.get(run.looks) ?? []), run]);
    }
    for (const runs of alike.values()) {
      const inOrder = runs.toSorted((a, b) => startOf(a) - startOf(b));
      runs.forEach((run, at) => {
        const from = inOrder[at];
        if (!from || from === run) return;
        moved = true;
        run.tasks.forEach((task, index) => (tasks[task] = schedule.tasks[from.tasks[index] ?? -1] ?? null));
        run.arcs.forEach((arc, index) => (ways[arc] = schedule.ways[from.arcs[index] ?? -1] ?? 0));
      });
    }
  }
  return moved ? { tasks, ways } : schedule;
} // prettier-ignore

/** The batches of a day, each with its tasks and arcs. */
function runsOf({ tasks, arcs }: Instance, notes: Network['notes']): (dough: string, n: number) => Run {
  const nameOf = (task: number) => `${notes[task]?.dough} ${notes[task]?.batch}`;
  const [own, touching] = [new Map<string, number[]>(), new Map<string, number[]>()];
  const into = (all: Map<string, number[]>, name: string, each: number) => void all.set(name, [...(all.get(name) ?? []), each]);
  for (const task of notes.keys()) into(own, nameOf(task), task);
  for (const [arc, { from, to }] of arcs.entries()) for (const name of new Set([nameOf(from), nameOf(to)])) into(touching, name, arc);
  return (dough, n) => {
    const [run, waits] = [own.get(`${dough} ${n}`) ?? [], touching.get(`${dough} ${n}`) ?? []];
    const at = new Map(run.map((task, index) => [task, index]));
    const looks = JSON.stringify([
      run.map((task) => {
        const { kind, first, last, due, told, modes = [] } = tasks[task] ?? {};
        return [kind, first, last, due, told, modes.map(({ people, thing, load }) => [people, thing, load?.profile])];
      }),
      waits.map((arc) => {
        const { from = -1, to = -1, ways = [] } = arcs[arc] ?? {};
        return [at.get(from) ?? `from ${from}`, at.get(to) ?? `to ${to}`, ways.length];
      }),
    ]);
    return { tasks: run, arcs: waits, looks };
  };
} // prettier-ignore
