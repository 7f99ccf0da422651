import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { test } from 'node:test';
import { ESLint } from 'eslint';

const ROOT = new URL('../..', import.meta.url).pathname;

/** A tree of its own with the project's rules and a few files in it. */
function treeWith(files: Readonly<Record<string, string>>): { folder: string; end: () => void } {
  const folder = mkdtempSync(join(tmpdir(), 'jovet-rules-'));
  for (const name of [
    '.dependency-cruiser.cjs',
    'tsconfig.base.json',
    'core/tsconfig.json',
    'package.json',
  ]) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    copyFileSync(join(ROOT, name), join(folder, name));
  }
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'));
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    writeFileSync(join(folder, name), text);
  }
  return { folder, end: () => rmSync(folder, { recursive: true, force: true }) };
}

/** Runs a tool of the project in a folder; resolves with its exit code and all it said. */
const run = (folder: string, tool: string, ...args: string[]) =>
  new Promise<{ code: number; said: string }>((resolve) => {
    execFile(join(ROOT, 'node_modules/.bin', tool), args, { cwd: folder }, (error, stdout, stderr) =>
      resolve({ code: error ? 1 : 0, said: stdout + stderr }),
    );
  });

/** Each import that is forbidden, by the rule that forbids it: the file, what it imports, and what is there to import. */
const FORBIDDEN: readonly [rule: string, file: string, imported: string, target?: string][] = [
  ['no-cycles', 'core/src/units/a.ts', './b.ts', 'core/src/units/b.ts'],
  ['core-imports-only-core', 'core/src/units/a.ts', '../../../web/src/b.ts', 'web/src/b.ts'],
  ['through-the-index', 'core/src/units/a.ts', '../time/b.ts', 'core/src/time/b.ts'],
  ['core-no-node-built-ins', 'core/src/units/a.ts', 'node:fs'],
  ['core-packages', 'core/src/units/a.ts', 'kysely'],
  ['calendar-in-time-only', 'core/src/formula/a.ts', '@internationalized/date'],
  ['file-libraries-in-formats-only', 'core/src/formula/a.ts', 'd3-dsv'],
  ['web-uses-core-for-time', 'web/src/a.ts', '@internationalized/date'],
  [
    'planner-never-sees-checker',
    'core/src/plan/planner/a.ts',
    '../checker/b.ts',
    'core/src/plan/checker/b.ts',
  ],
  [
    'checker-never-sees-planner',
    'core/src/plan/checker/a.ts',
    '../planner/b.ts',
    'core/src/plan/planner/b.ts',
  ],
  ['devices-apart', 'devices/src/a.ts', '../../web/src/b.ts', 'web/src/b.ts'],
  ['web-uses-no-device', 'web/src/a.ts', '../../devices/src/b.ts', 'devices/src/b.ts'],
  ['ui-knows-no-baking', 'web/src/lib/ui/a.ts', '../bench/b.ts', 'web/src/lib/bench/b.ts'],
  ['repositories-load-in-plain-node', 'web/src/lib/server/database/a.ts', '@sveltejs/kit'],
  ['no-unresolved', 'web/src/a.ts', './nowhere.ts'],
];

test('each import rule fails on its violation, and on nothing else', async () => {
  // Each has files of its own, so that one look at all of them tells which rule found which.
  const own = FORBIDDEN.map(([rule, file, imported, target], index) => {
    const named = (name: string) => name.replace(/\b([ab])\.ts$/, `$1${index}.ts`);
    const back = rule === 'no-cycles' ? `import './a${index}.ts';\n` : '';
    const files = {
      [named(file)]: `import '${named(imported)}';\n`,
      ...(target === undefined ? {} : { [named(target)]: `${back}export const b = 1;\n` }),
    };
    return { rule, file: named(file), files };
  });
  const fine = { 'core/src/units/fine.ts': `export const fine = 1;\n` };
  const { folder, end } = treeWith(Object.assign(fine, ...own.map(({ files }) => files)) as Record<string, string>);
  try {
    const { code, said } = await run(folder, 'depcruise', '--config', '.dependency-cruiser.cjs', 'core/src', 'web/src', 'devices');
    assert.equal(code, 1, said);
    for (const { rule, file } of own) assert.match(said, new RegExp(`error ${rule}: ${file.replaceAll('.', '\\.')}`));
    assert.doesNotMatch(said, /fine/);
  } finally {
    end();
  }
}); // prettier-ignore

