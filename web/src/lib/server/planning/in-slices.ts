import { setImmediate as rest } from 'node:timers/promises';
import type { planAtPace } from '@jovet/core/plan';

/** A slice of planning, ms: then the server answers others. */
const SLICE = 20;

/** Planning for so many seconds, in slices. */
export function within(seconds: number): Pick<Parameters<typeof planAtPace>[2], 'over' | 'breathe'> {
  let breath = performance.now();
  const until = breath + seconds * 1000;
  return {
    over: () => performance.now() > until,
    breathe: async () => {
      if (performance.now() - breath > SLICE) {
        await rest();
        breath = performance.now();
      }
      return true;
    },
  };
}
