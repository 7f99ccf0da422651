import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ precompress: true }),
    // hooks.server.ts refuses foreign origins for every kind of body, and says so in the form of the API.
    csrf: { trustedOrigins: ['*'] },
    version: { pollInterval: 0 },
    // The frame does it, once the first room stands.
    serviceWorker: { register: false },
  },
};
