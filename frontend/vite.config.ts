import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	// The last runs tests with what a browser would load, and takes away what each has rendered.
	plugins: [tailwindcss(), sveltekit(), svelteTesting()],
	server: {
		// What changed is told in a file beside this folder: the help shows it.
		fs: { allow: ['..'] },
		proxy: {
			// The server takes changes from its own pages only: this one speaks for itself.
			'/api': {
				target: 'http://127.0.0.1:8765',
				changeOrigin: true,
				headers: { origin: 'http://127.0.0.1:8765' }
			}
		}
	},
	test: { environment: 'jsdom', include: ['src/**/*.test.ts'] }
});
