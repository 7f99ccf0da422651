import { openDB, type DBSchema } from 'idb';
import { z } from 'zod';
import { Event } from '@jovet/core/run';
import type { Problem } from '@jovet/core/problem';

/** Events that were noted together on this device and are not kept by the server yet. */
export interface Batch {
  /** Of its first event: they follow one another as they were noted. */
  readonly id: string;
  readonly events: readonly Event[];
  /** Why the server cannot take them; null: they are sent as soon as there is a line. */
  readonly refused: readonly Problem[] | null;
}

interface Kept extends DBSchema {
  batches: { key: string; value: Batch };
}

/** Where batches outlive the page. */
export interface EventStore {
  readonly all: () => Promise<Batch[]>;
  readonly put: (batch: Batch) => Promise<unknown>;
  readonly drop: (id: string) => Promise<unknown>;
}

const Stored = z.object({
  id: z.uuid(),
  events: z.array(Event).min(1),
  refused: z.array(z.object({ path: z.string(), problem: z.string(), remedy: z.string() })).nullable(),
});

/**
 * Opens what this device keeps of its own.
 *
 * @returns null where the device keeps nothing: then a batch lives as long as its page
 */
export async function openEventStore(): Promise<EventStore | null> {
  if (typeof indexedDB === 'undefined') return null;
  const db = await openDB<Kept>('jovet', 1, {
    upgrade: (fresh) => void fresh.createObjectStore('batches', { keyPath: 'id' }),
  }).catch(() => null);
  if (!db) return null;
  return {
    // What an earlier version left is read in the form of today.
    all: async () => (await db.getAll('batches')).flatMap((each) => Stored.safeParse(each).data ?? []),
    put: (batch) => db.put('batches', batch),
    drop: (id) => db.delete('batches', id),
  };
}
