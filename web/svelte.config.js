import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ precompress: true }),
    // Nothing runs in a page but what Jovet itself sent with it; pictures are drawn with attributes of style.
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src-elem': ['self'],
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
    // hooks.server.ts refuses foreign origins for every kind of body, and says so in the form of the API.
    csrf: { trustedOrigins: ['*'] },
    version: { pollInterval: 0 },
    // The frame does it, once the first room stands.
    serviceWorker: { register: false },
  },
};
