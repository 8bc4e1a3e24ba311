import { Editor } from '@tiptap/core';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { takeIn } from './take-in';
import type { PageNode } from './types';
import { untie } from './untie';

const block = (id: string, text = '', type = 'paragraph'): PageNode => ({
	type,
	attrs: type === 'heading' ? { id, level: 2 } : { id },
	...(text ? { content: [{ type: 'text', text }] } : {})
});
const page = (...content: PageNode[]): PageNode => ({ type: 'doc', content });
const space = (id: string, answer: string): PageNode => ({
	type: 'space',
	attrs: { id, prompt: 'Why?', kind: 'lines' },
	content: [block(`${id}.p`, answer)]
});
const kept = (from: string, ...content: PageNode[]): PageNode => ({
	type: 'kept',
	attrs: { id: `${from}~kept`, from, why: 'both-changed' },
	content
});

// The editor scrolls to its caret; a document without layout has nowhere to scroll to.
const nowhere = { left: 0, top: 0, right: 0, bottom: 0 } as DOMRect;
Range.prototype.getClientRects = () => [] as never;
Range.prototype.getBoundingClientRect = () => nowhere;

let editor: Editor;

function open(content: PageNode) {
	editor = new Editor({
		element: document.body.appendChild(document.createElement('div')),
		extensions: pageExtensions({
			hand: 'student',
			teacherName: 'the teacher',
			facts: () => ({ tied: new Set(), loose: new Set(), arrived: new Set(), before: new Map() }),
			addFile: async () => null
		} as never),
		content: content as never
	});
}

/** What stands in the editor: `id:words`, block by block. */
function shown(): string[] {
	const found: string[] = [];
	editor.state.doc.descendants((node) => {
		if (node.isTextblock) found.push(`${node.attrs.id}:${node.textContent}`);
	});
	return found;
}

/** Puts the caret behind some words. */
function caretBehind(words: string) {
	editor.state.doc.descendants((node, at) => {
		const inside = node.isText ? node.text!.indexOf(words) : -1;
		if (inside >= 0) editor.commands.setTextSelection(at + inside + words.length);
	});
}

/** The words before the caret in its block. */
function beforeCaret(): string {
	const { $from } = editor.state.selection;
	return $from.parent.textBetween(0, $from.parentOffset);
}

beforeEach(() =>
	open(page(block('a', 'The sea falls'), block('b', 'slowly'), space('q', 'Because of the moon')))
);
afterEach(() => editor.destroy());

describe('a page that arrives while it is open', () => {
	it.each([
		[
			'a new block before',
			page(
				block('n', 'New'),
				block('a', 'The sea falls'),
				block('b', 'slowly'),
				space('q', 'Because of the moon')
			)
		],
		['a block taken out before', page(block('b', 'slowly'), space('q', 'Because of the moon'))],
		[
			'a block reworded before',
			page(block('a', 'The grey sea falls twice'), block('b', 'slowly'), space('q', 'Because of the moon'))
		],
		[
			'two blocks changed about',
			page(block('b', 'slowly'), block('a', 'The sea falls'), space('q', 'Because of the moon'))
		],
		[
			'words put in before, in the same block',
			page(block('a', 'The sea falls'), block('b', 'slowly'), space('q', 'It is so, Because of the moon'))
		],
		[
			'words put in behind, in the same block',
			page(block('a', 'The sea falls'), block('b', 'slowly'), space('q', 'Because of the moon and the sun'))
		]
	])('leaves the caret behind the same words: %s', (_, fresh) => {
		caretBehind('Because');
		takeIn(editor, fresh);
		expect(editor.getJSON().content!.map((node) => node.attrs!.id)).toEqual(
			fresh.content!.map((n) => n.attrs!.id)
		);
		expect(beforeCaret().endsWith('Because')).toBe(true);
	});

	it('shows just what came', () => {
		takeIn(editor, page(block('h', 'Tides', 'heading'), block('a', 'The sea rises'), space('q', '')));
		expect(shown()).toEqual(['h:Tides', 'a:The sea rises', 'q.p:']);
	});

	it('is not something that the student could undo', () => {
		editor.commands.insertContentAt(editor.state.doc.content.size, 'Mine.');
		takeIn(
			editor,
			page(block('a', 'The sea rises'), block('b', 'slowly'), space('q', 'Because of the moon'))
		);
		editor.commands.undo();
		expect(shown()).toContain('a:The sea rises');
	});

	it('changes nothing when it is the same', () => {
		const before = editor.state;
		takeIn(
			editor,
			page(block('a', 'The sea falls'), block('b', 'slowly'), space('q', 'Because of the moon'))
		);
		expect(editor.state).toBe(before);
	});

	it('may change a kind and empty the page', () => {
		takeIn(editor, page(block('a', 'The sea falls', 'heading')));
		expect(editor.getJSON().content![0]!.type).toBe('heading');
		takeIn(editor, { type: 'doc' });
		expect(editor.state.doc.textContent).toBe('');
	});
});

describe('a knot', () => {
	beforeEach(() => {
		editor.destroy();
		open(page(block('a', 'The teacher’s words'), kept('a', block('k', 'My words')), block('z', 'End')));
	});
	const at = () => editor.state.doc.child(0).nodeSize;

	it.each([
		['students', ['a:My words', 'z:End']],
		['teachers', ['a:The teacher’s words', 'z:End']]
	] as const)('is untied: %s', (how, then) => {
		untie(editor, at(), how);
		expect(shown()).toEqual(then);
	});

	it('keeps both, mine as a block of my own', () => {
		untie(editor, at(), 'both');
		expect(shown().map((line) => line.split(':')[1])).toEqual(['The teacher’s words', 'My words', 'End']);
	});

	it('sets off the words in which the two wordings differ', () => {
		const set = [...editor.view.dom.querySelectorAll('.differs')].map((element) => element.textContent);
		expect(set).toEqual(['The teacher’s', 'My']);
	});

	it('is tied again by undoing', () => {
		const before = shown();
		untie(editor, at(), 'students');
		editor.commands.undo();
		expect(shown()).toEqual(before);
	});

	it('keeps mine behind when the block it came from is gone', () => {
		editor.destroy();
		open(page(kept('gone', block('k', 'My words')), block('z', 'End')));
		untie(editor, 0, 'students');
		expect(shown().map((line) => line.split(':')[1])).toEqual(['My words', 'End']);
	});

	it('keeps several blocks as they are', () => {
		editor.destroy();
		open(page(block('a', 'Theirs'), kept('a', block('k', 'One'), block('l', 'Two'))));
		untie(editor, at(), 'students');
		expect(editor.state.doc.textContent).toContain('OneTwo');
	});
});
