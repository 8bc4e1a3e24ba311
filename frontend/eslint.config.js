import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

/** What a room of the front end may import beside its own files: the rooms beneath it. */
function room(name, beneath) {
	const all = ['api', 'editor', 'features', 'router', 'thread', 'ui', 'writing'];
	const closed = all.filter((other) => other !== name && !beneath.includes(other));
	const patterns = closed.flatMap((other) => [`../${other}`, `../${other}/**`, `../../${other}`, `../../${other}/**`]);
	return { files: [`src/${name}/**`], rules: { 'no-restricted-imports': ['error', { patterns }] } };
}

export default ts.config(
	{ ignores: ['src/api/schema.d.ts'] },
	js.configs.recommended,
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{ languageOptions: { globals: globals.browser } },
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser } },
		rules: { 'svelte/no-navigation-without-resolve': 'off', 'svelte/prefer-svelte-reactivity': 'off' }
	},
	{
		// A feature imports another only through its index.
		files: ['src/features/**'],
		rules: {
			'no-restricted-imports': ['error', { patterns: ['../*/*', '!../../*'] }]
		}
	},
	room('ui', ['api', 'thread', 'router']),
	room('thread', ['ui']),
	room('editor', ['api', 'thread', 'ui', 'writing']),
	room('writing', ['api', 'editor', 'thread', 'ui', 'router']),
	{
		ignores: ['src/editor/listen.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
				{
					selector:
						"CallExpression[callee.property.name='on']:matches([callee.object.name='editor'], [callee.object.property.name='editor'])",
					message: 'Hear an editor through `listen`: it tells things while the screen is drawn.'
				}
			]
		}
	}
);
