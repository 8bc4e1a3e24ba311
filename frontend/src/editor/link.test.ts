import { Editor } from '@tiptap/core';
import { afterEach, expect, it, vi } from 'vitest';
import { pageExtensions } from './extensions';
import type { Surroundings } from './types';

let editor: Editor;

afterEach(() => editor.destroy());

function write(hand: Surroundings['hand'], content: string) {
	const surroundings = {
		hand,
		teacherName: 'Ms Okafor',
		addFile: async () => null
	} as unknown as Surroundings;
	editor = new Editor({ extensions: pageExtensions(surroundings), content });
	editor.commands.focus('end');
	return editor;
}

/** As a browser tells the editor that something is typed. */
function type(text: string) {
	const { from, to } = editor.state.selection;
	const put = () => editor.state.tr.insertText(text, from, to);
	if (!editor.view.someProp('handleTextInput', (handle) => handle(editor.view, from, to, text, put)))
		editor.view.dispatch(put());
}

const links = () =>
	[...editor.view.dom.querySelectorAll('a')].map((a) => [a.textContent, a.getAttribute('href')]);

it.each([
	[
		'Look at https://example.org/tides?x=1#low',
		['https://example.org/tides?x=1#low', 'https://example.org/tides?x=1#low']
	],
	['(www.example.org/a).', ['www.example.org/a', 'https://www.example.org/a']],
	['Write to ada@saltmarsh.example!', ['ada@saltmarsh.example', 'mailto:ada@saltmarsh.example']],
	['“https://example.org/ü”', ['https://example.org/ü', 'https://example.org/ü']],
	['tides.md', undefined],
	['3.5.', undefined],
	['javascript:alert(1)', undefined],
	['ftp://example.org', undefined],
	['https://', undefined]
])('%j leads there once a blank is typed behind it', (words, link) => {
	write('student', '<p></p>').commands.insertContent({ type: 'text', text: words });
	type(' ');
	expect(links()).toEqual(link ? [link] : []);
	expect(editor.state.doc.textContent).toBe(`${words} `);
	type('x');
	expect(links()).toEqual(link ? [link] : []);
});

it('makes no link of code', () => {
	write('student', '<pre><code>see https://example.org</code></pre>');
	type(' ');
	expect(links()).toEqual([]);
});

it('takes in no address that a page does not take', () => {
	write('teacher', '<p><a href="javascript:alert(1)">one</a> <a href="/page/7">two</a></p>');
	expect(links()).toEqual([['two', '/page/7']]);
});

it.each([
	['student', {}, 1],
	['teacher', {}, 0],
	['teacher', { ctrlKey: true }, 1]
] as const)('a click of the %s with %j opens %i', (hand, keys, times) => {
	const open = vi.spyOn(window, 'open').mockReturnValue(null);
	write(hand, '<p><a href="/page/7">there</a></p>');
	const event = new MouseEvent('click', { button: 0, ...keys });
	Object.defineProperty(event, 'target', { value: editor.view.dom.querySelector('a') });
	editor.view.someProp('handleClick', (handle) => handle(editor.view, 1, event));
	expect(open).toHaveBeenCalledTimes(times);
	open.mockRestore();
});
