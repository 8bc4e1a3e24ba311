/** Puts a block on the page, and the caret where a writer's next word belongs: in the question, in the frame, below it. */
import type { Editor } from '@tiptap/core';
import { TextSelection, type Transaction } from '@tiptap/pm/state';
import { putLine } from './go-on-below';
import type { PageNode } from './types';

/** Where the next word belongs after this has been put in. */
type Next = 'question' | 'inside' | 'below';
const NEXT: Record<string, Next> = {
	space: 'question',
	callout: 'inside',
	formula: 'inside',
	codeBlock: 'inside',
	image: 'below',
	recording: 'below',
	horizontalRule: 'below'
};

export function putBlock(editor: Editor, block: PageNode, at?: number) {
	const chain = editor.chain().focus();
	if (at === undefined) chain.insertContent(block).run();
	else chain.insertContentAt(at, block).run();
	const { tr } = editor.state;
	const where = find(tr, String(block.attrs?.id));
	if (where === null) return;
	const next = NEXT[block.type] ?? 'below';
	placeCaret(tr, where, next);
	editor.view.dispatch(tr.scrollIntoView());
	if (next === 'question') askIn(editor, where);
}

function find(tr: Transaction, id: string): number | null {
	let found: number | null = null;
	tr.doc.descendants((node, at) => {
		if (node.attrs.id === id) found = at;
		return found === null;
	});
	return found;
}

function placeCaret(tr: Transaction, at: number, next: Next) {
	const node = tr.doc.nodeAt(at)!;
	const inside = next === 'inside' || (next === 'question' && node.content.size > 0);
	if (inside) tr.setSelection(TextSelection.near(tr.doc.resolve(at + 1)));
	else if (tr.doc.resolve(at).depth === 0) putLine(tr, at + node.nodeSize);
	else tr.setSelection(TextSelection.near(tr.doc.resolve(at + node.nodeSize)));
}

/** The question stands in a field of its own, beside the page's own text. */
function askIn(editor: Editor, at: number) {
	requestAnimationFrame(() => {
		const shown = editor.isDestroyed ? null : editor.view.nodeDOM(at);
		if (shown instanceof HTMLElement) shown.querySelector<HTMLElement>('.space-settings textarea')?.focus();
	});
}
