import { decksTogether } from '../../oven/decks/index.ts';
import { good, type Result } from '../../problem/index.ts';
import { SLOT, type DoughModel } from '../../dough/index.ts';
import type { Instance, Task } from '../instance/index.ts';
import { doughsOf, type Dough, type DayInput, type Stand } from '../demand/index.ts';
import { DoughTasks } from './dough-tasks.ts';
import { afterMishaps } from '../mishaps/index.ts';
import { frameOf, type Frame } from './frame.ts';
import { TaskList, type TaskNote } from './task-list.ts';

/** A day as tasks and waits, and what its doughs do by themselves. */
export interface Network {
  readonly instance: Instance;
  readonly notes: readonly TaskNote[];
  readonly models: readonly DoughModel[];
  readonly doughs: readonly Dough[];
  readonly frame: Frame;
  /** Tasks without what is held: where they are pinned, and how they were laid. */
  readonly unheld: readonly Task[];
}

/**
 * The tasks of a day: every stage of every batch, the waits between them by the forecast at that time of day and place,
 * and all that they share.
 *
 * @returns or the problems of the day, each at its field
 *
 * @example
 * const network = networkOf(demoDay());
 * assert.ok(network.ok && network.value.instance.tasks.length === 93);
 */
export function networkOf(said: DayInput): Result<Network> {
  const input = afterMishaps(said);
  const doughs = doughsOf(input);
  if (!doughs.ok) return doughs;
  const frame = frameOf(input, doughs.value);
  const list = new TaskList(input, frame);
  const models: DoughModel[] = [];
  for (const dough of doughs.value) {
    const model = new DoughTasks(list, dough).add();
    if (!model.ok) return model;
    models.push(model.value);
  }
  const instance = list.instance();
  const { notes } = list;
  const network = { instance, notes, models, doughs: doughs.value, frame, unheld: instance.tasks };
  return good(held(network, input));
}

/** A network with other tasks pinned and other loads laid by hand: all else is the same. */
export function held(network: Network, { pins, stands }: Pick<DayInput, 'pins' | 'stands'>): Network {
  const { instance, unheld } = network;
  const at = new Map(pins.map((pin) => [pin.task, Math.round((pin.at - instance.origin) / SLOT)]));
  const spread = new Map(stands.map((stand) => [stand.task, decksMore(unheld, stand)]));
  const tasks = unheld.map((task, index) => {
    const more = spread.get(task.id) ?? 0;
    const modes = more === 0 ? task.modes : task.modes.map((mode) => ({ ...mode, load: mode.load && { ...mode.load, fill: mode.load.fill + more * 1000 } }));
    const slot = at.get(task.id);
    return slot === undefined || network.notes[index]?.done ? { ...task, modes } : { ...task, modes, first: slot, last: slot };
  });
  return { ...network, instance: { ...instance, tasks } };
} // prettier-ignore

/** Decks that a load laid by hand is spread over beyond those that it needs. */
function decksMore(tasks: readonly Task[], { pieces }: Stand): number {
  const laid = new Set(pieces.map(({ task }) => task));
  const fills = tasks.flatMap(({ id, modes }) => (laid.has(id) ? (modes[0]?.load?.fill ?? []) : []));
  return Math.max(0, new Set(pieces.map(({ deck }) => deck)).size - decksTogether(fills));
}
