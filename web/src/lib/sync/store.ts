import { openDB, type DBSchema } from 'idb';
import type { Problem } from '@jovet/core/problem';
import type { Waiting, Work } from './work.ts';

/** What was sent is offered once more after the data were brought back from before, for so long, ms. */
const OFFERED_MS = 3 * 24 * 3_600_000;

interface Sent {
  readonly id: string;
  readonly waiting: Waiting;
  /** When it was sent, epoch ms. */
  readonly at: number;
}

/** As the first version kept it: only events. */
interface Batch {
  readonly id: string;
  readonly events: readonly unknown[];
  readonly refused: readonly Problem[] | null;
}

interface Kept extends DBSchema {
  batches: { key: string; value: Batch };
  waiting: { key: string; value: Waiting };
  sent: { key: string; value: Sent };
  /** Of which life of the data the server is, as far as this device knows. */
  epoch: { key: string; value: string };
}

/** Where what waits outlives the page. */
export interface WaitingStore {
  readonly all: () => Promise<Waiting[]>;
  readonly put: (waiting: Waiting) => Promise<unknown>;
  readonly drop: (id: string) => Promise<unknown>;
  /** It is kept by the server, and waits no longer. */
  readonly sent: (waiting: Waiting) => Promise<unknown>;
  /** The server lives a life of its data: what waits again if that is another one than before. */
  readonly renewed: (epoch: string) => Promise<Waiting[]>;
}

/**
 * Opens what this device keeps of its own.
 *
 * @returns null where the device keeps nothing: then what waits lives as long as its page
 */
export async function openStore(): Promise<WaitingStore | null> {
  if (typeof indexedDB === 'undefined') return null;
  const db = await openDB<Kept>('jovet', 3, {
    async upgrade(db, from, _, change) {
      db.createObjectStore('sent', { keyPath: 'id' });
      db.createObjectStore('epoch');
      if (from === 2) return;
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
    async sent(waiting) {
      const change = db.transaction(['waiting', 'sent'], 'readwrite');
      await change.objectStore('waiting').delete(waiting.id);
      await change.objectStore('sent').put({ id: waiting.id, waiting, at: Date.now() });
      // They stand in the order of their time.
      const old = await change.objectStore('sent').openCursor();
      if (old && Date.now() - old.value.at > OFFERED_MS) await old.delete();
      await change.done;
    },
    async renewed(epoch) {
      const change = db.transaction(['waiting', 'sent', 'epoch'], 'readwrite');
      const before = await change.objectStore('epoch').get('server');
      await change.objectStore('epoch').put(epoch, 'server');
      const sent = before === undefined || before === epoch ? [] : await change.objectStore('sent').getAll();
      const again = sent.filter(({ at }) => Date.now() - at < OFFERED_MS).map(({ waiting }) => waiting);
      for (const waiting of again) await change.objectStore('waiting').put(waiting);
      await change.done;
      return again;
    },
  };
}
