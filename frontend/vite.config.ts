import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig(({ mode }) => ({
	plugins: [tailwindcss(), sveltekit()],
	server: { proxy: { '/api': 'http://127.0.0.1:8765' } },
	// Units run with what a browser would load, though none is there.
	resolve: mode === 'test' ? { conditions: ['browser'] } : {},
	test: { environment: 'jsdom', include: ['src/**/*.test.ts'] }
}));
