import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig } from 'vitest/config';

/** Tests that put something of their own in the place of `fetch`, of a line that stays open, or of a module. */
const ALONE = [
	'src/api/{ahead,sending}.test.ts',
	'src/editor/put-block.test.ts',
	'src/features/{master/page,notebook/copy,push/begins}.test.ts',
	'src/ui/live.test.ts'
];

export default defineConfig({
	plugins: [
		tailwindcss(),
		svelte(),
		VitePWA({
			strategies: 'injectManifest',
			srcDir: 'src/offline',
			filename: 'worker.ts',
			injectRegister: false,
			manifest: false,
			injectManifest: {
				// Letters of formulas, and of scripts that few write in, are kept when they were seen.
				globPatterns: ['index.html', 'needle.svg', 'assets/*.{js,css}', 'assets/*-latin-wght-*.woff2'],
				minify: true
			}
		}),
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
	test: {
		environment: 'jsdom',
		// A page for each file takes four times as long as the tests: only those that change what is global have their own.
		projects: [
			{ extends: true, test: { name: 'alone', include: ALONE } },
			{
				extends: true,
				test: { name: 'together', include: ['src/**/*.test.ts'], exclude: ALONE, isolate: false }
			}
		]
	},
	resolve: { conditions: ['browser', 'module', 'import', 'default'] }
});
