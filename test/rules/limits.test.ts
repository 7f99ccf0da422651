import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';

const GROUP = new URL('../running/group.js', import.meta.url).href;

/** Runs test files as a group with limits in a process of its own. */
function groupOf(tests: Readonly<Record<string, string>>, limits: { file: number; all: number }) {
  const folder = mkdtempSync(join(tmpdir(), 'jovet-limits-'));
  const files = Object.entries(tests).map(([name, text]) => {
    const file = join(folder, `${name}.test.mjs`);
    writeFileSync(file, `import { test } from 'node:test';\n${text}\n`);
    return file;
  });
  const script = join(folder, 'group.mjs');
  const given = [files, { ...limits, from: folder }].map((each) => JSON.stringify(each)).join(', ');
  writeFileSync(
    script,
    `import { runGroup } from '${GROUP}';\nconsole.log(JSON.stringify(await runGroup('some', ${given})));\n`,
  );
  const { NODE_TEST_CONTEXT: _, ...env } = process.env;
  return new Promise<string>((resolve) => {
    execFile(process.execPath, [script], { env }, (_, stdout) => {
      rmSync(folder, { recursive: true, force: true });
      resolve(stdout);
    });
  });
}

const STILL = `test('waits', () => { for (;;); });`;
const FINE = `test('passes', () => {});`;

test('a test file that stands still is ended and named, and the others are counted', async () => {
  const said = await groupOf({ blocked: STILL, fine: FINE }, { file: 0.03, all: 5 });
  assert.match(said, /some: blocked\.test\.ts stood still and was ended after 0\.03 min/);
  assert.match(said, /\{"passed":1,"failed":1\}/);
});

test('a group that takes too long is ended, and what is not over is named', async () => {
  const said = await groupOf({ blocked: STILL, fine: FINE }, { file: 5, all: 0.03 });
  assert.match(said, /some: ended after 0\.03 min; not over: blocked\.test\.ts/);
});
