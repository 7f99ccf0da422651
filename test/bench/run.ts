import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { baked, DEMO_FORMULAS, demoFormula } from '../../core/test/demo.ts';
import { benchDayLine } from './day-line.ts';
import { benchOvenRoom } from './oven-room.ts';
import { median } from './median.ts';
import { benchKeystrokes, benchWay, benchList } from './formulas.ts';
import { fermentationInWorker } from './in-worker.ts';
import { benchOven } from './oven.ts';
import { benchFamily } from './family.ts';
import { attack } from './hostile.ts';
import { benchPlanner } from './planner.ts';
import { addDays } from '@jovet/core/time';
import { writeTogether } from '../../web/test/writers.ts';
import { ddtOf } from '@jovet/core/formula/way';

const ROOT = new URL('../..', import.meta.url).pathname;

async function benchCore(): Promise<void> {
  const time = (work: () => void) => {
    for (let warm = 0; warm < 40; warm += 1) work();
    return median(
      Array.from({ length: 80 }, () => {
        const begun = performance.now();
        work();
        return performance.now() - begun;
      }),
    );
  };
  const doughs = DEMO_FORMULAS.map((slug) => {
    const [product] = demoFormula(slug).doc.products;
    if (!product) throw new Error(`${slug} has a product`);
    const pieces = [{ product: product.slug, scaledWeight: product.scaledWeight, pieces: 36 }];
    const ddt = ddtOf(demoFormula(slug).doc);
    return { slug, ms: time(() => baked({ pieces, stands: {}, ddt, mixer: null }, slug)) };
  });
  const slowest = doughs.reduce((a, b) => (b.ms > a.ms ? b : a));
  say(
    `one dough planned by itself, median, the slowest of ${doughs.length} (${slowest.slug})`,
    `${slowest.ms.toFixed(1)} ms`,
    slowest.ms < 30,
    'under 30 ms',
  );
  const workings = time(() => Object.values(baked().workings()).forEach((open) => open()));
  say('the same, and every working of it opened', `${workings.toFixed(1)} ms`);
  const { long, solve, day } = await fermentationInWorker(200);
  const ms = (values: number[], limit: number, name: string) => {
    const middle = median(values);
    say(name, `${middle.toFixed(2)} ms`, middle < limit, `under ${limit} ms`);
  };
  ms(long, 2, 'forecast with its band, 36 h, five surroundings, median');
  ms(solve, 10, 'feeding solved, median');
  ms(day, 300, '500 forecasts of a day in a worker, each with its band, median');
}