test('core can use neither the browser nor Node.js, and is strict', async () => {
  const violations = {
    document: 'export const title = document.title;\n',
    process: 'export const path = process.env;\n',
    timer: 'export const wait = setTimeout;\n',
    index: 'export const first = (of: number[]): number => of[0];\n',
  };
  const files = Object.entries(violations).map(([name, text]) => [`core/src/${name}.ts`, text]);
  const { folder, end } = treeWith(Object.fromEntries(files));
  try {
    const { code, said } = await run(folder, 'tsc', '-p', 'core');
    assert.equal(code, 1);
    for (const name of Object.keys(violations))
      assert.match(said, new RegExp(`core/src/${name}\\.ts.*error`), name);
  } finally {
    end();
  }
});

test('core has no clock and no chance of its own', async () => {
  const eslint = new ESLint({ cwd: ROOT });
  const faults = async (code: string, filePath: string) =>
    (await eslint.lintText(`${code}\n`, { filePath: join(ROOT, filePath) })).flatMap((each) => each.messages);
  for (const code of [
    'export const a = Date.now();',
    'export const a = new Date();',
    'export const a = Math.random();',
  ]) {
    const [fault] = await faults(code, 'core/src/units/violation.ts');
    assert.match(fault?.message ?? '', /core has no/, code);
  }
  const clock = `import { now } from '@internationalized/date';\nexport const a = now('UTC');`;
  assert.match((await faults(clock, 'core/src/time/violation.ts'))[0]?.message ?? '', /core has no clock/);
  assert.deepEqual(await faults('export const a = new Date(0);', 'core/src/units/violation.ts'), []);
});

test('no folder of core has twenty files, and no index tells forty names', () => {
  const source = join(ROOT, 'core/src');
  const folders = readdirSync(source, { recursive: true, withFileTypes: true });
  for (const { name, parentPath } of folders.filter((each) => each.isDirectory())) {
    const folder = join(parentPath, name);
    const files = readdirSync(folder).filter((file) => file.endsWith('.ts'));
    assert.ok(files.length < 20, `${folder} has ${files.length} files`);
    if (!files.includes('index.ts')) continue;
    const names = [
      ...readFileSync(join(folder, 'index.ts'), 'utf8').matchAll(/^export (?:type )?\{([^}]*)\}/gm),
    ]
      .flatMap(([, told = '']) => told.split(','))
      .filter((each) => each.trim() !== '');
    assert.ok(names.length < 40, `${folder} tells ${names.length} names`);
  }
});

test('no button says what another word of docs/words.md is for', () => {
  const [, acts = ''] = /## What a button does\n([\s\S]*?)\n## /.exec(readFileSync(join(ROOT, 'docs/words.md'), 'utf8')) ?? [];
  const rows = acts.split('\n').filter((line) => line.startsWith('| ') && !/^\| (Word|---)/.test(line));
  const words = rows.flatMap((line) => line.split('|')[3]?.split(',').map((each) => each.trim()) ?? []);
  assert.ok(words.length > 20, 'the table is read');
  const source = join(ROOT, 'web/src');
  const screens = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.svelte'));
  for (const file of screens) {
    const text = readFileSync(join(source, file), 'utf8');
    for (const [, said = ''] of text.matchAll(/<(?:button|a|Button|ToolButton)\b[^]*?>\s*([A-Z][A-Za-z ]*?)\s*<\//g))
      assert.ok(!words.includes(said.trim()), `${file}: “${said.trim()}”`);
  }
}); // prettier-ignore
