import assert from 'node:assert/strict';
import { spawn, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  readdirSync,
  writeFileSync,
} from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import pg from 'pg';
import { attack } from '../bench/hostile.ts';
import { thirtySixLoaves } from '../../core/test/demo.ts';

const JOVET = new URL('../../jovet', import.meta.url).pathname;
const folder = mkdtempSync(join(tmpdir(), 'jovet-command-'));
// The database's own user has to reach the folder.
chmodSync(folder, 0o755);
const data = join(folder, 'data');
const running: ChildProcess[] = [];
after(() => {
  for (const child of running) if (child.exitCode === null) child.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
});

interface Ended {
  code: number | null;
  said: string;
}

/** Runs the command; `until` resolves with all it said so far once that text is there. */
function jovet(...args: string[]) {
  const child = spawn(JOVET, args, { detached: true });
  running.push(child);
  let said = '';
  const waiting: (() => void)[] = [];
  const hear = (chunk: Buffer) => {
    said += chunk.toString();
    waiting.forEach((check) => check());
  };
  child.stdout.on('data', hear);
  child.stderr.on('data', hear);
  const ended = new Promise<Ended>((resolve) => child.on('close', (code) => resolve({ code, said })));
  const until = (text: string) =>
    new Promise<string>((resolve, reject) => {
      const check = () => said.includes(text) && resolve(said);
      waiting.push(check);
      check();
      void ended.then(() => reject(new Error(`it ended without “${text}”: ${said}`)));
    });
  return { child, ended, until };
}

async function freePort(): Promise<{ port: string; hold: ReturnType<typeof createServer> }> {
  const hold = createServer();
  await new Promise<void>((resolve) => hold.listen(0, '127.0.0.1', resolve));
  return { port: String((hold.address() as AddressInfo).port), hold };
}
const releasedPort = async () => {
  const { port, hold } = await freePort();
  await new Promise((resolve) => hold.close(resolve));
  return port;
};

const refusal = async (...args: string[]) => {
  const { code, said } = await jovet(...args).ended;
  assert.equal(code, 1, said);
  const lines = said.split('\n').filter((line) => line.startsWith('jovet: '));
  assert.equal(lines.length, 1, said);
  return lines[0] ?? '';
};

test('what cannot be done is one clear line with its remedy', async () => {
  const { port, hold } = await freePort();
  assert.match(await refusal('start', '--port', port, '--data', data), /Port \d+ is taken.*--port/);
  hold.close();
  assert.match(await refusal('start', '--port', 'x'), /not a port/);
  assert.match(await refusal('start', '--colour'), /not an option/);
  assert.match(
    await refusal('start', '--port', await releasedPort(), '--data', '/proc/jovet'),
    /cannot be made.*--data/,
  );
  assert.match(await refusal('stop', '--data', join(folder, 'never')), /No Jovet has run/);
  assert.match(await refusal('test', 'everything'), /not a check/);
});

