import { writeFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { bundle, ROOT } from './bundle.js';
import { runGroup } from './group.js';

/** The groups of tests: where they lie, and the minutes after which a file of it, or all of it, is ended. */
const GROUPS = {
  rules: { folders: ['test/rules'], file: 3, all: 5 },
  core: { folders: ['core/test', 'devices/test'], file: 5, all: 15 },
  database: { folders: ['web/test'], file: 3, all: 10 },
  command: { folders: ['test/command'], file: 5, all: 6 },
  // One browser at a time: more would wait for each other.
  browser: { folders: ['test/browser'], file: 5, all: 20, concurrency: 1 },
};

/** Runs a group of tests: `node test/running/tests.js NAME [--counts FILE] [part of a file's name ...]`. */
const [name = '', ...told] = process.argv.slice(2);
const group = GROUPS[name];
if (!group) throw new Error(`“${name}” is no group of tests; there are ${Object.keys(GROUPS).join(', ')}`);
const counts = told[0] === '--counts' ? told.splice(0, 2)[1] : undefined;

process.env['NODE_OPTIONS'] = '--enable-source-maps';
const files = await bundle(await filesOf(group.folders, told), name);
const { passed, failed } = await runGroup(name, files, { ...group, from: join(ROOT, 'test/built', name) });
if (counts) writeFileSync(counts, `${passed}\n${failed}\n`);
if (failed > 0 || passed === 0) process.exitCode = 1;

/** The test files of some folders, or those of them whose path has one of these words. */
async function filesOf(folders, words) {
  const found = await Promise.all(
    folders.map(async (folder) =>
      (await readdir(join(ROOT, folder), { recursive: true })).map((file) => join(folder, file)),
    ),
  );
  const wanted = (file) => words.length === 0 || words.some((word) => file.includes(word));
  return found
    .flat()
    .filter((file) => file.endsWith('.test.ts') && wanted(file))
    .sort();
}
