import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { readFile } from 'node:fs/promises';
import { defineConfig, type Plugin } from 'vite';

/** Schemas write themselves as JSON schemas on the server only: what does that stays out of the page. */
const noJsonSchemas: Plugin = {
  name: 'no-json-schemas',
  applyToEnvironment: ({ name }) => name === 'client',
  async load(id) {
    if (!/zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js$/.test(id)) return null;
    const names = (await readFile(id, 'utf8')).matchAll(/^export (?:const|function) (\w+)/gm);
    return [...names].map(([, name]) => `export const ${name} = () => undefined;`).join('\n');
  },
};

export default defineConfig({
  plugins: [noJsonSchemas, tailwindcss(), sveltekit()],
  build: {
    target: 'es2023',
    // Many small files are many ways to the server: what rooms share comes in few.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'frame', test: /node_modules[\\/](svelte|@sveltejs|devalue|esm-env|clsx)[\\/]/ },
            {
              name: 'controls',
              test: /node_modules[\\/](@zag-js|@skeletonlabs|@floating-ui|@lucide)[\\/]|lib[\\/]ui[\\/]/,
              minShareCount: 4,
            },
            { name: 'shared', minShareCount: 4, minModuleSize: 0 },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
});
