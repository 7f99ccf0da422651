import { SLOT } from '../../../dough/index.ts';
import { decksTaken, endOf, loadOf, type Schedule } from '../../instance/index.ts';
import type { Network } from '../../network/index.ts';

/** A dough that stands in an oven that is just warm. */
export interface Chamber {
  /** Index of the oven. */
  readonly oven: number;
  /** The task after which it stands there. */
  readonly task: number;
  readonly name: string;
  /** °C; null where the decks have no heat of their own. */
  readonly celsius: number | null;
  /** Epoch seconds since when its decks bake no more, from when to when it stands there, and when they may be hot again. */
  readonly from: number;
  readonly at: number;
  readonly out: number;
  readonly until: number;
  /** How many it wants, and those it is given. */
  readonly wanted: number;
  readonly decks: readonly number[];
}

/** The doughs of a plan that stand in a warm oven, none of them on a deck yet. */
export function chambersOf({ instance, notes }: Network, schedule: Schedule): Chamber[] {
  const moment = (slot: number) => instance.origin + slot * SLOT;
  return instance.tasks.flatMap((_, task): Chamber[] => {
    const placed = schedule.tasks[task];
    const load = loadOf(instance, task, placed);
    if (!placed || !load?.warm) return [];
    const [from, until] = decksTaken(load, placed.start);
    const next = instance.arcs.find((arc) => arc.from === task);
    const out = schedule.tasks[next?.to ?? -1]?.start ?? until;
    return [
      {
        oven: load.oven, task, name: notes[task]?.name ?? '', wanted: Math.ceil(load.fill / 1000), decks: [],
        celsius: instance.ovens[load.oven]?.stones?.bakes[load.profile]?.at ?? null,
        from: moment(from), at: moment(endOf(instance, task, placed)), out: moment(out), until: moment(until),
      },
    ];
  });
} // prettier-ignore
