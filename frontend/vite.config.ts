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
	build: {
		assetsInlineLimit: 0,
		target: 'es2022',
		chunkSizeWarningLimit: 900,
		// On a slow line one file is sooner there than ten of a few hundred bytes: what every view is in need of is one.
		rolldownOptions: {
			// Modules in a circle come up half-made, in an order that nobody chose.
			checks: { circularDependency: true },
			onLog(level, log, tell) {
				if (log.code === 'CIRCULAR_DEPENDENCY' && !log.message.includes('node_modules'))
					throw new Error(log.message);
				tell(level, log);
			},
			output: {
				codeSplitting: {
					groups: [
						{ name: 'signs', test: /@lucide/ },
						{
							name: 'basis',
							test: /src\/(api\/(client|sending|generated\/outcomes)|ui\/(fetch-soon|keep-file|live|opened|patience|random-name|remember|report|storage|theme|toasts|words)|writing\/(coming|unsaved))(\.svelte)?\.ts$/
						}
					]
				}
			}
		}
	},
	server: { proxy: { '/api': 'http://127.0.0.1:8420' } },
	test: { environment: 'jsdom', include: ['src/**/*.test.ts'] },
	resolve: { conditions: ['browser', 'module', 'import', 'default'] }
});
