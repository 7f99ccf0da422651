import { setMaxListeners } from 'node:events';
import { relative } from 'node:path';
import { run } from 'node:test';
import { spec } from 'node:test/reporters';

const MINUTE = 60_000;

/**
 * Runs built test files, each in a process of its own. What stands still is ended and named, whatever it waits for.
 *
 * @param {string} name of the group
 * @param {readonly string[]} files
 * @param {{ file: number, all: number, concurrency?: number, from?: string }} limits minutes after which a file, or all
 *   of it, is ended; the folder that files are named from
 * @returns {Promise<{ passed: number, failed: number }>}
 */
export async function runGroup(name, files, { file: each, all, concurrency, from = '/' }) {
  const named = (file) => relative(from, file).replace(/\.mjs$/, '.ts');
  const ending = new AbortController();
  // Each file listens for it.
  setMaxListeners(0, ending.signal);
  const late = setTimeout(() => ending.abort(), all * MINUTE);
  const tests = run({
    files: [...files],
    concurrency: concurrency ?? true,
    timeout: each * MINUTE,
    signal: ending.signal,
  });
  const ended = { testTimeoutFailure: [], testAborted: [] };
  const sums = { pass: 0, fail: 0, cancelled: 0 };
  tests.on('test:fail', (told) => {
    if (files.includes(told.name)) ended[told.details.error?.failureType]?.push(named(told.name));
  });
  tests.on('test:diagnostic', ({ message, nesting }) => {
    const [what = '', sum] = message.split(' ');
    if (nesting === 0 && what in sums) sums[what] = Number(sum);
  });
  for await (const text of tests.compose(new spec())) process.stdout.write(text);
  clearTimeout(late);
  for (const file of ended.testTimeoutFailure)
    console.log(`${name}: ${file} stood still and was ended after ${each} min`);
  if (ending.signal.aborted)
    console.log(`${name}: ended after ${all} min; not over: ${ended.testAborted.join(', ')}`);
  return { passed: sums.pass, failed: sums.fail + sums.cancelled };
}
