import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
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
            { name: 'shared', minShareCount: 5, minModuleSize: 0 },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
});