/** Serves the demo for a measurement. */
async function servedFor(measure: (served: string, database: string) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'jovet-bench-'));
  chmodSync(folder, 0o755);
  const port = await freePort();
  const jovet = spawn(join(ROOT, 'jovet'), ['start', '--data', join(folder, 'data'), '--port', String(port)]);
  try {
    await saidBy(jovet, 'Jovet is open');
    const url = readFileSync(join(folder, 'data/database.url'), 'utf8');
    await measure(`http://127.0.0.1:${port}`, url);
  } finally {
    jovet.kill('SIGTERM');
    await new Promise((resolve) => jovet.once('close', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}

async function benchRooms(served: string, database: string): Promise<void> {
  await benchFirstLoad(`${served}/plan/orders`);
  await benchSheet(served);
  await benchPage(served);
  await benchFormulaList(database);
}

/** Edits of the same things by eight writers: `-- keeping --long` makes ten thousand of them. */
async function benchKeeping(served: string): Promise<void> {
  const edits = process.argv.includes('--long') ? 10_000 : 1000;
  const begun = performance.now();
  const { done, stale, failed, lost } = await writeTogether(served, 8, edits, '2041-02-12');
  const each = (performance.now() - begun) / (done + stale);
  say(`${edits} edits of the same things by eight writers: lost silently`, `${lost}`, lost === 0, 'none');
  say('the same: answers of 500 and above', `${failed}`, failed === 0, 'none');
  say('the same: told that somebody was quicker', `${stale}, ${each.toFixed(1)} ms an edit`);
  process.env['JOVET_TEST_URL'] = served;
  const { sixScreens } = await import('./six-screens.ts');
  const shown = await sixScreens('2041-03-12', 10);
  say('six screens show what another device changed, median', `${median(shown).toFixed(0)} ms`, median(shown) < 500, 'under 500 ms');
  say('the same, worst', `${Math.max(...shown).toFixed(0)} ms`);
} // prettier-ignore

/** Hostile requests, made by chance from the document of the API: `-- trust --long` sends twenty thousand. */
async function benchTrust(served: string): Promise<void> {
  const count = process.argv.includes('--long') ? 20_000 : 4000;
  const { statuses, broken, slow, leaking } = await attack(served, count, 25);
  const told = [...statuses].sort().map(([status, times]) => `${times} × ${status}`);
  say(`${count} hostile requests: answered`, told.join(', '));
  for (const [name, faults] of [['of 500 and above, but 503', broken], ['later than 2 s', slow], ['with something of the inside', leaking]] as const) {
    say(`the same: ${name}`, `${faults.length}`, faults.length === 0, 'none');
    for (const fault of faults.slice(0, 5)) console.log(`    ${fault.slice(0, 300)}`);
  }
} // prettier-ignore

async function benchSheet(served: string): Promise<void> {
  const sheet = await benchKeystrokes(served);
  sayKeys(`sheet of ${sheet.cells} cells`, sheet);
  const way = await benchWay(served, 'oat-tin', 'way.2');
  sayKeys(`way of ${way.cells} steps`, way);
}

function sayKeys(of: string, { work, pauses, latency }: Awaited<ReturnType<typeof benchKeystrokes>>): void {
  const [middle, worst] = [median(work), Math.max(...work)];
  say(`work for a key, ${of}, median`, `${middle.toFixed(1)} ms`, middle < 16, 'under 16 ms');
  say('the same, worst of 100 keys', `${worst.toFixed(1)} ms`);
  say('work when typing pauses, median', `${median(pauses).toFixed(1)} ms`);
  say('key to painted frame, with waits, median', `${median(latency).toFixed(1)} ms`);
}

async function benchPage(served: string): Promise<void> {
  const days: Awaited<ReturnType<typeof benchDayLine>>[] = [];
  // Each on a day of its own: what was found for one is kept, and nothing is asked when it is opened again.
  for (let round = 0; round < 5; round += 1)
    days.push(await benchDayLine(served, addDays('2032-04-08', 7 * round)));
  const middle = (of: (day: (typeof days)[number]) => number) => median(days.map(of));
  const opened = middle((day) => day.opened);
  say(
    'Day line opened by its address: first plan shown after it is asked for, median of five',
    `${opened.toFixed(0)} ms`,
    opened < 300,
    'under 300 ms',
  );
  const words = (ms: number) => (ms === 0 ? 'under 50 ms' : `${ms.toFixed(0)} ms`);
  const task = (when: string, of: (day: (typeof days)[number]) => number) =>
    say(
      `Day line: longest task of the page ${when}, median of five (and longest ${words(Math.max(...days.map(of)))})`,
      words(middle(of)),
      middle(of) <= 50,
      'at most 50 ms',
    );
  task('while the first plan is drawn', ({ first }) => first);
  task('while it is planned again', ({ again }) => again);
  task('while work is dragged', ({ dragged }) => dragged);
  say(
    'the same while the page comes to life, until a plan is asked for',
    words(middle(({ loaded }) => loaded)),
  );
  const { pieces, load, rest } = await benchOvenRoom(served, '2032-04-08');
  const frames = (name: string, ms: number) =>
    say(
      `Oven: ms between frames while ${name} are dragged, 95 of 100`,
      ms.toFixed(1),
      ms < 17.5,
      '60 a second',
    );
  frames('pieces', pieces);
  frames('loads', load);
  say(
    'Oven: from rest to the night planned around it, median',
    `${rest.toFixed(0)} ms`,
    rest < 200,
    'under 200 ms',
  );
}

async function benchFormulaList(url: string): Promise<void> {
  const { versions, times } = await benchList(url);
  const middle = median(times);
  say(
    `list with filter, ${versions} versions, median`,
    `${middle.toFixed(1)} ms`,
    middle < 50,
    'under 50 ms',
  );
  say('the same, worst', `${Math.max(...times).toFixed(1)} ms`);
}

/** The JavaScript that a first visit fetches: every module that the page names, in the encoding the server sends. */
async function benchFirstLoad(url: string): Promise<void> {
  const { openBrowser } = await import('../browser/browser.ts');
  const { browser, end } = await openBrowser();
  const page = await browser.newPage();
  const session = await page.createCDPSession();
  await session.send('Network.enable');
  const scripts = new Set<string>();
  let bytes = 0;
  session.on(
    'Network.responseReceived',
    ({ requestId, type }) => type === 'Script' && scripts.add(requestId),
  );
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(url, { waitUntil: 'networkidle0' });
  await end();
  const kilobytes = bytes / 1000;
  say(
    'first load of Orders, JavaScript',
    `${kilobytes.toFixed(0)} kB in ${scripts.size} files`,
    kilobytes <= 200,
    'at most 200 kB',
  );
}

function say(what: string, measured: string, holds?: boolean, limit?: string): void {
  const verdict = holds === undefined ? '' : `  ${holds ? 'holds' : 'DOES NOT HOLD'}: ${limit}`;
  console.log(`${what.padEnd(44)} ${measured.padStart(22)}${verdict}`);
  if (holds === false) process.exitCode = 1;
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  await new Promise((resolve) => server.close(resolve));
  return port;
}

const saidBy = (child: ChildProcess, text: string) =>
  new Promise<void>((resolve, reject) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes(text)) resolve();
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('close', () => reject(new Error(`it ended: ${said}`)));
  });

console.log(`${cpus().length} cores, Node.js ${process.version}`);
// `npm run bench -- planner` measures the planner alone; so `core`, `oven` and `server`.
const PARTS = ['core', 'oven', 'planner', 'family', 'server', 'keeping', 'trust'];
const alone = process.argv.slice(2).find((each) => !each.startsWith('--'));
if (alone !== undefined && !PARTS.includes(alone))
  throw new Error(`There is no part “${alone}” to measure. Name one of ${PARTS.join(', ')}.`);
const wanted = (part: string) => alone === undefined || alone === part;
// `-- --prove` proves packings and small days again with exact solvers first.
const prove = process.argv.includes('--prove');
if (wanted('core')) await benchCore();
if (wanted('oven')) await benchOven(say, prove);
if (wanted('planner')) benchPlanner(say, prove);
// `-- family --long` looks at each of fifty days for ten seconds, and keeps the best that was found.
if (wanted('family')) benchFamily(say, process.argv.includes('--long'));
if (wanted('server')) await servedFor(benchRooms);
if (wanted('keeping')) await servedFor(benchKeeping);
if (wanted('trust')) await servedFor(benchTrust);