test('start, order, stop, start: the order is there; a second Jovet and a newer database are refused', async () => {
  const first = { port: await releasedPort() };
  const jovet1 = jovet('start', '--data', data, '--port', first.port);
  await jovet1.until('Jovet is open');
  const line = { customer: 'own-counter', product: 'quay-loaf', drop: '08:00', pieces: 37 };
  const orders = `http://127.0.0.1:${first.port}/api/v1/orders/2033-01-02`;
  const saved = await fetch(orders, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ lines: [{ ...line, was: null }] }),
  });
  assert.equal(saved.status, 200);
  assert.match(
    await refusal('start', '--data', data, '--port', await releasedPort()),
    /in use by another Jovet.*jovet stop/,
  );

  // A head baker who forgot the password comes in by a code of the terminal.
  const forgot = await jovet('head-password', '--data', data).ended;
  const code = /^ +([A-Z0-9]{5}-[A-Z0-9]{5})$/m.exec(forgot.said)?.[1];
  const come = await fetch(`http://127.0.0.1:${first.port}/api/v1/sign-in/first`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name: 'Maren Tolley', password: 'flour and water' }),
  });
  assert.equal(come.status, 200, forgot.said);

  // Whatever is sent to it, it answers in words, at once, and goes on.
  const { broken, slow, leaking, statuses } = await attack(`http://127.0.0.1:${first.port}`, 1500, 11);
  assert.deepEqual({ broken, slow, leaking }, { broken: [], slow: [], leaking: [] });
  assert.ok((statuses.get(422) ?? 0) > 500 && (statuses.get(200) ?? 0) > 100, JSON.stringify([...statuses]));

  // A backup, and something that is changed after it.
  const file = join(folder, 'kept.dump');
  assert.match((await jovet('backup', file, '--data', data).ended).said, /Backed up to .*kept\.dump/);
  const change = (pieces: number, was: number) =>
    fetch(orders, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ lines: [{ ...line, pieces, was }] }),
    });
  assert.equal((await change(99, 37)).status, 200);

  // It ends soon, also after it drew pages and while one listens.
  const page = await fetch(`http://127.0.0.1:${first.port}/plan/orders/2033-01-02`);
  assert.match(await page.text(), /Orders/);
  const listening = await fetch(`http://127.0.0.1:${first.port}/api/v1/live`);
  assert.match(listening.headers.get('content-type') ?? '', /event-stream/);
  const asked = Date.now();
  const stop = await jovet('stop', '--data', data).ended;
  assert.match(stop.said, /has ended/);
  assert.ok(Date.now() - asked < 5000, `${Date.now() - asked} ms`);
  const { code: ended, said } = await jovet1.ended;
  assert.equal(ended, 0);
  assert.ok(
    said.lastIndexOf('web server') < said.lastIndexOf('database'),
    'the web server ends before its database',
  );
  assert.ok(!existsSync(join(data, 'postgres/postmaster.pid')));

  // Brought back, the change is gone; a damaged backup and a running Jovet are refused, and change nothing.
  const damaged = join(folder, 'damaged.dump');
  writeFileSync(damaged, 'no backup');
  writeFileSync(
    `${damaged}.sha256`,
    readFileSync(`${file}.sha256`, 'utf8').replace('kept.dump', 'damaged.dump'),
  );
  assert.match(await refusal('restore', damaged, '--data', data), /is damaged/);
  assert.match(
    await refusal('restore', join(folder, 'none.dump'), '--data', data),
    /There is no .*none.dump/,
  );
  const back = await jovet('restore', file, '--data', data).ended;
  assert.match(back.said, /Restored: \d+ formula versions, \d+ plans, \d+ events/);

  const again = jovet('start', '--data', data, '--port', first.port);
  const words = await again.until('Jovet is open');
  assert.match(await refusal('restore', file, '--data', data), /in use by another Jovet/);
  assert.match(words, /application +ready/);
  const { lines } = (await (await fetch(orders)).json()) as { lines: (typeof line)[] };
  assert.ok(lines.some(({ customer, pieces }) => customer === line.customer && pieces === line.pieces));
  const client = new pg.Client({ connectionString: readFileSync(join(data, 'database.url'), 'utf8') });
  await client.connect();
  await client.query(`insert into kysely_migration values ('9999-from-the-future', '2040-01-01')`);
  await client.end();
  // Ctrl-C reaches every process of the group at once.
  if (again.child.pid !== undefined) process.kill(-again.child.pid, 'SIGINT');
  assert.equal((await again.ended).code, 0);
  assert.match(
    await refusal('start', '--data', data, '--port', first.port),
    /from a newer Jovet \(it has 9999-from-the-future\)/,
  );
});

test('a Jovet that was killed leaves nothing in the way, and --fresh --no-demo begins empty', async () => {
  const port = await releasedPort();
  const killed = jovet('start', '--data', data, '--port', port, '--fresh', '--no-demo');
  await killed.until('Jovet is open');
  if (killed.child.pid !== undefined) process.kill(killed.child.pid, 'SIGKILL');
  await killed.ended.catch(() => undefined);
  assert.ok(
    readdirSync(data).some((name) => name.startsWith('before-')),
    'the old data was put aside',
  );

  const doctor = await jovet('doctor', '--data', data).ended;
  assert.match(doctor.said, /running +only its database is left over/);
  assert.match((await jovet('stop', '--data', data).ended).said, /No Jovet is running/);
  assert.ok(!existsSync(join(data, 'postgres/postmaster.pid')));

  const empty = jovet('start', '--data', data, '--port', port, '--no-demo');
  // A bakery that is no demo is signed in to, from the first minute: by the code that stands in the terminal.
  const [, first] = /type this code: ([A-Z0-9-]{11})/.exec(await empty.until('Ctrl-C')) ?? [];
  const api = `http://127.0.0.1:${port}/api/v1`;
  assert.equal((await fetch(`${api}/formulas`)).status, 401);
  const come = await fetch(`${api}/sign-in/first`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code: first?.toLowerCase(), name: 'Head baker', password: 'flour and water' }),
  });
  assert.equal(come.status, 200);
  const cookie = come.headers.getSetCookie().map((each) => each.split(';')[0]).join('; '); // prettier-ignore
  const scaled = await fetch(`${api}/formula/scale`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ formula: 'quay-country', to: { by: 'pieces', order: thirtySixLoaves } }),
  });
  assert.equal((await scaled.json()).problems[0].path, 'formula');
  // A start that was ended while the demo came in begins anew.
  const client = new pg.Client({ connectionString: readFileSync(join(data, 'database.url'), 'utf8') });
  await client.connect();
  await client.query(`comment on table bakehouse is 'the demo is being loaded'`);
  await client.end();
  await jovet('stop', '--data', data).ended;
  assert.equal((await empty.ended).code, 0);
  const whole = jovet('start', '--data', data, '--port', port);
  assert.match(await whole.until('Jovet is open'), /demo bakery loaded/);
  const { formulas } = (await (await fetch(`${api}/formulas`)).json()) as { formulas: unknown[] };
  assert.ok(formulas.length >= 8);
  await jovet('stop', '--data', data).ended;
  assert.equal((await whole.ended).code, 0);
});
