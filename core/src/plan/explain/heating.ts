import { SLOT } from '../../dough/index.ts';
import type { Instance, Schedule } from '../instance/index.ts';

/** A time that the oven heats up before it is loaded. */
export interface Heating {
  /** Epoch seconds. */
  readonly from: number;
  readonly to: number;
  /** Index of the task that loads it first. */
  readonly load: number;
}

/** Before each first load after the oven was off, the time that it takes to heat up. */
export function heatingsOf({ tasks, origin, reheat }: Instance, schedule: Schedule): Heating[] {
  const loads = tasks
    .flatMap(({ load }, index) => {
      const placed = schedule.tasks[index];
      return load && placed ? [{ index, start: placed.start, end: placed.start + load.slots }] : [];
    })
    .sort((a, b) => a.start - b.start);
  let off = -Infinity;
  return loads.flatMap(({ index, start, end }): Heating[] => {
    const cold = start - off >= reheat;
    off = Math.max(off, end);
    return cold ? [{ from: origin + (start - reheat) * SLOT, to: origin + start * SLOT, load: index }] : [];
  });
}
