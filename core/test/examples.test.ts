import assert from 'node:assert/strict';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { after, test } from 'node:test';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { plugins } from '../../test/running/bundle.js';

const CORE = fileURLToPath(new URL('..', import.meta.url));
const SOURCE = join(CORE, 'src');
const folder = mkdtempSync(join(CORE, '../test/built/examples-'));
after(() => rmSync(folder, { recursive: true, force: true }));

/** What an example may use of the demo bakery without a word. */
const DEMO = ['quayCountry', 'demoHouse', 'demoDay', 'demoMix', 'demoCultures', 'eventsOf', 'demoFormula'];

/** Every name that core tells, and the index that tells it. */
const told = new Map<string, string>();
for (const file of readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter((each) => each.endsWith('index.ts'))) {
  const text = readFileSync(join(SOURCE, file), 'utf8');
  const names = [...text.matchAll(/^export (?:type )?\{([^}]*)\}/gm)].flatMap(([, list = '']) => list.split(','));
  const own = [...text.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name = '']) => name);
  for (const name of [...names, ...own].map((each) => each.trim()))
    if (name && !name.startsWith('type ')) told.set(name, `@jovet/core/${dirname(file)}`);
} // prettier-ignore

/** Runs an example: what it names of core is imported, the demo bakery is there. */
async function run(name: string, code: string): Promise<void> {
  const imported = new Set([...code.matchAll(/import \{([^}]*)\}/g)].flatMap(([, list = '']) => list.split(',').map((each) => each.trim())));
  const bare = code.replaceAll(/'[^'\n]*'|\/\/.*$/gm, '');
  const used = new Set(bare.match(/(?<![\w.])[A-Za-z]\w*\b(?!\??:)/g));
  const declared = new Set([...code.matchAll(/\bconst (\w+)\b/g)].map(([, each = '']) => each));
  const known = new Set([...imported, ...declared, ...DEMO]);
  const missing = [...used].filter((each) => told.has(each) && !known.has(each));
  const contents = [
    `import assert from 'node:assert/strict';`,
    `import { ${DEMO.join(', ')} } from './demo.ts';`,
    ...missing.map((each) => `import { ${each} } from '${told.get(each)}';`),
    code,
  ].join('\n');
  const outfile = join(folder, `${name.replaceAll(/\W+/g, '-')}.mjs`);
  await build({
    stdin: { contents, resolveDir: join(CORE, 'test'), loader: 'ts' },
    outfile, bundle: true, format: 'esm', platform: 'node', logLevel: 'error', plugins,
  });
  const { log } = console;
  console.log = () => undefined;
  await import(pathToFileURL(outfile).href).finally(() => (console.log = log));
} // prettier-ignore

const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter((each) =>
  each.endsWith('.ts'),
);
const withExample = new Set<string>();
for (const file of files) {
  const text = readFileSync(join(SOURCE, file), 'utf8');
  [...text.matchAll(/ \* @example\n((?: \*(?: .*)?\n)+?)(?= \*\/| \* @)/g)].forEach(
    ([, lines = ''], index) => {
      withExample.add(dirname(file));
      const code = lines.replaceAll(/^ \* ?/gm, '');
      test(`the example of ${file} says what is so`, () => run(`${file} ${index}`, code));
    },
  );
}

test('every index has an example', () => {
  const indexes = files.filter((each) => each.endsWith('index.ts')).map((each) => dirname(each));
  assert.deepEqual(
    indexes.filter((each) => !withExample.has(each)),
    [],
  );
});

const README = readFileSync(join(CORE, 'README.md'), 'utf8');
for (const [index, [, code = '']] of [...README.matchAll(/```ts\n([^`]*)```/g)].entries())
  test(`example ${index + 1} of ${relative(join(CORE, '..'), join(CORE, 'README.md'))} runs`, () => {
    assert.ok(code.trim().split('\n').length <= 13, 'it is about ten lines');
    return run(`readme ${index}`, code);
  });
