import { SLOT } from '../../dough/index.ts';
import { decksTaken, loadOf, type Instance, type Schedule } from '../instance/index.ts';

/** A time that an oven heats up before it is loaded. */
export interface Heating {
  /** Index of the oven; plans of before there were several do not say. */
  readonly oven?: number;
  /** Epoch seconds. */
  readonly from: number;
  readonly to: number;
  /** Index of the task that loads it first. */
  readonly load: number;
}

/** Before each first load after an oven was off, the time that it takes to heat up. */
export function heatingsOf(instance: Instance, schedule: Schedule): Heating[] {
  const { ovens, origin } = instance;
  const loads = instance.tasks
    .flatMap((_, index) => {
      const placed = schedule.tasks[index];
      const load = loadOf(instance, index, placed);
      if (!load || !placed || load.warm) return [];
      const [start, end] = decksTaken(load, placed.start);
      return [{ index, oven: load.oven, start, end }];
    })
    .sort((a, b) => a.start - b.start);
  const off = ovens.map(() => -Infinity);
  return loads.flatMap(({ index, oven, start, end }): Heating[] => {
    const { reheat } = ovens[oven] ?? { reheat: 0 };
    const until = off[oven] ?? -Infinity;
    off[oven] = Math.max(until, end);
    return start - until >= reheat
      ? [{ oven, from: origin + (start - reheat) * SLOT, to: origin + start * SLOT, load: index }]
      : [];
  });
} // prettier-ignore
