import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { compression } from 'vite-plugin-compression2';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [
		tailwindcss(),
		svelte(),
		compression({ algorithms: ['brotliCompress', 'gzip'], threshold: 1024 })
	],
	// Everything is a file of its own: the content policy allows no inline script.
	build: { assetsInlineLimit: 0, target: 'es2022', chunkSizeWarningLimit: 900 },
	server: { proxy: { '/api': 'http://127.0.0.1:8420' } },
	test: { environment: 'jsdom', include: ['src/**/*.test.ts'] },
	resolve: { conditions: ['browser', 'module', 'import', 'default'] }
});
