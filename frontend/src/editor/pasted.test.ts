// @vitest-environment jsdom
import { getSchema } from '@tiptap/core';
import { DOMParser, Slice, Node as ProseNode } from '@tiptap/pm/model';
import { expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { asFile, cleaned } from './pasted';
import { canTakeIn } from './take-in';

const NAME = '9f'.repeat(20);

const schema = getSchema(
	pageExtensions({ hand: 'student', onlySpaces: false, addFile: async () => null, teacherName: '' })
);
const clean = (...content: object[]) => {
	const doc = ProseNode.fromJSON(schema, { type: 'doc', content });
	return cleaned(new Slice(doc.content, 0, 0), () => 'uploaded').content.toJSON();
};
const words = (...marks: object[]) => ({ type: 'paragraph', content: [{ type: 'text', text: 'x', marks }] });
const marksOf = (made: { content: { marks?: object[] }[] }[]) => made[0]!.content[0]!.marks ?? [];

it.each([
	['javascript:alert(1)', false],
	['//elsewhere.example', false],
	['https://example.org', true],
	['/course/1', true]
])('keeps the link %s: %s', (href, stays) => {
	expect(marksOf(clean(words({ type: 'link', attrs: { href } })))).toHaveLength(stays ? 1 : 0);
});

it.each([
	['rgb(1, 2, 3)', true],
	['oklch(0.5 0.1 20)', false],
	['red;position:fixed', false]
])('keeps the colour %s: %s', (color, stays) => {
	expect(marksOf(clean(words({ type: 'textStyle', attrs: { color } })))).toHaveLength(stays ? 1 : 0);
});

it('takes pictures in where they are data, and leaves a named frame where they are elsewhere', () => {
	const src = (address: string, alt = '') => {
		const [image] = clean({ type: 'image', attrs: { src: address, alt } });
		return [image.attrs.id, image.attrs.src, image.attrs.alt];
	};
	expect(src('data:image/png;base64,AAAA')).toEqual(['uploaded', '', '']);
	expect(src('https://elsewhere.example/crab.png', 'A crab')).toEqual([null, '', 'A crab']);
	expect(src(NAME)[1]).toBe(NAME);
	expect(src('/api/blobs/../people')[1]).toBe('');
	expect(asFile('data:image/png;base64,AAAA')?.type).toBe('image/png');
	expect(asFile('data:text/html;base64,AAAA')).toBeNull();
});

it('makes a knot its words, and spans no wider than tables are', () => {
	expect(clean({ type: 'kept', content: [words()] })[0].type).toBe('paragraph');
	const cell = { type: 'tableCell', attrs: { colspan: 3_000_000 }, content: [words()] };
	const [table] = clean({ type: 'table', content: [{ type: 'tableRow', content: [cell] }] });
	expect(table.content[0].content[0].attrs.colspan).toBe(1);
});

it('knows what the editor would lose', () => {
	const page = (...content: object[]) => ({ type: 'doc', content }) as never;
	expect(canTakeIn(schema, page(words()))).toBe(true);
	expect(
		canTakeIn(
			schema,
			page({ type: 'codeBlock', content: [{ type: 'text', text: 'x', marks: [{ type: 'bold' }] }] })
		)
	).toBe(true);
	expect(canTakeIn(schema, page({ type: 'hologram' }))).toBe(false);
	expect(canTakeIn(schema, page({ type: 'paragraph', content: [{ type: 'text', text: '' }] }))).toBe(false);
});

it.each([
	['<pre><code class="language-c$">x</code></pre>', 'codeBlock', { language: null }],
	['<pre><code class="language-python">x</code></pre>', 'codeBlock', { language: 'python' }],
	['<ol start="5000000000"><li>x</li></ol>', 'orderedList', { start: 1 }],
	['<ol start="3"><li>x</li></ol>', 'orderedList', { start: 3 }],
	[
		'<div data-space prompt="How?" kind="bogus" unit="kg" strokes="[1]" pins="x"><p>x</p></div>',
		'space',
		{ prompt: 'How?', kind: 'lines', unit: null, strokes: null, pins: null }
	],
	['<div data-space kind="number"><p>x</p></div>', 'space', { kind: 'number' }],
	[
		`<figure><img src="/api/blobs/${NAME}" alt="b" width="50%" title="c"><figcaption>c</figcaption></figure>`,
		'image',
		{ src: NAME, alt: 'b', width: '50%', title: 'c' }
	],
	[`<img src="/api/blobs/${NAME}" width="javascript:1">`, 'image', { width: null }]
])('takes of markup what a page may say: %s', (markup, kind, attrs) => {
	const dom = document.createElement('div');
	dom.innerHTML = markup;
	const slice = DOMParser.fromSchema(schema).parseSlice(dom);
	const [made] = cleaned(slice, () => 'uploaded').content.toJSON();
	expect(made.type).toBe(kind);
	expect(made.attrs).toMatchObject(attrs);
});

it('takes of a link its address alone', () => {
	const said = {
		href: 'https://example.org',
		class: 'a[b]{c}',
		rel: '<',
		target: '"',
		title: 'x'.repeat(20_000)
	};
	const [mark] = marksOf(clean(words({ type: 'link', attrs: said }))) as { attrs: object }[];
	expect(mark!.attrs).toMatchObject({ href: 'https://example.org', class: null, title: null });
});
