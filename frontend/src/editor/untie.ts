/** Untying a knot: keep mine, take the teacher's, keep both, or write it anew. Each can be undone like any other change. */
import type { Editor } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { Untying } from './types';

/**
 * Unties the kept block at a position, as the core does it (tests/twins.json). `retitle`: gives the page another title,
 * which stands outside of the editor.
 */
export function untie(editor: Editor, at: number, how: Untying, retitle?: (title: string) => void) {
	const { state } = editor;
	const kept = state.doc.nodeAt(at);
	if (!kept) return;
	const transaction = state.tr;
	const ofTitle = how === 'students' && kept.attrs.why === 'title' && retitle !== undefined;
	const source = how === 'students' && !ofTitle ? findBlock(state.doc, kept.attrs.from) : null;
	if (ofTitle) retitle(kept.textContent);
	if (how === 'teachers' || ofTitle || (source && replaceWords(source, kept)))
		transaction.delete(at, at + kept.nodeSize);
	else transaction.replaceWith(at, at + kept.nodeSize, kept.content);
	editor.view.dispatch(transaction.scrollIntoView());
	editor.view.focus();

	function replaceWords(found: { node: ProseNode; at: number }, mine: ProseNode): boolean {
		const wording = mine.firstChild;
		if (!found.node.isTextblock || found.node.type !== wording?.type || mine.childCount > 1) return false;
		const [from, to] = [found.at + 1, found.at + found.node.nodeSize - 1];
		transaction.replaceWith(from, to, wording.content);
		at = transaction.mapping.map(at);
		return true;
	}
}

function findBlock(doc: ProseNode, id: string): { node: ProseNode; at: number } | null {
	let found: { node: ProseNode; at: number } | null = null;
	doc.descendants((node, at) => {
		if (node.attrs.id === id) found = { node, at };
		return found === null;
	});
	return found;
}

/** Puts the caret behind the student's wording, to make it into something new. */
export function writeAnew(editor: Editor, at: number) {
	const kept = editor.state.doc.nodeAt(at);
	if (kept)
		editor
			.chain()
			.setTextSelection(at + kept.nodeSize - 2)
			.focus()
			.scrollIntoView()
			.run();
}
