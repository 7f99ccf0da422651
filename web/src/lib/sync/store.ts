import { openDB, type DBSchema } from 'idb';
import type { Problem } from '@jovet/core/problem';
import type { Waiting, Work } from './work.ts';

/** As the first version kept it: only events. */
interface Batch {
  readonly id: string;
  readonly events: readonly unknown[];
  readonly refused: readonly Problem[] | null;
}

interface Kept extends DBSchema {
  batches: { key: string; value: Batch };
  waiting: { key: string; value: Waiting };
}

/** Where what waits outlives the page. */
export interface WaitingStore {
  readonly all: () => Promise<Waiting[]>;
  readonly put: (waiting: Waiting) => Promise<unknown>;
  readonly drop: (id: string) => Promise<unknown>;
}

/**
 * Opens what this device keeps of its own.
 *
 * @returns null where the device keeps nothing: then what waits lives as long as its page
 */
export async function openStore(): Promise<WaitingStore | null> {
  if (typeof indexedDB === 'undefined') return null;
  const db = await openDB<Kept>('jovet', 2, {
    async upgrade(db, from, _, change) {
      const waiting = db.createObjectStore('waiting', { keyPath: 'id' });
      if (from === 0) return;
      for (const { id, events, refused } of await change.objectStore('batches').getAll())
        await waiting.put({ id, work: { kind: 'events', events } as Work, base: null, refused, clashes: null });
      db.deleteObjectStore('batches');
    },
    // A page of the next version wants to open it: this one goes on without.
    blocking: (_, __, event) => (event.target as IDBDatabase).close(),
  }).catch(() => null); // prettier-ignore
  if (!db) return null;
  return {
    async all() {
      const left = await db.getAll('waiting');
      return left.length === 0 ? [] : (await import('./stored.ts')).readStored(left);
    },
    put: (waiting) => db.put('waiting', waiting),
    drop: (id) => db.delete('waiting', id),
  };
}
