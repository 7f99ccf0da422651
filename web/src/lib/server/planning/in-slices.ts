import { setImmediate as rest } from 'node:timers/promises';
import type { planAtPace } from '@jovet/core/plan';

/** A slice of planning, ms: then the server answers others. */
const SLICE = 20;

/**
 * Planning for so many seconds, in slices.
 *
 * @param grace seconds more that it may take until the day is laid out once
 */
export function within(
  seconds: number,
  grace = 0,
): Pick<Parameters<typeof planAtPace>[2], 'over' | 'breathe'> {
  let breath = performance.now();
  const until = breath + seconds * 1000;
  return {
    over: (_, rounds) => {
      const late = performance.now() - until;
      return late > 0 && (rounds > 0 || late > grace * 1000);
    },
    breathe: async () => {
      if (performance.now() - breath > SLICE) {
        await rest();
        breath = performance.now();
      }
      return true;
    },
  };
}
