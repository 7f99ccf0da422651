import type { Kept } from '../src/lib/server/database/kept.ts';

/** What a write came to that went well. */
export function done<T>(kept: Kept<T, unknown>): T {
  if (kept.kind === 'done') return kept.value;
  throw new Error(`it was not done: ${JSON.stringify(kept)}`);
}
