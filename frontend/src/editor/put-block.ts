/** Puts a block on the page, and the caret where a writer's next word belongs: in the question, in the frame, below it. */
import type { Editor } from '@tiptap/core';
import { TextSelection, type Transaction } from '@tiptap/pm/state';
import { putLine } from './go-on-below';
import type { PageNode } from './types';

/** In these one writes on; of a place to answer one asks something, and behind all others one goes on below. */
const INSIDE = /callout|term|formula|codeBlock/;

export function putBlock(editor: Editor, block: PageNode, at?: number) {
	const chain = editor.chain().focus();
	if (at === undefined) chain.insertContent(block).run();
	else chain.insertContentAt(at, block).run();
	const { tr } = editor.state;
	const where = find(tr, String(block.attrs?.id));
	if (where === null) return;
	const asks = block.type === 'space';
	placeCaret(tr, where, asks || INSIDE.test(block.type));
	editor.view.dispatch(tr.scrollIntoView());
	if (asks) askIn(editor, where);
}

function find(tr: Transaction, id: string): number | null {
	let found: number | null = null;
	tr.doc.descendants((node, at) => {
		if (node.attrs.id === id) found = at;
		return found === null;
	});
	return found;
}

function placeCaret(tr: Transaction, at: number, inside: boolean) {
	const node = tr.doc.nodeAt(at)!;
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
