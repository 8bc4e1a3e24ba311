/** What the tools at the foot of a page do. */
import type { Editor } from '@tiptap/core';
import { aligned } from './align';
import { putFile } from './put-file';
import { putTable } from './put-table';
import { putBlock } from './put-block';
import { newId, type PageNode, type Surroundings } from './types';

export interface Choice {
	words: string;
	run: () => void;
}

const paragraph = () => ({ type: 'paragraph', attrs: { id: newId() } });

export function textStyle(editor: Editor): string {
	if (editor.isActive('heading', { level: 2 })) return 'Heading';
	if (editor.isActive('heading')) return 'Small heading';
	if (editor.isActive('blockquote')) return 'Quotation';
	if (editor.isActive('codeBlock')) return 'Code';
	return 'Text';
}

export function shapes(editor: Editor): Choice[] {
	const chain = () => editor.chain().focus();
	return [
		{ words: 'Text', run: () => chain().setParagraph().run() },
		{ words: 'Heading', run: () => chain().setHeading({ level: 2 }).run() },
		{ words: 'Small heading', run: () => chain().setHeading({ level: 3 }).run() },
		{ words: 'Quotation', run: () => chain().toggleBlockquote().run() },
		{ words: 'Code', run: () => chain().toggleCodeBlock().run() },
		...aligned(editor)
	];
}

export function lists(editor: Editor): Choice[] {
	const chain = () => editor.chain().focus();
	return [
		{ words: 'List', run: () => chain().toggleBulletList().run() },
		{ words: 'Numbered list', run: () => chain().toggleOrderedList().run() },
		{ words: 'Tick list', run: () => chain().toggleTaskList().run() }
	];
}

export function inserts(editor: Editor, surroundings: Surroundings): Choice[] {
	const put = (block: PageNode) => () => putBlock(editor, block);
	const common: Choice[] = [
		{ words: 'Table', run: () => putTable(editor) },
		{ words: 'Picture', run: () => chooseFile(editor, surroundings, PICTURES) },
		{ words: 'Recording', run: () => chooseFile(editor, surroundings, RECORDINGS) },
		{ words: 'Formula', run: put({ type: 'formula', attrs: { id: newId() } }) }
	];
	if (surroundings.hand !== 'teacher') return common;
	return [
		{
			words: 'Place to answer',
			run: put({ type: 'space', attrs: { id: newId(), prompt: '' }, content: [paragraph()] })
		},
		{
			words: 'Choice',
			run: put({ type: 'space', attrs: { id: newId(), kind: 'choice', several: false }, content: options() })
		},
		{ words: 'Gap in the sentence', run: () => putGap(editor) },
		{ words: 'Term with its explanation', run: put(term()) },
		{ words: 'Framed note', run: put(note(null)) },
		{ words: 'Note: take care', run: put(note('care')) },
		{ words: 'Note: a thought', run: put(note('idea')) },
		...common,
		{ words: 'Line across', run: put({ type: 'horizontalRule', attrs: { id: newId() } }) }
	];
}

/** The sentence goes on behind its gap. */
function putGap(editor: Editor) {
	editor
		.chain()
		.focus()
		.insertContent([
			{ type: 'gap', attrs: { id: newId() } },
			{ type: 'text', text: ' ' }
		])
		.run();
}

function term() {
	return { type: 'term', attrs: { id: newId() }, content: [paragraph(), paragraph()] };
}

function note(tone: string | null) {
	return { type: 'callout', attrs: { id: newId(), tone }, content: [paragraph()] };
}

function options() {
	return ['first', 'second'].map((text) => ({
		type: 'option',
		attrs: { id: newId() },
		content: [{ ...paragraph(), content: [{ type: 'text', text }] }]
	}));
}

const PICTURES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';
const RECORDINGS = 'audio/*,video/*';

function chooseFile(editor: Editor, surroundings: Surroundings, accept: string) {
	const chooser = document.createElement('input');
	chooser.type = 'file';
	chooser.accept = accept;
	chooser.onchange = () => {
		const file = chooser.files?.[0];
		if (file) void putFile(editor, surroundings, file);
	};
	chooser.click();
}
