// @vitest-environment jsdom
/** After each thing that is put in, the caret is where a writer's next word belongs, and there is a line to go on below. */
import { Editor } from '@tiptap/core';
import { afterEach, expect, it, vi } from 'vitest';
import { inserts } from './commands';
import { pageExtensions } from './extensions';
import { openBelow } from './go-on-below';
import { spaceAsks } from './nodes/space-asks';
import { putFile } from './put-file';
import type { Surroundings } from './types';

const nowhere = { left: 0, top: 0, right: 0, bottom: 0 } as DOMRect;
Range.prototype.getClientRects = () => [] as never;
Range.prototype.getBoundingClientRect = () => nowhere;
vi.stubGlobal('requestAnimationFrame', (run: () => void) => queueMicrotask(run));

let editor: Editor;
afterEach(() => editor.destroy());

const surroundings = (hand: Surroundings['hand']): Surroundings => ({
	hand,
	asks: hand === 'teacher' ? spaceAsks : undefined,
	onlySpaces: false,
	addFile: () => Promise.resolve({ fingerprint: '9f'.repeat(20), medium: 'picture' }),
	teacherName: ''
});

function open(content: string, hand: Surroundings['hand'] = 'teacher') {
	editor = new Editor({
		element: document.body.appendChild(document.createElement('div')),
		extensions: pageExtensions(surroundings(hand)),
		content
	});
	editor.commands.setTextSelection(editor.state.doc.content.size - 1);
}

const put = (words: string) =>
	inserts(editor, surroundings('teacher'))
		.find((one) => one.words === words)!
		.run();
/** The kinds around the caret, outermost first. */
function around(): string {
	const { $head } = editor.state.selection;
	return Array.from({ length: $head.depth }, (_, k) => $head.node(k + 1).type.name).join(' > ');
}
const press = (key: string, more: KeyboardEventInit = {}) =>
	editor.view.someProp('handleKeyDown', (run) =>
		run(editor.view, new KeyboardEvent('keydown', { key, ...more }))
	);
const kinds = () => editor.state.doc.content.content.map((node) => node.type.name).join(' ');

it.each([
	['Framed note', 'callout > paragraph', 'paragraph callout'],
	['Term with its explanation', 'term > paragraph', 'paragraph term'],
	['Note: take care', 'callout > paragraph', 'paragraph callout'],
	['Table', 'table > tableRow > tableHeader > paragraph', 'paragraph table'],
	['Formula', 'formula', 'paragraph formula'],
	['Line across', 'paragraph', 'paragraph horizontalRule paragraph'],
	['Gap in the sentence', 'paragraph', 'paragraph']
])('after “%s” the caret is in: %s', (words, caret, page) => {
	open('<p>First.</p>');
	put(words);
	expect([around(), kinds()]).toEqual([caret, page]);
});

it.each(['Place to answer', 'Choice'])(
	'after “%s” one asks; nothing is written into the answer',
	async (words) => {
		open('<p>First.</p>');
		put(words);
		await Promise.resolve();
		expect((document.activeElement as HTMLTextAreaElement).placeholder).toBe('Ask something');
	}
);

it('after a picture one writes below it', async () => {
	open('<p>First.</p>');
	await putFile(editor, surroundings('teacher'), new File(['x'], 'crab.png', { type: 'image/png' }));
	expect([around(), kinds()]).toEqual(['paragraph', 'paragraph image paragraph']);
});

const SHUT = [
	'<div data-space prompt="Why?"><p>x</p></div>',
	'<div data-note=""><p>x</p></div>',
	'<pre><code>x</code></pre>',
	'<blockquote><p>x</p></blockquote>',
	'<table><tr><td><p>x</p></td></tr></table>',
	'<hr>'
];

it.each(SHUT)('below %s at the end of a page there is a line to go on', (markup) => {
	open(markup);
	const line = editor.view.dom.querySelector<HTMLButtonElement>('.line-below');
	expect(line?.textContent).toBe('Go on below');
	const before = editor.state.doc.childCount;
	line!.click();
	expect([around(), editor.state.doc.childCount]).toEqual(['paragraph', before + 1]);
	expect(editor.view.dom.querySelector('.line-below')).toBeNull();
});

it.each(SHUT)('Ctrl+Enter leaves %s', (markup) => {
	open(`<p>First.</p>${markup}<p>Last.</p>`);
	editor.commands.setTextSelection(10);
	press('Enter', { ctrlKey: true });
	expect([around(), editor.state.doc.childCount]).toEqual(['paragraph', 4]);
});

it.each([
	['<div data-note=""><p>x</p><p></p></div>', 'teacher', 'callout paragraph'],
	['<div data-space prompt="Why?"><p>x</p><p></p></div>', 'teacher', 'space paragraph'],
	['<div data-space prompt="Why?"><p>x</p><p></p></div>', 'student', 'space']
] as const)('Enter on the empty last line of %s, by a %s', (markup, hand, page) => {
	open(markup, hand);
	editor.commands.setTextSelection(editor.state.doc.content.size - 2);
	press('Enter');
	expect(kinds()).toBe(page);
});

it('takes the empty line that is there, and makes no second one', () => {
	open('<pre><code>x</code></pre><p></p>');
	openBelow(editor, 3);
	expect([kinds(), around()]).toEqual(['codeBlock paragraph', 'paragraph']);
});

it('is no part of a page that is only read', () => {
	open(SHUT[0]!, 'reader');
	expect(editor.view.dom.querySelector('.line-below')).toBeNull();
});

/** As typed: what stands there afterwards. */
function type(letters: string): string {
	for (const letter of letters) {
		const { from, to } = editor.state.selection;
		const insert = () => editor.state.tr.insertText(letter, from, to);
		const taken = editor.view.someProp('handleTextInput', (run) =>
			run(editor.view, from, to, letter, insert)
		);
		if (!taken) editor.view.dispatch(insert());
	}
	return editor.state.selection.$head.parent.textContent;
}

it.each([
	['# ', 2],
	['## ', 3],
	['### ', 4]
])('“%s” begins a heading', (letters, level) => {
	open('<p></p>');
	type(letters);
	expect(editor.state.selection.$head.parent.attrs.level).toBe(level);
});

it.each([
	['12 950,5', '12 950,5'],
	['about 12 kg!', ' 12 '],
	['−1.2e3', '−1.2e3']
])('a number place takes of “%s” the number', (letters, number) => {
	open('<p></p>', 'student');
	editor.commands.setContent({
		type: 'doc',
		content: [{ type: 'space', attrs: { kind: 'number' }, content: [{ type: 'paragraph' }] }]
	});
	editor.commands.setTextSelection(2);
	expect(type(letters)).toBe(number);
});

it('a question with choices has two, and one more at a press', () => {
	open('<p>First.</p>');
	put('Place to answer');
	const kind = editor.view.dom.querySelector('select')!;
	kind.value = 'choice';
	kind.dispatchEvent(new Event('change'));
	const choices = () => editor.view.dom.querySelectorAll('.option').length;
	expect(choices()).toBe(2);
	[...editor.view.dom.querySelectorAll('button')].find((one) => one.textContent === 'Add a choice')!.click();
	expect([choices(), around()]).toEqual([3, 'space > option > paragraph']);
});
