import { readFile, rm } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build, transform } from 'esbuild';
import { compileModule } from 'svelte/compiler';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Packages stay outside a bundle, our own go in: they are TypeScript. */
const packagesOutside = {
  name: 'packages-outside',
  setup({ onResolve }) {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@jovet/') ? null : { path, external: true },
    );
  },
};

/** Written so that it does not stand here itself: this file is built, too, where a script builds. */
const HERE = ['import', 'meta', 'url'].join('.');

/** A file finds what lies beside it where it was written, not where it was built. */
const whereItWasWritten = {
  name: 'where-it-was-written',
  setup({ onLoad }) {
    onLoad({ filter: /(^|\/)(test|devices)\/.*\.[jt]s$/ }, async ({ path }) => {
      const text = await readFile(path, 'utf8');
      const place = JSON.stringify(pathToFileURL(path).href);
      return { contents: text.replaceAll(HERE, place), loader: path.endsWith('.js') ? 'js' : 'ts' };
    });
  },
};

/** What a room keeps in runes runs without a page. */
const runes = {
  name: 'runes',
  setup({ onLoad, onResolve }) {
    onLoad({ filter: /\.svelte\.ts$/ }, async ({ path }) => {
      const { code } = await transform(await readFile(path, 'utf8'), { loader: 'ts', target: 'es2022' });
      const { js } = compileModule(code, { filename: path, generate: 'client' });
      return { contents: js.code, loader: 'js' };
    });
    onResolve({ filter: /^\$app\/environment$/ }, () => ({ path: 'environment', namespace: 'no-page' }));
    onLoad({ filter: /.*/, namespace: 'no-page' }, () => ({ contents: 'export const browser = false;' }));
  },
};

/** @type {import('esbuild').Plugin[]} */
export const plugins = [runes, packagesOutside, whereItWasWritten];

/**
 * Builds TypeScript files so that plain Node.js runs them: a thread that reads TypeScript in every process has stood
 * still before.
 *
 * @param {readonly string[]} files from the root
 * @param {string} into a folder of its own below test/built
 * @returns {Promise<string[]>} what was built, in the order of the files
 */
export async function bundle(files, into) {
  const outdir = join(ROOT, 'test/built', into);
  await rm(outdir, { recursive: true, force: true });
  await build({
    entryPoints: files.map((file) => join(ROOT, file)),
    outbase: ROOT,
    outdir,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    sourcemap: 'linked',
    outExtension: { '.js': '.mjs' },
    logLevel: 'error',
    plugins,
  });
  return files.map((file) => join(outdir, relative(ROOT, join(ROOT, file)).replace(/\.ts$/, '.mjs')));
}
