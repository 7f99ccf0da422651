import { costOf, type Cost, type Instance, type Schedule } from '../instance/index.ts';
import type { DoughModel, RoomBySlot } from '../../dough/index.ts';
import { checkSchedule, type Fault } from './check.ts';
import { followDoughs, type Followed, type RiseFault } from './follow.ts';

/** What of a network a plan is judged by. */
export interface Judged {
  readonly instance: Instance;
  readonly models: readonly DoughModel[];
  readonly frame: { readonly room: RoomBySlot };
}

/** A plan, looked through from task to task and from dough to dough. */
export interface Judgement {
  readonly followed: Followed;
  /** What it breaks; nothing where it holds. */
  readonly faults: readonly (Fault | RiseFault)[];
  /** Null while something has no place. */
  readonly cost: Cost | null;
}

/**
 * Judges a plan by itself: every bound, wait, person and thing slot by slot, and every dough followed through it.
 *
 * @param schedule of this network: a task for each of its tasks
 *
 * @example
 * const network = networkOf(demoDay());
 * assert.ok(network.ok);
 * const nothing = { tasks: network.value.instance.tasks.map(() => null), ways: network.value.instance.arcs.map(() => 0) };
 * assert.equal(judge(network.value, nothing).faults.filter(({ kind }) => kind === 'missing').length, 93);
 */
export function judge({ instance, models, frame }: Judged, schedule: Schedule): Judgement {
  const followed = followDoughs(models, instance, frame.room, schedule);
  const whole = schedule.tasks.every((placed) => placed !== null);
  return {
    followed,
    faults: [...checkSchedule(instance, schedule), ...followed.faults],
    cost: whole ? costOf(instance, schedule) : null,
  };
}
