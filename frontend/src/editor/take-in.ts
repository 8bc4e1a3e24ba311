/**
 * Takes a page from the server into the open editor, block by block, so that the caret stays where it is and
 * nothing that is being typed is touched.
 */
import type { Editor } from '@tiptap/core';
import { Node as ProseNode, type Schema } from '@tiptap/pm/model';
import type { Transaction } from '@tiptap/pm/state';
import type { PageNode } from './types';

/** Whether the editor knows everything in a page, and would lose nothing of it. */
export function canTakeIn(schema: Schema, page: PageNode): boolean {
	try {
		ProseNode.fromJSON(schema, { type: 'doc', content: contentOf(page) }).check();
		return true;
	} catch {
		return false;
	}
}

export function takeIn(editor: Editor, page: PageNode) {
	if (!canTakeIn(editor.schema, page)) return;
	const fresh = ProseNode.fromJSON(editor.schema, { type: 'doc', content: contentOf(page) });
	const transaction = editor.state.tr;
	removeGone(transaction, fresh);
	placeAll(transaction, fresh);
	if (!transaction.docChanged) return;
	const held = holdCaret(editor);
	transaction
		.setMeta('fromServer', true)
		.setMeta('addToHistory', false)
		.setMeta('__uniqueIDTransaction', true);
	editor.view.dispatch(transaction);
	held();
}

/** What comes in above the caret must not move the line that one is writing out of sight: it stays where it is seen. */
function holdCaret({ view }: Editor): () => void {
	const top = () => view.coordsAtPos(view.state.selection.head).top;
	if (!view.hasFocus()) return () => {};
	const before = top();
	return () => {
		const moved = top() - before;
		if (moved) scrollerOf(view.dom).scrollBy(0, moved);
	};
}

function scrollerOf(element: Element): Element {
	for (let at = element.parentElement; at; at = at.parentElement) {
		if (/auto|scroll/.test(getComputedStyle(at).overflowY) && at.scrollHeight > at.clientHeight) return at;
	}
	return document.scrollingElement ?? document.documentElement;
}

/** What the editor shows of a page; it needs at least one block. */
export function contentOf(page: PageNode): PageNode[] {
	return page.content?.length ? page.content : [{ type: 'paragraph', attrs: { id: 'first' } }];
}

function removeGone(transaction: Transaction, fresh: ProseNode) {
	const wanted = new Set<string>();
	fresh.forEach((block) => wanted.add(block.attrs.id));
	const gone: [number, number][] = [];
	transaction.doc.forEach((block, at) => {
		if (!wanted.has(block.attrs.id)) gone.push([at, at + block.nodeSize]);
	});
	if (gone.length === transaction.doc.childCount) gone.shift();
	for (const [from, to] of gone.reverse()) transaction.delete(from, to);
}

/** Goes through the fresh blocks in order; what stands there already is changed inside, the rest is put in. */
function placeAll(transaction: Transaction, fresh: ProseNode) {
	let at = 0;
	fresh.forEach((block) => {
		const here = transaction.doc.nodeAt(at);
		if (here?.attrs.id === block.attrs.id) changeInside(transaction, at, here!, block);
		else {
			removeLater(transaction, block.attrs.id, at);
			transaction.insert(at, block);
		}
		at += block.nodeSize;
	});
	if (transaction.doc.content.size > at) transaction.delete(at, transaction.doc.content.size);
}

function removeLater(transaction: Transaction, id: string, from: number) {
	transaction.doc.forEach((block, at) => {
		if (at >= from && block.attrs.id === id) transaction.delete(at, at + block.nodeSize);
	});
}

/** Replaces only the stretch that differs. */
function changeInside(transaction: Transaction, at: number, here: ProseNode, block: ProseNode) {
	if (here.eq(block)) return;
	if (!here.sameMarkup(block)) transaction.setNodeMarkup(at, block.type, block.attrs, block.marks);
	const start = here.content.findDiffStart(block.content);
	const end = here.content.findDiffEnd(block.content);
	if (start === null || !end) return;
	let { a, b } = end;
	const overlap = start - Math.min(a, b);
	if (overlap > 0) {
		a += overlap;
		b += overlap;
	}
	transaction.replace(at + 1 + start, at + 1 + a, block.slice(start, b));
}
