// @vitest-environment jsdom
import { Editor } from '@tiptap/core';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { findIn, foundIn, replace, replaceAll, seek, step } from './find';

const text = (words: string, id: string) => ({
	type: 'paragraph',
	attrs: { id },
	content: [{ type: 'text', text: words }]
});
let editor: Editor;

beforeEach(() => {
	editor = new Editor({
		extensions: pageExtensions({
			hand: 'teacher',
			onlySpaces: false,
			teacherName: 'T',
			addFile: async () => null
		}),
		content: { type: 'doc', content: [text('The Tide and the tide.', 'a'), text('tides', 'b')] }
	});
	findIn(editor);
});
afterEach(() => editor.destroy());

const words = () => editor.state.doc.textBetween(0, editor.state.doc.content.size, '|');

it('finds words whatever their case, and goes round', () => {
	seek(editor.view, 'tide');
	expect(foundIn(editor.view).found).toHaveLength(3);
	for (const at of [1, 2, 0]) {
		step(editor.view, 1);
		expect(foundIn(editor.view).at).toBe(at);
	}
	step(editor.view, -1);
	expect(foundIn(editor.view).at).toBe(2);
	seek(editor.view, '');
	expect(foundIn(editor.view).found).toEqual([]);
});

it('puts others in their place, one or all, and all are undone at once', () => {
	seek(editor.view, 'tide');
	replace(editor.view, 'sea');
	expect(words()).toBe('The sea and the tide.|tides');
	expect(replaceAll(editor.view, 'swell')).toBe(2);
	expect(words()).toBe('The sea and the swell.|swells');
	editor.commands.undo();
	expect(words()).toContain('tides');
});

it('does not find again what it has just put there, and leaves nothing where nothing is put', () => {
	seek(editor.view, 'tide');
	replace(editor.view, 'tide, tide');
	expect(words()).toBe('The tide, tide and the tide.|tides');
	seek(editor.view, ' and the');
	replaceAll(editor.view, '');
	expect(words()).toBe('The tide, tide tide.|tides');
	seek(editor.view, 'nowhere');
	replace(editor.view, 'x');
	expect(replaceAll(editor.view, 'x')).toBe(0);
});
