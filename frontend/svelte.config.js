import adapter from '@sveltejs/adapter-static';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** One page whose script knows the way; the server answers every address with it. */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({
			pages: '../src/zero_slate/web/static',
			assets: '../src/zero_slate/web/static',
			fallback: 'index.html'
		}),
		version: { pollInterval: 0 }
	}
};
