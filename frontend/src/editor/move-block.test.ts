import { Editor } from '@tiptap/core';
import { afterEach, expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { foundAgain, gapsOf, movableAt, movedBy, moveDown, movedTo, moveUp } from './move-block';
import type { Surroundings } from './types';

let editor: Editor;

afterEach(() => editor.destroy());

const text = (id: string, words: string) => ({
	type: 'paragraph',
	attrs: { id },
	content: [{ type: 'text', text: words }]
});
const item = (id: string, words: string) => ({
	type: 'listItem',
	attrs: { id },
	content: [text(`${id}-p`, words)]
});
const PAGE = [
	text('a', 'Ebb'),
	{
		type: 'bulletList',
		attrs: { id: 'l' },
		content: [item('i', 'kelp'), item('j', 'wrack'), item('k', 'dulse')]
	},
	{ type: 'callout', attrs: { id: 'c' }, content: [text('n', 'note'), text('m', 'more')] },
	{ type: 'image', attrs: { id: 'p', src: '', alt: 'a limpet' } }
];

function at(words: string, more: Partial<Surroundings> = {}) {
	const surroundings = { hand: 'teacher', teacherName: 'Ms Okafor', addFile: async () => null, ...more };
	editor = new Editor({
		extensions: pageExtensions(surroundings as unknown as Surroundings),
		content: { type: 'doc', content: PAGE }
	});
	editor.state.doc.descendants((node, position) => {
		if (node.isText && node.text === words) editor.commands.setTextSelection(position + 1);
		if (node.attrs.alt === words) editor.commands.setNodeSelection(position);
	});
	return editor;
}

const ids = () => editor.state.doc.content.content.map((block) => block.attrs.id as string).join(' ');
const items = () => {
	const list = editor.state.doc.content.content.find((block) => block.attrs.id === 'l')!;
	return list.content.content.map((one) => one.attrs.id as string).join(' ');
};
const caret = () => editor.state.selection.$from.parent.textContent;

it.each([
	['Ebb', moveDown, 'l a c p'],
	['Ebb', moveUp, 'a l c p'],
	['more', moveUp, 'a c l p'],
	['a limpet', moveUp, 'a l p c'],
	['a limpet', moveDown, 'a l c p']
])(
	'with the caret at %s it moves the block of the page, and no further than there is room',
	(words, move, result) => {
		move(at(words).state, editor.view.dispatch);
		expect(ids()).toBe(result);
		if (words !== 'a limpet') expect(caret()).toBe(words);
		editor.commands.undo();
		expect(ids()).toBe('a l c p');
	}
);

it.each([
	['kelp', moveDown, 'j i k'],
	['dulse', moveUp, 'i k j'],
	['dulse', moveDown, 'i j k']
])('in a list it moves the item of %s', (words, move, result) => {
	move(at(words).state, editor.view.dispatch);
	expect([ids(), items(), caret()]).toEqual(['a l c p', result, words]);
});

it('puts a block into any gap, and nowhere anew where it is', () => {
	const moved = movableAt(at('Ebb').state.selection.$from)!;
	expect(gapsOf(moved)).toHaveLength(5);
	expect([0, 1, 9].map((gap) => movedTo(editor.state, moved, gap))).toEqual([null, null, null]);
	editor.view.dispatch(movedTo(editor.state, moved, 4)!);
	expect(ids()).toBe('l c p a');
});

it('is found again wherever it is by now, and not once it is gone', () => {
	const moved = movableAt(at('more').state.selection.$from)!;
	editor.commands.insertContentAt(0, { type: 'paragraph' });
	editor.view.dispatch(editor.state.tr.insertText('!', foundAgain(editor.state, moved)!.at + 3));
	const now = foundAgain(editor.state, moved)!;
	expect([now.index, now.node.textContent]).toEqual([3, 'n!otemore']);
	editor.view.dispatch(movedBy(editor.state, now, 1)!);
	expect(ids()).toMatch(/a l p c$/);
	editor.commands.deleteRange({ from: 0, to: editor.state.doc.content.size });
	expect(foundAgain(editor.state, moved)).toBeNull();
});

it('leaves the caret where it is when another block moves', () => {
	const moved = movableAt(at('Ebb').state.doc.resolve(editor.state.doc.content.size))!;
	expect(moved).toBeNull();
	const list = movableAt(editor.state.doc.resolve(8))!;
	editor.view.dispatch(movedBy(editor.state, list, 1)!);
	expect(caret()).toBe('Ebb');
});

it('moves nothing where a student may write only in places to answer', () => {
	moveDown(at('Ebb', { hand: 'student', onlySpaces: true }).state, editor.view.dispatch);
	expect(ids()).toBe('a l c p');
});
