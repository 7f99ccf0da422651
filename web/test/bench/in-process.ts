/** What a page has and a test has not: the line to the server under test, and a planner in a thread, here in this one. */
import type { FromPlanner, ToPlanner } from '../../src/lib/bench/day/messages.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

const { fetch: line } = globalThis;
/** The line can be cut. */
export const wire = { up: true, asked: [] as string[] };
globalThis.fetch = (input, init) => {
  if (!wire.up) return Promise.reject(new TypeError('the line is down'));
  const path = String(input);
  wire.asked.push(`${init?.method ?? 'GET'} ${path}`);
  return line(path.startsWith('/') ? served + path : path, init);
};

interface Thread {
  onmessage: ((message: { readonly data: ToPlanner }) => void) | null;
  postMessage: (message: FromPlanner) => void;
}
const thread = globalThis as unknown as Thread;
let rooms: { onmessage: ((message: { readonly data: FromPlanner }) => void) | null }[] = [];

/** Wakes the planner, as the browser does when a page comes. */
export async function beginThread(): Promise<void> {
  thread.onmessage = null;
  thread.postMessage = (message) => {
    const data = structuredClone(message);
    for (const room of rooms) queueMicrotask(() => room.onmessage?.({ data }));
  };
  await import('../../src/lib/bench/day/planner.worker.ts');
  globalThis.Worker = class {
    onmessage = null;
    onerror = null;
    constructor() {
      rooms = [...rooms, this];
    }
    postMessage(message: ToPlanner) {
      const data = structuredClone(message);
      queueMicrotask(() => thread.onmessage?.({ data }));
    }
  } as unknown as typeof Worker;
}

/** Waits until something holds; what is sent and planned comes by itself. */
export async function until(holds: () => unknown, what = 'that'): Promise<void> {
  const last = Date.now() + 30_000;
  while (!holds()) {
    if (Date.now() > last) throw new Error(`it does not come to ${what}`);
    await new Promise((done) => setTimeout(done, 10));
  }
}
