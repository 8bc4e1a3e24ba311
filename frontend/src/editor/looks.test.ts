/** How words and notes look, as markup says it and as the tools set it. */
import { Editor } from '@tiptap/core';
import { expect, it } from 'vitest';
import { aligned } from './align';
import { pageExtensions } from './extensions';
import { noteChoices } from './note-choices';

const SURROUNDINGS = {
	hand: 'teacher',
	onlySpaces: false,
	addFile: async () => null,
	teacherName: ''
} as const;

const editorOf = (content: string) => new Editor({ extensions: pageExtensions(SURROUNDINGS), content });
const first = (editor: Editor) => editor.state.doc.firstChild!;
const press = (choices: { words: string; run: () => void }[], words: string) =>
	choices.find((one) => one.words === words)!.run();

it.each([
	['<p style="text-align: center">Ebb</p>', 'align', 'center'],
	['<h2 style="text-align: right">Ebb</h2>', 'align', 'right'],
	['<p style="text-align: justify">Ebb</p>', 'align', null],
	['<p class="align-center">Ebb</p>', 'align', null],
	['<div data-note="care"><p>Mud</p></div>', 'tone', 'care'],
	['<div data-note=""><p>Mud</p></div>', 'tone', null],
	['<div data-note="javascript:x"><p>Mud</p></div>', 'tone', null]
])('takes of %s the %s %s', (markup, attribute, value) =>
	expect(first(editorOf(markup)).attrs[attribute]).toBe(value)
);

it('comes back from its own markup as it was', () => {
	const editor = editorOf('<div data-note="idea"><p style="text-align: right">Why?</p></div>');
	const again = first(editorOf(editor.getHTML()));
	expect([again.attrs.tone, again.firstChild!.attrs.align]).toEqual(['idea', 'right']);
});

it('sets a note and its words, and takes both back', () => {
	const editor = editorOf('<div data-note="idea"><p>Why?</p></div>');
	editor.commands.setTextSelection(3);
	press(noteChoices(editor), 'Take care');
	press(aligned(editor), 'To the right');
	expect(first(editor).attrs.tone).toBe('care');
	expect(first(editor).firstChild!.attrs.align).toBe('right');
	press(noteChoices(editor), 'A note');
	press(aligned(editor), 'To the left');
	expect([first(editor).attrs.tone, first(editor).firstChild!.attrs.align]).toEqual([null, null]);
});
