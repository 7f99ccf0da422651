import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { Visit } from './visit.ts';

/** A Jovet on the same database as the others, whose clock is set to a moment. */
interface ServedAt {
  readonly url: string;
  readonly end: () => Promise<void>;
}

async function freePort(): Promise<number> {
  const holder = createServer().listen(0, '127.0.0.1');
  await new Promise((done) => holder.once('listening', done));
  const { port } = holder.address() as AddressInfo;
  await new Promise((done) => holder.close(done));
  return port;
}

/** Serves Jovet as if it were another time. @param now epoch seconds */
async function serveAt(now: number): Promise<ServedAt> {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const database = process.env['JOVET_TEST_DATABASE_URL'];
  assert.ok(database, 'JOVET_TEST_DATABASE_URL is not set; run these tests with ./jovet test browser');
  const child = spawn(process.execPath, [fileURLToPath(new URL('../../web/build/index.js', import.meta.url))], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: url,
      JOVET_DATABASE_URL: database,
      JOVET_CLOCK_SHIFT: String(Math.round(now - Date.now() / 1000)),
      NODE_ENV: 'production',
    },
  });
  const ended = new Promise<void>((done) => child.once('exit', () => done()));
  const until = Date.now() + 20_000;
  while (!(await fetch(`${url}/api/v1/health`).then(({ ok }) => ok, () => false))) {
    if (Date.now() > until || child.exitCode !== null) throw new Error('Jovet of another time did not start');
    await new Promise((done) => setTimeout(done, 50));
  }
  return {
    url,
    end: async () => {
      child.kill('SIGKILL');
      await ended;
    },
  };
} // prettier-ignore

/** Opens a room as it is at a moment, and leaves that time again. */
export async function at(visit: Visit, now: number, steps: () => Promise<void>): Promise<void> {
  const served = await serveAt(now);
  const before = visit.served;
  try {
    visit.served = served.url;
    await steps();
    await visit.page.goto('about:blank');
  } finally {
    visit.served = before;
    await served.end();
  }
}
