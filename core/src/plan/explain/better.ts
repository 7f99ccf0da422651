import { checkSchedule } from '../checker/index.ts';
import { SLOT, SLOT_MINUTES } from '../../dough/index.ts';
import { formatDuration } from '../../units/index.ts';
import { costOf, endOf, type Instance, type Schedule } from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { waitsOf } from './waits.ts';
import { faultWords, taskWords } from './words.ts';

/** A task that is not where it would be best. */
export interface Away {
  readonly task: number;
  /** Minutes after its best; negative: before it. */
  readonly off: number;
  /** What that costs. */
  readonly cost: number;
}

/** Tasks that wait longer or shorter than is best for what waits, the dearest first. */
export function awayFromBest({ instance }: Network, schedule: Schedule): Away[] {
  const waits = waitsOf(instance, schedule);
  return instance.tasks
    .flatMap((_, task): Away[] => {
      const [placed, wait] = [schedule.tasks[task], waits[task]];
      if (!placed || !wait || endOf(instance, task, placed) <= placed.start) return [];
      const off = Math.round((instance.origin + placed.start * SLOT - wait.window.best) / 60);
      return off === 0 ? [] : [{ task, off, cost: (wait.weight * Math.abs(off)) / SLOT_MINUTES }];
    })
    .sort((a, b) => b.cost - a.cost);
}

/** What could be better about a plan, and why it is not. */
export interface NotBetter {
  /** Index of the task. */
  readonly task: number;
  readonly words: string;
}

/** So many are said, so far apart from their best at least, and tried so much nearer to it, minutes. */
const [SAID, LEAST, NEARER] = [3, 10, 15];

/** What of a plan is away from its best and costs most by it, a batch once: with what comes after it, it is moved a little towards that, and what then breaks is said. */
export function notBetter(input: DayInput, network: Network, schedule: Schedule): NotBetter[] {
  const { instance, notes } = network;
  const said = new Set<number>();
  return awayFromBest(network, schedule).flatMap(({ task, off }): NotBetter[] => {
    const batch = instance.tasks[task]?.batch ?? -1;
    if (said.size >= SAID || said.has(batch) || Math.abs(off) < LEAST || notes[task]?.done) return [];
    said.add(batch);
    const by = Math.min(Math.abs(off), NEARER);
    const stands = `${formatDuration(Math.abs(off) * 60)} ${off > 0 ? 'after' : 'before'} its best`;
    const tried = `${by} min ${off > 0 ? 'earlier' : 'later'}`;
    const against = whyNot(input, network, schedule, { task, off: off > 0 ? -by : by });
    const what = taskWords(network, task);
    return [{ task, words: `${what[0]?.toUpperCase()}${what.slice(1)}: ${stands}. ${against ? `${tried}: ${against}` : `Nothing was found against ${tried}: look for another plan.`}` }];
  }); // prettier-ignore
}

/** What is against moving a task, and all that comes after it, so many minutes; null: nothing, and it would be better. */
function whyNot(input: DayInput, network: Network, schedule: Schedule, { task, off }: Pick<Away, 'task' | 'off'>): string | null {
  const { instance } = network;
  const moving = after(instance, task);
  const by = Math.round(off / SLOT_MINUTES);
  const tasks = schedule.tasks.map((each, index) => (each && moving.has(index) ? { ...each, start: each.start + by } : each));
  const moved = { ...schedule, tasks };
  const [fault] = checkSchedule(instance, moved);
  if (fault) return faultWords(input, network, moved, fault);
  const more = costOf(instance, moved).total - costOf(instance, schedule).total;
  return more > 0 ? 'something else would be further from its best, by more.' : null;
} // prettier-ignore

/** A task and all that hangs on it. */
function after({ arcs }: Instance, task: number): ReadonlySet<number> {
  const found = new Set([task]);
  for (const each of found) for (const { from, to } of arcs) if (from === each) found.add(to);
  return found;
}
